package idiotaxa.core.mask;

/**
 * Cells of space that hold a point, known by their hashes: whether some point may lie within a distance of a place. Never
 * says no where one does; says yes in vain now and then.
 */
final class NearCells {
  /** As a share of what is there: how seldom two cells are taken for one. */
  private static final int BITS_A_POINT = 64;

  private static final long LEAST_BITS = 1L << 16;
  private static final long MOST_BITS = 1L << 29;

  private final double cell;
  private final double radius;
  private final long[] bits;
  private final int shift;

  /**
   * @param radius that will be asked for, metres
   * @param points about how many there will be
   */
  NearCells(double radius, long points) {
    this.radius = radius;
    // A ball meets two cells along each axis at most.
    cell = 2 * radius;
    long wanted = Math.max(LEAST_BITS, Math.min(MOST_BITS, BITS_A_POINT * points));
    int log = 64 - Long.numberOfLeadingZeros(wanted - 1);
    bits = new long[1 << log - 6];
    shift = 64 - log;
  }

  /** To be called by one thread at a time. */
  void add(double[] point) {
    long bit = bit(floor(point[0]), floor(point[1]), floor(point[2]));
    bits[(int) (bit >>> 6)] |= 1L << bit;
  }

  private long floor(double v) {
    return (long) Math.floor(v / cell);
  }

  /** Knuth's multiplicative hashing of three numbers, the high bits of which are the best. */
  private long bit(long x, long y, long z) {
    long h = x * 0x9E3779B97F4A7C15L + y * 0xC2B2AE3D27D4EB4FL + z * 0x165667B19E3779F9L;
    h = (h ^ h >>> 31) * 0xBF58476D1CE4E5B9L;
    return (h ^ h >>> 29) * 0x94D049BB133111EBL >>> shift;
  }

  boolean mayBeNear(double[] point) {
    long fromX = floor(point[0] - radius);
    long toX = floor(point[0] + radius);
    long fromY = floor(point[1] - radius);
    long toY = floor(point[1] + radius);
    long fromZ = floor(point[2] - radius);
    long toZ = floor(point[2] + radius);
    for (long x = fromX; x <= toX; x++) {
      for (long y = fromY; y <= toY; y++) {
        for (long z = fromZ; z <= toZ; z++) {
          long bit = bit(x, y, z);
          if ((bits[(int) (bit >>> 6)] & 1L << bit) != 0) {
            return true;
          }
        }
      }
    }
    return false;
  }

  void addAll(NearCells other) {
    for (int i = 0; i < bits.length; i++) {
      bits[i] |= other.bits[i];
    }
  }
}
