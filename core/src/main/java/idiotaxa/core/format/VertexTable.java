package idiotaxa.core.format;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.mesh.Mesh;
import java.util.Arrays;

/**
 * Joins corners that agree in position and all attributes into the shared vertices that most formats
 * want. Numbered in order of first appearance.
 */
final class VertexTable {
  private final Mesh mesh;
  private final IntArrayList firstCorner = new IntArrayList();
  private int[] table = new int[1024];

  VertexTable(Mesh mesh) {
    this.mesh = mesh;
    Arrays.fill(table, -1);
  }

  int size() {
    return firstCorner.size();
  }

  /** A corner that has a vertex's position and attributes. */
  int corner(int vertex) {
    return firstCorner.get(vertex);
  }

  /** The vertex of a corner. */
  int add(int corner) {
    if (2 * size() > table.length) {
      grow();
    }
    int slot = findSlot(corner);
    if (table[slot] < 0) {
      table[slot] = size();
      firstCorner.add(corner);
    }
    return table[slot];
  }

  private void grow() {
    table = new int[2 * table.length];
    Arrays.fill(table, -1);
    for (int v = 0; v < size(); v++) {
      table[findSlot(firstCorner.get(v))] = v;
    }
  }

  private int findSlot(int corner) {
    int mask = table.length - 1;
    int slot = hash(corner) & mask;
    while (table[slot] >= 0 && !isSame(firstCorner.get(table[slot]), corner)) {
      slot = (slot + 1) & mask;
    }
    return slot;
  }

  private int hash(int c) {
    int h = mesh.cornerVertex()[c] * 0x9E3779B1;
    if (mesh.hasUvs()) {
      h = (h ^ Float.floatToRawIntBits(mesh.cornerUv()[2 * c])) * 0x85EBCA6B;
      h = (h ^ Float.floatToRawIntBits(mesh.cornerUv()[2 * c + 1])) * 0xC2B2AE35;
    }
    if (mesh.hasColors()) {
      h = (h ^ mesh.cornerColor()[c]) * 0x27D4EB2F;
    }
    return h ^ (h >>> 15);
  }

  private boolean isSame(int a, int b) {
    return mesh.cornerVertex()[a] == mesh.cornerVertex()[b]
        && (!mesh.hasColors() || mesh.cornerColor()[a] == mesh.cornerColor()[b])
        && isSame(mesh.cornerUv(), 2, a, b)
        && isSame(mesh.cornerNormal(), 3, a, b);
  }

  private static boolean isSame(float[] values, int size, int a, int b) {
    for (int k = 0; values != null && k < size; k++) {
      if (Float.floatToRawIntBits(values[size * a + k])
          != Float.floatToRawIntBits(values[size * b + k])) {
        return false;
      }
    }
    return true;
  }
}
