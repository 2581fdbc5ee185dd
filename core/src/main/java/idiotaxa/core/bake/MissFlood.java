package idiotaxa.core.bake;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.raster.TileBins;
import idiotaxa.core.raster.UvTriangles;
import java.util.BitSet;

/**
 * Finds the exact outline of what rays miss. Squares that were decided as a whole may hold texels whose
 * ray hits nothing; every one of them that touches a texel whose ray missed is read by itself, and so on
 * until none is left. What is found depends on the texels only, not on the order.
 */
final class MissFlood {
  private final SurfaceSampler sampler;
  private final UvTriangles triangles;
  private final TileBins bins;
  private final SheetSettings settings;
  private final char[] groups;
  private final DecidedSquares decided;
  private final SampleCounts counts;
  private final BitSet isRead = new BitSet();

  MissFlood(
      SurfaceSampler sampler,
      UvTriangles triangles,
      TileBins bins,
      SheetSettings settings,
      char[] groups,
      DecidedSquares decided,
      SampleCounts counts) {
    this.sampler = sampler;
    this.triangles = triangles;
    this.bins = bins;
    this.settings = settings;
    this.groups = groups;
    this.decided = decided;
    this.counts = counts;
  }

  /**
   * @param misses texels whose own ray missed; grows by those that are found
   */
  void spread(Misses misses) {
    IntArrayList missed = misses.texels;
    for (int i = 0; i < missed.size(); i++) {
      int x = missed.get(i) % settings.width();
      int y = missed.get(i) / settings.width();
      for (int ny = Math.max(0, y - 1); ny <= Math.min(settings.height() - 1, y + 1); ny++) {
        for (int nx = Math.max(0, x - 1); nx <= Math.min(settings.width() - 1, x + 1); nx++) {
          if (decided.contains(nx, ny)) {
            read(nx, ny, misses);
          }
        }
      }
    }
  }

  /** Reads a texel unless it was read before. */
  private void read(int x, int y, Misses misses) {
    int texel = y * settings.width() + x;
    if (groups[texel] == SheetMaps.UNCOVERED || isRead.get(texel)) {
      return;
    }
    isRead.set(texel);
    int owner = bins.ownerOfCenter(triangles, x, y);
    int read = sampler.readCenter(owner, x, y);
    groups[texel] = SurfaceSampler.crisp(read);
    if (misses.add(texel, read)) {
      counts.countMiss(sampler.partOf(owner), read);
    }
  }
}
