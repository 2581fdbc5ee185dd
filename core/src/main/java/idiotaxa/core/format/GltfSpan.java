package idiotaxa.core.format;

/**
 * The faces that one primitive of one node became.
 *
 * @param isTurned whether the node mirrors, so that corners 1 and 2 of every triangle changed places
 * @param firstFace in the mesh that was read
 */
record GltfSpan(int node, int mesh, int primitive, boolean isTurned, int firstFace, int faceCount) {}
