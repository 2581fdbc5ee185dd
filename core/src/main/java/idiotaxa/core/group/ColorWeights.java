package idiotaxa.core.group;

import com.carrotsearch.hppc.DoubleArrayList;
import com.carrotsearch.hppc.IntArrayList;
import com.carrotsearch.hppc.IntIntHashMap;

/**
 * How much of each distinct colour there is, in order of first appearance. Of photographs there are millions, so
 * nothing is kept but three numbers a colour.
 */
public final class ColorWeights {
  private static final int NONE = -1;

  private final IntIntHashMap indexOfColor = new IntIntHashMap();
  private final IntArrayList colors = new IntArrayList();
  private final DoubleArrayList weights = new DoubleArrayList();
  private int lastColor = NONE;
  private int lastIndex = NONE;

  /**
   * @param color 0xRRGGBB
   * @param weight area or number of texels, not negative
   */
  public void add(int color, double weight) {
    // Most neighbours have one colour; that needs no look into the table.
    if (color != lastColor) {
      lastColor = color;
      lastIndex = indexOfColor.getOrDefault(color, NONE);
      if (lastIndex < 0) {
        lastIndex = colors.size();
        indexOfColor.put(color, lastIndex);
        colors.add(color);
        weights.add(0);
      }
    }
    weights.buffer[lastIndex] += weight;
  }

  /** Adds those of another, in its order of first appearance. */
  public void addAll(ColorWeights other) {
    for (int i = 0; i < other.count(); i++) {
      add(other.color(i), other.weight(i));
    }
  }

  public int count() {
    return colors.size();
  }

  /** All of them, in order of first appearance. */
  public int[] colors() {
    return colors.toArray();
  }

  int color(int index) {
    return colors.get(index);
  }

  double weight(int index) {
    return weights.get(index);
  }

  /** Weight of a colour, 0 of one that was not added. */
  public double weightOf(int color) {
    int index = indexOf(color);
    return index < 0 ? 0 : weights.get(index);
  }

  /** Its place in the order of appearance, −1 of a colour that was not added. */
  int indexOf(int color) {
    return indexOfColor.getOrDefault(color, NONE);
  }
}
