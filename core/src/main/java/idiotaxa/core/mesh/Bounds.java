package idiotaxa.core.mesh;

/** An axis-aligned box in metres; empty (min over max) when it holds no point. */
public record Bounds(float minX, float minY, float minZ, float maxX, float maxY, float maxZ) {

  /** The box of xyz triples. */
  public static Bounds of(float[] positions) {
    float inf = Float.POSITIVE_INFINITY;
    float[] lo = {inf, inf, inf};
    float[] hi = {-inf, -inf, -inf};
    for (int i = 0; i < positions.length; i++) {
      int axis = i % 3;
      lo[axis] = Math.min(lo[axis], positions[i]);
      hi[axis] = Math.max(hi[axis], positions[i]);
    }
    return new Bounds(lo[0], lo[1], lo[2], hi[0], hi[1], hi[2]);
  }

  public boolean isEmpty() {
    return !(minX <= maxX);
  }

  /** Length of the diagonal of the box around both, metres. */
  public double diagonalWith(Bounds other) {
    return new Bounds(
            Math.min(minX, other.minX),
            Math.min(minY, other.minY),
            Math.min(minZ, other.minZ),
            Math.max(maxX, other.maxX),
            Math.max(maxY, other.maxY),
            Math.max(maxZ, other.maxZ))
        .diagonal();
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
