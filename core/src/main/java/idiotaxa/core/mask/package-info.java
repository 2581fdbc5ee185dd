/** Images and masks made from a baked sheet, and what a pick by colour would take of them. */
package idiotaxa.core.mask;
