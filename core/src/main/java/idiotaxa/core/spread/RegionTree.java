package idiotaxa.core.spread;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.work.Progress;
import java.util.Arrays;

/**
 * A surface divided by itself: its cells joined two by two, the weakest border first, until all that hangs together is one
 * (a binary partition tree, Salembier and Garrido, 2000). Going back from the last join it falls into two regions, three, and so
 * on. Immutable.
 */
public final class RegionTree {
  private final Creases creases;
  private final int[] cellOfFace;
  private final int cells;
  /** In the order of the joins: the cell that stands for both from then on, and the one that does not any more. */
  private final int[] kept;

  private final int[] gone;

  private RegionTree(Creases creases, int[] cellOfFace, int cells, int[] kept, int[] gone) {
    this.creases = creases;
    this.cellOfFace = cellOfFace;
    this.cells = cells;
    this.kept = kept;
    this.gone = gone;
  }

  static RegionTree of(Creases creases, SurfaceCells surface) {
    int[] none = new int[surface.count];
    Arrays.fill(none, RegionMerging.NO_LABEL);
    IntArrayList kept = new IntArrayList(surface.count);
    IntArrayList gone = new IntArrayList(surface.count);
    RegionMerging merging = new RegionMerging(creases, surface, none);
    merging.run(
        (a, b) -> {
          kept.add(a);
          gone.add(b);
        });
    return new RegionTree(creases, surface.ofFace, surface.count, kept.toArray(), gone.toArray());
  }

  /** Regions of the coarsest division: what does not hang together is never one. */
  public int fewest() {
    return cells - kept.length;
  }

  /** Regions of the finest division. */
  public int most() {
    return cells;
  }

  /**
   * Region of every face. Borders between regions are moved to where the surface is cut cheapest near by, as those of strokes
   * are; but for that a finer division divides the regions of a coarser one.
   *
   * @param regions how many there are to be; {@link #fewest} or {@link #most} where that is not possible
   */
  public int[] labels(int regions) {
    return divide(regions).groupOfFace();
  }

  /** The same with how sure each face is; regions are numbered from 0. */
  public Spread.Result divide(int regions) {
    int wanted = Math.max(fewest(), Math.min(most(), regions));
    int[] standsFor = new int[cells];
    Arrays.setAll(standsFor, c -> c);
    for (int join = 0; join < cells - wanted; join++) {
      standsFor[gone[join]] = kept[join];
    }
    int[] number = new int[cells];
    Arrays.fill(number, -1);
    int[] out = new int[cellOfFace.length];
    int next = 0;
    for (int f = 0; f < out.length; f++) {
      int at = cellOfFace[f];
      while (standsFor[at] != at) {
        standsFor[at] = standsFor[standsFor[at]];
        at = standsFor[at];
      }
      if (number[at] < 0) {
        number[at] = next++;
      }
      out[f] = number[at];
    }
    return new Spread.Result(out, moveBorders(out, next));
  }

  /**
   * The same cells, joined as far as the tree joins them without bringing two strokes together: what is left are regions that
   * hang together with one stroke at most, few enough to be joined one by one (markers on a partition tree, Salembier and
   * Garrido, 2000).
   *
   * @param surface the tree's cells, or these with one more for faces that are not free
   * @param labels of its cells, as {@link RegionMerging} takes them; nothing is joined with a wall
   */
  SurfaceCells joined(SurfaceCells surface, int[] labels) {
    int[] standsFor = new int[surface.count];
    Arrays.setAll(standsFor, c -> c);
    int[] label = labels.clone();
    boolean[] isApart = new boolean[surface.count];
    for (int join = 0; join < kept.length; join++) {
      int a = kept[join];
      int b = gone[join];
      boolean areApart = isApart[a] || isApart[b] || label[a] == RegionMerging.WALL || label[b] == RegionMerging.WALL;
      if (areApart || label[a] != RegionMerging.NO_LABEL && label[b] != RegionMerging.NO_LABEL && label[a] != label[b]) {
        isApart[a] = true;
      } else {
        standsFor[b] = a;
        label[a] = label[a] != RegionMerging.NO_LABEL ? label[a] : label[b];
      }
    }
    return surface.joined(standsFor);
  }

  /** Those of a strip that is hardly a face wide would close over it: such regions stay as they are. Returns confidences. */
  private float[] moveBorders(int[] labels, int regions) {
    int[] before = labels.clone();
    int[] nowhere = new int[labels.length];
    Arrays.fill(nowhere, Spread.NOBODY);
    BorderMove move = new BorderMove(creases, nowhere, labels);
    move.run(Progress.NONE);
    boolean[] isLeft = new boolean[regions];
    for (int label : labels) {
      isLeft[label] = true;
    }
    for (int f = 0; f < labels.length; f++) {
      labels[f] = isLeft[before[f]] ? labels[f] : before[f];
    }
    return move.confidence();
  }
}
