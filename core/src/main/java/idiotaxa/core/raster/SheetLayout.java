package idiotaxa.core.raster;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.mesh.Mesh;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Divides a target into sheets. */
public enum SheetLayout {
  /** Everything on one sheet, named 1001. */
  ONE,
  /** By UDIM tile 1001 + u + 10·v, ten tiles a row. */
  UDIM,
  /** By material, named after it. */
  MATERIAL;

  private static final int FIRST_TILE = 1001;
  private static final int TILES_A_ROW = 10;
  private static final int MAX_ROWS = 100;

  /** By UDIM tile if any UV lies outside the unit square, else one sheet. */
  public static SheetLayout fitting(Mesh mesh) {
    float[] uv = mesh.cornerUv();
    for (int i = 0; uv != null && i < uv.length; i++) {
      if (uv[i] < 0 || uv[i] > 1) {
        return UDIM;
      }
    }
    return ONE;
  }

  /**
   * @return the sheets that hold at least one triangle with complete UVs inside a tile
   * @throws IllegalArgumentException when the mesh has no UVs
   */
  public List<Sheet> divide(Mesh mesh) {
    if (!mesh.hasUvs()) {
      throw new IllegalArgumentException(
          "the target has no UVs; unwrap it and bring it in again");
    }
    Map<Integer, IntArrayList> byKey = new TreeMap<>();
    for (int t = 0; t < mesh.triangleCount(); t++) {
      int key = key(mesh, t);
      if (key >= 0) {
        byKey.computeIfAbsent(key, k -> new IntArrayList()).add(t);
      }
    }
    List<Sheet> sheets = new ArrayList<>();
    byKey.forEach((key, triangles) -> sheets.add(sheet(mesh, key, triangles.toArray())));
    return SheetNames.distinct(sheets);
  }

  private Sheet sheet(Mesh mesh, int key, int[] triangles) {
    return switch (this) {
      case ONE -> new Sheet(Integer.toString(FIRST_TILE), triangles, 0, 0);
      case UDIM ->
          new Sheet(
              Integer.toString(FIRST_TILE + key),
              triangles,
              key % TILES_A_ROW,
              key / TILES_A_ROW);
      case MATERIAL ->
          new Sheet(
              key < mesh.materials().size() ? mesh.materials().get(key).name() : "none",
              triangles,
              0,
              0);
    };
  }

  /** Number of the sheet, −1 for a triangle that is on none. */
  private int key(Mesh mesh, int t) {
    float[] uv = mesh.cornerUv();
    double u = 0;
    double v = 0;
    for (int k = 0; k < 3; k++) {
      int corner = mesh.triangleCorner(t, k);
      u += uv[2 * corner] / 3.0;
      v += uv[2 * corner + 1] / 3.0;
    }
    if (!(Math.abs(u) < 1e6 && Math.abs(v) < 1e6)) {
      return -1;
    }
    return switch (this) {
      case ONE -> 0;
      case UDIM -> tile((int) Math.floor(u), (int) Math.floor(v));
      case MATERIAL -> {
        int m = mesh.faceMaterial()[mesh.triangleFace(t)];
        yield m == Mesh.NO_MATERIAL ? mesh.materials().size() : m;
      }
    };
  }

  private static int tile(int u, int v) {
    boolean isTile = u >= 0 && u < TILES_A_ROW && v >= 0 && v < MAX_ROWS;
    return isTile ? u + TILES_A_ROW * v : -1;
  }
}
