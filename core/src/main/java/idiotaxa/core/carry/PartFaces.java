package idiotaxa.core.carry;

import idiotaxa.core.mesh.Mesh;

/** The faces of every part in the order of the file, with their middles and the directions that they look in. */
final class PartFaces {
  final Mesh mesh;

  /** First of every part in {@link #faces}, and the number of faces at the end. */
  final int[] start;

  final int[] faces;

  /** Place of every face among those of its part. */
  final int[] rank;

  /** Of the numbers of corners, face after face, a part. */
  private final int[] pattern;

  PartFaces(Mesh mesh) {
    this.mesh = mesh;
    int parts = mesh.parts().size();
    start = new int[parts + 1];
    for (int part : mesh.facePart()) {
      start[part + 1]++;
    }
    for (int p = 0; p < parts; p++) {
      start[p + 1] += start[p];
    }
    faces = new int[mesh.faceCount()];
    rank = new int[faces.length];
    pattern = new int[parts];
    int[] next = start.clone();
    for (int f = 0; f < faces.length; f++) {
      int part = mesh.facePart()[f];
      rank[f] = next[part] - start[part];
      faces[next[part]++] = f;
      pattern[part] = 31 * pattern[part] + corners(f);
    }
  }

  int count(int part) {
    return start[part + 1] - start[part];
  }

  private int corners(int face) {
    return mesh.faceStart()[face + 1] - mesh.faceStart()[face];
  }

  /** Whether faces of as many corners follow each other in two parts. */
  boolean isCutLike(int part, PartFaces other, int otherPart) {
    if (count(part) == 0 || count(part) != other.count(otherPart) || pattern[part] != other.pattern[otherPart]) {
      return false;
    }
    for (int k = 0; k < count(part); k++) {
      if (corners(faces[start[part] + k]) != other.corners(other.faces[other.start[otherPart] + k])) {
        return false;
      }
    }
    return true;
  }

  /** A number that parts which are cut alike have in common. */
  long patternOf(int part) {
    return (long) count(part) << 32 | pattern[part] & 0xFFFFFFFFL;
  }

  /**
   * @param out three of the middle of the corners, metres, then three of a direction as long as twice the area
   */
  void measure(int face, double[] out) {
    float[] p = mesh.positions();
    int from = mesh.faceStart()[face];
    int to = mesh.faceStart()[face + 1];
    java.util.Arrays.fill(out, 0);
    int last = 3 * mesh.cornerVertex()[to - 1];
    for (int c = from; c < to; c++) {
      int v = 3 * mesh.cornerVertex()[c];
      for (int axis = 0; axis < 3; axis++) {
        int b = (axis + 1) % 3;
        int d = (axis + 2) % 3;
        out[axis] += p[v + axis] / (double) (to - from);
        // Newell's formula.
        out[3 + axis] += ((double) p[last + b] - p[v + b]) * ((double) p[last + d] + p[v + d]);
      }
      last = v;
    }
  }
}
