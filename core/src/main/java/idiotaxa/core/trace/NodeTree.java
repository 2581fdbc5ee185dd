package idiotaxa.core.trace;

/** Finished pieces of a hierarchy, before they are joined into one array. */
final class NodeTree {
  private final float[] nodes;
  private final NodeTree left;
  private final NodeTree right;
  private final int leafRef;

  /** A whole subtree; its references count from the beginning of the array. */
  NodeTree(float[] nodes) {
    this(nodes, null, null, 0);
  }

  /** One node, of which the references are still to be written. */
  NodeTree(float[] node, NodeTree left, NodeTree right) {
    this(node, left, right, 0);
  }

  private NodeTree(float[] nodes, NodeTree left, NodeTree right, int leafRef) {
    this.nodes = nodes;
    this.left = left;
    this.right = right;
    this.leafRef = leafRef;
  }

  static NodeTree leaf(int from, int to) {
    return new NodeTree(new float[0], null, null, LeafRef.pack(from, to - from));
  }

  /** All nodes depth-first in one array. */
  float[] flatten() {
    float[] out = new float[size()];
    copy(out, 0);
    return out;
  }

  private int size() {
    return nodes.length + (left == null ? 0 : left.size() + right.size());
  }

  /** Returns the index behind the last int that was written. */
  private int copy(float[] out, int at) {
    if (left == null) {
      place(nodes, out, at);
      return at + nodes.length;
    }
    System.arraycopy(nodes, 0, out, at, nodes.length);
    int leftAt = at + Bvh.NODE;
    int rightAt = left.copy(out, leftAt);
    writeRefs(out, at, left.reference(leftAt), right.reference(rightAt));
    return right.copy(out, rightAt);
  }

  private int reference(int at) {
    return nodes.length == 0 ? leafRef : at;
  }

  /** Copies whole subtrees, whose references count from the beginning of their array. */
  static void place(float[] nodes, float[] out, int at) {
    System.arraycopy(nodes, 0, out, at, nodes.length);
    for (int node = at; node < at + nodes.length; node += Bvh.NODE) {
      int first = node + Bvh.REFS;
      writeRefs(out, node, shifted(out[first], at), shifted(out[first + 1], at));
    }
  }

  private static int shifted(float ref, int by) {
    int bits = Float.floatToRawIntBits(ref);
    return LeafRef.isLeaf(bits) ? bits : bits + by;
  }

  static void writeRefs(float[] nodes, int at, int left, int right) {
    nodes[at + Bvh.REFS] = Float.intBitsToFloat(left);
    nodes[at + Bvh.REFS + 1] = Float.intBitsToFloat(right);
  }
}
