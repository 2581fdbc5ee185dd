package idiotaxa.core.check;

import com.carrotsearch.hppc.IntArrayList;

/** Faces that a finding is about: all are counted, the first thousand are kept to point at. */
final class FacesFound {
  static final int MAX_KEPT = 1000;

  private final IntArrayList kept = new IntArrayList();
  private final long[] isIn;
  private long count;

  FacesFound(int faceCount) {
    isIn = new long[(faceCount + 63) / 64];
  }

  void add(int face) {
    if ((isIn[face >> 6] & 1L << face) != 0) {
      return;
    }
    isIn[face >> 6] |= 1L << face;
    count++;
    if (kept.size() < MAX_KEPT) {
      kept.add(face);
    }
  }

  /** Number of different faces. */
  long count() {
    return count;
  }

  int[] faces() {
    return kept.toArray();
  }
}
