package idiotaxa.core.bake;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.raster.TileBins;
import idiotaxa.core.raster.TileOwners;
import idiotaxa.core.raster.UvTriangles;
import java.util.Arrays;

/**
 * Reads all samples of the marked texels of a tile and resolves them. Blocks are quartered down to texels,
 * so that what rays can meet is looked for near them only. Every sample is read: that all which rays can meet is
 * of one group does not say that each of them hits, and one that misses falls back to what may be of another.
 * Scratch of one thread.
 */
final class BorderPass {
  /** Sides of the nested blocks, texels; each lies in one of the size before. */
  private static final int[] SIDES = {16, 8, 4, 1};

  private final SurfaceSampler sampler;
  private final UvTriangles triangles;
  private final TileBins bins;
  private final SheetSettings settings;
  private final char[] groups;
  private final CoverageBuilder coverage;
  private final SampleCounts counts;
  private final boolean[] isMet;
  private final TexelVotes votes;
  /** Triangles that may own samples of the block under way, for every level. */
  private final IntArrayList[] near = new IntArrayList[SIDES.length];
  /** Where the samples of a texel lie in it, both ways, in fixed point. */
  private final int[] offset;

  /** The same for every sample. */
  private final int[] offsetX;

  private final int[] offsetY;

  /** Owner of every sample of the texel under way. */
  private final int[] owner;

  private TexelMarks marks;
  private int tile;
  private int toX;
  private int toY;

  BorderPass(
      SurfaceSampler sampler,
      UvTriangles triangles,
      TileBins bins,
      SheetSettings settings,
      char[] groups,
      CoverageBuilder coverage,
      SampleCounts counts,
      boolean[] isMet) {
    this.sampler = sampler;
    this.triangles = triangles;
    this.bins = bins;
    this.settings = settings;
    this.groups = groups;
    this.coverage = coverage;
    this.counts = counts;
    this.isMet = isMet;
    votes = new TexelVotes(settings.samples());
    owner = new int[settings.samples()];
    Arrays.setAll(near, level -> new IntArrayList());
    int step = UvTriangles.STEPS / settings.grid();
    offset = new int[settings.grid()];
    Arrays.setAll(offset, s -> s * step + step / 2);
    offsetX = new int[settings.samples()];
    offsetY = new int[settings.samples()];
    Arrays.setAll(offsetX, s -> offset[s % offset.length]);
    Arrays.setAll(offsetY, s -> offset[s / offset.length]);
  }

  void read(int tileToRead, TexelMarks marked) {
    tile = tileToRead;
    marks = marked;
    toX = Math.min(settings.width(), bins.x(tile) + TileBins.SIDE);
    toY = Math.min(settings.height(), bins.y(tile) + TileBins.SIDE);
    readBlocks(bins.x(tile), bins.y(tile), TileBins.SIDE, 0);
  }

  /** Reads a square block by block, each with a region of its own. */
  private void readBlocks(int fromX, int fromY, int size, int level) {
    int side = SIDES[level];
    for (int y = fromY; y < Math.min(toY, fromY + size); y += side) {
      for (int x = fromX; x < Math.min(toX, fromX + size); x += side) {
        if (marks.isAnyMarked(x, y, Math.min(toX, x + side), Math.min(toY, y + side))) {
          readBlock(x, y, level);
        }
      }
    }
  }

  private void readBlock(int x, int y, int level) {
    int side = SIDES[level];
    gatherNear(x, y, side, level);
    if (near[level].isEmpty()) {
      return;
    }
    if (side == 1) {
      readTexel(x, y, level);
    } else {
      enclose(x, y, side, level);
      readBlocks(x, y, side, level + 1);
    }
  }

  private void readTexel(int x, int y, int level) {
    int first = findOwners(x, y, near[level]);
    if (first < 0) {
      return;
    }
    int texel = y * settings.width() + x;
    enclose(x, y, 1, level);
    votes.clear();
    for (int s = first; s < owner.length; s++) {
      if (owner[s] >= 0) {
        int read = readSample(s, x, y);
        if (read == IdReader.MISSED) {
          votes.addMissed();
        } else {
          votes.add(read & 0xFFFF);
        }
      }
    }
    settle(x, y, first, votes.isMissed() ? IdReader.MISSED : votes.winner());
    if (votes.size() > 1) {
      coverage.add(tile, texel, votes);
    }
  }

  /** Keeps what all samples say of a texel, and counts it as that: its centre alone may have said otherwise. */
  private void settle(int x, int y, int first, int read) {
    int texel = y * settings.width() + x;
    boolean isNew = groups[texel] == SheetMaps.UNCOVERED;
    boolean wasMissed = groups[texel] == SheetMaps.MISSED;
    groups[texel] = SurfaceSampler.crisp(read);
    if (isNew) {
      counts.countTexel(sampler.partOf(owner[first]), read);
    } else if (wasMissed != (read == IdReader.MISSED)) {
      counts.changeMissed(
          sampler.partOf(bins.ownerOfCenter(triangles, x, y)), wasMissed ? -1 : 1);
    }
  }

  /** Takes what may own samples from the level before, or from the tile. */
  private void gatherNear(int x, int y, int side, int level) {
    IntArrayList found = near[level];
    found.elementsCount = 0;
    int count = level == 0 ? bins.to(tile) - bins.from(tile) : near[level - 1].size();
    int fromX = x * UvTriangles.STEPS + offset[0];
    int fromY = y * UvTriangles.STEPS + offset[0];
    int lastX = lastSample(x + side);
    int lastY = lastSample(y + side);
    for (int n = 0; n < count; n++) {
      int i = level == 0 ? bins.item(bins.from(tile) + n) : near[level - 1].get(n);
      if (triangles.mayMeet(i, fromX, fromY, lastX, lastY)) {
        found.add(i);
      }
    }
  }

  /** Of the samples before a texel's border the last, in fixed point. */
  private int lastSample(int border) {
    return (border - 1) * UvTriangles.STEPS + offset[offset.length - 1];
  }

  /** Returns the first sample that has an owner, negative when none has. */
  private int findOwners(int x, int y, IntArrayList candidates) {
    Arrays.fill(owner, TileOwners.NOBODY);
    int fromX = x * UvTriangles.STEPS + offset[0];
    int fromY = y * UvTriangles.STEPS + offset[0];
    int left = owner.length;
    for (int n = 0; n < candidates.size() && left > 0; n++) {
      int i = candidates.get(n);
      int taken = triangles.own(i, fromX, fromY, offset.length, TileOwners.NOBODY, owner);
      isMet[i] |= taken > 0;
      left -= taken;
    }
    int first = 0;
    while (first < owner.length && owner[first] < 0) {
      first++;
    }
    return first == owner.length ? -1 : first;
  }

  /** Looks for what the rays of a block's samples can meet; they are answered by that from then on. */
  private void enclose(int x, int y, int side, int level) {
    sampler.beginRegion(level);
    long fromX = (long) x * UvTriangles.STEPS + offset[0];
    long fromY = (long) y * UvTriangles.STEPS + offset[0];
    for (int n = 0; n < near[level].size(); n++) {
      if (!sampler.addToRegion(
          near[level].get(n), fromX, fromY, lastSample(x + side), lastSample(y + side))) {
        return;
      }
    }
    sampler.groupOfRegion();
  }

  private int readSample(int s, int x, int y) {
    long px = (long) x * UvTriangles.STEPS + offsetX[s];
    long py = (long) y * UvTriangles.STEPS + offsetY[s];
    return sampler.readInRegion(owner[s], px, py);
  }
}
