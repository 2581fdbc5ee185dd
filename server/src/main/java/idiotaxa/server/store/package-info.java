/** All SQL, through jOOQ. */
package idiotaxa.server.store;
