/** Made-up models and what happens to them from one week to the next, with the group of every face known. */
package idiotaxa.bench.revision;
