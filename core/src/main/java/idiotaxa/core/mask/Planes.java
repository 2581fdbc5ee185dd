package idiotaxa.core.mask;

import idiotaxa.core.map.Coverage;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.work.Parallel;

/** Coverages of one sheet as planes: a value 0 … 65535 a texel, rows down; 0 where nothing is covered. */
final class Planes {
  /** The whole of a texel. */
  static final char FULL = 0xFFFF;

  /** What one step of an 8-bit share is. */
  static final int STEP = 257;

  private static final int BAND = 1 << 16;

  private Planes() {}

  /** Work on the texels from … to−1. */
  private interface Range {
    void run(int from, int to);
  }

  private static void inBands(int length, int threads, Range work) {
    Parallel.run(
        (length + BAND - 1) / BAND,
        threads,
        (band, worker) -> work.run(band * BAND, Math.min(length, (band + 1) * BAND)));
  }

  /** What a group has of every texel. */
  static char[] ofGroup(SheetMaps maps, int group, int threads) {
    char[] groups = maps.groups();
    char[] plane = new char[groups.length];
    inBands(
        plane.length,
        threads,
        (from, to) -> {
          for (int i = from; i < to; i++) {
            plane[i] = groups[i] == group ? FULL : 0;
          }
        });
    Coverage coverage = maps.coverage();
    for (int m = 0; m < coverage.mixedCount(); m++) {
      int share = 0;
      for (int e = coverage.start()[m]; e < coverage.start()[m + 1]; e++) {
        share += coverage.groups()[e] == group ? coverage.shares()[e] & 0xFF : 0;
      }
      plane[coverage.texels()[m]] = (char) (share * STEP);
    }
    return plane;
  }

  /** 1 − c on what is covered. */
  static char[] inverted(char[] plane, TexelIslands islands, int threads) {
    char[] out = new char[plane.length];
    char[] labels = islands.labels();
    inBands(
        plane.length,
        threads,
        (from, to) -> {
          for (int i = from; i < to; i++) {
            out[i] = (char) (labels[i] == TexelIslands.NONE ? 0 : FULL - plane[i]);
          }
        });
    return out;
  }

  /** (c − low) / (high − low), clamped; a step at low where both are equal. */
  static char[] tightened(char[] plane, double low, double high, int threads) {
    char[] table = new char[FULL + 1];
    for (int v = 0; v < table.length; v++) {
      double c = v / (double) FULL;
      double tight = high > low ? (c - low) / (high - low) : c > low ? 1 : 0;
      table[v] = (char) Math.round(Math.max(0, Math.min(1, tight)) * FULL);
    }
    char[] out = new char[plane.length];
    inBands(
        plane.length,
        threads,
        (from, to) -> {
          for (int i = from; i < to; i++) {
            out[i] = table[plane[i]];
          }
        });
    return out;
  }

  /** Joins a part to what there is so far, in place. */
  static void join(char[] sum, char[] part, MaskPart.How how, int threads) {
    inBands(
        sum.length,
        threads,
        (from, to) -> {
          for (int i = from; i < to; i++) {
            int a = sum[i];
            int b = part[i];
            sum[i] =
                (char)
                    switch (how) {
                      case ADD -> Math.min(FULL, a + b);
                      case SUBTRACT -> Math.max(0, a - b);
                      case INTERSECT -> Math.min(a, b);
                    };
          }
        });
  }

  /** Takes away what lies outside of the target, in place. */
  static void keepCovered(char[] plane, TexelIslands islands, int threads) {
    char[] labels = islands.labels();
    inBands(
        plane.length,
        threads,
        (from, to) -> {
          for (int i = from; i < to; i++) {
            if (labels[i] == TexelIslands.NONE) {
              plane[i] = 0;
            }
          }
        });
  }

}
