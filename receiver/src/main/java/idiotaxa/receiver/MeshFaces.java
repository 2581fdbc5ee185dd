package idiotaxa.receiver;

import java.util.ArrayList;
import java.util.List;

/** Faces of a mesh as a stranger reads them: where their middles lie in UV space, and how they are marked. */
final class MeshFaces {
  private final List<double[]> middles = new ArrayList<>();
  private final List<String> marks = new ArrayList<>();

  /**
   * @param mark the name of its material, or its colour as #RRGGBB
   * @param uvs of its corners, two each, origin at the bottom left
   */
  void add(String mark, double[] uvs) {
    double u = 0;
    double v = 0;
    int corners = uvs.length / 2;
    for (int c = 0; c < corners; c++) {
      u += uvs[2 * c] / corners;
      v += uvs[2 * c + 1] / corners;
    }
    middles.add(new double[] {u, v});
    marks.add(mark);
  }

  int count() {
    return marks.size();
  }

  /** u and v of a face's middle. */
  double[] middle(int face) {
    return middles.get(face);
  }

  String mark(int face) {
    return marks.get(face);
  }
}
