/** Assets, their models as they were read, and what is derived from them; beneath all stations. */
package idiotaxa.server.asset;
