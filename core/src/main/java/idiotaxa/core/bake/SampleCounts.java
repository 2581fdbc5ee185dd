package idiotaxa.core.bake;

/** What was met in texels, by target part. One instance a thread, added up at the end. */
final class SampleCounts {
  final long[] coveredOfPart;
  final long[] missedOfPart;
  final long[] fartherOfPart;
  final long[] fallbackOfPart;
  final long[] conflictsOfPart;
  long overlapping;
  long conflicts;
  long rays;

  SampleCounts(int parts) {
    coveredOfPart = new long[parts];
    missedOfPart = new long[parts];
    fartherOfPart = new long[parts];
    fallbackOfPart = new long[parts];
    conflictsOfPart = new long[parts];
  }

  /** Counts texels of which rays hit. */
  void countCovered(int part, int texels) {
    coveredOfPart[part] += texels;
  }

  void countTexel(int part, int read) {
    coveredOfPart[part]++;
    countMiss(part, read);
  }

  /** Counts a texel as missed, farther or fallback, if it is, that was counted as covered before. */
  void countMiss(int part, int read) {
    if (read == IdReader.MISSED) {
      missedOfPart[part]++;
    } else if ((read & IdReader.FALLBACK) != 0) {
      fallbackOfPart[part]++;
    } else if ((read & IdReader.FARTHER) != 0) {
      fartherOfPart[part]++;
    }
  }

  /** Corrects what was counted of a texel by its centre alone. */
  void changeMissed(int part, int by) {
    missedOfPart[part] += by;
  }

  /** Counts a texel whose owners differ, for the part of the one that lost. */
  void countConflict(int part) {
    conflictsOfPart[part]++;
    conflicts++;
  }

  void add(SampleCounts other) {
    addAll(coveredOfPart, other.coveredOfPart);
    addAll(missedOfPart, other.missedOfPart);
    addAll(fartherOfPart, other.fartherOfPart);
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
