/** The Hand off station: packages, and what the receiver says of them. */
package idiotaxa.server.handoff;
