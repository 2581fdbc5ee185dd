package idiotaxa.demo;

import java.util.Arrays;

/**
 * A rectangle of a parametric surface that is one rectangle of UV space too.
 *
 * @param columns quads along s in the coarse mesh
 * @param rows quads along t in the coarse mesh
 * @param isClosed whether s = 1 meets s = 0
 * @param width metres along s, for an even texel density
 * @param height metres along t
 * @param groupOfRow group number of coarse row t; its length is {@code rows}
 * @param ripple height in metres of the fine mesh's relief, 0 for none
 */
record Patch(
    Surface surface,
    int columns,
    int rows,
    boolean isClosed,
    double width,
    double height,
    int[] groupOfRow,
    double ripple) {

  /** The same surface cut into other columns. */
  Patch cut(int otherColumns) {
    return new Patch(surface, otherColumns, rows, isClosed, width, height, groupOfRow, ripple);
  }

  /** The same surface elsewhere, metres. */
  Patch moved(double x, double y, double z) {
    Surface elsewhere =
        (s, t, out) -> {
          surface.at(s, t, out);
          out[0] += x;
          out[1] += y;
          out[2] += z;
        };
    return new Patch(elsewhere, columns, rows, isClosed, width, height, groupOfRow, ripple);
  }

  Patch withoutGroup() {
    return new Patch(surface, columns, rows, isClosed, width, height, new int[rows], ripple);
  }

  static int[] same(int group, int rows) {
    int[] groups = new int[rows];
    Arrays.fill(groups, group);
    return groups;
  }
}
