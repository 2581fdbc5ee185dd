package idiotaxa.core.format;

/**
 * Where a mesh stands and what bends it.
 *
 * @param transform of the node; that of a skinned one does not count
 * @param skin null for none
 * @param weights of the morph targets, none for a mesh that has none
 */
record GltfPose(Transform transform, GltfSkin skin, double[] weights) {
  boolean isMirrored() {
    return skin == null ? transform.isMirrored() : skin.isMirrored();
  }
}
