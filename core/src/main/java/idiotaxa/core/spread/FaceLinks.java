package idiotaxa.core.spread;

import idiotaxa.core.mesh.EdgeMap;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Weld;
import java.util.Arrays;

/**
 * Which faces of a part lie beside each other: a link for every pair that shares an edge. Where more than two faces
 * share one, each is linked to the next. Immutable; seven ints a link and one a face.
 */
final class FaceLinks {
  /** Faces of every link. */
  final int[] a;

  final int[] b;

  /** Corner of each face whose side runs along the shared edge. */
  final int[] cornerA;

  final int[] cornerB;

  /** Length of the shared edge, metres. */
  final float[] length;

  /** First entry of every face in {@link #around}, and their number at the end. */
  final int[] start;

  /** Links of the faces, one face after another. */
  final int[] around;

  private FaceLinks(int faces, EdgeMap edges, int[] cornerA, int[] cornerB, float[] length) {
    this.cornerA = cornerA;
    this.cornerB = cornerB;
    this.length = length;
    a = new int[cornerA.length];
    b = new int[cornerA.length];
    Arrays.setAll(a, link -> edges.face(cornerA[link]));
    Arrays.setAll(b, link -> edges.face(cornerB[link]));
    start = new int[faces + 1];
    for (int link = 0; link < a.length; link++) {
      start[a[link] + 1]++;
      start[b[link] + 1]++;
    }
    for (int f = 0; f < faces; f++) {
      start[f + 1] += start[f];
    }
    int[] next = start.clone();
    around = new int[2 * a.length];
    for (int link = 0; link < a.length; link++) {
      around[next[a[link]]++] = link;
      around[next[b[link]]++] = link;
    }
  }

  static FaceLinks of(Mesh mesh, Weld weld) {
    EdgeMap edges = EdgeMap.of(mesh, weld);
    int[] a = new int[mesh.cornerCount()];
    int[] b = new int[a.length];
    float[] length = new float[a.length];
    int count = 0;
    for (int first = 0; first < mesh.cornerCount(); first++) {
      if (!edges.isFirst(first)) {
        continue;
      }
      float edge = length(mesh, edges, first);
      for (int corner = first; edges.next(corner) != EdgeMap.NONE; corner = edges.next(corner)) {
        int face = edges.face(corner);
        int other = edges.face(edges.next(corner));
        if (face != other && mesh.facePart()[face] == mesh.facePart()[other]) {
          a[count] = corner;
          b[count] = edges.next(corner);
          length[count++] = edge;
        }
      }
    }
    return new FaceLinks(mesh.faceCount(), edges, Arrays.copyOf(a, count), Arrays.copyOf(b, count), Arrays.copyOf(length, count));
  }

  private static float length(Mesh mesh, EdgeMap edges, int corner) {
    float[] p = mesh.positions();
    int from = 3 * mesh.cornerVertex()[corner];
    int to = 3 * mesh.cornerVertex()[edges.following(corner)];
    double x = (double) p[to] - p[from];
    double y = (double) p[to + 1] - p[from + 1];
    double z = (double) p[to + 2] - p[from + 2];
    return (float) Math.sqrt(x * x + y * y + z * z);
  }

  int faceCount() {
    return start.length - 1;
  }

  int count() {
    return a.length;
  }

  /** The other face of a link. */
  int other(int link, int face) {
    return a[link] == face ? b[link] : a[link];
  }
}
