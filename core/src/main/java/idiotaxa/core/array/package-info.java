/** Growable primitive arrays that the rest of {@code core} stands on. */
package idiotaxa.core.array;
