package idiotaxa.core.mesh;

import java.util.Arrays;

/**
 * Vertices whose positions coincide exactly, told as one number. For topology only: attributes stay
 * where they are.
 */
public final class Weld {
  private final int[] weldedOfVertex;
  private final int count;

  private Weld(int[] weldedOfVertex, int count) {
    this.weldedOfVertex = weldedOfVertex;
    this.count = count;
  }

  /** Linear time in the number of vertices. Positive and negative zero are the same position. */
  public static Weld of(Mesh mesh) {
    float[] positions = mesh.positions();
    int vertexCount = mesh.vertexCount();
    int capacity = Integer.highestOneBit(Math.max(8, vertexCount)) << 2;
    int[] table = new int[capacity];
    Arrays.fill(table, -1);
    int[] firstVertex = new int[vertexCount];
    int[] welded = new int[vertexCount];
    int count = 0;
    for (int v = 0; v < vertexCount; v++) {
      int slot = hash(positions, v) & (capacity - 1);
      while (table[slot] >= 0 && !isSame(positions, firstVertex[table[slot]], v)) {
        slot = (slot + 1) & (capacity - 1);
      }
      if (table[slot] < 0) {
        table[slot] = count;
        firstVertex[count++] = v;
      }
      welded[v] = table[slot];
    }
    return new Weld(welded, count);
  }

  private static int hash(float[] positions, int v) {
    int h = 0;
    for (int k = 0; k < 3; k++) {
      // Adding zero turns −0 into +0, which have different bits.
      h = (h ^ Float.floatToRawIntBits(positions[3 * v + k] + 0f)) * 0x9E3779B1;
      h ^= h >>> 15;
    }
    return h;
  }

  private static boolean isSame(float[] positions, int a, int b) {
    return positions[3 * a] == positions[3 * b]
        && positions[3 * a + 1] == positions[3 * b + 1]
        && positions[3 * a + 2] == positions[3 * b + 2];
  }

  /** Number of distinct positions. */
  public int count() {
    return count;
  }

  /** The distinct position of a vertex, 0 … count−1 in order of first appearance. */
  public int of(int vertex) {
    return weldedOfVertex[vertex];
  }
}
