package idiotaxa.core.origin;

import com.carrotsearch.hppc.IntIntHashMap;
import idiotaxa.core.group.ColorClusters;
import idiotaxa.core.group.ColorWeights;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.work.Parallel;

/** The distinct corner colours of a mesh, clustered by their areas. */
public final class VertexColorClusters {
  /** Triangles whose areas are added up on their own, so that sums do not depend on threads. */
  private static final int RANGE = 1 << 15;

  /** So many ranges are held at a time. */
  private static final int RANGES = 8;

  private final ColorClusters clusters;

  private VertexColorClusters(ColorClusters clusters) {
    this.clusters = clusters;
  }

  /**
   * @param tolerance 8-bit RGB distance to a cluster's centre
   * @throws IllegalArgumentException when the mesh has no vertex colours, or thousands that are no sorting
   */
  public static VertexColorClusters of(Mesh mesh, double tolerance) {
    if (!mesh.hasColors()) {
      throw new IllegalArgumentException("this mesh has no vertex colours");
    }
    ColorWeights areaOfColor = new ColorWeights();
    int triangles = mesh.triangleCount();
    ColorWeights[] ofRange = new ColorWeights[RANGES];
    // Not all at once: each range of a photographed scan has a table of nearly as many colours as corners.
    for (int base = 0; base < triangles; base += RANGES * RANGE) {
      int first = base;
      int count = Math.min(RANGES * RANGE, triangles - first);
      Parallel.ranges(
          count,
          RANGE,
          Parallel.cores(),
          (from, to) -> ofRange[from / RANGE] = areas(mesh, first + from, first + to));
      for (int r = 0; r * RANGE < count; r++) {
        areaOfColor.addAll(ofRange[r]);
      }
    }
    return new VertexColorClusters(ColorClusters.of(areaOfColor, tolerance));
  }

  private static ColorWeights areas(Mesh mesh, int from, int to) {
    ColorWeights areaOfColor = new ColorWeights();
    int[] colors = mesh.cornerColor();
    for (int t = from; t < to; t++) {
      double area = TriangleGeometry.area(mesh, t);
      int a = colors[mesh.triangleCorner(t, 0)] & 0xFFFFFF;
      int b = colors[mesh.triangleCorner(t, 1)] & 0xFFFFFF;
      int c = colors[mesh.triangleCorner(t, 2)] & 0xFFFFFF;
      if (a == b && a == c) {
        areaOfColor.add(a, area);
      } else {
        areaOfColor.add(a, area / 3);
        areaOfColor.add(b, area / 3);
        areaOfColor.add(c, area / 3);
      }
    }
    return areaOfColor;
  }

  public int count() {
    return clusters.count();
  }

  /** Centre colour of a cluster, 0xRRGGBB: one that occurs in the file. */
  public int color(int cluster) {
    return clusters.color(cluster);
  }

  /** Area of a cluster in square metres, a third of each triangle counted for each corner. */
  public double area(int cluster) {
    return clusters.weight(cluster);
  }

  /** Cluster of every face. */
  public int[] ofFaces(Mesh mesh) {
    int[] out = new int[mesh.faceCount()];
    for (int f = 0; f < out.length; f++) {
      out[f] = ofFace(mesh, f);
    }
    return out;
  }

  /** The cluster that most corners of a face have; the first such corner's on a tie. */
  int ofFace(Mesh mesh, int face) {
    int from = mesh.faceStart()[face];
    int to = mesh.faceStart()[face + 1];
    if (isOneColor(mesh, from, to)) {
      return ofCorner(mesh, from);
    }
    IntIntHashMap cornersOf = new IntIntHashMap();
    int most = 0;
    for (int c = from; c < to; c++) {
      most = Math.max(most, cornersOf.addTo(ofCorner(mesh, c), 1));
    }
    int first = from;
    while (cornersOf.get(ofCorner(mesh, first)) < most) {
      first++;
    }
    return ofCorner(mesh, first);
  }

  private static boolean isOneColor(Mesh mesh, int from, int to) {
    for (int c = from + 1; c < to; c++) {
      if (mesh.cornerColor()[c] != mesh.cornerColor()[from]) {
        return false;
      }
    }
    return true;
  }

  private int ofCorner(Mesh mesh, int corner) {
    return clusters.clusterOf(mesh.cornerColor()[corner] & 0xFFFFFF);
  }
}
