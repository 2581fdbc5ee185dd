/** What all of HTTP shares: errors, headers, the pages themselves. */
package idiotaxa.server.web;
