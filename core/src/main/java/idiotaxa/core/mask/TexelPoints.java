package idiotaxa.core.mask;

import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.raster.EdgeOwners;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.TileBins;
import idiotaxa.core.raster.TileOwners;
import idiotaxa.core.raster.UvTriangles;
import idiotaxa.core.work.Parallel;
import java.util.Arrays;

/**
 * Where on the target the covered texels of a sheet lie. A texel whose centre no triangle owns, because
 * only its border or a sliver is covered, lies at the nearest point of a triangle that meets it.
 */
final class TexelPoints {
  private final Mesh mesh;
  private final int width;
  private final int height;
  private final UvTriangles triangles;
  private final TileBins bins;

  TexelPoints(Mesh mesh, Sheet sheet, int width, int height) {
    this.mesh = mesh;
    this.width = width;
    this.height = height;
    triangles = UvTriangles.of(mesh, sheet, width, height);
    bins = new TileBins(triangles, width, height);
  }

  /** Takes one texel after another; those of a tile come from one thread. */
  interface Visitor {
    /**
     * @param triangle of the sheet, for {@link #point}
     */
    void visit(int texel, int triangle);

    /** Texels from … to−1 of a row, all of one triangle. */
    default void visitRun(int from, int to, int triangle) {
      for (int texel = from; texel < to; texel++) {
        visit(texel, triangle);
      }
    }
  }

  /** One visitor a thread. */
  interface Visitors {
    Visitor of(int worker);
  }

  int triangleCount() {
    return triangles.count();
  }

  int width() {
    return width;
  }

  /** Triangle of the mesh. */
  int meshTriangle(int triangle) {
    return triangles.meshTriangle(triangle);
  }

  /** Whether anything of a tile is wanted at all; to be asked by several threads. */
  interface Tiles {
    boolean isWanted(int tile);
  }

  /** Visits every covered texel that some triangle meets. */
  void visit(char[] groups, int threads, Visitors visitors) {
    visit(groups, threads, tile -> true, visitors);
  }

  /** Whether a triangle that is meant may touch a tile. */
  boolean touches(int tile, boolean[] isMeant) {
    for (int slot = bins.from(tile); slot < bins.to(tile); slot++) {
      if (isMeant[bins.item(slot)]) {
        return true;
      }
    }
    return false;
  }

  int tileX(int tile) {
    return bins.x(tile);
  }

  int tileY(int tile) {
    return bins.y(tile);
  }

  /** Visits those of the tiles that are wanted. */
  void visit(char[] groups, int threads, Tiles tiles, Visitors visitors) {
    TileOwners[] owners = new TileOwners[threads];
    EdgeOwners[] edges = new EdgeOwners[threads];
    // Nobody asks here which triangles own a texel.
    boolean[] isMet = new boolean[triangles.count()];
    Arrays.fill(isMet, true);
    Parallel.run(
        bins.count(),
        threads,
        (tile, worker) -> {
          if (bins.from(tile) == bins.to(tile) || !tiles.isWanted(tile)) {
            return;
          }
          if (owners[worker] == null) {
            owners[worker] = new TileOwners(triangles, width, height);
            edges[worker] = new EdgeOwners(triangles);
          }
          owners[worker].find(bins, tile, isMet);
          findEdges(tile, owners[worker], edges[worker], groups);
          visitTile(owners[worker], edges[worker], groups, visitors.of(worker));
        });
  }

  private void findEdges(int tile, TileOwners owners, EdgeOwners edges, char[] groups) {
    edges.begin(bins, tile);
    boolean isAsked = false;
    for (int y = owners.fromY(); y < owners.toY(); y++) {
      for (int x = owners.fromX(); x < owners.toX(); x++) {
        if (groups[y * width + x] != SheetMaps.UNCOVERED && owners.at(x, y) == TileOwners.NOBODY) {
          edges.ask(x, y);
          isAsked = true;
        }
      }
    }
    if (isAsked) {
      edges.find(bins, tile);
    }
  }

  private void visitTile(TileOwners owners, EdgeOwners edges, char[] groups, Visitor visitor) {
    for (int y = owners.fromY(); y < owners.toY(); y++) {
      int row = y * width;
      for (int x = owners.fromX(); x < owners.toX(); ) {
        int triangle = owners.at(x, y);
        int from = x++;
        if (groups[row + from] == SheetMaps.UNCOVERED) {
          continue;
        }
        if (triangle == TileOwners.NOBODY) {
          triangle = edges.at(from, y);
        } else {
          int end = owners.endOfRun(from, y, triangle);
          while (x < end && groups[row + x] != SheetMaps.UNCOVERED) {
            x++;
          }
        }
        if (triangle >= 0) {
          visitor.visitRun(row + from, row + x, triangle);
        }
      }
    }
  }

  /**
   * The point of a texel's centre, put into its triangle.
   *
   * @param weights scratch of three, left as the point's barycentric weights
   * @param point gets x, y, z in metres
   */
  void point(int texel, int triangle, double[] weights, double[] point) {
    long half = UvTriangles.STEPS / 2;
    triangles.weights(
        triangle,
        (long) (texel % width) * UvTriangles.STEPS + half,
        (long) (texel / width) * UvTriangles.STEPS + half,
        weights);
    double sum = 0;
    for (int k = 0; k < 3; k++) {
      weights[k] = Math.max(0, weights[k]);
      sum += weights[k];
    }
    java.util.Arrays.fill(point, 0);
    float[] positions = mesh.positions();
    for (int k = 0; k < 3; k++) {
      weights[k] /= sum;
      int vertex = mesh.triangleVertex(triangles.meshTriangle(triangle), k);
      for (int axis = 0; axis < 3; axis++) {
        point[axis] += weights[k] * positions[3 * vertex + axis];
      }
    }
  }

  /**
   * The longest, or the shortest, that a step of one texel is on the surface of a triangle, metres: the singular values of the map from the
   * sheet into space.
   */
  double metresATexel(int triangle, boolean isLongest) {
    double steps = UvTriangles.STEPS;
    double u1 = (triangles.x(triangle, 1) - triangles.x(triangle, 0)) / steps;
    double v1 = (triangles.y(triangle, 1) - triangles.y(triangle, 0)) / steps;
    double u2 = (triangles.x(triangle, 2) - triangles.x(triangle, 0)) / steps;
    double v2 = (triangles.y(triangle, 2) - triangles.y(triangle, 0)) / steps;
    double det = u1 * v2 - u2 * v1;
    int t = triangles.meshTriangle(triangle);
    float[] p = mesh.positions();
    int a = 3 * mesh.triangleVertex(t, 0);
    int b = 3 * mesh.triangleVertex(t, 1);
    int c = 3 * mesh.triangleVertex(t, 2);
    double uu = 0;
    double uv = 0;
    double vv = 0;
    for (int axis = 0; axis < 3; axis++) {
      double e1 = (double) p[b + axis] - p[a + axis];
      double e2 = (double) p[c + axis] - p[a + axis];
      double du = (e1 * v2 - e2 * v1) / det;
      double dv = (e2 * u1 - e1 * u2) / det;
      uu += du * du;
      uv += du * dv;
      vv += dv * dv;
    }
    double spread = Math.hypot((uu - vv) / 2, uv);
    double step = Math.sqrt(Math.max(0, (uu + vv) / 2 + (isLongest ? spread : -spread)));
    return Double.isFinite(step) ? step : 0;
  }

  /** What a covered texel has of the surface: its triangle's area in space by that on the sheet. */
  double squareMetresAt(int texel) {
    int i = bins.ownerWithin(triangles, texel % width, texel / width);
    if (i < 0) {
      return 0;
    }
    double texels = triangles.texelArea(i);
    return texels == 0 ? 0 : TriangleGeometry.area(mesh, triangles.meshTriangle(i)) / texels;
  }

  /** Point of a covered texel and the direction of its face; both stay as they are where there is none. */
  void place(int texel, double[] position, double[] normal) {
    int i = bins.ownerWithin(triangles, texel % width, texel / width);
    if (i >= 0) {
      point(texel, i, new double[3], position);
      TriangleGeometry.unitNormal(mesh, triangles.meshTriangle(i), normal);
    }
  }

  /** The texel in which a triangle's middle lies, or the nearest to it on the sheet. */
  int texelOfMiddle(int triangle) {
    long sumX = 0;
    long sumY = 0;
    for (int k = 0; k < 3; k++) {
      sumX += triangles.x(triangle, k);
      sumY += triangles.y(triangle, k);
    }
    int x = (int) Math.floorDiv(sumX, 3L * UvTriangles.STEPS);
    int y = (int) Math.floorDiv(sumY, 3L * UvTriangles.STEPS);
    return Math.max(0, Math.min(height - 1, y)) * width + Math.max(0, Math.min(width - 1, x));
  }

  /** The triangle that owns a point of the sheet, else one that meets its texel, −1 for none. */
  int triangleAt(double u, double v) {
    int x = (int) Math.floor(u * width);
    int y = (int) Math.floor((1 - v) * height);
    return x < 0 || y < 0 || x >= width || y >= height ? -1 : bins.ownerWithin(triangles, x, y);
  }
}
