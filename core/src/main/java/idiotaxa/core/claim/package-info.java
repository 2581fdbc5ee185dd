/** Evaluates the rules of claims on a mesh. */
package idiotaxa.core.claim;
