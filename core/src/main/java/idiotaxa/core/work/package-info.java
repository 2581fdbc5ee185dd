/** Long work: progress, cancelling, both cores, and keys that name content. */
package idiotaxa.core.work;
