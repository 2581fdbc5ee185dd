/** What a pick by colour would take of a baked sheet. */
package idiotaxa.core.mask;
