package idiotaxa.core.pick;

import idiotaxa.core.mesh.EdgeMap;
import idiotaxa.core.mesh.Mesh;
import java.util.Arrays;

/**
 * The quads of a mesh: its own, and pairs of triangles that are joined again where the shared diagonal
 * is the flattest and the quad is convex. Triangles around a pole, such as the middle of a fan, are no
 * halves of quads. A cell is named by the lower of its faces.
 */
final class QuadCells {
  private static final int NONE = -1;
  /** Cosines nearer than this are one angle: then the longer diagonal is the better one. */
  private static final double SAME_ANGLE = 1e-4;

  private final Topology topology;
  private final Mesh mesh;
  private final EdgeMap edges;
  /** More faces than meet at any point of a grid, whichever way its quads are cut. */
  private static final int POLE_FACES = 9;

  /** Only faces that look nearly the same way make a pole: cosine of 20°. */
  private static final double POLE_COSINE = 0.94;

  /** First corner of the edge of every corner. */
  private final int[] edgeOfCorner;
  /** The triangle that a triangle is joined with. */
  private final int[] partner;
  /** Corner of a triangle's side along the diagonal that it is joined over. */
  private final int[] diagonal;

  QuadCells(Topology topology) {
    this.topology = topology;
    mesh = topology.mesh();
    edges = topology.edges();
    edgeOfCorner = new int[mesh.cornerCount()];
    Arrays.fill(edgeOfCorner, NONE);
    for (int first = 0; first < edgeOfCorner.length; first++) {
      if (edges.isFirst(first)) {
        for (int c = first; c != EdgeMap.NONE; c = edges.next(c)) {
          edgeOfCorner[c] = first;
        }
      }
    }
    partner = new int[mesh.faceCount()];
    diagonal = new int[mesh.faceCount()];
    Arrays.fill(partner, NONE);
    join();
  }

  /** Pairs mutual first choices, again and again until no two free triangles choose each other. */
  private void join() {
    int[] choice = new int[mesh.faceCount()];
    boolean hasJoined = true;
    while (hasJoined) {
      for (int f = 0; f < choice.length; f++) {
        choice[f] = isFree(f) ? bestDiagonal(f) : NONE;
      }
      hasJoined = false;
      for (int f = 0; f < choice.length; f++) {
        int other = choice[f] == NONE ? NONE : edges.face(across(choice[f]));
        if (other > f && choice[other] != NONE && across(choice[other]) == choice[f]) {
          partner[f] = other;
          partner[other] = f;
          diagonal[f] = choice[f];
          diagonal[other] = choice[other];
          hasJoined = true;
        }
      }
    }
  }

  private boolean isFree(int face) {
    return corners(face) == 3 && partner[face] == NONE;
  }

  private int corners(int face) {
    return mesh.faceStart()[face + 1] - mesh.faceStart()[face];
  }

  /** The corner on the other side of a corner's edge, −1 where there is no single one. */
  int across(int corner) {
    return edgeOfCorner[corner] == NONE ? NONE : topology.opposite(corner, edgeOfCorner[corner]);
  }

  private int bestDiagonal(int face) {
    int best = NONE;
    double bestCosine = 0;
    double bestLength = 0;
    for (int c = mesh.faceStart()[face]; c < mesh.faceStart()[face + 1]; c++) {
      int other = across(c);
      if (other == NONE || !isFree(edges.face(other)) || isAtPole(c) || !isConvex(c, other)) {
        continue;
      }
      double cosine = FlatPatches.cosine(topology.normals(), face, edges.face(other));
      double length = lengthSq(c);
      boolean isFlatter = cosine > bestCosine + SAME_ANGLE;
      boolean isAsFlat = Math.abs(cosine - bestCosine) <= SAME_ANGLE;
      if (best == NONE
          || isFlatter
          || isAsFlat && (length > bestLength || length == bestLength && isBefore(c, best))) {
        best = c;
        bestCosine = cosine;
        bestLength = length;
      }
    }
    return best;
  }

  private boolean isAtPole(int corner) {
    int face = edges.face(corner);
    return isPole(face, edges.from(corner)) || isPole(face, edges.to(corner));
  }

  private boolean isPole(int face, int welded) {
    int flat = 0;
    for (int i = topology.firstAround(welded); i < topology.endAround(welded); i++) {
      double cosine = FlatPatches.cosine(topology.normals(), face, topology.faceAround(i));
      flat += cosine >= POLE_COSINE ? 1 : 0;
    }
    return flat >= POLE_FACES;
  }

  /** Both sides of an edge must agree on which of two equal edges is the better. */
  private boolean isBefore(int corner, int other) {
    return edgeOfCorner[corner] < edgeOfCorner[other];
  }

  private double lengthSq(int corner) {
    double[] d = between(vertex(corner), vertex(edges.following(corner)));
    return d[0] * d[0] + d[1] * d[1] + d[2] * d[2];
  }

  private int vertex(int corner) {
    return mesh.cornerVertex()[corner];
  }

  private double[] between(int from, int to) {
    float[] p = mesh.positions();
    return new double[] {
      (double) p[3 * to] - p[3 * from],
      (double) p[3 * to + 1] - p[3 * from + 1],
      (double) p[3 * to + 2] - p[3 * from + 2]
    };
  }

  /** Whether the two triangles on both sides make a quad that turns the same way at every corner. */
  private boolean isConvex(int c, int other) {
    int a = vertex(c);
    int b = vertex(edges.following(edges.following(other)));
    int d = vertex(edges.following(c));
    int e = vertex(edges.following(edges.following(c)));
    int[] loop = {a, b, d, e};
    double[] mean = new double[3];
    double[][] turns = new double[4][];
    for (int k = 0; k < 4; k++) {
      double[] u = between(loop[k], loop[(k + 1) % 4]);
      double[] v = between(loop[(k + 1) % 4], loop[(k + 2) % 4]);
      turns[k] =
          new double[] {
            u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]
          };
      for (int axis = 0; axis < 3; axis++) {
        mean[axis] += turns[k][axis];
      }
    }
    for (double[] turn : turns) {
      if (!(turn[0] * mean[0] + turn[1] * mean[1] + turn[2] * mean[2] > 0)) {
        return false;
      }
    }
    return true;
  }

  /** The cell of a face, −1 when it is neither a quad nor half of one. */
  int cellOf(int face) {
    if (corners(face) == 4) {
      return face;
    }
    return partner[face] == NONE ? NONE : Math.min(face, partner[face]);
  }

  /** The second face of a joined cell, −1 for a quad. */
  int secondFace(int cell) {
    return partner[cell];
  }

  /** The corners whose sides are the four sides of a cell, in order around it. */
  int[] sides(int cell) {
    if (partner[cell] == NONE) {
      int c = mesh.faceStart()[cell];
      return new int[] {c, c + 1, c + 2, c + 3};
    }
    int a = edges.following(diagonal[cell]);
    int b = edges.following(diagonal[partner[cell]]);
    return new int[] {a, edges.following(a), b, edges.following(b)};
  }
}
