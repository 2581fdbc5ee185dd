package idiotaxa.core.check;

import idiotaxa.core.mesh.EdgeMap;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TableSize;
import idiotaxa.core.mesh.TriangleGeometry;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Looks for faces and edges that no clean model has. */
final class TopologyChecks {
  /** A face is without area when it is thinner than this share of its longest side. */
  private static final double THINNEST = 1e-7;

  private final Mesh mesh;
  private final EdgeMap edges;
  /** The other side of each corner's edge where exactly two faces meet. */
  private final int[] partner;

  private final List<Finding> findings = new ArrayList<>();

  TopologyChecks(Mesh mesh, EdgeMap edges) {
    this.mesh = mesh;
    this.edges = edges;
    partner = new int[mesh.cornerCount()];
    Arrays.fill(partner, EdgeMap.NONE);
    for (int c = 0; c < partner.length; c++) {
      if (edges.isFirst(c) && edges.count(c) == 2) {
        partner[c] = edges.next(c);
        partner[edges.next(c)] = c;
      }
    }
  }

  List<Finding> run() {
    checkAreas();
    checkDuplicates();
    checkManifold();
    checkWinding();
    return findings;
  }

  private void report(
      String kind, boolean isHarmless, FacesFound faces, String one, String many, String cure) {
    if (faces.count() > 0) {
      String sentence = CountWords.of(faces.count(), one, many);
      findings.add(
          new Finding(
              kind, isHarmless ? Severity.HARMLESS : Severity.WARNING, sentence, "", cure, faces.count(), faces.faces()));
    }
  }

  private void checkAreas() {
    double[] area = new double[mesh.faceCount()];
    double[] longestSq = new double[mesh.faceCount()];
    for (int t = 0; t < mesh.triangleCount(); t++) {
      int face = mesh.triangleFace(t);
      area[face] += TriangleGeometry.area(mesh, t);
      for (int k = 0; k < 3; k++) {
        longestSq[face] =
            Math.max(
                longestSq[face],
                distanceSq(mesh.triangleVertex(t, k), mesh.triangleVertex(t, (k + 1) % 3)));
      }
    }
    FacesFound flat = new FacesFound(mesh.faceCount());
    for (int f = 0; f < area.length; f++) {
      if (!(area[f] > THINNEST * longestSq[f])) {
        flat.add(f);
      }
    }
    report(
        "zero-area-faces",
        true,
        flat,
        "face has no area.",
        "faces have no area.",
        "They cover no texel; remove them in your modelling tool when they disturb.");
  }

  private double distanceSq(int a, int b) {
    float[] p = mesh.positions();
    double sum = 0;
    for (int axis = 0; axis < 3; axis++) {
      double d = (double) p[3 * a + axis] - p[3 * b + axis];
      sum += d * d;
    }
    return sum;
  }

  private void checkDuplicates() {
    int capacity = TableSize.of(mesh.faceCount());
    int[] table = new int[capacity];
    Arrays.fill(table, -1);
    int[][] sorted = new int[mesh.faceCount()][];
    FacesFound duplicates = new FacesFound(mesh.faceCount());
    for (int f = 0; f < sorted.length; f++) {
      sorted[f] = sortedPositions(f);
      int slot = Arrays.hashCode(sorted[f]) * 0x9E3779B1 >>> 1 & (capacity - 1);
      while (table[slot] >= 0 && !Arrays.equals(sorted[table[slot]], sorted[f])) {
        slot = (slot + 1) & (capacity - 1);
      }
      if (table[slot] >= 0) {
        duplicates.add(f);
      } else {
        table[slot] = f;
      }
    }
    report(
        "duplicate-faces",
        false,
        duplicates,
        "face lies exactly on another face.",
        "faces lie exactly on other faces.",
        "Remove the doubles, or claim both for the same group; rays and picks may take either.");
  }

  private int[] sortedPositions(int face) {
    int from = mesh.faceStart()[face];
    int[] positions = new int[mesh.faceStart()[face + 1] - from];
    for (int i = 0; i < positions.length; i++) {
      positions[i] = edges.from(from + i);
    }
    Arrays.sort(positions);
    return positions;
  }

  private void checkManifold() {
    FacesFound crowded = new FacesFound(mesh.faceCount());
    long count = 0;
    for (int c = 0; c < mesh.cornerCount(); c++) {
      if (edges.isFirst(c) && edges.count(c) > 2) {
        count++;
        for (int side = c; side != EdgeMap.NONE; side = edges.next(side)) {
          crowded.add(edges.face(side));
        }
      }
    }
    if (count > 0) {
      findings.add(
          new Finding(
              "non-manifold-edges",
              Severity.HARMLESS,
              CountWords.of(
                  count, "edge belongs to more than two faces.", "edges belong to more than two faces."),
              "",
              "A bake copes; rings and patches end there.",
              count,
              crowded.faces()));
    }
  }

  /**
   * Faces of a connected surface are turned against each other when both run along their shared edge
   * in the same direction. In each connected surface the smaller side is the flipped one.
   */
  private void checkWinding() {
    FacesFound flipped = new FacesFound(mesh.faceCount());
    byte[] side = new byte[mesh.faceCount()];
    int[] queue = new int[mesh.faceCount()];
    for (int start = 0; start < side.length; start++) {
      if (side[start] == 0) {
        int reached = spread(start, side, queue);
        collectSmallerSide(queue, reached, side, flipped);
      }
    }
    report(
        "flipped-winding",
        false,
        flipped,
        "face is turned against its neighbours.",
        "faces are turned against their neighbours.",
        "Turn what is flipped over in your modelling tool: rays leave from the front.");
  }

  /** Gives the surface around a face sides 1 and 2; returns how many faces it has. */
  private int spread(int start, byte[] side, int[] queue) {
    int head = 0;
    int tail = 0;
    side[start] = 1;
    queue[tail++] = start;
    while (head < tail) {
      int face = queue[head++];
      for (int c = mesh.faceStart()[face]; c < mesh.faceStart()[face + 1]; c++) {
        int other = partner[c];
        if (other == EdgeMap.NONE || side[edges.face(other)] != 0) {
          continue;
        }
        boolean isAgainst = edges.from(c) == edges.from(other);
        side[edges.face(other)] = (byte) (isAgainst ? 3 - side[face] : side[face]);
        queue[tail++] = edges.face(other);
      }
    }
    return tail;
  }

  private static void collectSmallerSide(int[] faces, int count, byte[] side, FacesFound out) {
    int first = 0;
    for (int i = 0; i < count; i++) {
      first += side[faces[i]] == 1 ? 1 : 0;
    }
    if (first == count || first == 0) {
      return;
    }
    int smaller = first * 2 < count ? 1 : 2;
    for (int i = 0; i < count; i++) {
      if (side[faces[i]] == smaller) {
        out.add(faces[i]);
      }
    }
  }
}
