/** What changed from one revision to the next, and what is taken over. */
package idiotaxa.server.change;
