package idiotaxa.core.trace;

/** Bounding boxes of clusters of triangles, six floats each (min xyz, max xyz), and the order they were put into. */
final class ClusterBoxes {
  private final float[] box;
  private final int[] order;
  /** Triangles of every cluster. */
  private final int[] weight;

  ClusterBoxes(int count) {
    box = new float[6 * count];
    order = new int[count];
    weight = new int[count];
  }

  /**
   * @param bounds min xyz, max xyz
   * @param triangles how many there are in it
   */
  void put(int cluster, float[] bounds, int triangles) {
    order[cluster] = cluster;
    weight[cluster] = triangles;
    System.arraycopy(bounds, 0, box, 6 * cluster, 6);
  }

  /** Triangles of what lies at a place. */
  int weightAt(int place) {
    return weight[order[place]];
  }

  float[] array() {
    return box;
  }

  /** Cluster at every place. */
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
