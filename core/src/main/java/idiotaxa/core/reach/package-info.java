/** How far the source lies from the target, measured, so that nobody types a distance by guess. Metres. */
package idiotaxa.core.reach;
