package idiotaxa.core.bake;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.raster.TileOwners;
import java.util.Arrays;

/**
 * Reads the groups at the texel centres of a tile. Squares in which all that rays can meet is of one
 * group are decided as a whole, after a few rays have shown that they hit; others are quartered, and in the
 * smallest every centre is read by itself. Scratch of one thread.
 */
final class CenterPass {
  private static final int LARGEST = 16;
  private static final int SMALLEST = DecidedSquares.SIDE;
  private static final int MAX_OWNERS = 16;
  /** In a square that is decided as a whole every fourth texel both ways is read all the same. */
  private static final int PROBE_STEP = 4;

  private static final int PROBE_OFFSET = 1;

  private final SurfaceSampler sampler;
  private final TileOwners owners;
  private final char[] groups;
  private final int width;
  private final boolean isExact;
  private final SampleCounts counts;
  private final DecidedSquares decided;
  private final Misses misses = new Misses();
  private final FurtherOwners further;
  private final int[] ownersOfSquare = new int[MAX_OWNERS];

  /** Texels without an owner in the square that was searched last. */
  private int free;

  /**
   * @param groups crisp plane, to be filled where a centre has an owner
   * @param isExact every centre by its own ray
   */
  CenterPass(
      SurfaceSampler sampler,
      TileOwners owners,
      char[] groups,
      int width,
      boolean isExact,
      SampleCounts counts,
      DecidedSquares decided) {
    this.sampler = sampler;
    this.owners = owners;
    this.groups = groups;
    this.width = width;
    this.isExact = isExact;
    this.counts = counts;
    this.decided = decided;
    further = new FurtherOwners(sampler, owners, groups, width, isExact, counts);
  }

  /** Texels of all tiles so far whose own ray missed. */
  Misses misses() {
    return misses;
  }

  /** Texels of all tiles so far whose owners differ, each once. */
  IntArrayList conflicting() {
    return further.conflicting();
  }

  /** Reads the tile whose owners have been found. */
  void read() {
    for (int y = owners.fromY(); y < owners.toY(); y += LARGEST) {
      for (int x = owners.fromX(); x < owners.toX(); x += LARGEST) {
        decide(x, y, LARGEST, 0, false);
      }
    }
    further.read();
  }

  /**
   * @param isOwned whether all of the square belongs to the triangle that was found last
   */
  private void decide(int x, int y, int size, int level, boolean isOwned) {
    int found = isOwned ? 1 : findOwners(x, y, size);
    if (found == 0) {
      return;
    }
    boolean isOne = isOwned || found == 1 && free == 0;
    int group = groupOfSquare(x, y, size, level, found);
    if (!isExact && group >= 0 && isHitByProbes(x, y, size, group)) {
      fill(x, y, size, group);
      return;
    }
    if (size == SMALLEST) {
      readSquare(x, y, size);
      return;
    }
    int half = size / 2;
    decide(x, y, half, level + 1, isOne);
    decide(x + half, y, half, level + 1, isOne);
    decide(x, y + half, half, level + 1, isOne);
    decide(x + half, y + half, half, level + 1, isOne);
  }

  /** The region is of the centres, not of all of the square. */
  private int groupOfSquare(int x, int y, int size, int level, int found) {
    sampler.beginRegion(level);
    if (found > MAX_OWNERS) {
      return IdReader.UNDECIDED;
    }
    long fromX = SurfaceSampler.center(x);
    long fromY = SurfaceSampler.center(y);
    long toX = SurfaceSampler.center(Math.min(x + size, owners.toX()) - 1);
    long toY = SurfaceSampler.center(Math.min(y + size, owners.toY()) - 1);
    for (int i = 0; i < found; i++) {
      if (!sampler.addToRegion(ownersOfSquare[i], fromX, fromY, toX, toY)) {
        return IdReader.UNDECIDED;
      }
    }
    return sampler.groupOfRegion();
  }

  /** Collects the distinct owners in a square; more than {@link #MAX_OWNERS} are not counted. */
  private int findOwners(int x, int y, int size) {
    int found = 0;
    free = 0;
    int last = TileOwners.NOBODY;
    for (int ty = y; ty < Math.min(y + size, owners.toY()); ty++) {
      for (int tx = x; tx < Math.min(x + size, owners.toX()); tx++) {
        int owner = owners.at(tx, ty);
        if (owner == TileOwners.NOBODY) {
          free++;
          continue;
        }
        if (owner == last || isAmong(owner, found)) {
          continue;
        }
        if (found == MAX_OWNERS) {
          return MAX_OWNERS + 1;
        }
        ownersOfSquare[found++] = owner;
        last = owner;
      }
    }
    return found;
  }

  private boolean isAmong(int owner, int found) {
    for (int i = 0; i < found; i++) {
      if (ownersOfSquare[i] == owner) {
        return true;
      }
    }
    return false;
  }

  private void fill(int x, int y, int size, int group) {
    decided.add(x, y, size);
    int toX = Math.min(x + size, owners.toX());
    for (int ty = y; ty < Math.min(y + size, owners.toY()); ty++) {
      for (int tx = x; tx < toX; ) {
        int owner = owners.at(tx, ty);
        int from = tx;
        tx = Math.min(toX, owners.endOfRun(tx, ty, owner));
        if (owner != TileOwners.NOBODY) {
          Arrays.fill(groups, ty * width + from, ty * width + tx, (char) group);
          counts.countCovered(sampler.partOf(owner), tx - from);
        }
      }
    }
  }

  private boolean isHitByProbes(int x, int y, int size, int group) {
    int probes = 0;
    for (int ty = y + PROBE_OFFSET; ty < Math.min(y + size, owners.toY()); ty += PROBE_STEP) {
      for (int tx = x + PROBE_OFFSET; tx < Math.min(x + size, owners.toX()); tx += PROBE_STEP) {
        if (owners.at(tx, ty) != TileOwners.NOBODY) {
          probes++;
          if (!hits(tx, ty, group)) {
            return false;
          }
        }
      }
    }
    return probes > 0 || isFirstHit(x, y, size, group);
  }

  private boolean isFirstHit(int x, int y, int size, int group) {
    for (int ty = y; ty < Math.min(y + size, owners.toY()); ty++) {
      for (int tx = x; tx < Math.min(x + size, owners.toX()); tx++) {
        if (owners.at(tx, ty) != TileOwners.NOBODY) {
          return hits(tx, ty, group);
        }
      }
    }
    return false;
  }

  /** A closest point would come with a mark, and so not be the group. */
  private boolean hits(int x, int y, int group) {
    return sampler.readCenterInRegion(owners.at(x, y), x, y) == group;
  }

  private void readSquare(int x, int y, int size) {
    for (int ty = y; ty < Math.min(y + size, owners.toY()); ty++) {
      for (int tx = x; tx < Math.min(x + size, owners.toX()); tx++) {
        int owner = owners.at(tx, ty);
        if (owner != TileOwners.NOBODY) {
          int read = sampler.readCenterInRegion(owner, tx, ty);
          groups[ty * width + tx] = SurfaceSampler.crisp(read);
          counts.countTexel(sampler.partOf(owner), read);
          misses.add(ty * width + tx, read);
        }
      }
    }
  }
}
