/** The command line: the same core as the application, without server and database. */
package idiotaxa.cli;
