package idiotaxa.core.trace;

import java.util.Arrays;

/** Builds the nodes over some thousand boxes, depth-first into one array. Scratch of one thread. */
final class SubtreeBuilder {
  static final int LEAF_TRIANGLES = 4;

  private final TriangleBoxes boxes;
  private final int leafSize;
  private final Split split;
  private float[] nodes = new float[Bvh.NODE * 256];
  private int used;
  private int slotOffset;

  /**
   * @param leafSize boxes of a leaf at most
   */
  SubtreeBuilder(TriangleBoxes boxes, int leafSize) {
    this.boxes = boxes;
    this.leafSize = leafSize;
    split = new Split(boxes);
  }

  TriangleBoxes boxes() {
    return boxes;
  }

  /** Forgets all nodes. */
  void clear() {
    used = 0;
  }

  /** The nodes so far; references count from the beginning of the array. */
  float[] nodes() {
    return Arrays.copyOf(nodes, used);
  }

  /** The nodes over boxes from … to−1, the root first. */
  float[] build(int from, int to, float[] centers, int depth) {
    clear();
    slotOffset = 0;
    put(from, to, centers, depth);
    return nodes();
  }

  /**
   * Adds the nodes over the first boxes.
   *
   * @param count more than a leaf holds
   * @param firstSlot slot of the first box
   * @return where their root stands
   */
  int put(int count, float[] centers, int firstSlot) {
    slotOffset = firstSlot;
    return put(0, count, centers, 0);
  }

  /** A root with one leaf; the second child is a box that nothing enters. */
  float[] single(int box, int leafRef) {
    float[] node = new float[Bvh.NODE];
    split.divideSingle(box);
    split.writeBoxes(node, 0);
    NodeTree.writeRefs(node, 0, leafRef, leafRef);
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
    float[] rightCenters = to - middle > leafSize ? split.rightCenters() : null;
    int left =
        middle - from > leafSize
            ? put(from, middle, split.leftCenters(), depth + 1)
            : leaf(from, middle);
    int right =
        rightCenters != null ? put(middle, to, rightCenters, depth + 1) : leaf(middle, to);
    NodeTree.writeRefs(nodes, at, left, right);
    return at;
  }

  private int leaf(int from, int to) {
    return LeafRef.pack(slotOffset + from, to - from);
  }
}
