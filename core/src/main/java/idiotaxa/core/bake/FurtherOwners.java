package idiotaxa.core.bake;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.raster.TileBins;
import idiotaxa.core.raster.TileOwners;
import java.util.Arrays;

/**
 * What the owners behind the first of a tile's texels would have given: where that is another group the texel is a conflict.
 * Each triangle's share of a square is decided as a whole where all that its rays can meet is of one group and a few of them hit,
 * as {@link CenterPass} does it for first owners; stacked UVs would cost a ray for each layer of each texel. Scratch of one thread.
 */
final class FurtherOwners {
  private static final int SIDE = 16;
  private static final int SQUARES = TileBins.SIDE / SIDE;

  /** The searched square is a quarter of a tile's side, as the largest of {@link CenterPass}. */
  private static final int LEVEL = 0;

  private static final int PROBE_STEP = 4;

  private final SurfaceSampler sampler;
  private final TileOwners owners;
  private final char[] groups;
  private final int width;
  private final boolean isExact;
  private final SampleCounts counts;
  private final IntArrayList conflicting = new IntArrayList();
  /** A bit a texel of the tile, a word a row. */
  private final long[] isOverlap = new long[TileBins.SIDE];

  private final long[] isConflict = new long[TileBins.SIDE];
  /** Texels of the triangle at hand, by square of the tile. */
  private final IntArrayList[] texels = new IntArrayList[SQUARES * SQUARES];

  /**
   * @param groups crisp plane, in which the first owners' groups stand
   * @param isExact every texel by its own ray
   */
  FurtherOwners(
      SurfaceSampler sampler, TileOwners owners, char[] groups, int width, boolean isExact, SampleCounts counts) {
    this.sampler = sampler;
    this.owners = owners;
    this.groups = groups;
    this.width = width;
    this.isExact = isExact;
    this.counts = counts;
    Arrays.setAll(texels, square -> new IntArrayList());
  }

  /** Texels of all tiles so far whose owners differ, each once. */
  IntArrayList conflicting() {
    return conflicting;
  }

  /** Reads the tile whose first owners have been read; a texel counts once, however many further owners it has. */
  void read() {
    IntArrayList doubled = owners.doubled();
    if (doubled.isEmpty()) {
      return;
    }
    Arrays.fill(isOverlap, 0);
    Arrays.fill(isConflict, 0);
    // Texels come triangle by triangle.
    for (int from = 0; from < doubled.size(); ) {
      int owner = doubled.get(from + 1);
      int end = from;
      for (; end < doubled.size() && doubled.get(end + 1) == owner; end += 2) {
        sort(doubled.get(end));
      }
      readShare(owner);
      from = end;
    }
    for (int row = 0; row < TileBins.SIDE; row++) {
      counts.overlapping += Long.bitCount(isOverlap[row]);
    }
  }

  private void sort(int texel) {
    int x = texel % width - owners.fromX();
    int y = texel / width - owners.fromY();
    isOverlap[y] |= 1L << x;
    texels[y / SIDE * SQUARES + x / SIDE].add(texel);
  }

  private void readShare(int owner) {
    for (int square = 0; square < texels.length; square++) {
      IntArrayList share = texels[square];
      if (share.isEmpty()) {
        continue;
      }
      // A region costs more than a few rays.
      int group = isExact || share.size() < SIDE ? IdReader.UNDECIDED : groupOf(owner, square);
      boolean isDecided = group >= 0 && isHitByProbes(owner, share, group);
      for (int n = 0; n < share.size(); n++) {
        readTexel(owner, share.get(n), isDecided ? group : IdReader.UNDECIDED);
      }
      share.elementsCount = 0;
    }
  }

  private int groupOf(int owner, int square) {
    int x = owners.fromX() + square % SQUARES * SIDE;
    int y = owners.fromY() + square / SQUARES * SIDE;
    sampler.beginRegion(LEVEL);
    long toX = SurfaceSampler.center(Math.min(x + SIDE, owners.toX()) - 1);
    long toY = SurfaceSampler.center(Math.min(y + SIDE, owners.toY()) - 1);
    boolean isTold = sampler.addToRegion(owner, SurfaceSampler.center(x), SurfaceSampler.center(y), toX, toY);
    return isTold ? sampler.groupOfRegion() : IdReader.UNDECIDED;
  }

  /** Every fourth both ways, and the first; a closest point would come with a mark, and so not be the group. */
  private boolean isHitByProbes(int owner, IntArrayList share, int group) {
    for (int i = 0; i < share.size(); i++) {
      int x = share.get(i) % width;
      int y = share.get(i) / width;
      boolean isProbe = i == 0 || x % PROBE_STEP == 1 && y % PROBE_STEP == 1;
      if (isProbe && sampler.readCenterInRegion(owner, x, y) != group) {
        return false;
      }
    }
    return true;
  }

  /**
   * Where the share is not decided a ray of its own finds its way faster than among all that is near, of which stacked
   * surfaces have a lot.
   *
   * @param group of the whole share, or {@link IdReader#UNDECIDED}
   */
  private void readTexel(int owner, int texel, int group) {
    int row = texel / width - owners.fromY();
    long bit = 1L << texel % width - owners.fromX();
    if ((isConflict[row] & bit) != 0) {
      return;
    }
    char own =
        group == IdReader.UNDECIDED
            ? SurfaceSampler.crisp(sampler.readCenter(owner, texel % width, texel / width))
            : (char) group;
    if (own != groups[texel]) {
      isConflict[row] |= bit;
      counts.countConflict(sampler.partOf(owner));
      conflicting.add(texel);
    }
  }
}
