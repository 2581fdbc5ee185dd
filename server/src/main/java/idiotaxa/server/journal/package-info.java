/** Every claim as a row of an append-only journal, and what it makes of the faces. */
package idiotaxa.server.journal;
