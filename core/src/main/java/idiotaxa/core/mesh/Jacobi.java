package idiotaxa.core.mesh;

/** Eigenvalues and eigenvectors of small symmetric matrices by cyclic Jacobi rotations (Golub and Van Loan, "Matrix Computations", 8.5). */
public final class Jacobi {
  private static final int SWEEPS = 30;

  private Jacobi() {}

  /**
   * @param a symmetric; left with the eigenvalues on its diagonal
   * @return eigenvectors as columns
   */
  public static double[][] eigenvectors(double[][] a) {
    int n = a.length;
    double[][] v = new double[n][n];
    for (int i = 0; i < n; i++) {
      v[i][i] = 1;
    }
    for (int sweep = 0; sweep < SWEEPS; sweep++) {
      for (int p = 0; p < n; p++) {
        for (int q = p + 1; q < n; q++) {
          rotate(a, v, p, q);
        }
      }
    }
    return v;
  }

  private static void rotate(double[][] a, double[][] v, int p, int q) {
    if (a[p][q] == 0) {
      return;
    }
    double theta = (a[q][q] - a[p][p]) / (2 * a[p][q]);
    double t = (theta >= 0 ? 1 : -1) / (Math.abs(theta) + Math.sqrt(theta * theta + 1));
    double c = 1 / Math.sqrt(t * t + 1);
    double s = t * c;
    for (int i = 0; i < a.length; i++) {
      double ip = a[i][p];
      double iq = a[i][q];
      a[i][p] = c * ip - s * iq;
      a[i][q] = s * ip + c * iq;
    }
    for (int i = 0; i < a.length; i++) {
      double pi = a[p][i];
      double qi = a[q][i];
      a[p][i] = c * pi - s * qi;
      a[q][i] = s * pi + c * qi;
      double ip = v[i][p];
      double iq = v[i][q];
      v[i][p] = c * ip - s * iq;
      v[i][q] = s * ip + c * iq;
    }
  }
}
