package idiotaxa.core.group;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Distinct colours gathered around the heaviest ones, so that 8-bit noise makes no clusters of its own.
 * Clusters are numbered in order of first appearance.
 */
public final class ColorClusters {
  private static final int NONE = -1;
  /** A filtered border is thin: lighter than this share of the lighter of its two sides. */
  private static final double BLEND_SHARE = 0.05;

  private final int[] centers;
  private final double[] weights;
  private final Map<Integer, Integer> clusterOfColor;

  private ColorClusters(int[] centers, double[] weights, Map<Integer, Integer> clusterOfColor) {
    this.centers = centers;
    this.weights = weights;
    this.clusterOfColor = clusterOfColor;
  }

  /**
   * @param weightOfColor area or number of texels of each 0xRRGGBB, in order of first appearance
   * @param tolerance 8-bit RGB distance to a cluster's centre
   */
  public static ColorClusters of(Map<Integer, double[]> weightOfColor, double tolerance) {
    return inOrderOfAppearance(weightOfColor, centers(weightOfColor, tolerance), tolerance);
  }

  /**
   * The same without clusters that are nothing but filtered borders: light ones near the line between
   * two heavy ones. Colours of these belong to no cluster.
   */
  public static ColorClusters withoutBlends(
      Map<Integer, double[]> weightOfColor, double tolerance) {
    ColorClusters all = of(weightOfColor, tolerance);
    List<Integer> kept = new ArrayList<>();
    for (int c = 0; c < all.count(); c++) {
      if (!all.isBlend(c, tolerance)) {
        kept.add(all.centers[c]);
      }
    }
    return inOrderOfAppearance(weightOfColor, kept, tolerance);
  }

  private boolean isBlend(int cluster, double tolerance) {
    for (int a = 0; a < centers.length; a++) {
      for (int b = 0; b < a; b++) {
        if (weights[cluster] < BLEND_SHARE * Math.min(weights[a], weights[b])
            && Rgb.distanceToBlend(centers[cluster], centers[a], centers[b]) <= tolerance) {
          return true;
        }
      }
    }
    return false;
  }

  private static List<Integer> centers(Map<Integer, double[]> weightOfColor, double tolerance) {
    List<Integer> byWeight = new ArrayList<>(weightOfColor.keySet());
    // The sort is stable: of colours with equal weights the one met first comes first.
    byWeight.sort(Comparator.comparingDouble(c -> -weightOfColor.get(c)[0]));
    List<Integer> centers = new ArrayList<>();
    for (int color : byWeight) {
      if (centers.isEmpty() || Rgb.distance(nearest(centers, color), color) > tolerance) {
        centers.add(color);
      }
    }
    return centers;
  }

  private static int nearest(List<Integer> centers, int color) {
    int best = centers.get(0);
    for (int center : centers) {
      if (Rgb.distanceSq(center, color) < Rgb.distanceSq(best, color)) {
        best = center;
      }
    }
    return best;
  }

  private static ColorClusters inOrderOfAppearance(
      Map<Integer, double[]> weightOfColor, List<Integer> centers, double tolerance) {
    Map<Integer, Integer> numberOfCenter = new LinkedHashMap<>();
    Map<Integer, Integer> clusterOfColor = new HashMap<>();
    double[] weights = new double[centers.size()];
    for (Map.Entry<Integer, double[]> entry : weightOfColor.entrySet()) {
      int center = nearest(centers, entry.getKey());
      if (Rgb.distance(center, entry.getKey()) <= tolerance) {
        int number = numberOfCenter.computeIfAbsent(center, c -> numberOfCenter.size());
        clusterOfColor.put(entry.getKey(), number);
        weights[number] += entry.getValue()[0];
      }
    }
    int[] ordered = numberOfCenter.keySet().stream().mapToInt(Integer::intValue).toArray();
    return new ColorClusters(ordered, weights, clusterOfColor);
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
    return clusterOfColor.getOrDefault(color, NONE);
  }
}
