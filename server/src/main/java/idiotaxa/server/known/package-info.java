/** The studio's memory: kinds of pieces that were sorted, where, and as what. */
package idiotaxa.server.known;
