/** HTTP: translates requests into calls of services and answers with records. */
package idiotaxa.server.api;
