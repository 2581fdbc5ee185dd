package idiotaxa.core.mesh;

import idiotaxa.core.work.Parallel;

/** An axis-aligned box in metres; empty (min over max) when it holds no point. */
public record Bounds(float minX, float minY, float minZ, float maxX, float maxY, float maxZ) {

  /** Triples that one thread takes at a time. */
  private static final int RANGE = 1 << 16;

  /** The box of xyz triples. */
  public static Bounds of(float[] positions) {
    int count = positions.length / 3;
    if (count <= RANGE) {
      return of(positions, 0, count);
    }
    Bounds[] ofRange = new Bounds[(count + RANGE - 1) / RANGE];
    Parallel.ranges(
        count, RANGE, Parallel.cores(), (from, to) -> ofRange[from / RANGE] = of(positions, from, to));
    Bounds all = ofRange[0];
    for (Bounds range : ofRange) {
      all = all.union(range);
    }
    return all;
  }

  private static Bounds of(float[] positions, int from, int to) {
    float minX = Float.POSITIVE_INFINITY;
    float minY = minX;
    float minZ = minX;
    float maxX = Float.NEGATIVE_INFINITY;
    float maxY = maxX;
    float maxZ = maxX;
    for (int i = 3 * from; i < 3 * to; i += 3) {
      float x = positions[i];
      float y = positions[i + 1];
      float z = positions[i + 2];
      // Compared and not Math.min, which Java's first compiler calls as a method.
      minX = x < minX ? x : minX;
      minY = y < minY ? y : minY;
      minZ = z < minZ ? z : minZ;
      maxX = x > maxX ? x : maxX;
      maxY = y > maxY ? y : maxY;
      maxZ = z > maxZ ? z : maxZ;
    }
    return new Bounds(minX, minY, minZ, maxX, maxY, maxZ);
  }

  public boolean isEmpty() {
    return !(minX <= maxX);
  }

  /** Length of the diagonal of the box around both, metres. */
  public double diagonalWith(Bounds other) {
    return union(other).diagonal();
  }

  /** Length of the diagonal in metres, 0 when empty. */
  public double diagonal() {
    if (isEmpty()) {
      return 0;
    }
    double dx = (double) maxX - minX;
    double dy = (double) maxY - minY;
    double dz = (double) maxZ - minZ;
    return Math.sqrt(dx * dx + dy * dy + dz * dz);
  }

  /** The smallest box around both. */
  public Bounds union(Bounds other) {
    return new Bounds(
        Math.min(minX, other.minX),
        Math.min(minY, other.minY),
        Math.min(minZ, other.minZ),
        Math.max(maxX, other.maxX),
        Math.max(maxY, other.maxY),
        Math.max(maxZ, other.maxZ));
  }
}
