/** Groups of an asset; beneath the stations. */
package idiotaxa.server.group;
