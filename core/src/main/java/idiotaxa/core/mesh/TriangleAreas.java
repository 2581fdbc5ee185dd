package idiotaxa.core.mesh;

import idiotaxa.core.work.Parallel;
import java.util.Arrays;
import java.util.function.IntUnaryOperator;

/**
 * The areas of a mesh's triangles one after another, and which triangle lies at a share of the whole: for points
 * spread evenly by area. Of millions of triangles only every sixteenth sum is kept.
 */
public final class TriangleAreas {
  private static final int STEP = 16;

  /** Triangles whose areas are computed before they are told. */
  private static final int AHEAD = 1 << 17;

  private static final int RANGE = 1 << 13;

  /** Where every range has sums of its own. */
  private static final int LONG_RANGE = 1 << 16;

  private final Mesh mesh;
  /** Square metres of the triangles up to the end of every sixteen. */
  private final double[] sums;

  private TriangleAreas(Mesh mesh, double[] sums) {
    this.mesh = mesh;
    this.sums = sums;
  }

  /** Takes triangles in the order of the mesh, from one thread. */
  interface Visitor {
    /**
     * @param area square metres
     */
    void visit(int triangle, double area);
  }

  /** Tells all areas; they are computed on as many threads as the machine has cores. */
  static void visit(Mesh mesh, Visitor visitor) {
    double[] areas = new double[Math.min(AHEAD, mesh.triangleCount())];
    for (int first = 0; first < mesh.triangleCount(); first += AHEAD) {
      int base = first;
      int count = Math.min(AHEAD, mesh.triangleCount() - base);
      Parallel.ranges(
          count,
          RANGE,
          Parallel.cores(),
          (from, to) -> {
            for (int t = from; t < to; t++) {
              areas[t] = TriangleGeometry.area(mesh, base + t);
            }
          });
      for (int t = 0; t < count; t++) {
        visitor.visit(base + t, areas[t]);
      }
    }
  }

  /**
   * Adds up the areas of the triangles of each label, in an order that does not depend on threads.
   *
   * @param labels how many there are
   * @param labelOf asked by several threads: of every triangle, 0 … labels−1
   * @return square metres by label
   */
  public static double[] byLabel(Mesh mesh, int labels, IntUnaryOperator labelOf) {
    double[][] ofRange = new double[(mesh.triangleCount() + LONG_RANGE - 1) / LONG_RANGE][];
    Parallel.ranges(
        mesh.triangleCount(),
        LONG_RANGE,
        Parallel.cores(),
        (from, to) -> {
          double[] sums = new double[labels];
          for (int t = from; t < to; t++) {
            sums[labelOf.applyAsInt(t)] += TriangleGeometry.area(mesh, t);
          }
          ofRange[from / LONG_RANGE] = sums;
        });
    double[] sums = new double[labels];
    for (double[] range : ofRange) {
      for (int label = 0; label < labels; label++) {
        sums[label] += range[label];
      }
    }
    return sums;
  }

  public static TriangleAreas of(Mesh mesh) {
    int count = mesh.triangleCount();
    double[] sums = new double[(count + STEP - 1) / STEP];
    Parallel.ranges(
        sums.length,
        RANGE / STEP,
        Parallel.cores(),
        (from, to) -> {
          for (int s = from; s < to; s++) {
            int end = Math.min(count, (s + 1) * STEP);
            double sum = 0;
            for (int t = s * STEP; t < end; t++) {
              sum += TriangleGeometry.area(mesh, t);
            }
            sums[s] = sum;
          }
        });
    for (int s = 1; s < sums.length; s++) {
      sums[s] += sums[s - 1];
    }
    return new TriangleAreas(mesh, sums);
  }

  /** Of the whole mesh, square metres; 0 for one without triangles. */
  public double total() {
    return sums.length == 0 ? 0 : sums[sums.length - 1];
  }

  /**
   * The triangle in which a share of the area, added up from the first triangle, is reached.
   *
   * @param share 0 … 1
   */
  public int triangleAt(double share) {
    double wanted = share * total();
    int found = Arrays.binarySearch(sums, wanted);
    int block = Math.min(sums.length - 1, found < 0 ? -found - 1 : found + 1);
    double before = block == 0 ? 0 : sums[block - 1];
    double sum = 0;
    int end = Math.min(mesh.triangleCount(), (block + 1) * STEP);
    for (int t = block * STEP; t < end; t++) {
      sum += TriangleGeometry.area(mesh, t);
      // Added as the sums were, so that their rounding is met again.
      if (before + sum > wanted) {
        return t;
      }
    }
    return end - 1;
  }
}
