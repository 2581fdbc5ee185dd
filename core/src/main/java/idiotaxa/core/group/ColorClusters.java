package idiotaxa.core.group;

import com.carrotsearch.hppc.IntArrayList;
import com.carrotsearch.hppc.sorting.IndirectSort;
import java.util.Arrays;

/**
 * Distinct colours gathered around the heaviest ones, so that 8-bit noise makes no clusters of its own.
 * Clusters are numbered in order of first appearance.
 */
public final class ColorClusters {
  private static final int NONE = -1;

  /** A filtered border is thin: lighter than this share of the lighter of its two sides. */
  private static final double BLEND_SHARE = 0.05;

  /** More are no sorting but a picture; each costs a comparison with every colour. */
  private static final int MOST_CENTERS = 4096;

  private final ColorWeights colors;
  private final int[] centers;
  private final double[] weights;
  /** By place in the colours' order of appearance. */
  private final int[] clusterOfColor;

  private ColorClusters(
      ColorWeights colors, int[] centers, double[] weights, int[] clusterOfColor) {
    this.colors = colors;
    this.centers = centers;
    this.weights = weights;
    this.clusterOfColor = clusterOfColor;
  }

  /**
   * @param tolerance 8-bit RGB distance to a cluster's centre
   * @throws IllegalArgumentException when there are more than {@value #MOST_CENTERS} clusters
   */
  public static ColorClusters of(ColorWeights colors, double tolerance) {
    return inOrderOfAppearance(colors, centers(colors, tolerance), tolerance);
  }

  /**
   * The same without clusters that are nothing but filtered borders: light ones near the line between
   * two heavy ones. Colours of these belong to no cluster.
   */
  public static ColorClusters withoutBlends(ColorWeights colors, double tolerance) {
    ColorClusters all = of(colors, tolerance);
    IntArrayList kept = new IntArrayList();
    for (int c = 0; c < all.count(); c++) {
      if (!all.isBlend(c, tolerance)) {
        kept.add(all.centers[c]);
      }
    }
    return inOrderOfAppearance(colors, kept.toArray(), tolerance);
  }

  private boolean isBlend(int cluster, double tolerance) {
    for (int a = 0; a < centers.length; a++) {
      if (weights[cluster] >= BLEND_SHARE * weights[a]) {
        continue;
      }
      for (int b = 0; b < a; b++) {
        if (weights[cluster] < BLEND_SHARE * weights[b]
            && Rgb.distanceToBlend(centers[cluster], centers[a], centers[b]) <= tolerance) {
          return true;
        }
      }
    }
    return false;
  }

  private static int[] centers(ColorWeights colors, double tolerance) {
    // The sort is stable: of colours with equal weights the one met first comes first.
    int[] byWeight =
        IndirectSort.mergesort(
            0, colors.count(), (a, b) -> Double.compare(colors.weight(b), colors.weight(a)));
    int[] centers = new int[MOST_CENTERS];
    int count = 0;
    for (int index : byWeight) {
      int color = colors.color(index);
      if (count == 0 || Rgb.distance(centers[nearest(centers, count, color)], color) > tolerance) {
        if (count == MOST_CENTERS) {
          throw new IllegalArgumentException(
              "there are more than %d colours farther apart than %.0f; raise the tolerance, or choose another origin"
                  .formatted(MOST_CENTERS, tolerance));
        }
        centers[count++] = color;
      }
    }
    return Arrays.copyOf(centers, count);
  }

  private static int nearest(int[] centers, int count, int color) {
    int best = 0;
    int bestSq = Integer.MAX_VALUE;
    for (int c = 0; c < count; c++) {
      int sq = Rgb.distanceSq(centers[c], color);
      if (sq < bestSq) {
        best = c;
        bestSq = sq;
      }
    }
    return best;
  }

  private static ColorClusters inOrderOfAppearance(
      ColorWeights colors, int[] centers, double tolerance) {
    int[] numberOfCenter = new int[centers.length];
    Arrays.fill(numberOfCenter, NONE);
    int[] ordered = new int[centers.length];
    double[] weights = new double[centers.length];
    int[] clusterOfColor = new int[colors.count()];
    int count = 0;
    for (int i = 0; i < clusterOfColor.length; i++) {
      int color = colors.color(i);
      int center = centers.length == 0 ? NONE : nearest(centers, centers.length, color);
      if (center < 0 || Rgb.distance(centers[center], color) > tolerance) {
        clusterOfColor[i] = NONE;
        continue;
      }
      if (numberOfCenter[center] < 0) {
        ordered[count] = centers[center];
        numberOfCenter[center] = count++;
      }
      clusterOfColor[i] = numberOfCenter[center];
      weights[clusterOfColor[i]] += colors.weight(i);
    }
    return new ColorClusters(colors, Arrays.copyOf(ordered, count), weights, clusterOfColor);
  }

  public int count() {
    return centers.length;
  }

  /** Centre colour of a cluster, 0xRRGGBB: one that occurs. */
  public int color(int cluster) {
    return centers[cluster];
  }

  /** Sum of the weights of a cluster's colours. */
  public double weight(int cluster) {
    return weights[cluster];
  }

  /** The cluster of a colour that occurs, −1 for a filtered border. */
  public int clusterOf(int color) {
    int index = colors.indexOf(color);
    return index < 0 ? NONE : clusterOfColor[index];
  }
}
