package idiotaxa.core.trace;

import java.util.Arrays;

/**
 * Divides the triangles of a node in two by binned surface-area heuristic over all three axes. Scratch
 * of one thread; what the getters give holds until the next division.
 */
final class Split {
  private static final int BINS = 16;
  /** Below this only the longest axis is tried: the others seldom cut better there. */
  private static final int MANY = 1024;

  private static final int FEW = 64;
  private static final int FEW_BINS = 8;
  private static final int MAX_DEPTH = 60;

  private final ClusterBoxes boxes;
  private final float[] box;
  private final int[] binCount = new int[3 * BINS];
  private final float[] binBox = new float[3 * BINS * 6];
  private final float[] rightArea = new float[BINS];
  private final float[] swept = new float[6];
  private final float[] leftBox = new float[6];
  private final float[] rightBox = new float[6];
  private final float[] scale = new float[3];
  private float[] leftCenters = new float[6];
  private float[] rightCenters = new float[6];
  private int middle;

  Split(ClusterBoxes boxes) {
    this.boxes = boxes;
    box = boxes.array();
  }

  int middle() {
    return middle;
  }

  /** Range of the doubled centres on the left; a fresh array. */
  float[] leftCenters() {
    return leftCenters.clone();
  }

  /** Range of the doubled centres on the right; a fresh array. */
  float[] rightCenters() {
    return rightCenters.clone();
  }

  void writeBoxes(float[] nodes, int at) {
    Boxes.write(leftBox, 0, nodes, at);
    Boxes.write(rightBox, 0, nodes, at + 6);
  }

  /**
   * Rearranges slots from … to−1, at least two, into a left and a right side, neither empty.
   *
   * @param centers range of their doubled centres
   */
  void divide(int from, int to, float[] centers, int depth) {
    int bins = to - from < FEW ? FEW_BINS : BINS;
    int axis = -1;
    int lastLeft = 0;
    float bestCost = Float.POSITIVE_INFINITY;
    int all = 0;
    if (depth < MAX_DEPTH) {
      setScales(centers, bins, to - from < MANY);
      fillBins(from, to, centers, bins);
      for (int a = 0; a < 3; a++) {
        if (scale[a] == 0) {
          continue;
        }
        sweepRight(a, bins);
        all = sum(a, bins);
        Boxes.reset(swept, 0, 1);
        for (int bin = 0, left = 0; bin < bins - 1; bin++) {
          int n = binCount[a * BINS + bin];
          if (n > 0) {
            left += n;
            Boxes.grow(swept, 0, binBox, 6 * (a * BINS + bin));
          }
          float cost = Boxes.area(swept, 0) * left + rightArea[bin + 1] * (all - left);
          if (left > 0 && left < all && cost < bestCost) {
            bestCost = cost;
            axis = a;
            lastLeft = bin;
          }
        }
      }
    }
    if (axis < 0) {
      middle = (from + to) >>> 1;
      measure(from, to);
    } else {
      rearrange(from, to, axis, lastLeft, centers[axis]);
      boxesFromBins(axis, lastLeft, bins);
    }
  }

  /** Leaves the right side empty. */
  void divideSingle(int slot) {
    middle = slot + 1;
    measure(slot, slot + 1);
  }

  /** Bins a unit along every axis; 0 leaves an axis out. */
  private void setScales(float[] centers, int bins, boolean isLongestOnly) {
    int longest = 0;
    for (int axis = 0; axis < 3; axis++) {
      float extent = centers[3 + axis] - centers[axis];
      if (extent > centers[3 + longest] - centers[longest]) {
        longest = axis;
      }
      // A little under the number of bins, so that the largest centre falls into the last one.
      float perUnit = bins * 0.99999f / extent;
      scale[axis] = extent > 0 && perUnit < Float.POSITIVE_INFINITY ? perUnit : 0;
    }
    for (int axis = 0; isLongestOnly && axis < 3; axis++) {
      scale[axis] = axis == longest ? scale[axis] : 0;
    }
  }

  private void fillBins(int from, int to, float[] centers, int bins) {
    for (int axis = 0; axis < 3; axis++) {
      if (scale[axis] > 0) {
        Arrays.fill(binCount, axis * BINS, axis * BINS + bins, 0);
        Boxes.reset(binBox, 6 * axis * BINS, bins);
        fillBins(from, to, axis, centers[axis], scale[axis]);
      }
    }
  }

  private void fillBins(int from, int to, int axis, float lowest, float perUnit) {
    for (int s = from; s < to; s++) {
      int at = 6 * s;
      int bin =
          axis * BINS + (int) ((box[at + axis] + box[at + 3 + axis] - lowest) * perUnit);
      binCount[bin] += boxes.weightAt(s);
      Boxes.grow(binBox, 6 * bin, box, at);
    }
  }

  private int sum(int axis, int bins) {
    int sum = 0;
    for (int bin = 0; bin < bins; bin++) {
      sum += binCount[axis * BINS + bin];
    }
    return sum;
  }

  private void sweepRight(int axis, int bins) {
    Boxes.reset(swept, 0, 1);
    for (int bin = bins - 1; bin > 0; bin--) {
      if (binCount[axis * BINS + bin] > 0) {
        Boxes.grow(swept, 0, binBox, 6 * (axis * BINS + bin));
      }
      rightArea[bin] = Boxes.area(swept, 0);
    }
  }

  private void boxesFromBins(int axis, int lastLeft, int bins) {
    Boxes.reset(leftBox, 0, 1);
    Boxes.reset(rightBox, 0, 1);
    for (int bin = 0; bin < bins; bin++) {
      if (binCount[axis * BINS + bin] > 0) {
        Boxes.grow(bin <= lastLeft ? leftBox : rightBox, 0, binBox, 6 * (axis * BINS + bin));
      }
    }
  }

  private void rearrange(int from, int to, int axis, int lastLeft, float lowest) {
    Boxes.reset(leftCenters, 0, 1);
    Boxes.reset(rightCenters, 0, 1);
    float perUnit = scale[axis];
    int i = from;
    int j = to - 1;
    while (i <= j) {
      int at = 6 * i;
      float x = box[at] + box[at + 3];
      float y = box[at + 1] + box[at + 4];
      float z = box[at + 2] + box[at + 5];
      float c = axis == 0 ? x : axis == 1 ? y : z;
      if ((int) ((c - lowest) * perUnit) <= lastLeft) {
        Boxes.growByPoint(leftCenters, x, y, z);
        i++;
      } else {
        Boxes.growByPoint(rightCenters, x, y, z);
        boxes.swap(i, j--);
      }
    }
    middle = i;
  }

  /** For triangles that no plane divides. */
  private void measure(int from, int to) {
    Boxes.reset(leftBox, 0, 1);
    Boxes.reset(rightBox, 0, 1);
    for (int s = from; s < to; s++) {
      Boxes.grow(s < middle ? leftBox : rightBox, 0, box, 6 * s);
    }
    leftCenters = boxes.centers(from, middle);
    rightCenters = boxes.centers(middle, to);
  }
}
