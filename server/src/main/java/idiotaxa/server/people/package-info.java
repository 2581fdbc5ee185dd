/** Who may do what: sign-in, roles, shows, tokens, the trail of changes, and how often somebody may ask. */
package idiotaxa.server.people;
