/** Recipes: saved from assets, kept in versions, and run on other assets. */
package idiotaxa.server.recipe;
