package idiotaxa.core.trace;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.work.CancelledException;
import idiotaxa.core.work.Progress;

/**
 * A binary bounding volume hierarchy over the triangles of a mesh, in flat arrays. Immutable.
 *
 * <p>Layout: inner node n takes {@link #NODE} floats from {@code nodes[14n]}: the boxes of its two
 * children (min xyz, max xyz of the left, then of the right), then their references as the bits of
 * ints. Boxes and references lie together because a node that is visited is a cache line that is waited
 * for. A reference is a leaf, see {@link LeafRef}, or the index of an inner node's first float. Triangles are copied in leaf order: nine floats each at {@code vertices[9s …]}, the
 * mesh's triangle at {@code triangleOfSlot[s]}, its part at {@code partOfSlot[s]}.
 */
public final class Bvh {
  /** Floats of a node. */
  static final int NODE = 14;

  /** Where the reference of the left child stands in a node; the right one follows. */
  static final int REFS = 12;

  final float[] nodes;
  final float[] vertices;
  final int[] triangleOfSlot;
  final int[] partOfSlot;

  Bvh(float[] nodes, float[] vertices, int[] triangleOfSlot, int[] partOfSlot) {
    this.nodes = nodes;
    this.vertices = vertices;
    this.triangleOfSlot = triangleOfSlot;
    this.partOfSlot = partOfSlot;
  }

  /** Builds over all triangles of a mesh. An empty mesh gives a hierarchy that nothing hits. */
  public static Bvh of(Mesh mesh, int threads) {
    return of(mesh, threads, Progress.NONE);
  }

  /**
   * @param progress asked now and then, from several threads
   * @throws CancelledException when it says so
   */
  public static Bvh of(Mesh mesh, int threads, Progress progress) {
    return new BvhBuilder(mesh, threads, progress).build();
  }

  public int triangleCount() {
    return triangleOfSlot.length;
  }

  int nodeCount() {
    return nodes.length / NODE;
  }

  /** Reference of the left (0) or right (1) child of the node at an index. */
  int ref(int node, int side) {
    return Float.floatToRawIntBits(nodes[node + REFS + side]);
  }

  boolean isEmpty() {
    return nodes.length == 0;
  }

  /** Bytes held by the arrays. */
  public long bytes() {
    return 4L
        * (nodes.length + vertices.length + triangleOfSlot.length + (long) partOfSlot.length);
  }
}
