package idiotaxa.core.mesh;

import java.util.Arrays;

/** Finds pieces: faces of one part that hang together through shared (welded) vertices. */
public final class Pieces {
  private Pieces() {}

  /** Linear time up to the inverse Ackermann function. */
  public static FaceLabels of(Mesh mesh, Weld weld) {
    int faceCount = mesh.faceCount();
    UnionFind sets = new UnionFind(faceCount);
    int[] lastFace = new int[weld.count()];
    int[] lastPart = new int[weld.count()];
    Arrays.fill(lastPart, -1);
    int[] faceStart = mesh.faceStart();
    for (int f : facesByPart(mesh)) {
      int part = mesh.facePart()[f];
      for (int c = faceStart[f]; c < faceStart[f + 1]; c++) {
        int w = weld.of(mesh.cornerVertex()[c]);
        if (lastPart[w] == part) {
          sets.union(lastFace[w], f);
        }
        lastPart[w] = part;
        lastFace[w] = f;
      }
    }
    return sets.labels();
  }

  /** A vertex may be shared between parts; visiting part by part keeps one memory a vertex enough. */
  private static int[] facesByPart(Mesh mesh) {
    int[] facePart = mesh.facePart();
    int[] start = new int[mesh.parts().size() + 1];
    for (int part : facePart) {
      start[part + 1]++;
    }
    for (int p = 0; p < mesh.parts().size(); p++) {
      start[p + 1] += start[p];
    }
    int[] order = new int[facePart.length];
    for (int f = 0; f < facePart.length; f++) {
      order[start[facePart[f]]++] = f;
    }
    return order;
  }
}
