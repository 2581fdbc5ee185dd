package idiotaxa.core.unwrap;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.mesh.EdgeMap;
import idiotaxa.core.mesh.FaceNormals;
import idiotaxa.core.mesh.Mesh;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.PriorityQueue;
import java.util.stream.IntStream;

/**
 * Gathers faces into charts: from the largest face that is left, over edges that two faces share, the
 * face that is turned least from the chart's mean direction first, up to a limit. Sharp edges are
 * borders.
 */
final class ChartGrower {
  private static final double WIDEST_COS = Math.cos(Math.toRadians(48));
  private static final double SHARP_COS = Math.cos(Math.toRadians(44));
  private static final int FREE = -1;

  private final Mesh mesh;
  private final FaceNormals normals;
  private final int[] partner;
  private final int[] faceOfCorner;
  private final int[] chartOfFace;

  ChartGrower(Mesh mesh, EdgeMap edges, FaceNormals normals) {
    this.mesh = mesh;
    this.normals = normals;
    partner = new int[mesh.cornerCount()];
    faceOfCorner = new int[mesh.cornerCount()];
    chartOfFace = new int[mesh.faceCount()];
    Arrays.fill(partner, EdgeMap.NONE);
    Arrays.fill(chartOfFace, FREE);
    for (int c = 0; c < partner.length; c++) {
      faceOfCorner[c] = edges.face(c);
      int other = edges.isFirst(c) ? edges.next(c) : EdgeMap.NONE;
      boolean isManifold = other != EdgeMap.NONE && edges.next(other) == EdgeMap.NONE;
      // Two faces that run along their edge in the same direction would fold onto each other.
      if (isManifold && edges.from(c) != edges.from(other)) {
        partner[c] = other;
        partner[other] = c;
      }
    }
  }

  private record Candidate(int face, double turnedBy) {}

  /** Faces of each chart; every face is in exactly one. */
  List<int[]> grow() {
    List<int[]> charts = new ArrayList<>();
    int[] order =
        IntStream.range(0, mesh.faceCount())
            .boxed()
            .sorted(Comparator.<Integer>comparingDouble(f -> -normals.area[f]).thenComparing(f -> f))
            .mapToInt(Integer::intValue)
            .toArray();
    // A chart may set faces free again that came before its seed, so one round is not always enough.
    for (boolean isDone = false; !isDone; ) {
      isDone = true;
      for (int seed : order) {
        if (chartOfFace[seed] == FREE) {
          charts.add(grow(seed, charts.size()));
          isDone = false;
        }
      }
    }
    return charts;
  }

  private int[] grow(int seed, int chart) {
    double[] sum = new double[3];
    double[] mean = new double[3];
    IntArrayList faces = new IntArrayList();
    PriorityQueue<Candidate> queue =
        new PriorityQueue<>(
            Comparator.comparingDouble(Candidate::turnedBy).thenComparingInt(Candidate::face));
    queue.add(new Candidate(seed, 0));
    while (!queue.isEmpty()) {
      int face = queue.remove().face();
      boolean isFirst = faces.size() == 0;
      if (chartOfFace[face] != FREE || !(isFirst || normals.dot(face, mean) >= WIDEST_COS)) {
        continue;
      }
      chartOfFace[face] = chart;
      faces.add(face);
      addTo(sum, face, mean);
      for (int c = mesh.faceStart()[face]; c < mesh.faceStart()[face + 1]; c++) {
        int next = partner[c] == EdgeMap.NONE ? face : faceOfCorner[partner[c]];
        if (chartOfFace[next] == FREE && cosBetween(face, next) >= SHARP_COS) {
          queue.add(new Candidate(next, 1 - normals.dot(next, mean)));
        }
      }
    }
    return dropTurnedAway(faces, mean);
  }

  private void addTo(double[] sum, int face, double[] mean) {
    double length = 0;
    for (int axis = 0; axis < 3; axis++) {
      sum[axis] += normals.area[face] * normals.normal[3 * face + axis];
      length += sum[axis] * sum[axis];
    }
    for (int axis = 0; axis < 3; axis++) {
      mean[axis] = length > 0 ? sum[axis] / Math.sqrt(length) : 0;
    }
  }

  private double cosBetween(int a, int b) {
    return (double) normals.normal[3 * a] * normals.normal[3 * b]
        + (double) normals.normal[3 * a + 1] * normals.normal[3 * b + 1]
        + (double) normals.normal[3 * a + 2] * normals.normal[3 * b + 2];
  }

  /** The mean moved while the chart grew: faces that are too far from where it ended are set free. */
  private int[] dropTurnedAway(IntArrayList faces, double[] mean) {
    int[] kept =
        Arrays.stream(faces.toArray())
            .filter(f -> faces.size() == 1 || normals.dot(f, mean) >= WIDEST_COS)
            .toArray();
    if (kept.length == 0) {
      kept = new int[] {faces.get(0)};
    }
    int[] sorted = kept.clone();
    Arrays.sort(sorted);
    for (int i = 0; i < faces.size(); i++) {
      if (Arrays.binarySearch(sorted, faces.get(i)) < 0) {
        chartOfFace[faces.get(i)] = FREE;
      }
    }
    return kept;
  }

  /** The face on the other side of a corner's edge, or −1 where a chart cannot go on. */
  int neighbour(int corner) {
    return partner[corner] == EdgeMap.NONE ? FREE : faceOfCorner[partner[corner]];
  }
}
