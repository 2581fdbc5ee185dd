package idiotaxa.core.format;

import com.carrotsearch.hppc.IntArrayList;
import com.carrotsearch.hppc.IntIntHashMap;
import idiotaxa.core.mesh.Mesh;

/** The vertices of one part of a mesh, numbered for themselves in order of first appearance. */
final class PartPoints {
  private final Mesh mesh;
  private final int[] ofCorner;
  private final IntArrayList vertices = new IntArrayList();

  /**
   * @param corners of the part
   */
  PartPoints(Mesh mesh, int[] corners) {
    this.mesh = mesh;
    ofCorner = new int[corners.length];
    IntIntHashMap known = new IntIntHashMap();
    for (int i = 0; i < corners.length; i++) {
      int vertex = mesh.cornerVertex()[corners[i]];
      if (!known.containsKey(vertex)) {
        known.put(vertex, vertices.size());
        vertices.add(vertex);
      }
      ofCorner[i] = known.get(vertex);
    }
  }

  int size() {
    return vertices.size();
  }

  /** The vertex of the mesh. */
  int vertex(int point) {
    return vertices.get(point);
  }

  /** By position in the list of corners. */
  int ofCorner(int index) {
    return ofCorner[index];
  }

  /** Least and greatest corner of the box around, as USD writes it. */
  String extent() {
    float[] lo = {Float.POSITIVE_INFINITY, Float.POSITIVE_INFINITY, Float.POSITIVE_INFINITY};
    float[] hi = {Float.NEGATIVE_INFINITY, Float.NEGATIVE_INFINITY, Float.NEGATIVE_INFINITY};
    for (int p = 0; p < size(); p++) {
      for (int k = 0; k < 3; k++) {
        float value = mesh.positions()[3 * vertex(p) + k];
        lo[k] = Math.min(lo[k], value);
        hi[k] = Math.max(hi[k], value);
      }
    }
    StringBuilder text = new StringBuilder("[");
    for (float[] corner : new float[][] {lo, hi}) {
      Numbers.append(text.append(text.length() == 1 ? "(" : ", ("), corner[0]);
      Numbers.append(text.append(", "), corner[1]);
      Numbers.append(text.append(", "), corner[2]).append(')');
    }
    return text.append(']').toString();
  }
}
