/** Which source part answers which target part: by names, by links made by hand, or all on all. */
package idiotaxa.core.pairing;
