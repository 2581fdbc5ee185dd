/** What a studio keeps of an asset to run it again on the next model, and its file. */
package idiotaxa.core.recipe;
