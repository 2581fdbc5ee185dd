/** Content-addressed bytes in the database, and their local copies. */
package idiotaxa.server.blob;
