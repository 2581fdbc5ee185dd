/** The Catalogue: assets as a whole, their state in one piece, events, the demo. */
package idiotaxa.server.catalogue;
