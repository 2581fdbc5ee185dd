/** Processes of the application, its workers and its database are killed while everything is under way. */
package idiotaxa.server.crash;
