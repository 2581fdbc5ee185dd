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
    long half = UvTriangles.STEPS / 2;
    return read(i, (long) x * UvTriangles.STEPS + half, (long) y * UvTriangles.STEPS + half);
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

  void clearRegion() {
    reader.clearRegion();
  }

  /** Adds what a triangle has of the square of {@code size} texels at (x, y), or more. */
  boolean addSquare(int i, int x, int y, int size) {
    long steps = UvTriangles.STEPS;
    return addCorner(i, x * steps, y * steps)
        && addCorner(i, (x + size) * steps, y * steps)
        && addCorner(i, x * steps, (y + size) * steps)
        && addCorner(i, (x + size) * steps, (y + size) * steps);
  }

  private boolean addCorner(int i, long px, long py) {
    triangles.weights(i, px, py, weights);
    return reader.addToRegion(triangles.meshTriangle(i), weights[0], weights[1], weights[2]);
  }

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
