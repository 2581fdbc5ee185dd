package idiotaxa.core.trace;

import idiotaxa.core.mesh.Mesh;

/** Bounding boxes of triangles, six floats each (min xyz, max xyz), and the order they were put into. */
final class TriangleBoxes {
  private final float[] box;
  private final int[] order;

  TriangleBoxes(int count) {
    box = new float[6 * count];
    order = new int[count];
  }

  void load(Mesh mesh, int from, int to) {
    float[] p = mesh.positions();
    for (int t = from; t < to; t++) {
      order[t] = t;
      int a = 3 * mesh.triangleVertex(t, 0);
      int b = 3 * mesh.triangleVertex(t, 1);
      int c = 3 * mesh.triangleVertex(t, 2);
      for (int axis = 0; axis < 3; axis++) {
        box[6 * t + axis] = Math.min(p[a + axis], Math.min(p[b + axis], p[c + axis]));
        box[6 * t + 3 + axis] = Math.max(p[a + axis], Math.max(p[b + axis], p[c + axis]));
      }
    }
  }

  float[] array() {
    return box;
  }

  /** Mesh triangle of every slot. */
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
