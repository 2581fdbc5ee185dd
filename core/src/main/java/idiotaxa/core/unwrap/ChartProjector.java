package idiotaxa.core.unwrap;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.mesh.FaceNormals;
import idiotaxa.core.mesh.Mesh;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.List;

/**
 * Projects sets of faces onto their mean plane, turned to their smallest box. A set that would fold
 * onto itself there is divided until no part of it does; a single face never does, so this ends. Large
 * sets that fill their box badly, such as rings and fans, are divided too.
 */
final class ChartProjector {
  private static final double LARGE = 0.004;
  private static final double LOOSE = 0.62;

  private final Mesh mesh;
  private final FaceNormals normals;
  private final ChartGrower neighbours;
  private final int[] firstTriangle;
  private final int[] chartCorner;
  private final int[] half;
  private final double wholeArea;

  ChartProjector(Mesh mesh, FaceNormals normals, ChartGrower neighbours) {
    this.mesh = mesh;
    this.normals = normals;
    this.neighbours = neighbours;
    wholeArea = Arrays.stream(normals.area).sum();
    chartCorner = new int[mesh.cornerCount()];
    half = new int[mesh.faceCount()];
    firstTriangle = new int[mesh.faceCount() + 1];
    Arrays.fill(firstTriangle, mesh.triangleCount());
    for (int t = mesh.triangleCount() - 1; t >= 0; t--) {
      firstTriangle[mesh.triangleFace(t)] = t;
    }
    for (int f = mesh.faceCount() - 1; f >= 0; f--) {
      firstTriangle[f] = Math.min(firstTriangle[f], firstTriangle[f + 1]);
    }
  }

  List<Chart> project(int[] faces) {
    List<Chart> out = new ArrayList<>();
    Deque<int[]> left = new ArrayDeque<>();
    left.push(faces);
    while (!left.isEmpty()) {
      int[] set = left.pop();
      Chart chart = flatten(set);
      SmallestBox.turn(chart);
      if (set.length > 1 && (isLoose(chart) || foldsOver(chart))) {
        int[][] halves = divide(set);
        left.push(halves[1]);
        left.push(halves[0]);
      } else {
        out.add(chart);
      }
    }
    return out;
  }

  private boolean foldsOver(Chart chart) {
    return new PlaneTriangles(triangles(chart)).hasOverlap();
  }

  /** Whether a large chart leaves so much of its box empty that two charts would be packed closer. */
  private boolean isLoose(Chart chart) {
    double area = normals.areaOf(chart.faces());
    return area > LARGE * wholeArea && area < LOOSE * chart.width() * chart.height();
  }

  private Chart flatten(int[] faces) {
    double[] normal = new double[3];
    double area = 0;
    IntArrayList corners = new IntArrayList();
    for (int f : faces) {
      area += normals.area[f];
      for (int axis = 0; axis < 3; axis++) {
        normal[axis] += normals.area[f] * normals.normal[3 * f + axis];
      }
      for (int c = mesh.faceStart()[f]; c < mesh.faceStart()[f + 1]; c++) {
        chartCorner[c] = corners.size();
        corners.add(c);
      }
    }
    double[] right = new double[3];
    double[] up = new double[3];
    frame(normal, right, up);
    double[] x = new double[corners.size()];
    double[] y = new double[corners.size()];
    for (int i = 0; i < x.length; i++) {
      int v = mesh.cornerVertex()[corners.get(i)];
      x[i] = along(v, right);
      y[i] = along(v, up);
    }
    Chart chart = new Chart(faces, corners.toArray(), x, y);
    scaleToArea(chart, area);
    return chart;
  }

  /** Two directions that make a right-handed frame with the normal. */
  private static void frame(double[] normal, double[] right, double[] up) {
    double length = Math.sqrt(dot(normal, normal));
    double[] n = {0, 0, 1};
    for (int axis = 0; axis < 3 && length > 0; axis++) {
      n[axis] = normal[axis] / length;
    }
    double[] helper = Math.abs(n[1]) < 0.9 ? new double[] {0, 1, 0} : new double[] {1, 0, 0};
    cross(helper, n, right);
    double rightLength = Math.sqrt(dot(right, right));
    for (int axis = 0; axis < 3; axis++) {
      right[axis] /= rightLength;
    }
    cross(n, right, up);
  }

  private double along(int vertex, double[] axis) {
    float[] p = mesh.positions();
    return p[3 * vertex] * axis[0] + p[3 * vertex + 1] * axis[1] + p[3 * vertex + 2] * axis[2];
  }

  private void scaleToArea(Chart chart, double area) {
    double flat = 0;
    double[] xy = triangles(chart);
    for (int a = 0; a < xy.length; a += 6) {
      flat +=
          0.5
              * Math.abs(
                  (xy[a + 2] - xy[a]) * (xy[a + 5] - xy[a + 1])
                      - (xy[a + 3] - xy[a + 1]) * (xy[a + 4] - xy[a]));
    }
    double scale = flat > 0 ? Math.sqrt(area / flat) : 1;
    for (int i = 0; i < chart.x().length; i++) {
      chart.x()[i] *= scale;
      chart.y()[i] *= scale;
    }
  }

  /** x and y of the three corners of every triangle of a chart. */
  double[] triangles(Chart chart) {
    for (int i = 0; i < chart.corners().length; i++) {
      chartCorner[chart.corners()[i]] = i;
    }
    int count = 0;
    for (int f : chart.faces()) {
      count += firstTriangle[f + 1] - firstTriangle[f];
    }
    double[] xy = new double[6 * count];
    int at = 0;
    for (int f : chart.faces()) {
      for (int t = firstTriangle[f]; t < firstTriangle[f + 1]; t++) {
        for (int k = 0; k < 3; k++) {
          int i = chartCorner[mesh.triangleCorner(t, k)];
          xy[at++] = chart.x()[i];
          xy[at++] = chart.y()[i];
        }
      }
    }
    return xy;
  }

  /** Grows two halves at once from two faces that lie far apart in the set. */
  private int[][] divide(int[] faces) {
    for (int f : faces) {
      half[f] = 1;
    }
    int a = farthest(faces[0]);
    for (int f : faces) {
      half[f] = 1;
    }
    int b = farthest(a);
    for (int f : faces) {
      half[f] = 1;
    }
    Deque<Integer> queue = new ArrayDeque<>(List.of(a, b));
    half[a] = 2;
    half[b] = a == b ? 2 : 3;
    while (!queue.isEmpty()) {
      int face = queue.remove();
      for (int c = mesh.faceStart()[face]; c < mesh.faceStart()[face + 1]; c++) {
        int next = neighbours.neighbour(c);
        if (next >= 0 && half[next] == 1) {
          half[next] = half[face];
          queue.add(next);
        }
      }
    }
    int[][] halves = {
      Arrays.stream(faces).filter(f -> half[f] == 2).toArray(),
      Arrays.stream(faces).filter(f -> half[f] != 2).toArray()
    };
    for (int f : faces) {
      half[f] = 0;
    }
    if (halves[0].length == 0 || halves[1].length == 0) {
      // Not one connected set: any division will do.
      halves[0] = Arrays.copyOf(faces, faces.length / 2);
      halves[1] = Arrays.copyOfRange(faces, faces.length / 2, faces.length);
    }
    return halves;
  }

  /** The face that a walk through faces of mark 1 reaches last; marks them 4. */
  private int farthest(int start) {
    Deque<Integer> queue = new ArrayDeque<>(List.of(start));
    half[start] = 4;
    int last = start;
    while (!queue.isEmpty()) {
      last = queue.remove();
      for (int c = mesh.faceStart()[last]; c < mesh.faceStart()[last + 1]; c++) {
        int next = neighbours.neighbour(c);
        if (next >= 0 && half[next] == 1) {
          half[next] = 4;
          queue.add(next);
        }
      }
    }
    return last;
  }

  private static double dot(double[] a, double[] b) {
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
  }

  private static void cross(double[] a, double[] b, double[] out) {
    out[0] = a[1] * b[2] - a[2] * b[1];
    out[1] = a[2] * b[0] - a[0] * b[2];
    out[2] = a[0] * b[1] - a[1] * b[0];
  }
}
