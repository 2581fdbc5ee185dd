package idiotaxa.core.trace;

import java.util.Arrays;

/** Builds the nodes over some thousand triangles, depth-first into one array. Scratch of one thread. */
final class SubtreeBuilder {
  static final int LEAF_TRIANGLES = 4;

  private final Split split;
  private float[] nodes = new float[Bvh.NODE * 256];
  private int used;

  SubtreeBuilder(TriangleBoxes boxes) {
    split = new Split(boxes);
  }

  /** The nodes, the root first; references count from the beginning of the array. */
  float[] build(int from, int to, float[] centers, int depth) {
    if (to - from == 1) {
      return single(from);
    }
    put(from, to, centers, depth);
    return Arrays.copyOf(nodes, used);
  }

  /** Of a mesh of one triangle: the second child is a box that nothing enters. */
  private float[] single(int slot) {
    float[] node = new float[Bvh.NODE];
    split.divideSingle(slot);
    split.writeBoxes(node, 0);
    NodeTree.writeRefs(node, 0, LeafRef.pack(slot, 1), LeafRef.pack(slot, 1));
    return node;
  }

  private int put(int from, int to, float[] centers, int depth) {
    int at = used;
    used += Bvh.NODE;
    if (used > nodes.length) {
      nodes = Arrays.copyOf(nodes, 2 * nodes.length);
    }
    split.divide(from, to, centers, depth);
    split.writeBoxes(nodes, at);
    int middle = split.middle();
    // Kept before the left side is divided, which overwrites the scratch.
    float[] rightCenters = to - middle > LEAF_TRIANGLES ? split.rightCenters() : null;
    int left =
        middle - from > LEAF_TRIANGLES
            ? put(from, middle, split.leftCenters(), depth + 1)
            : LeafRef.pack(from, middle - from);
    int right =
        rightCenters != null
            ? put(middle, to, rightCenters, depth + 1)
            : LeafRef.pack(middle, to - middle);
    NodeTree.writeRefs(nodes, at, left, right);
    return at;
  }
}
