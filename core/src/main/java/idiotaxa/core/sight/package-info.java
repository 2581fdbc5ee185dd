/** Tells which faces can be seen from outside. */
package idiotaxa.core.sight;
