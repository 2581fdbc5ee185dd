/** Results that are dear to compute. */
package idiotaxa.server.cache;
