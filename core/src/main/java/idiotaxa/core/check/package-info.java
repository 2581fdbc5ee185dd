/** What a model contains, and findings about it: each says what, where, and how to cure it. */
package idiotaxa.core.check;
