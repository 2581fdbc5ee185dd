/** Models that are measured beside the demo's, because that one is kind: most of its squares are of one group. */
package idiotaxa.bench.model;
