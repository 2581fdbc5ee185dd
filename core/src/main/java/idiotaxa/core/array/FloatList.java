package idiotaxa.core.array;

import java.util.Arrays;

/** A growable list of floats without boxing. Not thread-safe. */
public final class FloatList {
  private float[] values;
  private int size;

  public FloatList() {
    this(16);
  }

  public FloatList(int capacity) {
    values = new float[Math.max(4, capacity)];
  }

  public void add(float value) {
    if (size == values.length) {
      values = Arrays.copyOf(values, Growth.next(size));
    }
    values[size++] = value;
  }

  public float get(int index) {
    assert index < size : index + " of " + size;
    return values[index];
  }

  public int size() {
    return size;
  }

  /** A copy trimmed to the size; the backing array itself when it is exactly full. */
  public float[] toArray() {
    return size == values.length ? values : Arrays.copyOf(values, size);
  }
}
