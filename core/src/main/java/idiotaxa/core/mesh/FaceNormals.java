package idiotaxa.core.mesh;

/** Area-weighted normals of faces: xyz of unit length, and the area in square metres. */
public final class FaceNormals {
  /** xyz a face, of unit length; zero where a face has no area. */
  public final float[] normal;

  /** Square metres a face. */
  public final double[] area;

  public FaceNormals(Mesh mesh) {
    normal = new float[3 * mesh.faceCount()];
    area = new double[mesh.faceCount()];
    double[] sum = new double[3];
    for (int f = 0; f < area.length; f++) {
      cross(mesh, f, sum);
      double length = Math.sqrt(sum[0] * sum[0] + sum[1] * sum[1] + sum[2] * sum[2]);
      area[f] = length / 2;
      for (int axis = 0; axis < 3 && length > 0; axis++) {
        normal[3 * f + axis] = (float) (sum[axis] / length);
      }
    }
  }

  /** Newell's method: twice the area vector of a polygon. */
  private static void cross(Mesh mesh, int face, double[] out) {
    out[0] = 0;
    out[1] = 0;
    out[2] = 0;
    float[] p = mesh.positions();
    int from = mesh.faceStart()[face];
    int to = mesh.faceStart()[face + 1];
    int previous = 3 * mesh.cornerVertex()[to - 1];
    for (int c = from; c < to; c++) {
      int v = 3 * mesh.cornerVertex()[c];
      out[0] += ((double) p[previous + 1] - p[v + 1]) * ((double) p[previous + 2] + p[v + 2]);
      out[1] += ((double) p[previous + 2] - p[v + 2]) * ((double) p[previous] + p[v]);
      out[2] += ((double) p[previous] - p[v]) * ((double) p[previous + 1] + p[v + 1]);
      previous = v;
    }
  }

  /** Cosine of the angle between a face's normal and a unit direction. */
  public double dot(int face, double[] direction) {
    return normal[3 * face] * direction[0]
        + normal[3 * face + 1] * direction[1]
        + normal[3 * face + 2] * direction[2];
  }

  /** Of several faces, square metres. */
  public double areaOf(int[] faces) {
    double sum = 0;
    for (int f : faces) {
      sum += area[f];
    }
    return sum;
  }
}
