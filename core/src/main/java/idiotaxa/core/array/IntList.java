package idiotaxa.core.array;

import java.util.Arrays;

/** A growable list of ints without boxing. Not thread-safe. */
public final class IntList {
  private int[] values;
  private int size;

  public IntList() {
    this(16);
  }

  public IntList(int capacity) {
    values = new int[Math.max(4, capacity)];
  }

  public void add(int value) {
    if (size == values.length) {
      values = Arrays.copyOf(values, Growth.next(size));
    }
    values[size++] = value;
  }

  public void addAll(IntList others) {
    for (int i = 0; i < others.size; i++) {
      add(others.values[i]);
    }
  }

  public int get(int index) {
    assert index < size : index + " of " + size;
    return values[index];
  }

  public void set(int index, int value) {
    assert index < size : index + " of " + size;
    values[index] = value;
  }

  public int size() {
    return size;
  }

  public void clear() {
    size = 0;
  }

  /** A copy trimmed to the size; the backing array itself when it is exactly full. */
  public int[] toArray() {
    return size == values.length ? values : Arrays.copyOf(values, size);
  }
}
