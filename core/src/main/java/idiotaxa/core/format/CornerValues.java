package idiotaxa.core.format;

import com.carrotsearch.hppc.IntArrayList;
import java.util.Arrays;

/** Values of corners, equal ones once, numbered in order of first appearance. */
final class CornerValues {
  private final float[] values;
  private final int each;
  private final int[] ofCorner;
  private final IntArrayList firstCorner = new IntArrayList();

  /**
   * @param values {@code each} of them a corner
   */
  CornerValues(float[] values, int each) {
    this.values = values;
    this.each = each;
    int corners = values.length / each;
    ofCorner = new int[corners];
    int[] table = new int[Integer.highestOneBit(Math.max(8, corners)) * 4];
    Arrays.fill(table, -1);
    for (int c = 0; c < corners; c++) {
      int slot = hash(c) & table.length - 1;
      while (table[slot] >= 0 && !isSame(firstCorner.get(table[slot]), c)) {
        slot = slot + 1 & table.length - 1;
      }
      if (table[slot] < 0) {
        table[slot] = firstCorner.size();
        firstCorner.add(c);
      }
      ofCorner[c] = table[slot];
    }
  }

  private int hash(int corner) {
    int h = 0;
    for (int k = 0; k < each; k++) {
      h = (h + Float.floatToIntBits(Numbers.orZero(values[each * corner + k]) + 0f)) * 0x9E3779B1;
      h ^= h >>> 15;
    }
    return h;
  }

  private boolean isSame(int a, int b) {
    for (int k = 0; k < each; k++) {
      if (Numbers.orZero(values[each * a + k]) != Numbers.orZero(values[each * b + k])) {
        return false;
      }
    }
    return true;
  }

  int size() {
    return firstCorner.size();
  }

  int each() {
    return each;
  }

  int of(int corner) {
    return ofCorner[corner];
  }

  float value(int index, int k) {
    return Numbers.orZero(values[each * firstCorner.get(index) + k]);
  }
}
