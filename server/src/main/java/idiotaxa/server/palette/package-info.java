/** Palettes shared by assets. */
package idiotaxa.server.palette;
