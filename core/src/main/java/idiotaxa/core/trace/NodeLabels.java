package idiotaxa.core.trace;

import idiotaxa.core.work.Parallel;
import java.util.function.IntUnaryOperator;

/**
 * Which labels the triangles below a node of a {@link Bvh} have: one for each child, or that they are
 * mixed. Two bytes a child.
 */
public final class NodeLabels {
  /** Several labels, or a triangle that has no single one. */
  public static final char MIXED = 0xFFFF;

  /** Triangles that one thread takes at a time. */
  private static final int RANGE = 1 << 14;

  private final char[] ofChild;
  private final char[] ofSlot;

  private NodeLabels(char[] ofChild, char[] ofSlot) {
    this.ofChild = ofChild;
    this.ofSlot = ofSlot;
  }

  /**
   * @param labelOfTriangle asked by several threads: of every triangle of the mesh, 0 … 65534, or {@link #MIXED}
   */
  public static NodeLabels of(Bvh bvh, IntUnaryOperator labelOfTriangle) {
    char[] ofSlot = new char[bvh.triangleCount()];
    Parallel.ranges(
        ofSlot.length,
        RANGE,
        Parallel.cores(),
        (from, to) -> {
          for (int s = from; s < to; s++) {
            ofSlot[s] = (char) labelOfTriangle.applyAsInt(bvh.triangleOfSlot[s]);
          }
        });
    NodeLabels labels = new NodeLabels(new char[2 * bvh.nodeCount()], ofSlot);
    labels.collect(bvh);
    return labels;
  }

  /** Leaves on all cores, then the rest from the last node to the first: children stand behind their parents. */
  private void collect(Bvh bvh) {
    Parallel.ranges(
        ofChild.length,
        RANGE,
        Parallel.cores(),
        (from, to) -> {
          for (int child = from; child < to; child++) {
            int ref = bvh.ref(child / 2 * Bvh.NODE, child & 1);
            ofChild[child] = LeafRef.isLeaf(ref) ? ofLeaf(ref) : MIXED;
          }
        });
    for (int child = ofChild.length - 1; child >= 0; child--) {
      int ref = bvh.ref(child / 2 * Bvh.NODE, child & 1);
      if (!LeafRef.isLeaf(ref)) {
        ofChild[child] = ofNode(ref / Bvh.NODE);
      }
    }
  }

  private char ofLeaf(int ref) {
    int first = LeafRef.firstSlot(ref);
    char label = ofSlot[first];
    for (int s = first + 1; s < first + LeafRef.count(ref); s++) {
      label = ofSlot[s] == label ? label : MIXED;
    }
    return label;
  }

  private char ofNode(int node) {
    return ofChild[2 * node] == ofChild[2 * node + 1] ? ofChild[2 * node] : MIXED;
  }

  /** Label of the left (0) or right (1) child of the node at an index of {@link Bvh#nodes}. */
  char ofChild(int node, int side) {
    return ofChild[node / Bvh.NODE * 2 + side];
  }

  char ofSlot(int slot) {
    return ofSlot[slot];
  }
}
