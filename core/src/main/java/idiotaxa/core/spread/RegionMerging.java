package idiotaxa.core.spread;

import com.carrotsearch.hppc.IntIntHashMap;
import com.carrotsearch.hppc.cursors.IntIntCursor;
import java.util.Arrays;
import java.util.PriorityQueue;

/**
 * Joins cells of a surface two by two, those with the weakest border between them first (a binary partition tree,
 * Salembier and Garrido, 2000); what is small goes before what is large, so that no crumbs stay. Cells that strokes
 * lie on never join those of another stroke (Ning, Zhang, Zhang, Wu, "Interactive image segmentation by maximal
 * similarity based region merging", 2010). Works on itself once.
 */
final class RegionMerging {
  static final int NO_LABEL = -1;

  /** Label of a cell that nothing joins. */
  static final int WALL = Integer.MAX_VALUE;

  /** How much less a border counts around what is small: by this power of its share of the surface. */
  private static final double SMALL_FIRST = 0.05;

  /** Strength that a border is taken to have until it is long enough to tell: of a few links one is weak by chance. */
  private static final double EXPECTED = 3;

  /** Length of a border that tells as much as what was expected, in links. */
  private static final double DOUBTED_LINKS = 5;

  /** What no stroke has reached joins first among itself, so that borders are long where strokes ask for them. */
  private static final double STROKES_LAST = 1.5;

  private final int cells;
  private final double all;
  private final double[] area;
  private final int[] label;

  /** The cell that stands for what a cell was joined into, itself while it stands. */
  private final int[] standsFor;

  /** By cell that stands: its neighbours and the borders to them, null once it was joined. */
  private final IntIntHashMap[] around;

  /** Metres of a border that is doubted as much as it is believed. */
  private double doubt;

  /** Metres of the borders, and strength times metres. */
  private double[] length;

  private double[] weight;
  private int borders;
  private final PriorityQueue<Join> queue = new PriorityQueue<>();

  private record Join(double cost, int a, int b) implements Comparable<Join> {
    @Override
    public int compareTo(Join other) {
      int byCost = Double.compare(cost, other.cost);
      int byA = byCost != 0 ? byCost : Integer.compare(a, other.a);
      return byA != 0 ? byA : Integer.compare(b, other.b);
    }
  }

  /**
   * @param labelOfCell at least 0, or {@link #NO_LABEL}
   */
  RegionMerging(Creases creases, SurfaceCells surface, int[] labelOfCell) {
    cells = surface.count;
    area = surface.area.clone();
    label = labelOfCell.clone();
    standsFor = new int[cells];
    Arrays.setAll(standsFor, i -> i);
    around = new IntIntHashMap[cells];
    double surfaceArea = 0;
    for (int c = 0; c < cells; c++) {
      around[c] = new IntIntHashMap();
      surfaceArea += area[c];
    }
    all = surfaceArea > 0 ? surfaceArea : 1;
    length = new double[4 * cells + 16];
    weight = new double[length.length];
    addBorders(creases, surface);
  }

  private void addBorders(Creases creases, SurfaceCells surface) {
    FaceLinks links = creases.links();
    double sum = 0;
    for (float l : links.length) {
      sum += l;
    }
    doubt = links.count() == 0 ? 1 : DOUBTED_LINKS * sum / links.count();
    for (int link = 0; link < links.count(); link++) {
      int a = surface.ofFace[links.a[link]];
      int b = surface.ofFace[links.b[link]];
      if (a != b) {
        int border = around[a].getOrDefault(b, NO_LABEL);
        if (border < 0) {
          border = newBorder();
          around[a].put(b, border);
          around[b].put(a, border);
        }
        length[border] += links.length[link];
        weight[border] += (double) links.length[link] * creases.strength()[link];
      }
    }
  }

  private int newBorder() {
    if (borders == length.length) {
      length = Arrays.copyOf(length, 2 * borders);
      weight = Arrays.copyOf(weight, 2 * borders);
    }
    return borders++;
  }

  /** Told of every join, in their order. */
  interface Joins {
    /**
     * @param kept the cell that stands for both from then on
     */
    void joined(int kept, int gone);
  }

  void run() {
    run((kept, gone) -> {});
  }

  void run(Joins joins) {
    for (int c = 0; c < cells; c++) {
      for (IntIntCursor border : around[c]) {
        if (c < border.key) {
          offer(c, border.key, border.value);
        }
      }
    }
    while (!queue.isEmpty()) {
      Join join = queue.poll();
      if (around[join.a] == null || around[join.b] == null || areApart(join.a, join.b)) {
        continue;
      }
      double cost = cost(join.a, join.b, around[join.a].get(join.b));
      if (cost == join.cost) {
        join(join.a, join.b, joins);
      } else if (cost > join.cost) {
        // One of the two has grown since; one that became cheaper was offered then.
        queue.add(new Join(cost, join.a, join.b));
      }
    }
  }

  /** A wall is apart from all, two strokes from each other. */
  private boolean areApart(int a, int b) {
    boolean isWall = label[a] == WALL || label[b] == WALL;
    return isWall || label[a] != NO_LABEL && label[b] != NO_LABEL && label[a] != label[b];
  }

  private double cost(int a, int b, int border) {
    double mean = (weight[border] + EXPECTED * doubt) / (length[border] + doubt);
    boolean isStroke = label[a] != NO_LABEL || label[b] != NO_LABEL;
    return (isStroke ? STROKES_LAST : 1) * mean * Math.pow(Math.min(area[a], area[b]) / all, SMALL_FIRST);
  }

  private void offer(int a, int b, int border) {
    if (!areApart(a, b)) {
      queue.add(new Join(cost(a, b, border), Math.min(a, b), Math.max(a, b)));
    }
  }

  /** The one with more neighbours stays, so that a large region is not gone through for each crumb that joins it. */
  private void join(int a, int b, Joins joins) {
    boolean isAKept = around[a].size() >= around[b].size();
    int kept = isAKept ? a : b;
    int gone = isAKept ? b : a;
    IntIntHashMap mine = around[kept];
    IntIntHashMap other = around[gone];
    around[gone] = null;
    standsFor[gone] = kept;
    joins.joined(kept, gone);
    area[kept] += area[gone];
    label[kept] = label[kept] != NO_LABEL ? label[kept] : label[gone];
    mine.remove(gone);
    other.remove(kept);
    for (IntIntCursor border : other) {
      around[border.key].remove(gone);
      int present = mine.getOrDefault(border.key, NO_LABEL);
      if (present < 0) {
        mine.put(border.key, border.value);
        around[border.key].put(kept, border.value);
        offer(kept, border.key, border.value);
      } else {
        length[present] += length[border.value];
        weight[present] += weight[border.value];
        offer(kept, border.key, present);
      }
    }
  }

  /** The label that every cell ended with. */
  int[] labels() {
    int[] out = new int[cells];
    for (int c = 0; c < cells; c++) {
      int at = c;
      while (standsFor[at] != at) {
        standsFor[at] = standsFor[standsFor[at]];
        at = standsFor[at];
      }
      out[c] = label[at];
    }
    return out;
  }
}
