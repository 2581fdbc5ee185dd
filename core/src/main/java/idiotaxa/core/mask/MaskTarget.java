package idiotaxa.core.mask;

import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.Islands;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.SmoothNormals;
import idiotaxa.core.mesh.Weld;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.work.ContentKey;

/** The target that sheets were baked of: its islands and, for distances on the surface, its normals. */
public final class MaskTarget {
  private final Mesh mesh;
  private final FaceLabels islands;
  private final float[] normals;

  private MaskTarget(Mesh mesh, FaceLabels islands, float[] normals) {
    this.mesh = mesh;
    this.islands = islands;
    this.normals = normals;
  }

  /**
   * @param mesh with UVs
   */
  public static MaskTarget of(Mesh mesh) {
    Weld weld = Weld.of(mesh);
    float[] welded = SmoothNormals.of(mesh, weld);
    float[] normals = new float[3 * mesh.vertexCount()];
    for (int v = 0; v < mesh.vertexCount(); v++) {
      System.arraycopy(welded, 3 * weld.of(v), normals, 3 * v, 3);
    }
    return new MaskTarget(mesh, Islands.of(mesh, weld), normals);
  }

  public MaskSheet sheet(Sheet sheet, SheetMaps maps, int threads) {
    TexelPoints points = new TexelPoints(mesh, sheet, maps.width(), maps.height());
    return new MaskSheet(
        sheet.name(), maps, TexelIslands.of(points, maps, mesh, islands, threads), points);
  }

  /** Names the UVs of a sheet: what was touched up on it fits another model with the same key. */
  public String layoutKey(Sheet sheet) {
    return layoutKey(mesh, sheet);
  }

  /** The same of a mesh by itself. */
  public static String layoutKey(Mesh mesh, Sheet sheet) {
    ContentKey key = new ContentKey().add(sheet.tileU(), sheet.tileV());
    int[] bits = new int[6];
    for (int t : sheet.triangles()) {
      for (int k = 0; k < 3; k++) {
        int corner = mesh.triangleCorner(t, k);
        bits[2 * k] = Float.floatToRawIntBits(mesh.cornerUv()[2 * corner] + 0f);
        bits[2 * k + 1] = Float.floatToRawIntBits(mesh.cornerUv()[2 * corner + 1] + 0f);
      }
      key.add(bits);
    }
    return key.hex();
  }

  Mesh mesh() {
    return mesh;
  }

  float[] normals() {
    return normals;
  }
}
