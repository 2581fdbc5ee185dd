package idiotaxa.core.bake;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.raster.TileBins;
import idiotaxa.core.raster.UvTriangles;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;

/** Gathers texels with problems into regions over their eight neighbours. */
final class ProblemFinder {
  /** Regions that are told for each kind, the largest ones. */
  private static final int MOST = 100;

  private final Mesh mesh;
  private final UvTriangles triangles;
  private final TileBins bins;
  private final int width;
  private final int height;

  ProblemFinder(Mesh mesh, UvTriangles triangles, TileBins bins, int width, int height) {
    this.mesh = mesh;
    this.triangles = triangles;
    this.bins = bins;
    this.width = width;
    this.height = height;
  }

  /**
   * @param texels in any order, each may occur several times
   * @return the largest first
   */
  List<ProblemRegion> regions(ProblemRegion.Kind kind, BitSet texels) {
    List<IntArrayList> found = new ArrayList<>();
    BitSet left = (BitSet) texels.clone();
    for (int t = left.nextSetBit(0); t >= 0; t = left.nextSetBit(t + 1)) {
      found.add(grow(t, left));
    }
    return found.stream()
        .sorted(Comparator.comparingInt((IntArrayList region) -> -region.size()))
        .limit(MOST)
        .map(region -> describe(kind, region))
        .toList();
  }

  private IntArrayList grow(int seed, BitSet left) {
    IntArrayList region = new IntArrayList();
    left.clear(seed);
    region.add(seed);
    for (int i = 0; i < region.size(); i++) {
      int x = region.get(i) % width;
      int y = region.get(i) / width;
      for (int ny = Math.max(0, y - 1); ny <= Math.min(height - 1, y + 1); ny++) {
        for (int nx = Math.max(0, x - 1); nx <= Math.min(width - 1, x + 1); nx++) {
          int neighbour = ny * width + nx;
          if (left.get(neighbour)) {
            left.clear(neighbour);
            region.add(neighbour);
          }
        }
      }
    }
    return region;
  }

  private ProblemRegion describe(ProblemRegion.Kind kind, IntArrayList region) {
    int minX = width;
    int minY = height;
    int maxX = 0;
    int maxY = 0;
    double sumX = 0;
    double sumY = 0;
    for (int i = 0; i < region.size(); i++) {
      int x = region.get(i) % width;
      int y = region.get(i) / width;
      minX = Math.min(minX, x);
      minY = Math.min(minY, y);
      maxX = Math.max(maxX, x);
      maxY = Math.max(maxY, y);
      sumX += x;
      sumY += y;
    }
    int middle = nearest(region, sumX / region.size(), sumY / region.size());
    int owner = bins.ownerWithin(triangles, middle % width, middle / width);
    double[] position = new double[3];
    double[] normal = new double[3];
    place(owner, middle, position, normal);
    return new ProblemRegion(
        kind,
        mesh.parts().get(mesh.facePart()[mesh.triangleFace(triangles.meshTriangle(owner))]).name(),
        minX,
        minY,
        maxX - minX + 1,
        maxY - minY + 1,
        region.size(),
        middle % width,
        middle / width,
        position,
        normal);
  }

  private int nearest(IntArrayList region, double x, double y) {
    int best = region.get(0);
    double bestSq = Double.POSITIVE_INFINITY;
    for (int i = 0; i < region.size(); i++) {
      double dx = region.get(i) % width - x;
      double dy = region.get(i) / width - y;
      if (dx * dx + dy * dy < bestSq) {
        bestSq = dx * dx + dy * dy;
        best = region.get(i);
      }
    }
    return best;
  }

  private void place(int owner, int texel, double[] position, double[] normal) {
    double[] weights = new double[3];
    long steps = UvTriangles.STEPS;
    triangles.weights(
        owner, texel % width * steps + steps / 2, texel / width * steps + steps / 2, weights);
    int triangle = triangles.meshTriangle(owner);
    for (int k = 0; k < 3; k++) {
      int vertex = 3 * mesh.triangleVertex(triangle, k);
      for (int axis = 0; axis < 3; axis++) {
        position[axis] += weights[k] * mesh.positions()[vertex + axis];
      }
    }
    TriangleGeometry.unitNormal(mesh, triangle, normal);
  }
}
