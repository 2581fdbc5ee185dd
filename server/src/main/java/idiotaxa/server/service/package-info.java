/** What the application can do, in transactions. */
package idiotaxa.server.service;
