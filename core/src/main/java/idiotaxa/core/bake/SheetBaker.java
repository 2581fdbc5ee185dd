package idiotaxa.core.bake;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.map.Coverage;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.origin.SurfaceGroups;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.raster.EdgeWalk;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.ThinWalk;
import idiotaxa.core.raster.TileBins;
import idiotaxa.core.raster.TileOwners;
import idiotaxa.core.raster.UvTriangles;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Function;
import java.util.function.Supplier;

/**
 * Bakes one sheet in three passes over square tiles: the texel centres; all samples where neighbouring
 * centres disagree (or everywhere when exact); and a look after triangles so thin that no sample met
 * them. Each pass writes only its own tile, so threads do not meet.
 */
final class SheetBaker {
  private static final double CENTERS_SHARE = 0.6;

  private final Mesh mesh;
  private final SheetSettings settings;
  private final Progress progress;
  private final Supplier<IdReader> readers;
  private final UvTriangles triangles;
  private final TileBins bins;
  private final char[] groups;
  private final CoverageBuilder coverage;
  private final DecidedSquares decided;
  private final Worker[] workers;
  private final SurfaceGroups own;
  private final Misses misses = new Misses();
  private List<Integer> thinGroups = List.of();

  /**
   * @param own the target's own surface, null when IDs are read from a source
   */
  SheetBaker(
      Mesh mesh,
      Sheet sheet,
      SheetSettings settings,
      Supplier<IdReader> readers,
      SurfaceGroups own,
      Progress progress) {
    this.mesh = mesh;
    this.settings = settings;
    this.readers = readers;
    this.own = own;
    this.progress = progress;
    triangles = UvTriangles.of(mesh, sheet, settings.width(), settings.height());
    bins = new TileBins(triangles, settings.width(), settings.height());
    groups = new char[settings.width() * settings.height()];
    Arrays.fill(groups, SheetMaps.UNCOVERED);
    decided = new DecidedSquares(settings.width(), settings.height());
    coverage = new CoverageBuilder(bins.columns(), bins.count());
    workers = new Worker[settings.threads()];
  }

  SheetMaps bake() {
    pass("reading texel centres", 0, CENTERS_SHARE, Worker::readCenters);
    spreadMisses();
    if (settings.samples() > 1) {
      TexelMarks marks = marks();
      pass("sampling borders", CENTERS_SHARE, 1, (worker, tile) -> worker.readBorders(tile, marks));
    }
    rescueThinTriangles();
    SheetMaps maps = maps(coverage.build());
    ThinGroups thin = new ThinGroups(maps);
    thinGroups = thin.rescue(triangles, own);
    // What is known of maps was counted before groups were rescued.
    return thinGroups.isEmpty() ? maps : maps(thin.coverage());
  }

  private SheetMaps maps(Coverage shares) {
    return new SheetMaps(settings.width(), settings.height(), groups, shares);
  }

  /** Numbers of texels and rays; valid after {@link #bake}. */
  SampleCounts counts() {
    SampleCounts sum = new SampleCounts(mesh.parts().size());
    for (Worker worker : workers) {
      if (worker != null) {
        sum.add(worker.counts);
        sum.rays += worker.sampler.rays();
      }
    }
    return sum;
  }

  private interface TileWork {
    void run(Worker worker, int tile);
  }

  private void pass(String doing, double fromShare, double toShare, TileWork work) {
    AtomicInteger done = new AtomicInteger();
    Parallel.run(
        bins.count(),
        settings.threads(),
        (tile, w) -> {
          progress.checkCancelled();
          if (bins.from(tile) < bins.to(tile)) {
            work.run(worker(w), tile);
          }
          double share = done.incrementAndGet() / (double) bins.count();
          progress.texels((long) (share * groups.length), groups.length);
          progress.at(doing, fromShare + (toShare - fromShare) * share);
        });
  }

  private Worker worker(int w) {
    if (workers[w] == null) {
      workers[w] = new Worker();
    }
    return workers[w];
  }

  private void spreadMisses() {
    for (Worker worker : workers) {
      if (worker != null) {
        misses.addAll(worker.centers.misses());
      }
    }
    if (misses.texels.size() > 0) {
      Worker first = worker(0);
      new MissFlood(first.sampler, triangles, bins, settings, groups, decided, first.counts)
          .spread(misses);
    }
  }

  private IntArrayList gather(Function<Worker, IntArrayList> ofWorker) {
    IntArrayList all = new IntArrayList();
    for (Worker worker : workers) {
      if (worker != null) {
        all.addAll(ofWorker.apply(worker));
      }
    }
    return all;
  }

  /** Groups that won no texel by majority; valid after {@link #bake}. */
  List<Integer> thinGroups() {
    return thinGroups;
  }

  /**
   * Where something is wrong.
   *
   * @param maps that {@link #bake} made
   */
  List<ProblemRegion> problems(SheetMaps maps) {
    BitSet gone = new BitSet();
    for (int y = 0; y < maps.height(); y++) {
      int from = y * maps.width();
      maps.runs()
          .visit(
              y,
              (begin, end) -> {
                if (groups[from + begin] == SheetMaps.MISSED) {
                  gone.set(from + begin, from + end);
                }
              });
    }
    BitSet conflicting = setOf(gather(worker -> worker.centers.conflicting()));
    ProblemFinder finder =
        new ProblemFinder(mesh, triangles, bins, settings.width(), settings.height());
    List<ProblemRegion> found = new ArrayList<>();
    found.addAll(finder.regions(ProblemRegion.Kind.MISSED, gone));
    found.addAll(finder.regions(ProblemRegion.Kind.CONFLICT, conflicting));
    found.addAll(finder.regions(ProblemRegion.Kind.FARTHER, setOf(misses.farther)));
    found.addAll(finder.regions(ProblemRegion.Kind.FALLBACK, setOf(misses.fallback)));
    return found;
  }

  private static BitSet setOf(IntArrayList texels) {
    BitSet set = new BitSet();
    for (int i = 0; i < texels.size(); i++) {
      set.set(texels.get(i));
    }
    return set;
  }

  private TexelMarks marks() {
    TexelMarks marks = new TexelMarks(settings.width(), settings.height());
    if (settings.isExact()) {
      marks.markAll();
      return marks;
    }
    marks.markDisagreement(groups, settings.threads());
    markTouched(marks);
    boolean[] isMet = metTriangles();
    ThinWalk walk = new ThinWalk(triangles, settings.width(), settings.height());
    for (int i = 0; i < triangles.count(); i++) {
      if (!isMet[i]) {
        walk.along(i, (texel, px, py) -> marks.mark(texel));
      }
    }
    return marks;
  }

  /** Marks texels that triangles touch without owning their centre; only those near texels that nobody owns are walked around. */
  private void markTouched(TexelMarks marks) {
    EdgeWalk walk = new EdgeWalk(triangles, settings.width(), settings.height());
    BitSet open = tilesWithUncovered();
    for (int i = 0; i < triangles.count(); i++) {
      if (!bins.meets(triangles, i, open)) {
        continue;
      }
      walk.around(
          i,
          texel -> {
            if (groups[texel] == SheetMaps.UNCOVERED) {
              marks.mark(texel);
            }
          });
    }
  }

  private BitSet tilesWithUncovered() {
    BitSet open = new BitSet(bins.count());
    for (int tile = 0; tile < bins.count(); tile++) {
      int toX = Math.min(settings.width(), bins.x(tile) + TileBins.SIDE);
      int toY = Math.min(settings.height(), bins.y(tile) + TileBins.SIDE);
      for (int y = bins.y(tile); y < toY && !open.get(tile); y++) {
        for (int x = bins.x(tile); x < toX; x++) {
          if (groups[y * settings.width() + x] == SheetMaps.UNCOVERED) {
            open.set(tile);
            break;
          }
        }
      }
    }
    return open;
  }

  private boolean[] metTriangles() {
    boolean[] isMet = new boolean[triangles.count()];
    for (int i = 0; i < isMet.length; i++) {
      isMet[i] = bins.isBuried(i);
    }
    for (Worker worker : workers) {
      for (int i = 0; worker != null && i < isMet.length; i++) {
        isMet[i] |= worker.isMet[i];
      }
    }
    return isMet;
  }

  /** Gives a triangle that owns no sample the uncovered texels that it runs through. */
  private void rescueThinTriangles() {
    boolean[] isMet = metTriangles();
    ThinWalk walk = new ThinWalk(triangles, settings.width(), settings.height());
    for (int i = 0; i < triangles.count(); i++) {
      if (isMet[i]) {
        continue;
      }
      int triangle = i;
      walk.along(
          i,
          (texel, px, py) -> {
            if (groups[texel] == SheetMaps.UNCOVERED) {
              Worker first = worker(0);
              int read = first.sampler.read(triangle, px, py);
              groups[texel] = SurfaceSampler.crisp(read);
              first.counts.countTexel(first.sampler.partOf(triangle), read);
            }
          });
    }
  }

  /** One thread's scratch and counts. */
  private final class Worker {
    /** Triangles of which a tile is enclosed. */
    private static final int MOST_AROUND = 16;

    private final SurfaceSampler sampler = new SurfaceSampler(mesh, triangles, readers.get());
    private final SampleCounts counts = new SampleCounts(mesh.parts().size());
    private final boolean[] isMet = new boolean[triangles.count()];
    private final TileOwners owners =
        new TileOwners(triangles, settings.width(), settings.height());
    private final CenterPass centers =
        new CenterPass(
            sampler, owners, groups, settings.width(), settings.isExact(), counts, decided);
    private final BorderPass borders =
        new BorderPass(sampler, triangles, bins, settings, groups, coverage, counts, isMet);

    void readCenters(int tile) {
      owners.find(bins, tile, isMet);
      enclose(tile);
      centers.read();
    }

    void readBorders(int tile, TexelMarks marks) {
      enclose(tile);
      borders.read(tile, marks);
    }

    /**
     * The search for what a square of the tile can meet begins at what the tile can, where a few triangles tell
     * that: more of them would have more corners than are told apart, and cost more than they spare.
     */
    private void enclose(int tile) {
      sampler.beginAround();
      if (bins.to(tile) - bins.from(tile) > MOST_AROUND) {
        return;
      }
      long x = (long) bins.x(tile) * UvTriangles.STEPS;
      long y = (long) bins.y(tile) * UvTriangles.STEPS;
      long side = (long) TileBins.SIDE * UvTriangles.STEPS;
      for (int n = bins.from(tile); n < bins.to(tile); n++) {
        if (!sampler.addToRegion(bins.item(n), x, y, x + side, y + side)) {
          return;
        }
      }
      sampler.closeAround();
    }
  }
}
