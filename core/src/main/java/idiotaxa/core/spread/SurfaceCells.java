package idiotaxa.core.spread;

import java.util.Arrays;

/**
 * Small connected sets of faces, of which regions are made: faces are joined across their weakest links first, as long
 * as a cell stays small, so that the borders of the cells run where creases are (Felzenszwalb and Huttenlocher,
 * "Efficient graph-based image segmentation", 2004, with a limit in place of their predicate). Links of one strength
 * are taken in their order. Immutable.
 */
final class SurfaceCells {
  /** Below so many faces every face is a cell. */
  private static final int MOST_CELLS = 8192;

  /** A cell may be so many times as large as if all were equal. */
  private static final double ROOM = 1.5;

  /** A link stronger than this may be a crease: across it only crumbs are joined, so that few cells lie on both sides. */
  private static final double CREASE = 1.4;

  /** Size of a crumb in cells. */
  private static final double CRUMB = 0.06;

  private static final int CLASSES = 1 << 14;

  /** Cell of every face, 0 … count − 1 in the order of their first faces. */
  final int[] ofFace;

  final int count;

  /** Square metres of every cell. */
  final double[] area;

  SurfaceCells(Creases creases) {
    FaceLinks links = creases.links();
    int faces = links.faceCount();
    int[] root = new int[faces];
    Arrays.setAll(root, f -> f);
    double[] size = new double[faces];
    double all = 0;
    for (int f = 0; f < faces; f++) {
      size[f] = creases.area(f);
      all += size[f];
    }
    if (faces > MOST_CELLS) {
      double limit = ROOM * all / MOST_CELLS;
      for (int link : byStrength(creases.strength())) {
        int a = find(root, links.a[link]);
        int b = find(root, links.b[link]);
        double most = creases.strength()[link] > CREASE ? limit * CRUMB : limit;
        if (a != b && size[a] + size[b] <= most) {
          root[Math.max(a, b)] = Math.min(a, b);
          size[Math.min(a, b)] += size[Math.max(a, b)];
        }
      }
    }
    ofFace = new int[faces];
    int cells = 0;
    for (int f = 0; f < faces; f++) {
      int r = find(root, f);
      // A root is the lowest face of its cell.
      ofFace[f] = r == f ? cells++ : ofFace[r];
    }
    count = cells;
    area = new double[cells];
    for (int f = 0; f < faces; f++) {
      area[ofFace[f]] += creases.area(f);
    }
  }

  private SurfaceCells(int[] ofFace, double[] area) {
    this.ofFace = ofFace;
    this.area = area;
    count = area.length;
  }

  /**
   * @param standsFor the cell that each is joined into, itself where it is not; may be changed
   */
  SurfaceCells joined(int[] standsFor) {
    int[] number = new int[count];
    int next = 0;
    for (int c = 0; c < count; c++) {
      if (standsFor[c] == c) {
        number[c] = next++;
      }
    }
    double[] sum = new double[next];
    for (int c = 0; c < count; c++) {
      number[c] = number[find(standsFor, c)];
      sum[number[c]] += area[c];
    }
    int[] out = new int[ofFace.length];
    Arrays.setAll(out, f -> number[ofFace[f]]);
    return new SurfaceCells(out, sum);
  }

  /** The same with all faces that are not free in one more cell, the last one. */
  SurfaceCells apartFrom(boolean[] isFree, Creases creases) {
    int[] cut = ofFace.clone();
    double[] left = Arrays.copyOf(area, count + 1);
    for (int f = 0; f < cut.length; f++) {
      if (!isFree[f]) {
        left[cut[f]] -= creases.area(f);
        left[count] += creases.area(f);
        cut[f] = count;
      }
    }
    return new SurfaceCells(cut, left);
  }

  private static int find(int[] root, int of) {
    int at = of;
    while (root[at] != at) {
      root[at] = root[root[at]];
      at = root[at];
    }
    return at;
  }

  /** Links by class of their strength, counted and not compared. */
  private static int[] byStrength(float[] strength) {
    float most = 0;
    for (float s : strength) {
      most = Math.max(most, s);
    }
    int[] start = new int[CLASSES + 1];
    double scale = most > 0 ? (CLASSES - 1) / (double) most : 0;
    for (float s : strength) {
      start[(int) (s * scale) + 1]++;
    }
    for (int c = 0; c < CLASSES; c++) {
      start[c + 1] += start[c];
    }
    int[] out = new int[strength.length];
    for (int link = 0; link < out.length; link++) {
      out[start[(int) (strength[link] * scale)]++] = link;
    }
    return out;
  }
}
