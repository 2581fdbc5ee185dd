package idiotaxa.core.mask;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.raster.Sheet;
import java.util.Arrays;
import java.util.HashSet;
import java.util.Set;

/** Where a sheet of one model lies in the triangles of another model's UVs, to the bit. */
final class StayedUvs {
  private static final int CELLS = 128;

  private final Mesh mesh;
  private final Sheet sheet;
  private final boolean[] hasStayed;
  private final IntArrayList[] cells = new IntArrayList[CELLS * CELLS];

  /**
   * @param old whose places will be asked for
   */
  StayedUvs(Mesh old, Sheet oldSheet, Mesh fresh, Sheet freshSheet) {
    mesh = old;
    sheet = oldSheet;
    Set<Corners> known = new HashSet<>();
    for (int t : freshSheet.triangles()) {
      known.add(Corners.of(fresh, t));
    }
    int[] triangles = oldSheet.triangles();
    hasStayed = new boolean[triangles.length];
    for (int i = 0; i < triangles.length; i++) {
      hasStayed[i] = known.contains(Corners.of(old, triangles[i]));
      addToCells(i);
    }
  }

  /** The UVs of a triangle, whichever of its corners comes first. */
  private record Corners(long a, long b, long c) {
    static Corners of(Mesh mesh, int triangle) {
      long[] uv = new long[3];
      for (int k = 0; k < 3; k++) {
        int corner = mesh.triangleCorner(triangle, k);
        long u = Float.floatToRawIntBits(mesh.cornerUv()[2 * corner] + 0f);
        long v = Float.floatToRawIntBits(mesh.cornerUv()[2 * corner + 1] + 0f);
        uv[k] = u << 32 | v & 0xFFFFFFFFL;
      }
      Arrays.sort(uv);
      return new Corners(uv[0], uv[1], uv[2]);
    }
  }

  private double u(int index, int k) {
    return mesh.cornerUv()[2 * mesh.triangleCorner(sheet.triangles()[index], k)] - sheet.tileU();
  }

  private double v(int index, int k) {
    return mesh.cornerUv()[2 * mesh.triangleCorner(sheet.triangles()[index], k) + 1]
        - sheet.tileV();
  }

  private void addToCells(int index) {
    int left = cell(Math.min(u(index, 0), Math.min(u(index, 1), u(index, 2))));
    int right = cell(Math.max(u(index, 0), Math.max(u(index, 1), u(index, 2))));
    int low = cell(Math.min(v(index, 0), Math.min(v(index, 1), v(index, 2))));
    int high = cell(Math.max(v(index, 0), Math.max(v(index, 1), v(index, 2))));
    for (int y = low; y <= high; y++) {
      for (int x = left; x <= right; x++) {
        int at = y * CELLS + x;
        cells[at] = cells[at] == null ? new IntArrayList() : cells[at];
        cells[at].add(index);
      }
    }
  }

  private static int cell(double coordinate) {
    return (int) Math.max(0, Math.min(CELLS - 1, Math.floor(coordinate * CELLS)));
  }

  /** What lies at a place. */
  enum Place {
    NOTHING,
    STAYED,
    CHANGED
  }

  /**
   * @param u of the sheet, 0 … 1, and v upwards
   */
  Place at(double u, double v) {
    IntArrayList candidates = cells[cell(v) * CELLS + cell(u)];
    Place found = Place.NOTHING;
    for (int i = 0; candidates != null && i < candidates.size(); i++) {
      int index = candidates.get(i);
      if (holds(index, u, v)) {
        if (!hasStayed[index]) {
          return Place.CHANGED;
        }
        found = Place.STAYED;
      }
    }
    return found;
  }

  private boolean holds(int index, double u, double v) {
    double a = side(index, 0, u, v);
    double b = side(index, 1, u, v);
    double c = side(index, 2, u, v);
    return a >= 0 && b >= 0 && c >= 0 || a <= 0 && b <= 0 && c <= 0;
  }

  private double side(int index, int k, double u, double v) {
    int next = (k + 1) % 3;
    return (u(index, next) - u(index, k)) * (v - v(index, k))
        - (v(index, next) - v(index, k)) * (u - u(index, k));
  }
}
