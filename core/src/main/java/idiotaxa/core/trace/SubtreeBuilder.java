package idiotaxa.core.trace;

import java.util.Arrays;

/** Builds the nodes over some thousand clusters, one a leaf, depth-first into one array. Scratch of one thread. */
final class SubtreeBuilder {
  private final Split split;
  private float[] nodes = new float[Bvh.NODE * 256];
  private int used;

  SubtreeBuilder(ClusterBoxes boxes) {
    split = new Split(boxes);
  }

  /** The nodes over at least two clusters, the root first; references count from the array's beginning. */
  float[] build(int from, int to, float[] centers, int depth) {
    put(from, to, centers, depth);
    return Arrays.copyOf(nodes, used);
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
    float[] rightCenters = to - middle > 1 ? split.rightCenters() : null;
    int left =
        middle - from > 1
            ? put(from, middle, split.leftCenters(), depth + 1)
            : LeafRef.pack(from, 1);
    int right =
        rightCenters != null
            ? put(middle, to, rightCenters, depth + 1)
            : LeafRef.pack(middle, 1);
    NodeTree.writeRefs(nodes, at, left, right);
    return at;
  }
}
