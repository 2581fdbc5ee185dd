package idiotaxa.core.trace;

import idiotaxa.core.mesh.Mesh;
import java.util.Arrays;

/**
 * Builds the nodes over clusters of triangles in Morton order, each cut where the codes' highest bit changes
 * (Lauterbach and others 2009, "Fast BVH construction on GPUs"). Scratch of one thread.
 */
final class ClusterBuilder {
  /** Triangles of a leaf at most. */
  private static final int LEAF = 4;

  private final Mesh mesh;
  private final int[] order;
  private final int[] codes;
  private final float[] boxes;
  private final float[] whole = new float[6];
  private final float[] half = new float[6];
  private int clusterStart;
  private float[] nodes = new float[Bvh.NODE * 256];
  private int used;

  /**
   * @param order mesh triangle at every place
   * @param codes of the places
   * @param most triangles of a cluster
   */
  ClusterBuilder(Mesh mesh, int[] order, int[] codes, int most) {
    this.mesh = mesh;
    this.order = order;
    this.codes = codes;
    boxes = new float[6 * most];
  }

  /** Forgets all nodes. */
  void clear() {
    used = 0;
  }

  /** The nodes so far; references count from the beginning of the array. */
  float[] nodes() {
    return Arrays.copyOf(nodes, used);
  }

  /** Box of the cluster that was put last. */
  float[] box() {
    return whole;
  }

  /**
   * Adds the nodes over the places from … to−1.
   *
   * @return reference of their root: a leaf where a leaf holds them all
   */
  int put(int from, int to) {
    clusterStart = from;
    load(to - from);
    unite(from, to, whole);
    return build(from, to);
  }

  private void load(int count) {
    float[] p = mesh.positions();
    for (int i = 0; i < count; i++) {
      int t = order[clusterStart + i];
      int a = 3 * mesh.triangleVertex(t, 0);
      int b = 3 * mesh.triangleVertex(t, 1);
      int c = 3 * mesh.triangleVertex(t, 2);
      for (int axis = 0; axis < 3; axis++) {
        float x = p[a + axis];
        float y = p[b + axis];
        float z = p[c + axis];
        float least = x < y ? x : y;
        float most = x > y ? x : y;
        boxes[6 * i + axis] = least < z ? least : z;
        boxes[6 * i + 3 + axis] = most > z ? most : z;
      }
    }
  }

  private void unite(int from, int to, float[] out) {
    Boxes.reset(out, 0, 1);
    for (int i = from - clusterStart; i < to - clusterStart; i++) {
      Boxes.grow(out, 0, boxes, 6 * i);
    }
  }

  private int build(int from, int to) {
    if (to - from <= LEAF) {
      return LeafRef.pack(from, to - from);
    }
    int at = used;
    used += Bvh.NODE;
    if (used > nodes.length) {
      nodes = Arrays.copyOf(nodes, 2 * nodes.length);
    }
    int middle = MortonOrder.border(codes, from, to);
    unite(from, middle, half);
    Boxes.write(half, 0, nodes, at);
    unite(middle, to, half);
    Boxes.write(half, 0, nodes, at + 6);
    int left = build(from, middle);
    int right = build(middle, to);
    NodeTree.writeRefs(nodes, at, left, right);
    return at;
  }
}
