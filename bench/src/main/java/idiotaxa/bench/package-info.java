/** Benchmarks: whole processes as users run them, and the engine's kernels by themselves. */
package idiotaxa.bench;
