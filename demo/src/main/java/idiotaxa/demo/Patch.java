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

  static int[] same(int group, int rows) {
    int[] groups = new int[rows];
    Arrays.fill(groups, group);
    return groups;
  }
}
