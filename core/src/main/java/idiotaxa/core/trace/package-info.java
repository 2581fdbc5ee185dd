/**
 * Rays and closest points against triangles, through a bounding volume hierarchy over flat arrays.
 * Space and units are the mesh's own. A hierarchy is immutable and shared between threads; queries
 * own their scratch, one per thread.
 */
package idiotaxa.core.trace;
