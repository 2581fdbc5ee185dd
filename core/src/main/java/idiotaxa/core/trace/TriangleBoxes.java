package idiotaxa.core.trace;

import idiotaxa.core.mesh.Mesh;

/** Bounding boxes of triangles or clusters of them, six floats each (min xyz, max xyz), and the order they were put into. */
final class TriangleBoxes {
  private final float[] box;
  private final int[] order;
  /** Triangles of every item; null where each is one. */
  private final int[] weight;

  private TriangleBoxes(int count, int[] weight) {
    box = new float[6 * count];
    order = new int[count];
    this.weight = weight;
  }

  /** Room for boxes of triangles. */
  static TriangleBoxes ofTriangles(int count) {
    return new TriangleBoxes(count, null);
  }

  /** Room for boxes around several triangles each. */
  static TriangleBoxes ofClusters(int count) {
    return new TriangleBoxes(count, new int[count]);
  }

  /** Takes the boxes of some triangles, given by their places in an order; at least one. */
  void load(Mesh mesh, int[] triangles, int from, int count) {
    float[] p = mesh.positions();
    for (int i = 0; i < count; i++) {
      int t = triangles[from + i];
      order[i] = t;
      int a = 3 * mesh.triangleVertex(t, 0);
      int b = 3 * mesh.triangleVertex(t, 1);
      int c = 3 * mesh.triangleVertex(t, 2);
      for (int axis = 0; axis < 3; axis++) {
        float x = p[a + axis];
        float y = p[b + axis];
        float z = p[c + axis];
        float least = x < y ? x : y;
        float most = x > y ? x : y;
        box[6 * i + axis] = least < z ? least : z;
        box[6 * i + 3 + axis] = most > z ? most : z;
      }
    }
  }

  /** Makes an item of the first boxes of others: the box around them, weighing as many as they are. */
  void put(int item, TriangleBoxes others, int count) {
    order[item] = item;
    weight[item] = count;
    Boxes.reset(box, 6 * item, 1);
    for (int i = 0; i < count; i++) {
      Boxes.grow(box, 6 * item, others.box, 6 * i);
    }
  }

  /** What a place counts where nodes are compared. */
  int weightAt(int place) {
    return weight == null ? 1 : weight[order[place]];
  }

  float[] array() {
    return box;
  }

  /** Mesh triangle, or item, of every place. */
  int[] order() {
    return order;
  }

  void swap(int i, int j) {
    int id = order[i];
    order[i] = order[j];
    order[j] = id;
    int a = 6 * i;
    int b = 6 * j;
    for (int k = 0; k < 6; k++) {
      float value = box[a + k];
      box[a + k] = box[b + k];
      box[b + k] = value;
    }
  }

  /** Range of the doubled centres of some slots: min xyz, max xyz. */
  float[] centers(int from, int to) {
    float[] range = Boxes.empty();
    for (int s = from; s < to; s++) {
      int at = 6 * s;
      Boxes.growByPoint(
          range, box[at] + box[at + 3], box[at + 1] + box[at + 4], box[at + 2] + box[at + 5]);
    }
    return range;
  }
}
