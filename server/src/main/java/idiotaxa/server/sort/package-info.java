/** The Sort station: claims, rules, proposals, picks, pictures. */
package idiotaxa.server.sort;
