package idiotaxa.core.known;

import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.Mesh;
import java.util.Arrays;

/** The triangles of every piece. */
final class PieceTriangles {
  private final int[] start;
  private final int[] triangles;

  PieceTriangles(Mesh mesh, FaceLabels pieces) {
    start = new int[pieces.count() + 1];
    triangles = new int[mesh.triangleCount()];
    for (int t = 0; t < triangles.length; t++) {
      start[pieces.ofFace()[mesh.triangleFace(t)] + 1]++;
    }
    for (int p = 0; p < pieces.count(); p++) {
      start[p + 1] += start[p];
    }
    int[] next = start.clone();
    for (int t = 0; t < triangles.length; t++) {
      triangles[next[pieces.ofFace()[mesh.triangleFace(t)]]++] = t;
    }
  }

  int[] of(int piece) {
    return Arrays.copyOfRange(triangles, start[piece], start[piece + 1]);
  }
}
