package idiotaxa.core.handoff;

import idiotaxa.core.group.Palette;
import idiotaxa.core.map.SheetImages;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.SurfaceGroups;

/** The mesh that goes along with a hand-off: ID colours as vertex colours. */
public final class ClaimedMesh {
  private static final int OPAQUE = 0xFF000000;

  private ClaimedMesh() {}

  /** Colours every corner by the group that the surface has there; unclaimed is the background. */
  public static Mesh of(Mesh mesh, SurfaceGroups surface, Palette palette) {
    int[] table = palette.colorTable(SheetImages.BACKGROUND);
    int[] colors = new int[mesh.cornerCount()];
    for (int t = 0; t < mesh.triangleCount(); t++) {
      for (int k = 0; k < 3; k++) {
        int group = surface.at(t, k == 0 ? 1 : 0, k == 1 ? 1 : 0, k == 2 ? 1 : 0);
        colors[mesh.triangleCorner(t, k)] = OPAQUE | table[group];
      }
    }
    return mesh.withCornerColors(colors);
  }
}
