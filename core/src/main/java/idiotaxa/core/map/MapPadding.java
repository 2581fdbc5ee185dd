package idiotaxa.core.map;

import com.carrotsearch.hppc.CharArrayList;
import com.carrotsearch.hppc.IntArrayList;

/** Pads the maps of a sheet, row by row: what is covered is taken as it is, and only gaps are filled. */
final class MapPadding {
  private final PaddedMaps bare;
  private final int radius;
  private final int threads;
  private final int width;
  private final char[] groups;
  private final Gaps gaps;
  private final char[] padded;
  private final long[] bits;
  private final char[][] endsOfRow;
  private final IntArrayList[] entriesOfBand;

  /**
   * @param bare without padding
   * @param radius texels, at least 1, or {@link NearestCovered#EVERYWHERE}
   */
  MapPadding(PaddedMaps bare, int radius, int threads) {
    this.bare = bare;
    this.radius = radius;
    this.threads = threads;
    width = bare.width();
    groups = bare.groups();
    gaps = Gaps.of(groups, width, bare.runs());
    padded = new char[groups.length];
    bits = new long[(groups.length + 63) / 64];
    endsOfRow = new char[bare.height()][];
    entriesOfBand = new IntArrayList[(bare.height() + NearestCovered.BAND - 1) / NearestCovered.BAND];
  }

  PaddedMaps pad() {
    NearestCovered.search(groups, gaps, width, bare.height(), radius, threads, this::takeRow);
    IntArrayList entries = new IntArrayList(bare.coverage().mixedCount() + 16);
    for (IntArrayList band : entriesOfBand) {
      entries.addAll(band);
    }
    return new PaddedMaps(
        width, bare.height(), padded, bare.coverage(), bits, entries.toArray(), new RowRuns(endsOfRow));
  }

  /** Rows of a band come in order from one thread, and their bits fill whole words. */
  private void takeRow(int y, int[] nearest) {
    int band = y / NearestCovered.BAND;
    if (entriesOfBand[band] == null) {
      entriesOfBand[band] = new IntArrayList();
    }
    padGroups(y, nearest);
    padShares(y, nearest, entriesOfBand[band]);
    endsOfRow[y] = ends(y);
  }

  private void padGroups(int y, int[] nearest) {
    int base = y * width;
    System.arraycopy(groups, base, padded, base, width);
    char[] ofRow = gaps.of(y);
    for (int g = 0; g < ofRow.length; g += 2) {
      for (int x = ofRow[g]; x < ofRow[g + 1]; x++) {
        padded[base + x] = nearest[x] == NearestCovered.NONE ? SheetMaps.UNCOVERED : groups[nearest[x]];
      }
    }
  }

  /** Bits and entries of the texels of a row that are shared, or padded from one that is. */
  private void padShares(int y, int[] nearest, IntArrayList entries) {
    int base = y * width;
    bare.visitShared(y, texel -> bits[texel >> 6] |= 1L << texel);
    char[] ofRow = gaps.of(y);
    for (int g = 0; g < ofRow.length; g += 2) {
      for (int x = ofRow[g]; x < ofRow[g + 1]; x++) {
        long bit = 1L << base + x;
        int word = base + x >> 6;
        boolean isShared = nearest[x] != NearestCovered.NONE && bare.isShared(nearest[x]);
        bits[word] = isShared ? bits[word] | bit : bits[word] & ~bit;
      }
    }
    bare.visitBits(
        bits,
        y,
        texel ->
            entries.add(
                bare.entryOf(groups[texel] == SheetMaps.UNCOVERED ? nearest[texel - base] : texel)));
  }

  /** The ends of a padded row's runs: those of what was covered go on where a gap took their value. */
  private char[] ends(int y) {
    int base = y * width;
    CharArrayList ends = new CharArrayList();
    bare.visitRuns(
        y,
        (begin, end) -> {
          int last = groups[base + begin] == SheetMaps.UNCOVERED ? end : begin + 1;
          for (int x = begin; x < last; x++) {
            if (x > 0 && padded[base + x] != padded[base + x - 1]) {
              ends.add((char) x);
            }
          }
        });
    ends.add((char) width);
    return ends.toArray();
  }
}
