package idiotaxa.core.bake;

import idiotaxa.core.array.IntList;
import idiotaxa.core.array.Parallel;
import idiotaxa.core.mesh.Mesh;
import java.util.Arrays;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Supplier;

/**
 * Bakes one sheet in three passes over square tiles: one sample at every texel centre; all samples
 * where neighbouring centres disagree (or everywhere when exact); and a look after triangles so thin
 * that no sample met them. Each pass writes only its own tile, so threads do not meet.
 */
final class SheetBaker {
  private static final int HALF = UvTriangles.STEPS / 2;

  private final Mesh mesh;
  private final SheetSettings settings;
  private final Progress progress;
  private final Supplier<IdReader> readers;
  private final UvTriangles triangles;
  private final TileBins bins;
  private final char[] groups;
  private final long[] needsSamples;
  private final Worker[] workers;
  private final CoverageBuilder coverage;

  SheetBaker(
      Mesh mesh,
      Sheet sheet,
      SheetSettings settings,
      Supplier<IdReader> readers,
      Progress progress) {
    this.mesh = mesh;
    this.settings = settings;
    this.readers = readers;
    this.progress = progress;
    triangles = UvTriangles.of(mesh, sheet, settings.width(), settings.height());
    bins = new TileBins(triangles, settings.width(), settings.height());
    groups = new char[settings.width() * settings.height()];
    Arrays.fill(groups, SheetMaps.UNCOVERED);
    needsSamples = new long[(groups.length + 63) / 64];
    coverage = new CoverageBuilder(bins.count());
    workers = new Worker[settings.threads()];
  }

  SheetMaps bake() {
    pass("reading texel centres", 0, 0.5, Worker::sampleCenters);
    if (settings.samples() > 1) {
      markDisagreement();
      markThinTriangles();
      pass("sampling borders", 0.5, 1, Worker::sampleMarked);
    }
    rescueThinTriangles();
    return new SheetMaps(settings.width(), settings.height(), groups, coverage.build());
  }

  /** Numbers of texels and rays; valid after {@link #bake}. */
  SampleCounts counts() {
    SampleCounts sum = new SampleCounts(mesh.parts().size());
    for (Worker worker : workers) {
      if (worker != null) {
        sum.add(worker.counts);
        sum.rays += worker.reader.rays();
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
          if (progress.isCancelled()) {
            throw new CancelledException();
          }
          if (bins.from(tile) < bins.to(tile)) {
            work.run(worker(w), tile);
          }
          double share = done.incrementAndGet() / (double) bins.count();
          progress.at(doing, fromShare + (toShare - fromShare) * share);
        });
  }

  private Worker worker(int w) {
    if (workers[w] == null) {
      workers[w] = new Worker();
    }
    return workers[w];
  }

  private void mark(int texel) {
    needsSamples[texel >> 6] |= 1L << texel;
  }

  private boolean isMarked(int texel) {
    return (needsSamples[texel >> 6] & 1L << texel) != 0;
  }

  /** Marks texels of which one of the eight neighbours has another group; all when exact. */
  private void markDisagreement() {
    if (settings.isExact()) {
      Arrays.fill(needsSamples, -1L);
      return;
    }
    int width = settings.width();
    for (int y = 0; y < settings.height(); y++) {
      for (int x = 0; x < width; x++) {
        if (!agrees(x, y, width)) {
          mark(y * width + x);
        }
      }
    }
  }

  private boolean agrees(int x, int y, int width) {
    char own = groups[y * width + x];
    int toX = Math.min(width - 1, x + 1);
    int toY = Math.min(settings.height() - 1, y + 1);
    for (int ny = Math.max(0, y - 1); ny <= toY; ny++) {
      for (int nx = Math.max(0, x - 1); nx <= toX; nx++) {
        if (groups[ny * width + nx] != own) {
          return false;
        }
      }
    }
    return true;
  }

  private void markThinTriangles() {
    boolean[] isMet = metTriangles();
    ThinWalk walk = new ThinWalk(triangles, settings.width(), settings.height());
    for (int i = 0; i < triangles.count(); i++) {
      if (!isMet[i]) {
        walk.along(i, (texel, px, py) -> mark(texel));
      }
    }
  }

  private boolean[] metTriangles() {
    boolean[] isMet = new boolean[triangles.count()];
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
              groups[texel] = worker(0).crisp(worker(0).read(triangle, px, py));
            }
          });
    }
  }

  /** One thread's scratch and counts. */
  private final class Worker {
    private final IdReader reader = readers.get();
    private final SampleCounts counts = new SampleCounts(mesh.parts().size());
    private final boolean[] isMet = new boolean[triangles.count()];
    private final int[] owner = new int[TileBins.SIDE * TileBins.SIDE];
    private final double[] weights = new double[3];
    private final TexelVotes votes = new TexelVotes(settings.samples());
    private final IntList doubled = new IntList();
    private final IntList near = new IntList();

    int read(int i, long px, long py) {
      triangles.weights(i, px, py, weights);
      return reader.groupAt(triangles.meshTriangle(i), weights[0], weights[1], weights[2]);
    }

    char crisp(int read) {
      return read == IdReader.MISSED ? SheetMaps.MISSED : (char) (read & 0xFFFF);
    }

    private int partOf(int i) {
      return mesh.facePart()[mesh.triangleFace(triangles.meshTriangle(i))];
    }

    void sampleCenters(int tile) {
      Arrays.fill(owner, -1);
      doubled.clear();
      for (int slot = bins.from(tile); slot < bins.to(tile); slot++) {
        claimCenters(tile, bins.item(slot));
      }
      int toX = Math.min(settings.width(), bins.x(tile) + TileBins.SIDE);
      int toY = Math.min(settings.height(), bins.y(tile) + TileBins.SIDE);
      for (int y = bins.y(tile); y < toY; y++) {
        for (int x = bins.x(tile); x < toX; x++) {
          int i = owner[(y - bins.y(tile)) * TileBins.SIDE + x - bins.x(tile)];
          if (i >= 0) {
            readCenter(i, x, y);
          }
        }
      }
      countOverlaps();
    }

    /** Row by row over the triangle's box inside the tile, edge functions stepped along. */
    private void claimCenters(int tile, int i) {
      int steps = UvTriangles.STEPS;
      int tileX = bins.x(tile);
      int tileY = bins.y(tile);
      int fromX = Math.max(tileX, Math.floorDiv(triangles.minX(i) - HALF, steps));
      int toX = Math.min(lastX(tileX), Math.floorDiv(triangles.maxX(i) - HALF, steps) + 1);
      int fromY = Math.max(tileY, Math.floorDiv(triangles.minY(i) - HALF, steps));
      int toY = Math.min(lastY(tileY), Math.floorDiv(triangles.maxY(i) - HALF, steps) + 1);
      long step01 = triangles.edgeStepX(i, 0, 1);
      long step12 = triangles.edgeStepX(i, 1, 2);
      long step20 = triangles.edgeStepX(i, 2, 0);
      for (int y = fromY; y <= toY; y++) {
        long px = (long) fromX * steps + HALF;
        long py = (long) y * steps + HALF;
        long e01 = triangles.edge(i, 0, 1, px, py) + triangles.bias(i, 0, 1);
        long e12 = triangles.edge(i, 1, 2, px, py) + triangles.bias(i, 1, 2);
        long e20 = triangles.edge(i, 2, 0, px, py) + triangles.bias(i, 2, 0);
        int at = (y - tileY) * TileBins.SIDE - tileX;
        for (int x = fromX; x <= toX; x++) {
          if ((e01 | e12 | e20) >= 0) {
            claim(at + x, y * settings.width() + x, i);
          }
          e01 += step01;
          e12 += step12;
          e20 += step20;
        }
      }
    }

    private int lastX(int tileX) {
      return Math.min(settings.width(), tileX + TileBins.SIDE) - 1;
    }

    private int lastY(int tileY) {
      return Math.min(settings.height(), tileY + TileBins.SIDE) - 1;
    }

    private void claim(int at, int texel, int i) {
      isMet[i] = true;
      if (owner[at] < 0) {
        owner[at] = i;
      } else {
        doubled.add(texel);
        doubled.add(i);
      }
    }

    private void readCenter(int i, int x, int y) {
      int read =
          read(
              i,
              (long) x * UvTriangles.STEPS + HALF,
              (long) y * UvTriangles.STEPS + HALF);
      groups[y * settings.width() + x] = crisp(read);
      counts.countCenter(partOf(i), read);
    }

    /** A second owner is a conflict when it would have given another group. */
    private void countOverlaps() {
      int last = -1;
      for (int d = 0; d < doubled.size(); d += 2) {
        int texel = doubled.get(d);
        int i = doubled.get(d + 1);
        int x = texel % settings.width();
        int y = texel / settings.width();
        int read =
            read(
                i,
                (long) x * UvTriangles.STEPS + HALF,
                (long) y * UvTriangles.STEPS + HALF);
        boolean isConflict = crisp(read) != groups[texel];
        counts.countOverlap(partOf(i), texel != last, isConflict);
        last = texel;
      }
    }

    void sampleMarked(int tile) {
      int toX = lastX(bins.x(tile));
      int toY = lastY(bins.y(tile));
      for (int y = bins.y(tile); y <= toY; y++) {
        for (int x = bins.x(tile); x <= toX; x++) {
          if (isMarked(y * settings.width() + x)) {
            sampleTexel(tile, x, y);
          }
        }
      }
    }

    private void sampleTexel(int tile, int x, int y) {
      gatherNear(tile, x, y);
      if (near.size() == 0) {
        return;
      }
      votes.clear();
      int grid = settings.grid();
      int step = UvTriangles.STEPS / grid;
      for (int sy = 0; sy < grid; sy++) {
        for (int sx = 0; sx < grid; sx++) {
          sample(
              (long) x * UvTriangles.STEPS + sx * step + step / 2,
              (long) y * UvTriangles.STEPS + sy * step + step / 2);
        }
      }
      resolve(tile, y * settings.width() + x);
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

    private void sample(long px, long py) {
      for (int n = 0; n < near.size(); n++) {
        int i = near.get(n);
        if (triangles.owns(i, px, py)) {
          isMet[i] = true;
          int read = read(i, px, py);
          if (read == IdReader.MISSED) {
            votes.addMissed();
          } else {
            votes.add(read & 0xFFFF);
          }
          return;
        }
      }
    }

    private void resolve(int tile, int texel) {
      if (!votes.isCovered()) {
        return;
      }
      groups[texel] = votes.isMissed() ? SheetMaps.MISSED : (char) votes.winner();
      if (votes.size() > 1) {
        coverage.add(tile, texel, votes);
      }
    }
  }
}
