package idiotaxa.core.mesh;

import com.carrotsearch.hppc.FloatArrayList;
import com.carrotsearch.hppc.IntArrayList;

/** Lists of a mesh's values that take whole arrays over and give them back, without a copy where that can be. */
final class ValueLists {
  private ValueLists() {}

  /**
   * A list with further values. Many files add each kind once: then their array is kept instead of a copy.
   *
   * @param values not to be used afterwards
   * @param expected values in all; there may be more
   */
  static FloatArrayList joined(FloatArrayList list, float[] values, int expected) {
    if (list.isEmpty() && expected <= values.length) {
      FloatArrayList own = new FloatArrayList(0);
      own.buffer = values;
      own.elementsCount = values.length;
      return own;
    }
    list.ensureCapacity(Math.max(expected, list.size() + values.length));
    list.add(values, 0, values.length);
    return list;
  }

  /** As the other, of whole numbers. */
  static IntArrayList joined(IntArrayList list, int[] values, int expected) {
    if (list.isEmpty() && expected <= values.length) {
      IntArrayList own = new IntArrayList(0);
      own.buffer = values;
      own.elementsCount = values.length;
      return own;
    }
    list.ensureCapacity(Math.max(expected, list.size() + values.length));
    list.add(values, 0, values.length);
    return list;
  }

  /** Adds a value until the list is as long as said. */
  static void fill(FloatArrayList list, int size, float value) {
    while (list.size() < size) {
      list.add(value);
    }
  }

  /** The values of a list that is not to be used afterwards; null of none. */
  static float[] values(FloatArrayList list) {
    if (list == null) {
      return null;
    }
    return list.buffer.length == list.size() ? list.buffer : list.toArray();
  }

  /** The values of a list that is not to be used afterwards; null of none. */
  static int[] values(IntArrayList list) {
    if (list == null) {
      return null;
    }
    return list.buffer.length == list.size() ? list.buffer : list.toArray();
  }
}
