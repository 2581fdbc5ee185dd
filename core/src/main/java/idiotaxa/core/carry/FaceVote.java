package idiotaxa.core.carry;

import java.util.Arrays;

/** The groups that the points of one face found, by weight. Scratch of one thread. */
final class FaceVote {
  private int[] group = new int[8];
  private int[] face = new int[8];
  private double[] weight = new double[8];
  private double[] sure = new double[8];
  private int count;
  private double sum;

  void clear() {
    count = 0;
    sum = 0;
  }

  /**
   * @param oldFace −1 where nothing was found
   * @param certainty of the point, 0 … 1
   */
  void add(int groupFound, int oldFace, double pointWeight, double certainty) {
    int at = 0;
    // What finds no surface is another answer than what finds a surface without group.
    while (at < count && !(group[at] == groupFound && face[at] < 0 == oldFace < 0)) {
      at++;
    }
    if (at == count) {
      if (count == group.length) {
        group = Arrays.copyOf(group, 2 * count);
        face = Arrays.copyOf(face, 2 * count);
        weight = Arrays.copyOf(weight, 2 * count);
        sure = Arrays.copyOf(sure, 2 * count);
      }
      group[at] = groupFound;
      face[at] = oldFace;
      weight[at] = 0;
      sure[at] = 0;
      count++;
    }
    weight[at] += pointWeight;
    sure[at] += pointWeight * certainty;
    sum += pointWeight;
  }

  boolean isUnanimous() {
    return count < 2;
  }

  private int winner() {
    int best = 0;
    for (int i = 1; i < count; i++) {
      best = weight[i] > weight[best] ? i : best;
    }
    return best;
  }

  int group() {
    return group[winner()];
  }

  int oldFace() {
    return face[winner()];
  }

  /** Share of the weight that voted so, 0 … 1. */
  double share() {
    return sum > 0 ? weight[winner()] / sum : 0;
  }

  /** Share of the weight that voted so, each as far as it was certain, 0 … 1. */
  float confidence() {
    return sum > 0 ? (float) (sure[winner()] / sum) : 0;
  }
}
