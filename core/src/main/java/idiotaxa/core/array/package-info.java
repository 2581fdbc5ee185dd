/** Growable primitive arrays and the two-core loop that the rest of {@code core} stands on. */
package idiotaxa.core.array;
