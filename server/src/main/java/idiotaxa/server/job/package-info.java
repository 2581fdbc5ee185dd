/** Work that runs as jobs of a cluster-safe engine on the same database: queue, attempts, progress, memory. */
package idiotaxa.server.job;
