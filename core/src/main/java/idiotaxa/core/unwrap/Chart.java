package idiotaxa.core.unwrap;

/**
 * Faces that lie side by side in a plane.
 *
 * @param faces of the mesh
 * @param corners of those faces, face by face
 * @param x per corner, in metres of the surface: scaled so that area in the plane equals area in space
 * @param y per corner
 */
record Chart(int[] faces, int[] corners, double[] x, double[] y) {

  double minX() {
    return min(x);
  }

  double minY() {
    return min(y);
  }

  double width() {
    return max(x) - min(x);
  }

  double height() {
    return max(y) - min(y);
  }

  private static double min(double[] values) {
    double min = Double.POSITIVE_INFINITY;
    for (double v : values) {
      min = Math.min(min, v);
    }
    return min;
  }

  private static double max(double[] values) {
    double max = Double.NEGATIVE_INFINITY;
    for (double v : values) {
      max = Math.max(max, v);
    }
    return max;
  }
}
