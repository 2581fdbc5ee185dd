package idiotaxa.core.trace;

import idiotaxa.core.mesh.Mesh;

/** Sets of parts as bits, for queries that may hit only some parts. */
public final class PartFilter {
  private PartFilter() {}

  /** An empty set for {@code partCount} parts. */
  public static long[] none(int partCount) {
    return new long[(partCount + 63) / 64];
  }

  public static void allow(long[] parts, int part) {
    parts[part >> 6] |= 1L << part;
  }

  public static boolean isAllowed(long[] parts, int part) {
    return (parts[part >> 6] & 1L << part) != 0;
  }

  static int[] partOfSlot(Bvh bvh, Mesh mesh) {
    int[] parts = new int[bvh.triangleCount()];
    for (int s = 0; s < parts.length; s++) {
      parts[s] = mesh.facePart()[mesh.triangleFace(bvh.triangleOfSlot[s])];
    }
    return parts;
  }
}
