package idiotaxa.core.bake;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.raster.TileBins;
import idiotaxa.core.raster.TileOwners;
import idiotaxa.core.raster.UvTriangles;

/**
 * Reads all samples of the marked texels of a tile and resolves them. Where all that the rays of a texel
 * can meet is of one group, one ray is enough. Scratch of one thread.
 */
final class BorderPass {
  private final SurfaceSampler sampler;
  private final UvTriangles triangles;
  private final TileBins bins;
  private final SheetSettings settings;
  private final char[] groups;
  private final CoverageBuilder coverage;
  private final SampleCounts counts;
  private final boolean[] isMet;
  private final TexelVotes votes;
  private final IntArrayList near = new IntArrayList();
  /** Owner of every sample of the texel under way. */
  private final int[] owner;

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
  }

  void read(int tile, TexelMarks marks) {
    int toX = Math.min(settings.width(), bins.x(tile) + TileBins.SIDE);
    int toY = Math.min(settings.height(), bins.y(tile) + TileBins.SIDE);
    for (int y = bins.y(tile); y < toY; y++) {
      for (int x = bins.x(tile); x < toX; x++) {
        if (marks.isMarked(y * settings.width() + x)) {
          readTexel(tile, x, y);
        }
      }
    }
  }

  private void readTexel(int tile, int x, int y) {
    gatherNear(tile, x, y);
    int first = findOwners(x, y);
    if (first < 0) {
      return;
    }
    int texel = y * settings.width() + x;
    int group = settings.isExact() ? IdReader.UNDECIDED : groupOfAll(x, y);
    if (group >= 0 && readSample(first, x, y) == group) {
      settle(x, y, first, group);
      return;
    }
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

  private void gatherNear(int tile, int x, int y) {
    near.clear();
    int left = x * UvTriangles.STEPS;
    int top = y * UvTriangles.STEPS;
    for (int slot = bins.from(tile); slot < bins.to(tile); slot++) {
      int i = bins.item(slot);
      if (triangles.minX(i) < left + UvTriangles.STEPS
          && triangles.maxX(i) > left
          && triangles.minY(i) < top + UvTriangles.STEPS
          && triangles.maxY(i) > top) {
        near.add(i);
      }
    }
  }

  /** Returns the first sample that has an owner, negative when none has. */
  private int findOwners(int x, int y) {
    int first = -1;
    for (int s = 0; s < owner.length; s++) {
      owner[s] = ownerOf(sampleX(s, x), sampleY(s, y));
      if (owner[s] >= 0) {
        isMet[owner[s]] = true;
        first = first < 0 ? s : first;
      }
    }
    return first;
  }

  private int ownerOf(long px, long py) {
    for (int n = 0; n < near.size(); n++) {
      if (triangles.owns(near.get(n), px, py)) {
        return near.get(n);
      }
    }
    return TileOwners.NOBODY;
  }

  private int groupOfAll(int x, int y) {
    sampler.clearRegion();
    int last = TileOwners.NOBODY;
    for (int s = 0; s < owner.length; s++) {
      if (owner[s] >= 0 && owner[s] != last) {
        last = owner[s];
        if (!sampler.addSquare(last, x, y, 1)) {
          return IdReader.UNDECIDED;
        }
      }
    }
    return sampler.groupOfRegion();
  }

  private int readSample(int s, int x, int y) {
    return sampler.read(owner[s], sampleX(s, x), sampleY(s, y));
  }

  private long sampleX(int s, int x) {
    int step = UvTriangles.STEPS / settings.grid();
    return (long) x * UvTriangles.STEPS + s % settings.grid() * step + step / 2;
  }

  private long sampleY(int s, int y) {
    int step = UvTriangles.STEPS / settings.grid();
    return (long) y * UvTriangles.STEPS + s / settings.grid() * step + step / 2;
  }
}
