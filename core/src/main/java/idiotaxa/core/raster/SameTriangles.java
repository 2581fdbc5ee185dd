package idiotaxa.core.raster;

import idiotaxa.core.mesh.TableSize;
import java.util.Arrays;

/** Tells how often a triangle of a sheet came before, with the same corners in the same order. Asked of each once, in order. */
final class SameTriangles {
  private static final int NONE = -1;

  private final UvTriangles triangles;
  /** The first of each kind, and how many came. */
  private final int[] first;

  private final int[] count;

  SameTriangles(UvTriangles triangles) {
    this.triangles = triangles;
    first = new int[TableSize.of(triangles.count())];
    count = new int[first.length];
    Arrays.fill(first, NONE);
  }

  int countBefore(int i) {
    int slot = hash(i) & first.length - 1;
    while (first[slot] != NONE && !isSame(first[slot], i)) {
      slot = slot + 1 & first.length - 1;
    }
    if (first[slot] == NONE) {
      first[slot] = i;
    }
    return count[slot]++;
  }

  private int hash(int i) {
    int h = 0;
    for (int k = 0; k < 3; k++) {
      h = (h ^ triangles.x(i, k)) * 0x9E3779B1;
      h = (h ^ h >>> 15 ^ triangles.y(i, k)) * 0x85EBCA77;
    }
    return h ^ h >>> 13;
  }

  private boolean isSame(int a, int b) {
    for (int k = 0; k < 3; k++) {
      if (triangles.x(a, k) != triangles.x(b, k) || triangles.y(a, k) != triangles.y(b, k)) {
        return false;
      }
    }
    return true;
  }
}
