package idiotaxa.core.group;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The distinct corner colours of a mesh, gathered around the ones with the largest area so that 8-bit
 * noise makes no clusters of its own. Clusters are numbered in order of first appearance.
 */
public final class VertexColorClusters {
  private final int[] centers;
  private final double[] areas;
  private final Map<Integer, Integer> clusterOfColor;

  private VertexColorClusters(
      int[] centers, double[] areas, Map<Integer, Integer> clusterOfColor) {
    this.centers = centers;
    this.areas = areas;
    this.clusterOfColor = clusterOfColor;
  }

  /**
   * @param tolerance 8-bit RGB distance to a cluster's centre
   * @throws IllegalArgumentException when the mesh has no vertex colours
   */
  public static VertexColorClusters of(Mesh mesh, double tolerance) {
    if (!mesh.hasColors()) {
      throw new IllegalArgumentException("this mesh has no vertex colours");
    }
    Map<Integer, double[]> areaOfColor = new LinkedHashMap<>();
    int[] colors = mesh.cornerColor();
    for (int t = 0; t < mesh.triangleCount(); t++) {
      double third = TriangleGeometry.area(mesh, t) / 3;
      for (int k = 0; k < 3; k++) {
        int rgb = colors[mesh.triangleCorner(t, k)] & 0xFFFFFF;
        areaOfColor.computeIfAbsent(rgb, c -> new double[1])[0] += third;
      }
    }
    List<Integer> centers = centers(areaOfColor, tolerance);
    return inOrderOfAppearance(areaOfColor, centers);
  }

  private static List<Integer> centers(Map<Integer, double[]> areaOfColor, double tolerance) {
    List<Integer> byArea = new ArrayList<>(areaOfColor.keySet());
    // The sort is stable: of colours with equal areas the one met first comes first.
    byArea.sort(Comparator.comparingDouble(c -> -areaOfColor.get(c)[0]));
    List<Integer> centers = new ArrayList<>();
    for (int color : byArea) {
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

  private static VertexColorClusters inOrderOfAppearance(
      Map<Integer, double[]> areaOfColor, List<Integer> centers) {
    Map<Integer, Integer> numberOfCenter = new LinkedHashMap<>();
    Map<Integer, Integer> clusterOfColor = new HashMap<>();
    double[] areas = new double[centers.size()];
    for (Map.Entry<Integer, double[]> entry : areaOfColor.entrySet()) {
      int center = nearest(centers, entry.getKey());
      int number = numberOfCenter.computeIfAbsent(center, c -> numberOfCenter.size());
      clusterOfColor.put(entry.getKey(), number);
      areas[number] += entry.getValue()[0];
    }
    int[] ordered = numberOfCenter.keySet().stream().mapToInt(Integer::intValue).toArray();
    return new VertexColorClusters(ordered, areas, clusterOfColor);
  }

  public int count() {
    return centers.length;
  }

  /** Centre colour of a cluster, 0xRRGGBB: one that occurs in the file. */
  public int color(int cluster) {
    return centers[cluster];
  }

  /** Area of a cluster in square metres, a third of each triangle counted for each corner. */
  public double area(int cluster) {
    return areas[cluster];
  }

  /** The cluster that most corners of a face have; the first such corner's on a tie. */
  int ofFace(Mesh mesh, int face) {
    int from = mesh.faceStart()[face];
    int to = mesh.faceStart()[face + 1];
    int best = 0;
    int bestCount = 0;
    for (int c = from; c < to; c++) {
      int cluster = clusterOfColor.get(mesh.cornerColor()[c] & 0xFFFFFF);
      int count = 0;
      for (int d = from; d < to; d++) {
        if (clusterOfColor.get(mesh.cornerColor()[d] & 0xFFFFFF) == cluster) {
          count++;
        }
      }
      if (count > bestCount) {
        best = cluster;
        bestCount = count;
      }
    }
    return best;
  }
}
