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

  /** Codes have 30 bits, and what has one code is halved. */
  private static final int MOST_DEPTH = 64;

  private final Mesh mesh;
  private final int[] order;
  private final int[] codes;
  private final float[] vertices;
  private final float[] boxes;
  /** Box of what was built last at every depth. */
  private final float[] built = new float[6 * MOST_DEPTH];

  private int clusterStart;
  private float[] nodes = new float[Bvh.NODE * 256];
  private int used;

  /**
   * @param order mesh triangle at every place
   * @param codes of the places
   * @param vertices takes the corners of the triangle at every place, nine floats each
   * @param most triangles of a cluster
   */
  ClusterBuilder(Mesh mesh, int[] order, int[] codes, float[] vertices, int most) {
    this.mesh = mesh;
    this.order = order;
    this.codes = codes;
    this.vertices = vertices;
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

  /** Box of the cluster that was put last, in the first six places. */
  float[] box() {
    return built;
  }

  /**
   * Adds the nodes over the places from … to−1.
   *
   * @return reference of their root: a leaf where a leaf holds them all
   */
  int put(int from, int to) {
    clusterStart = from;
    load(to - from);
    return build(from, to, 0);
  }

  /** Lays the corners of a cluster's triangles side by side, and takes their boxes. */
  private void load(int count) {
    // Held in locals: read from fields they would be loaded again for every triangle.
    float[] p = mesh.positions();
    float[] laid = vertices;
    float[] box = boxes;
    for (int i = 0; i < count; i++) {
      int t = order[clusterStart + i];
      int a = 3 * mesh.triangleVertex(t, 0);
      int b = 3 * mesh.triangleVertex(t, 1);
      int c = 3 * mesh.triangleVertex(t, 2);
      int at = 9 * (clusterStart + i);
      for (int axis = 0; axis < 3; axis++) {
        float x = p[a + axis];
        float y = p[b + axis];
        float z = p[c + axis];
        laid[at + axis] = x;
        laid[at + 3 + axis] = y;
        laid[at + 6 + axis] = z;
        float least = x < y ? x : y;
        float most = x > y ? x : y;
        box[6 * i + axis] = least < z ? least : z;
        box[6 * i + 3 + axis] = most > z ? most : z;
      }
    }
  }

  private int build(int from, int to, int depth) {
    int box = 6 * depth;
    if (to - from <= LEAF) {
      Boxes.reset(built, box, 1);
      for (int i = from - clusterStart; i < to - clusterStart; i++) {
        Boxes.grow(built, box, boxes, 6 * i);
      }
      return LeafRef.pack(from, to - from);
    }
    int at = used;
    used += Bvh.NODE;
    if (used > nodes.length) {
      nodes = Arrays.copyOf(nodes, 2 * nodes.length);
    }
    int middle = MortonOrder.border(codes, from, to);
    int left = build(from, middle, depth + 1);
    Boxes.write(built, box + 6, nodes, at);
    System.arraycopy(built, box + 6, built, box, 6);
    int right = build(middle, to, depth + 1);
    Boxes.write(built, box + 6, nodes, at + 6);
    Boxes.grow(built, box, built, box + 6);
    NodeTree.writeRefs(nodes, at, left, right);
    return at;
  }
}
