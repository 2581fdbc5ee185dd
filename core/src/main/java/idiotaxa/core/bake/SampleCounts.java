package idiotaxa.core.bake;

/** What was met at texel centres, by target part. One instance a thread, added up at the end. */
final class SampleCounts {
  final long[] coveredOfPart;
  final long[] missedOfPart;
  final long[] fallbackOfPart;
  final long[] conflictsOfPart;
  long overlapping;
  long conflicts;
  long rays;

  SampleCounts(int parts) {
    coveredOfPart = new long[parts];
    missedOfPart = new long[parts];
    fallbackOfPart = new long[parts];
    conflictsOfPart = new long[parts];
  }

  void countCenter(int part, int read) {
    coveredOfPart[part]++;
    countMiss(part, read);
  }

  /** Counts a texel as missed or fallback, if it is, that was counted as covered before. */
  void countMiss(int part, int read) {
    if (read == IdReader.MISSED) {
      missedOfPart[part]++;
    } else if ((read & IdReader.FALLBACK) != 0) {
      fallbackOfPart[part]++;
    }
  }

  /**
   * @param isNewTexel false when a third or later owner of the same texel
   */
  void countOverlap(int part, boolean isNewTexel, boolean isConflict) {
    if (isNewTexel) {
      overlapping++;
    }
    if (isConflict) {
      conflictsOfPart[part]++;
      conflicts++;
    }
  }

  void add(SampleCounts other) {
    addAll(coveredOfPart, other.coveredOfPart);
    addAll(missedOfPart, other.missedOfPart);
    addAll(fallbackOfPart, other.fallbackOfPart);
    addAll(conflictsOfPart, other.conflictsOfPart);
    overlapping += other.overlapping;
    conflicts += other.conflicts;
  }

  private static void addAll(long[] to, long[] from) {
    for (int i = 0; i < to.length; i++) {
      to[i] += from[i];
    }
  }
}
