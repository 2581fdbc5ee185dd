package idiotaxa.core.alike;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Weld;
import java.util.Arrays;

/**
 * One piece around the mean of its corner points. Points are numbered 0 … n−1 within the piece; its
 * moments stay the same under rigid motions and mirrors, and only tell what cannot be alike.
 */
final class PieceShape {
  final int faceCount;
  final int cornerCount;
  /** xyz a point, metres from the mean of the points. */
  final double[] points;
  /** Point of every corner, face after face. */
  final int[] cornerPoint;
  /** First corner of every face, and the number of corners at the end. */
  final int[] faceStart;
  /** Largest distance of a point from the mean. */
  final double radius;
  /** Mean of the squares and of the fourth powers of the points' distances from the mean. */
  final double secondMoment;

  final double fourthMoment;
  final double perimeter;

  PieceShape(Mesh mesh, Weld weld, int[] faces, int[] scratch) {
    faceCount = faces.length;
    faceStart = new int[faceCount + 1];
    for (int i = 0; i < faceCount; i++) {
      int corners = mesh.faceStart()[faces[i] + 1] - mesh.faceStart()[faces[i]];
      faceStart[i + 1] = faceStart[i] + corners;
    }
    cornerCount = faceStart[faceCount];
    cornerPoint = new int[cornerCount];
    points = gather(mesh, weld, faces, scratch);
    center();
    double largest = 0;
    double second = 0;
    double fourth = 0;
    for (int i = 0; i < points.length; i += 3) {
      double d = lengthSq(i);
      largest = Math.max(largest, d);
      second += d;
      fourth += d * d;
    }
    radius = Math.sqrt(largest);
    secondMoment = second / pointCount();
    fourthMoment = fourth / pointCount();
    perimeter = perimeter();
  }

  int pointCount() {
    return points.length / 3;
  }

  /**
   * @param scratch one a welded position, all zero before and after
   */
  private double[] gather(Mesh mesh, Weld weld, int[] faces, int[] scratch) {
    double[] out = new double[3 * cornerCount];
    int count = 0;
    int at = 0;
    for (int face : faces) {
      for (int c = mesh.faceStart()[face]; c < mesh.faceStart()[face + 1]; c++) {
        int vertex = mesh.cornerVertex()[c];
        int welded = weld.of(vertex);
        if (scratch[welded] == 0) {
          for (int axis = 0; axis < 3; axis++) {
            out[3 * count + axis] = mesh.positions()[3 * vertex + axis];
          }
          scratch[welded] = ++count;
        }
        cornerPoint[at++] = scratch[welded] - 1;
      }
    }
    for (int face : faces) {
      for (int c = mesh.faceStart()[face]; c < mesh.faceStart()[face + 1]; c++) {
        scratch[weld.of(mesh.cornerVertex()[c])] = 0;
      }
    }
    return Arrays.copyOf(out, 3 * count);
  }

  private void center() {
    for (int axis = 0; axis < 3; axis++) {
      double mean = 0;
      for (int i = axis; i < points.length; i += 3) {
        mean += points[i];
      }
      mean /= pointCount();
      for (int i = axis; i < points.length; i += 3) {
        points[i] -= mean;
      }
    }
  }

  private double perimeter() {
    double sum = 0;
    for (int f = 0; f < faceCount; f++) {
      for (int c = faceStart[f]; c < faceStart[f + 1]; c++) {
        int next = c + 1 == faceStart[f + 1] ? faceStart[f] : c + 1;
        sum += Math.sqrt(distanceSq(cornerPoint[c], this, cornerPoint[next]));
      }
    }
    return sum;
  }

  private double lengthSq(int i) {
    return points[i] * points[i] + points[i + 1] * points[i + 1] + points[i + 2] * points[i + 2];
  }

  /** Distance of a point from the mean. */
  double distance(int point) {
    return Math.sqrt(lengthSq(3 * point));
  }

  /** Between a point of this piece and one of another, both measured from their means. */
  double distanceSq(int point, PieceShape other, int otherPoint) {
    double x = points[3 * point] - other.points[3 * otherPoint];
    double y = points[3 * point + 1] - other.points[3 * otherPoint + 1];
    double z = points[3 * point + 2] - other.points[3 * otherPoint + 2];
    return x * x + y * y + z * z;
  }

  /** Whether counts and moments allow that the two are alike. */
  boolean mayBeAlike(PieceShape other, double tolerance) {
    return faceCount == other.faceCount
        && cornerCount == other.cornerCount
        && points.length == other.points.length
        && isNear(radius, other.radius, tolerance)
        && isNear(secondMoment, other.secondMoment, 2 * tolerance)
        && isNear(fourthMoment, other.fourthMoment, 4 * tolerance)
        && isNear(perimeter, other.perimeter, 4 * tolerance);
  }

  private static boolean isNear(double a, double b, double tolerance) {
    return Math.abs(a - b) <= tolerance * Math.max(a, b);
  }
}
