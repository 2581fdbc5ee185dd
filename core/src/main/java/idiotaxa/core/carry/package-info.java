/**
 * Carry-over: which part of a changed model is which, what changed about it, and the groups that its faces
 * take from the closest old surface, each with a confidence.
 */
package idiotaxa.core.carry;
