package idiotaxa.core.mask;

import com.carrotsearch.hppc.CharArrayList;
import com.carrotsearch.hppc.FloatArrayList;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.raster.TileBins;
import idiotaxa.core.work.Progress;
import java.util.Arrays;
import java.util.List;

/**
 * The largest value within a distance in space, across UV seams and sheets, between points whose normals agree (less than a
 * right angle apart). All texels at the rim of what has a value, or of an island, are asked: on one surface, whoever is near to a
 * texel farther inside is near to one of these. For surfaces that lie on or in each other those farther inside are asked
 * too, where something that has less lies within the distance: each stands for its own square of the surface, and where the distance
 * is many texels, one for several, as long as that changes it by less than a three hundredth.
 */
final class SurfaceGrowth {
  /** Of the first look, which only says what lies near at all. */
  private static final int MOST_AT_FIRST = 300_000;

  /** Points farther inside than the rim; of larger masks one stands for more. */
  private static final int MOST_INSIDE = 6_000_000;

  /** Of the distance: whatever lies so near to the rim is as far from anything else as the rim, to within a two hundredth. */
  private static final double NEAR_RIM = 0.09;

  /** Of a square's side: its half diagonal, with what rounding takes. */
  private static final double HALF_DIAGONAL = 0.7072;

  /** Of the distance: the largest disc, whose curved surface lies off it by a three hundredth of the distance at most. */
  private static final double DISC = 1 / 12.0;

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
    byte[][] rims = new byte[planes.length][];
    for (int s = 0; s < planes.length; s++) {
      rims[s] = RimDistance.of(sheets.get(s).islands(), planes[s], threads);
    }
    double texels = count(planes);
    int step = powerBelow(Math.sqrt(texels / MOST_AT_FIRST));
    // What lies by no more than a square inside of the rim is not looked at first.
    double unseen = (2 * step + 1) * sheets.stream().mapToDouble(SurfaceGrowth::metresATexel).max().orElse(0);
    Sources sources = new Sources();
    Sources sparse = new Sources();
    for (int s = 0; s < planes.length; s++) {
      gather(sheets.get(s), planes[s], new Inside(rims[s], step, step, null), sources, sparse);
    }
    boolean[][] isNear = trianglesNear(sparse.with(sources).tree(), radius + unseen);
    NearCells lower = lower(planes, isNear, radius);
    for (int s = 0; s < planes.length; s++) {
      double texel = metresATexel(sheets.get(s));
      int least = powerBelow((NEAR_RIM * radius / texel - 1) / 2);
      int most = Math.max(least, powerBelow(Math.max(DISC * radius / texel, Math.sqrt(texels / MOST_INSIDE))));
      gather(sheets.get(s), planes[s], new Inside(rims[s], least, most, lower), null, sources);
    }
    PointTree tree = sources.tree();
    char[][] grown = new char[planes.length][];
    for (int s = 0; s < planes.length; s++) {
      progress.checkCancelled();
      grown[s] = reach(sheets.get(s), planes[s], tree, radius, isNear[s]);
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
    private final FloatArrayList discs = new FloatArrayList();
    private final CharArrayList values = new CharArrayList();

    /** These and others, as a new list. */
    Sources with(Sources others) {
      Sources out = new Sources();
      join(out, this);
      join(out, others);
      return out;
    }

    PointTree tree() {
      return new PointTree(points.toArray(), normals.toArray(), discs.toArray(), values.toArray());
    }

    /**
     * @param disc metres
     */
    void add(double[] point, double[] normal, double disc, char value) {
      discs.add((float) disc);
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
    all.discs.addAll(part.discs);
    all.values.addAll(part.values);
  }

  /**
   * Which texels farther inside stand for which squares of a sheet.
   *
   * @param rim how far each texel lies inside
   * @param least the side of the smallest squares, a power of two; smaller ones lie so near to the rim that it stands for them
   * @param most of the largest
   * @param lower cells near which one is needed, null for all
   */
  private record Inside(byte[] rim, int least, int most, NearCells lower) {
    /** Side of the square that a texel stands for, 0 for none. */
    int square(int texel, int width) {
      int x = texel % width;
      int y = texel / width;
      for (int side = most; side >= least; side /= 2) {
        boolean isWhole = rim[texel] >= 1 + 2 * side;
        boolean isOnGrid = ((x | y) & side - 1) == 0;
        // Far enough inside for all its neighbours on the grid to stand for such squares too.
        boolean isCovered = rim[texel] >= 1 + 3 * side;
        if (isWhole && isOnGrid) {
          return side;
        }
        if (isCovered) {
          return 0;
        }
      }
      return least == 1 && rim[texel] > 1 ? 1 : 0;
    }
  }

  private static long count(char[][] planes) {
    long texels = 0;
    for (char[] plane : planes) {
      for (char value : plane) {
        texels += value > 0 ? 1 : 0;
      }
    }
    return texels;
  }

  /** Powers of two, so that grids lie in each other; 1 at least. */
  private static int powerBelow(double side) {
    int out = 1;
    while (2 * out <= side && out < RimDistance.MOST / 4) {
      out *= 2;
    }
    return out;
  }

  /** Where something has less than all, on triangles that lie near to what has more. */
  private NearCells lower(char[][] planes, boolean[][] isNear, double radius) {
    long about = 0;
    for (char[] plane : planes) {
      about += plane.length / 8;
    }
    double within = radius * (1 + DISC);
    NearCells[] ofWorkers = new NearCells[threads];
    long points = about;
    for (int s = 0; s < planes.length; s++) {
      MaskSheet sheet = sheets.get(s);
      char[] plane = planes[s];
      boolean[] isMeant = isNear[s];
      Worker[] workers = new Worker[threads];
      sheet
          .points()
          .visit(
              sheet.maps().groups(),
              threads,
              tile -> sheet.points().touches(tile, isMeant),
              w -> {
                if (workers[w] == null) {
                  workers[w] = new Worker(sheet.points());
                }
                if (ofWorkers[w] == null) {
                  ofWorkers[w] = new NearCells(within, points);
                }
                return (texel, triangle) -> {
                  if (isMeant[triangle] && plane[texel] < Planes.FULL) {
                    sheet.points().point(texel, triangle, workers[w].weights, workers[w].point);
                    ofWorkers[w].add(workers[w].point);
                  }
                };
              });
    }
    NearCells all = new NearCells(within, about);
    for (NearCells part : ofWorkers) {
      if (part != null) {
        all.addAll(part);
      }
    }
    return all;
  }

  /** Of an average triangle; positive. */
  private static double metresATexel(MaskSheet sheet) {
    double sum = 0;
    int triangles = sheet.points().triangleCount();
    for (int i = 0; i < triangles; i++) {
      sum += sheet.points().metresATexel(i, true);
    }
    return Math.max(Double.MIN_NORMAL, sum / Math.max(1, triangles));
  }

  /**
   * @param rim gets the texels at the rim, null to leave them out
   * @param squares gets what stands for squares farther inside
   */
  private void gather(MaskSheet sheet, char[] plane, Inside inside, Sources rim, Sources squares) {
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
                if (plane[texel] > 0) {
                  worker.gather(texel, triangle, inside, width, plane[texel], rim != null);
                }
              };
            });
    for (Worker worker : workers) {
      if (worker != null && rim != null) {
        join(rim, worker.rim);
      }
      if (worker != null) {
        join(squares, worker.squares);
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

  private char[] reach(MaskSheet sheet, char[] plane, PointTree tree, double radius, boolean[] isNear) {
    char[] out = plane.clone();
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

  private boolean[][] trianglesNear(PointTree tree, double radius) {
    boolean[][] out = new boolean[sheets.size()][];
    for (int s = 0; s < out.length; s++) {
      out[s] = trianglesNear(sheets.get(s).points(), tree, radius);
    }
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
    private final Sources rim = new Sources();

    private final Sources squares = new Sources();

    private final char[] freeAbove = new char[SLOTS * SLOTS];

    Worker(TexelPoints points) {
      this.points = points;
      Arrays.fill(free, Double.NEGATIVE_INFINITY);
    }

    void gather(int texel, int triangle, Inside inside, int width, char value, boolean isRimWanted) {
      if (inside.rim()[texel] == 1) {
        if (isRimWanted) {
          at(texel, triangle);
          rim.add(point, normal, 0, value);
        }
        return;
      }
      int square = inside.square(texel, width);
      if (square > 0) {
        at(texel, triangle);
        if (inside.lower() == null || inside.lower().mayBeNear(point)) {
          // Where the sheet is stretched a disc is not to pass the rim on the short way.
          double free = (inside.rim()[texel] - 1) * points.metresATexel(triangle, false);
          double disc = square * HALF_DIAGONAL * points.metresATexel(triangle, true);
          squares.add(point, normal, Math.min(disc, free), value);
        }
      }
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
