/** Imports, bakes and packages as jobs of a cluster-safe engine on the same database. */
package idiotaxa.server.job;
