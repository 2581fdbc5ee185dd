package idiotaxa.core.mesh;

import com.carrotsearch.hppc.IntArrayList;

/**
 * Triangles over the corners of polygons. A mesh of triangles only keeps no arrays: triangle t is
 * face t with corners 3t, 3t+1, 3t+2.
 */
final class Triangulation {
  private final int count;
  private final int[] corners;
  private final int[] faces;

  private Triangulation(int count, int[] corners, int[] faces) {
    this.count = count;
    this.corners = corners;
    this.faces = faces;
  }

  static Triangulation of(float[] positions, int[] faceStart, int[] cornerVertex) {
    int faceCount = faceStart.length - 1;
    if (isTrianglesOnly(faceStart)) {
      return new Triangulation(faceCount, null, null);
    }
    IntArrayList corners = new IntArrayList(3 * faceCount);
    IntArrayList faces = new IntArrayList(faceCount);
    EarClipper clipper = new EarClipper(positions, cornerVertex);
    for (int f = 0; f < faceCount; f++) {
      int before = corners.size();
      clipper.clip(faceStart[f], faceStart[f + 1], corners);
      for (int added = (corners.size() - before) / 3; added > 0; added--) {
        faces.add(f);
      }
    }
    return new Triangulation(faces.size(), corners.toArray(), faces.toArray());
  }

  private static boolean isTrianglesOnly(int[] faceStart) {
    for (int f = 0; f < faceStart.length; f++) {
      if (faceStart[f] != 3 * f) {
        return false;
      }
    }
    return true;
  }

  int count() {
    return count;
  }

  int corner(int triangle, int k) {
    int slot = 3 * triangle + k;
    return corners == null ? slot : corners[slot];
  }

  int face(int triangle) {
    return faces == null ? triangle : faces[triangle];
  }
}
