package idiotaxa.core.mask;

import com.carrotsearch.hppc.CharArrayList;
import com.carrotsearch.hppc.FloatArrayList;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.raster.TileBins;
import idiotaxa.core.work.Progress;
import java.util.Arrays;
import java.util.List;

/**
 * The largest value within a distance in space, across UV seams and sheets, between texels' points whose
 * normals agree (less than a right angle apart). All texels at the rim of what has a value, or of an
 * island, are asked: on one surface, whoever is near to a texel farther inside is near to one of these, to within a
 * texel. For surfaces that lie on or in each other a grid of those farther inside is asked too, of at most {@value
 * #MOST_INSIDE} points: every second texel of a mask of a million.
 */
final class SurfaceGrowth {
  private static final int MOST_INSIDE = 300_000;

  private final Mesh mesh;
  private final float[] vertexNormals;
  private final List<MaskSheet> sheets;
  private final int threads;
  private final Progress progress;

  /**
   * @param vertexNormals smooth, over welded positions, x, y, z of every vertex
   */
  SurfaceGrowth(
      Mesh mesh, float[] vertexNormals, List<MaskSheet> sheets, int threads, Progress progress) {
    this.mesh = mesh;
    this.vertexNormals = vertexNormals;
    this.sheets = sheets;
    this.threads = threads;
    this.progress = progress;
  }

  /**
   * @param planes one a sheet
   * @param radius metres
   * @return new planes
   */
  char[][] grow(char[][] planes, double radius) {
    Sources sources = new Sources();
    int step = stepInside(planes);
    for (int s = 0; s < planes.length; s++) {
      gather(sheets.get(s), planes[s], step, sources);
    }
    PointTree tree =
        new PointTree(
            sources.points.toArray(), sources.normals.toArray(), sources.values.toArray());
    char[][] grown = new char[planes.length][];
    for (int s = 0; s < planes.length; s++) {
      progress.checkCancelled();
      grown[s] = reach(sheets.get(s), planes[s], tree, radius);
    }
    return grown;
  }

  /** The least value within a distance. */
  char[][] shrink(char[][] planes, double radius) {
    return inverted(grow(inverted(planes), radius));
  }

  private char[][] inverted(char[][] planes) {
    char[][] out = new char[planes.length][];
    for (int s = 0; s < planes.length; s++) {
      out[s] = Planes.inverted(planes[s], sheets.get(s).islands(), threads);
    }
    return out;
  }

  private static final class Sources {
    private final FloatArrayList points = new FloatArrayList();
    private final FloatArrayList normals = new FloatArrayList();
    private final CharArrayList values = new CharArrayList();

    void add(double[] point, double[] normal, char value) {
      for (int axis = 0; axis < 3; axis++) {
        points.add((float) point[axis]);
        normals.add((float) normal[axis]);
      }
      values.add(value);
    }
  }

  private static void join(Sources all, Sources part) {
    all.points.addAll(part.points);
    all.normals.addAll(part.normals);
    all.values.addAll(part.values);
  }

  /** Of the grid of texels that are asked whatever lies around them. */
  private static int stepInside(char[][] planes) {
    long texels = 0;
    for (char[] plane : planes) {
      for (char value : plane) {
        texels += value > 0 ? 1 : 0;
      }
    }
    return Math.max(2, (int) Math.ceil(Math.sqrt(texels / (double) MOST_INSIDE)));
  }

  private void gather(MaskSheet sheet, char[] plane, int step, Sources sources) {
    int width = sheet.maps().width();
    Worker[] workers = new Worker[threads];
    sheet
        .points()
        .visit(
            sheet.maps().groups(),
            threads,
            tile -> hasValue(sheet, plane, tile),
            w -> {
              if (workers[w] == null) {
                workers[w] = new Worker(sheet.points());
              }
              Worker worker = workers[w];
              return (texel, triangle) -> {
                boolean isOnGrid = texel % width % step == 0 && texel / width % step == 0;
                if (plane[texel] > 0 && (isOnGrid || isRim(sheet.islands(), plane, texel))) {
                  worker.at(texel, triangle);
                  worker.sources.add(worker.point, worker.normal, plane[texel]);
                }
              };
            });
    for (Worker worker : workers) {
      if (worker != null) {
        join(sources, worker.sources);
      }
    }
  }

  private static boolean hasValue(MaskSheet sheet, char[] plane, int tile) {
    int width = sheet.maps().width();
    int fromX = sheet.points().tileX(tile);
    int fromY = sheet.points().tileY(tile);
    int toX = Math.min(width, fromX + TileBins.SIDE);
    int toY = Math.min(sheet.maps().height(), fromY + TileBins.SIDE);
    for (int y = fromY; y < toY; y++) {
      for (int i = y * width + fromX; i < y * width + toX; i++) {
        if (plane[i] > 0) {
          return true;
        }
      }
    }
    return false;
  }

  /** Whether one of the eight neighbours has less or lies outside of the island. */
  private static boolean isRim(TexelIslands islands, char[] plane, int texel) {
    int width = islands.width();
    int x = texel % width;
    int y = texel / width;
    if (x == 0 || y == 0 || x == width - 1 || y == islands.height() - 1) {
      return true;
    }
    char[] labels = islands.labels();
    for (int row = texel - width; row <= texel + width; row += width) {
      for (int n = row - 1; n <= row + 1; n++) {
        if (labels[n] != labels[texel] || plane[n] < plane[texel]) {
          return true;
        }
      }
    }
    return false;
  }

  private char[] reach(MaskSheet sheet, char[] plane, PointTree tree, double radius) {
    char[] out = plane.clone();
    boolean[] isNear = trianglesNear(sheet.points(), tree, radius);
    Worker[] workers = new Worker[threads];
    PointTree.Query[] queries = new PointTree.Query[threads];
    sheet
        .points()
        .visit(
            sheet.maps().groups(),
            threads,
            tile -> sheet.points().touches(tile, isNear),
            w -> {
              if (workers[w] == null) {
                workers[w] = new Worker(sheet.points());
                queries[w] = tree.new Query();
              }
              Worker worker = workers[w];
              PointTree.Query query = queries[w];
              return (texel, triangle) -> {
                if (isNear[triangle] && plane[texel] < Planes.FULL) {
                  out[texel] = worker.reach(texel, triangle, query, radius, plane[texel]);
                }
              };
            });
    return out;
  }

  private boolean[] trianglesNear(TexelPoints points, PointTree tree, double radius) {
    boolean[] isNear = new boolean[points.triangleCount()];
    PointTree.Query query = tree.new Query();
    float[] box = new float[6];
    for (int i = 0; i < isNear.length; i++) {
      Arrays.fill(box, 0, 3, Float.POSITIVE_INFINITY);
      Arrays.fill(box, 3, 6, Float.NEGATIVE_INFINITY);
      for (int k = 0; k < 3; k++) {
        int vertex = mesh.triangleVertex(points.meshTriangle(i), k);
        for (int axis = 0; axis < 3; axis++) {
          float v = mesh.positions()[3 * vertex + axis];
          box[axis] = Math.min(box[axis], v);
          box[3 + axis] = Math.max(box[3 + axis], v);
        }
      }
      isNear[i] = query.isNear(box, radius);
    }
    return isNear;
  }

  /** One thread's point and normal of a texel. */
  private final class Worker {
    private static final int SQUARE = 8;
    private static final int SLOTS = TileBins.SIDE / SQUARE;

    private final TexelPoints points;
    private final double[] weights = new double[3];
    private final double[] point = new double[3];
    private final double[] normal = new double[3];

    /** A place per square of {@value #SQUARE} texels of a tile around which nothing was near, and how far. */
    private final double[] free = new double[4 * SLOTS * SLOTS];

    /** What this thread has gathered. */
    private final Sources sources = new Sources();

    private final char[] freeAbove = new char[SLOTS * SLOTS];

    Worker(TexelPoints points) {
      this.points = points;
      Arrays.fill(free, Double.NEGATIVE_INFINITY);
    }

    /** Most texels lie near one that is known to be far from everything, and need not ask. */
    char reach(int texel, int triangle, PointTree.Query query, double radius, char own) {
      at(texel, triangle);
      int x = texel % points.width() % TileBins.SIDE / SQUARE;
      int y = texel / points.width() % TileBins.SIDE / SQUARE;
      int slot = y * SLOTS + x;
      if (own >= freeAbove[slot] && distance(4 * slot) + radius <= free[4 * slot + 3]) {
        return own;
      }
      char found = query.largest(point, normal, radius, own);
      if (found == own && query.isFree(point, 2 * radius, own)) {
        System.arraycopy(point, 0, free, 4 * slot, 3);
        free[4 * slot + 3] = 2 * radius;
        freeAbove[slot] = own;
      }
      return found;
    }

    private double distance(int at) {
      double dx = point[0] - free[at];
      double dy = point[1] - free[at + 1];
      double dz = point[2] - free[at + 2];
      return Math.sqrt(dx * dx + dy * dy + dz * dz);
    }

    void at(int texel, int triangle) {
      points.point(texel, triangle, weights, point);
      Arrays.fill(normal, 0);
      for (int k = 0; k < 3; k++) {
        int vertex = mesh.triangleVertex(points.meshTriangle(triangle), k);
        for (int axis = 0; axis < 3; axis++) {
          normal[axis] += weights[k] * vertexNormals[3 * vertex + axis];
        }
      }
    }
  }
}
