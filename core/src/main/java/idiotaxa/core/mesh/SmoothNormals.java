package idiotaxa.core.mesh;

/**
 * Angle-weighted vertex normals (Thürmer and Wüthrich 1998) over welded positions: one direction a
 * position, whatever hard edges the file has, so that a surface pushed out along them never gaps.
 */
public final class SmoothNormals {
  private SmoothNormals() {}

  /**
   * @return xyz of unit length per welded position; zero where no face gives a direction
   */
  public static float[] of(Mesh mesh, Weld weld) {
    double[] sum = new double[3 * weld.count()];
    double[] normal = new double[3];
    for (int t = 0; t < mesh.triangleCount(); t++) {
      if (!TriangleGeometry.unitNormal(mesh, t, normal)) {
        continue;
      }
      for (int k = 0; k < 3; k++) {
        double angle = TriangleGeometry.angleRad(mesh, t, k);
        int slot = 3 * weld.of(mesh.triangleVertex(t, k));
        sum[slot] += angle * normal[0];
        sum[slot + 1] += angle * normal[1];
        sum[slot + 2] += angle * normal[2];
      }
    }
    return normalise(sum);
  }

  private static float[] normalise(double[] sum) {
    float[] out = new float[sum.length];
    for (int i = 0; i < sum.length; i += 3) {
      double length =
          Math.sqrt(sum[i] * sum[i] + sum[i + 1] * sum[i + 1] + sum[i + 2] * sum[i + 2]);
      if (length > 1e-12) {
        out[i] = (float) (sum[i] / length);
        out[i + 1] = (float) (sum[i + 1] / length);
        out[i + 2] = (float) (sum[i + 2] / length);
      }
    }
    return out;
  }
}
