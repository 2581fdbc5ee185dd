package idiotaxa.core.mask;

import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.Mesh;
import java.util.Arrays;

/**
 * The island of every texel of a sheet: two bytes each. Where a target has more than 65,534 islands,
 * islands that far apart in its file share a label.
 */
public final class TexelIslands {
  /** Label of texels that are not covered. */
  static final char NONE = 0;

  private static final int MOST_LABELS = 0xFFFE;

  private final int width;
  private final int height;
  private final char[] labels;

  TexelIslands(int width, int height, char[] labels) {
    this.width = width;
    this.height = height;
    this.labels = labels;
  }

  /**
   * @param islands of the target's faces
   */
  static TexelIslands of(
      TexelPoints points, SheetMaps maps, Mesh mesh, FaceLabels islands, int threads) {
    char[] labels = new char[maps.groups().length];
    char[] ofTriangle = new char[points.triangleCount()];
    for (int i = 0; i < ofTriangle.length; i++) {
      int island = islands.ofFace()[mesh.triangleFace(points.meshTriangle(i))];
      ofTriangle[i] = (char) (1 + island % MOST_LABELS);
    }
    Labelling labelling = new Labelling(labels, ofTriangle);
    points.visit(maps.groups(), threads, worker -> labelling);
    return new TexelIslands(maps.width(), maps.height(), labels);
  }

  private record Labelling(char[] labels, char[] ofTriangle) implements TexelPoints.Visitor {
    @Override
    public void visit(int texel, int triangle) {
      labels[texel] = ofTriangle[triangle];
    }

    @Override
    public void visitRun(int from, int to, int triangle) {
      Arrays.fill(labels, from, to, ofTriangle[triangle]);
    }
  }

  /** All covered texels of a map as one island, for images that came without a mesh. */
  static TexelIslands one(SheetMaps maps) {
    char[] labels = new char[maps.groups().length];
    for (int i = 0; i < labels.length; i++) {
      labels[i] = (char) (maps.groups()[i] == SheetMaps.UNCOVERED ? NONE : 1);
    }
    return new TexelIslands(maps.width(), maps.height(), labels);
  }

  int width() {
    return width;
  }

  int height() {
    return height;
  }

  char[] labels() {
    return labels;
  }
}
