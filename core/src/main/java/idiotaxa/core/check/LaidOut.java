package idiotaxa.core.check;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleAreas;
import idiotaxa.core.raster.Sheet;
import java.util.BitSet;
import java.util.List;
import java.util.stream.IntStream;

/** Which faces of a target lie on its sheets, beyond their images, or on none. */
final class LaidOut {
  /** Of a sheet's side. Exporters round, and a fifth of a texel at 2048 px shows nowhere. */
  private static final double SLACK = 1e-4;

  /** Some corner lies beyond some side. */
  private static final int ANY = 1;

  /** All corners lie beyond one side. */
  private static final int ALL = 2;

  private final Mesh mesh;

  LaidOut(Mesh mesh) {
    this.mesh = mesh;
  }

  /**
   * Faces whose UVs leave the image of their sheet.
   *
   * @param wholly with nothing on the image
   * @param partly that reach over its edge
   */
  record Beyond(BitSet wholly, BitSet partly) {
    int count() {
      return wholly.cardinality() + partly.cardinality();
    }

    /** The first of them, those that are wholly beyond before the others. */
    int[] faces() {
      return kept(IntStream.concat(wholly.stream(), partly.stream()));
    }
  }

  /** As many as a finding keeps to point at. */
  static int[] kept(IntStream faces) {
    return faces.limit(FacesFound.MAX_KEPT).toArray();
  }

  /** What leaves the image of one sheet. */
  Beyond beyond(Sheet sheet) {
    BitSet leaves = new BitSet(mesh.faceCount());
    BitSet isOn = new BitSet(mesh.faceCount());
    for (int t : sheet.triangles()) {
      int face = mesh.triangleFace(t);
      int sides = sidesLeft(sheet, t);
      if ((sides & ANY) != 0) {
        leaves.set(face);
      }
      if ((sides & ALL) == 0) {
        isOn.set(face);
      }
    }
    BitSet wholly = (BitSet) leaves.clone();
    wholly.andNot(isOn);
    leaves.andNot(wholly);
    return new Beyond(wholly, leaves);
  }

  /** Faces of which no triangle is on any of some sheets. */
  BitSet onNone(List<Sheet> sheets) {
    BitSet none = new BitSet(mesh.faceCount());
    none.set(0, mesh.faceCount());
    for (Sheet sheet : sheets) {
      for (int t : sheet.triangles()) {
        none.clear(mesh.triangleFace(t));
      }
    }
    return none;
  }

  /** Share of the surface that some faces have, 0 … 1. */
  double share(BitSet faces) {
    double[] area = TriangleAreas.byLabel(mesh, 2, t -> faces.get(mesh.triangleFace(t)) ? 1 : 0);
    return area[0] + area[1] > 0 ? area[1] / (area[0] + area[1]) : 0;
  }

  private int sidesLeft(Sheet sheet, int triangle) {
    float[] uv = mesh.cornerUv();
    int any = 0;
    int all = 0b1111;
    for (int k = 0; k < 3; k++) {
      int corner = mesh.triangleCorner(triangle, k);
      double u = (double) uv[2 * corner] - sheet.tileU();
      double v = (double) uv[2 * corner + 1] - sheet.tileV();
      int beyond =
          (u < -SLACK ? 1 : 0) | (u > 1 + SLACK ? 2 : 0) | (v < -SLACK ? 4 : 0) | (v > 1 + SLACK ? 8 : 0);
      any |= beyond;
      all &= beyond;
    }
    return (any != 0 ? ANY : 0) | (all != 0 ? ALL : 0);
  }
}
