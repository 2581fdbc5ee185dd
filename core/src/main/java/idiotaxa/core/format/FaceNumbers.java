package idiotaxa.core.format;

import com.carrotsearch.hppc.IntArrayList;
import com.carrotsearch.hppc.IntHashSet;
import idiotaxa.core.mesh.FaceWords;
import idiotaxa.core.mesh.FaceWordsBuilder;

/**
 * Whole numbers of faces under one name, of which a file may have several. The one that {@link OriginalFile} writes,
 * {@code group}, has 0 for no group; in those of others 0 is a number like any. Negative ones are none.
 */
final class FaceNumbers {
  /** How many names of a file are looked at. */
  static final int MOST_NAMES = 8;

  /** More different ones are numbers of the faces themselves, or measures. */
  private static final int MOST_VALUES = 4096;

  private static final int NONE = -1;

  private final boolean isOwn;
  private final IntArrayList ofFace = new IntArrayList();
  private final IntHashSet values = new IntHashSet();
  private boolean isOther;

  /**
   * @param isOwn whether they go by the name that we write
   */
  FaceNumbers(boolean isOwn) {
    this.isOwn = isOwn;
  }

  boolean isOwn() {
    return isOwn;
  }

  /** Says the number of the next face; NaN for none. */
  void add(double value) {
    // A column that was found to be something else is kept no longer.
    if (isOther) {
      return;
    }
    if (Double.isNaN(value) || value < 0 || isOwn && value == 0) {
      ofFace.add(NONE);
      return;
    }
    isOther = value != Math.rint(value) || value > Integer.MAX_VALUE;
    if (!isOther) {
      ofFace.add((int) value);
      values.add((int) value);
      isOther = values.size() > MOST_VALUES;
    }
    if (isOther) {
      ofFace.release();
    }
  }

  /** Whether they tell faces apart. */
  boolean tellsApart() {
    return !isOther && (values.size() > 1 || isOwn && !values.isEmpty());
  }

  /** All as words. */
  FaceWords words() {
    FaceWordsBuilder words = new FaceWordsBuilder();
    for (int f = 0; f < ofFace.size(); f++) {
      int value = ofFace.get(f);
      words.add(value == NONE ? null : Integer.toString(value));
    }
    return words.build();
  }
}
