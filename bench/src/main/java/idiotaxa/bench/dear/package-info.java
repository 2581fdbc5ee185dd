/** Files that weigh little and are dear to look through: what a careless export or a hostile stranger sends. */
package idiotaxa.bench.dear;
