package idiotaxa.core.bake;

import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.raster.UvTriangles;

/** Reads groups at points and squares of a sheet. One instance a thread. */
final class SurfaceSampler {
  private final Mesh mesh;
  private final UvTriangles triangles;
  private final IdReader reader;
  private final double[] weights = new double[3];

  SurfaceSampler(Mesh mesh, UvTriangles triangles, IdReader reader) {
    this.mesh = mesh;
    this.triangles = triangles;
    this.reader = reader;
  }

  /** What {@link IdReader#groupAt} says at a point of a triangle, in fixed point. */
  int read(int i, long px, long py) {
    triangles.weights(i, px, py, weights);
    return reader.groupAt(triangles.meshTriangle(i), weights[0], weights[1], weights[2]);
  }

  /** What {@link IdReader#groupAt} says at the centre of a texel. */
  int readCenter(int i, int x, int y) {
    return read(i, center(x), center(y));
  }

  /** What {@link IdReader#groupInRegion} says at the centre of a texel. */
  int readCenterInRegion(int i, int x, int y) {
    return readInRegion(i, center(x), center(y));
  }

  /** Where the centre of a column or row of texels lies, in fixed point. */
  static long center(int texel) {
    return (long) texel * UvTriangles.STEPS + UvTriangles.STEPS / 2;
  }

  /** Value of the crisp plane for what was read. */
  static char crisp(int read) {
    return read == IdReader.MISSED ? SheetMaps.MISSED : (char) (read & 0xFFFF);
  }

  /** Whether a ray hit within the reach, rather than a longer one, the closest point or nothing being taken. */
  static boolean isHit(int read) {
    return read >= 0 && (read & (IdReader.FALLBACK | IdReader.FARTHER)) == 0;
  }

  /** Whether a ray longer than the measured reach decided. */
  static boolean isFarther(int read) {
    return read >= 0 && (read & IdReader.FARTHER) != 0;
  }

  /** Whether the closest point was taken because the ray missed. */
  static boolean isFallback(int read) {
    return read >= 0 && (read & IdReader.FALLBACK) != 0;
  }

  /** What {@link IdReader#groupInRegion} says at a point of a triangle, in fixed point. */
  int readInRegion(int i, long px, long py) {
    triangles.weights(i, px, py, weights);
    return reader.groupInRegion(triangles.meshTriangle(i), weights[0], weights[1], weights[2]);
  }

  /** Begins the region around others, see {@link IdReader#beginAround}. */
  void beginAround() {
    reader.beginAround();
  }

  /** Tells the region around others, see {@link IdReader#closeAround}. */
  void closeAround() {
    reader.closeAround();
  }

  /** Begins a region, see {@link IdReader#beginRegion}. */
  void beginRegion(int level) {
    reader.beginRegion(level);
  }

  /**
   * Adds what a triangle has of a rectangle, or more; points in fixed point.
   *
   * @return false when the region has too much already
   */
  boolean addToRegion(int i, long fromX, long fromY, long toX, long toY) {
    long left = Math.max(fromX, triangles.minX(i));
    long right = Math.min(toX, triangles.maxX(i));
    long top = Math.max(fromY, triangles.minY(i));
    long bottom = Math.min(toY, triangles.maxY(i));
    if (left > right || top > bottom) {
      return true;
    }
    return addCorner(i, left, top)
        && addCorner(i, right, top)
        && addCorner(i, left, bottom)
        && addCorner(i, right, bottom);
  }

  private boolean addCorner(int i, long px, long py) {
    triangles.weights(i, px, py, weights);
    return reader.addToRegion(triangles.meshTriangle(i), weights[0], weights[1], weights[2]);
  }

  /** Tells the region, see {@link IdReader#groupOfRegion}. */
  int groupOfRegion() {
    return reader.groupOfRegion();
  }

  /** The target part of a triangle. */
  int partOf(int i) {
    return mesh.facePart()[mesh.triangleFace(triangles.meshTriangle(i))];
  }

  long rays() {
    return reader.rays();
  }
}
