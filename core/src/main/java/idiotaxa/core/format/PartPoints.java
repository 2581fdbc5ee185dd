package idiotaxa.core.format;

import com.carrotsearch.hppc.IntArrayList;
import com.carrotsearch.hppc.IntIntHashMap;
import idiotaxa.core.mesh.Frame;
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

  /** Three values a point, in the unit and axes of the file, off the origin of its frame. */
  float[] places() {
    Frame frame = mesh.frame();
    float[] out = new float[3 * size()];
    double[] place = new double[3];
    for (int p = 0; p < size(); p++) {
      frame.toFile(mesh.positions(), 3 * vertex(p), place);
      out[3 * p] = (float) (place[0] - frame.x());
      out[3 * p + 1] = (float) (place[1] - frame.y());
      out[3 * p + 2] = (float) (place[2] - frame.z());
    }
    return out;
  }
}
