/** What the studio has sorted before: kinds of pieces with the groups that they had, and a new model sorted from that. */
package idiotaxa.core.known;
