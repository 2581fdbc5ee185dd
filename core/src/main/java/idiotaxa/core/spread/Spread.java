package idiotaxa.core.spread;

import idiotaxa.core.work.CancelledException;
import idiotaxa.core.work.Progress;
import java.util.Arrays;
import java.util.List;

/**
 * What follows a few strokes over a welded surface: regions grow together from the strokes until all that hangs
 * together with one belongs to one; then every border between two groups is moved to where the surface is cut cheapest
 * near by: along creases, short and smooth (graph cuts by Boykov, Veksler, Zabih, "Fast approximate energy minimization
 * via graph cuts", 2001). The same strokes always give the same answer, whatever the number of threads.
 */
public final class Spread {
  /** Nobody's face: no stroke hangs together with it. */
  public static final int NOBODY = -1;

  /** Confidence below which a face lies beside a border that no crease holds, and is told to people. */
  public static final float WORTH_A_LOOK = 0.75f;

  private final Creases creases;
  private final FaceLinks links;
  private final SurfaceCells cells;
  private RegionTree regions;

  /** Reusable: strokes may be added and taken back any number of times. Linear time but for the sorting of cells. */
  public Spread(Creases creases) {
    this.creases = creases;
    links = creases.links();
    cells = new SurfaceCells(creases);
  }

  /**
   * Faces that a stroke touches.
   *
   * @param group the stroke's group, at least 0; 0 leaves alone what follows it
   */
  public record Stroke(int group, int[] faces) {
    public Stroke {
      if (group < 0) {
        throw new IllegalArgumentException("a stroke's group must be at least 0, got " + group);
      }
    }
  }

  /**
   * @param groupOfFace group of every face, {@link #NOBODY} where no stroke hangs together with it or it is not free
   * @param confidence of every face, 0 … 1: less where a border runs near that no crease holds
   */
  public record Result(int[] groupOfFace, float[] confidence) {}

  /** How the surface is divided by itself; made at the first call. */
  public synchronized RegionTree regions() {
    if (regions == null) {
      regions = RegionTree.of(creases, cells);
    }
    return regions;
  }

  /** Over all faces. */
  public Result follow(List<Stroke> strokes) {
    return follow(strokes, null, Progress.NONE);
  }

  /**
   * @param strokes the later of two that touch one face has it
   * @param isFree faces that may follow, null for all; strokes on other faces count nothing
   * @throws CancelledException when cancelled
   */
  public Result follow(List<Stroke> strokes, boolean[] isFree, Progress progress) {
    int[] seed = new int[links.faceCount()];
    Arrays.fill(seed, NOBODY);
    for (Stroke stroke : strokes) {
      for (int f : stroke.faces()) {
        if (isFree == null || isFree[f]) {
          seed[f] = stroke.group();
        }
      }
    }
    return follow(seed, isFree, progress);
  }

  private Result follow(int[] seed, boolean[] isFree, Progress progress) {
    SurfaceCells fine = isFree == null ? cells : cells.apartFrom(isFree, creases);
    int[] fineLabels = labels(fine, seed);
    wall(fine, fineLabels, isFree);
    SurfaceCells own = regions().joined(fine, fineLabels);
    int[] labels = labels(own, seed);
    wall(own, labels, isFree);
    RegionMerging merging = new RegionMerging(creases, own, labels);
    merging.run();
    progress.checkCancelled();
    int[] ofCell = merging.labels();
    int[] group = new int[seed.length];
    for (int f = 0; f < group.length; f++) {
      boolean isOut = isFree != null && !isFree[f];
      group[f] = isOut ? NOBODY : seed[f] != NOBODY ? seed[f] : ofCell[own.ofFace[f]];
    }
    BorderMove move = new BorderMove(creases, seed, group);
    move.run(progress);
    return new Result(group, move.confidence());
  }

  /** Nothing is joined with faces that are not free, nor across cells that hold no others. */
  private static void wall(SurfaceCells cells, int[] labels, boolean[] isFree) {
    if (isFree == null) {
      return;
    }
    boolean[] holdsFree = new boolean[cells.count];
    for (int f = 0; f < isFree.length; f++) {
      holdsFree[cells.ofFace[f]] |= isFree[f];
    }
    for (int c = 0; c < cells.count; c++) {
      labels[c] = holdsFree[c] ? labels[c] : RegionMerging.WALL;
    }
  }

  /** The stroke on the largest face of each cell; what lies between the strokes of one cell, the cut decides. */
  private int[] labels(SurfaceCells own, int[] seed) {
    int[] out = new int[own.count];
    Arrays.fill(out, RegionMerging.NO_LABEL);
    double[] most = new double[own.count];
    for (int f = 0; f < seed.length; f++) {
      if (seed[f] != NOBODY) {
        int cell = own.ofFace[f];
        if (out[cell] == RegionMerging.NO_LABEL || creases.area(f) > most[cell]) {
          out[cell] = seed[f];
          most[cell] = creases.area(f);
        }
      }
    }
    return out;
  }
}
