package idiotaxa.core.mesh;

import java.util.Arrays;

/** Finds islands: faces that hang together over edges whose two UV pairs agree. */
public final class Islands {
  private Islands() {}

  /**
   * Faces without complete UVs are islands of their own.
   *
   * @throws IllegalArgumentException when the mesh has no UVs at all
   */
  public static FaceLabels of(Mesh mesh, Weld weld) {
    if (!mesh.hasUvs()) {
      throw new IllegalArgumentException("islands need UVs, and this mesh has none");
    }
    return new Search(mesh, weld).run();
  }

  /** Open-addressed table of edges, each with the first face that showed it. */
  private static final class Search {
    private final Mesh mesh;
    private final Weld weld;
    private final float[] uv;
    private final int[] slotCornerA;
    private final int[] slotCornerB;
    private final int[] slotFace;

    Search(Mesh mesh, Weld weld) {
      this.mesh = mesh;
      this.weld = weld;
      uv = mesh.cornerUv();
      int capacity = TableSize.of(mesh.cornerCount());
      slotCornerA = new int[capacity];
      slotCornerB = new int[capacity];
      slotFace = new int[capacity];
      Arrays.fill(slotFace, -1);
    }

    FaceLabels run() {
      UnionFind sets = new UnionFind(mesh.faceCount());
      int[] faceStart = mesh.faceStart();
      for (int f = 0; f < mesh.faceCount(); f++) {
        int from = faceStart[f];
        int to = faceStart[f + 1];
        for (int c = from; c < to; c++) {
          int d = c + 1 == to ? from : c + 1;
          int other = hasUv(c) && hasUv(d) ? findOrPut(c, d, f) : f;
          if (other != f) {
            sets.union(other, f);
          }
        }
      }
      return sets.labels();
    }

    private boolean hasUv(int corner) {
      return uv[2 * corner] == uv[2 * corner] && uv[2 * corner + 1] == uv[2 * corner + 1];
    }

    private int welded(int corner) {
      return weld.of(mesh.cornerVertex()[corner]);
    }

    private int findOrPut(int c, int d, int face) {
      boolean isSwapped = welded(c) > welded(d) || (welded(c) == welded(d) && c > d);
      int a = isSwapped ? d : c;
      int b = isSwapped ? c : d;
      int mask = slotFace.length - 1;
      int slot = hash(a, b) & mask;
      while (slotFace[slot] >= 0) {
        if (isSame(slotCornerA[slot], a) && isSame(slotCornerB[slot], b)) {
          return slotFace[slot];
        }
        slot = (slot + 1) & mask;
      }
      slotCornerA[slot] = a;
      slotCornerB[slot] = b;
      slotFace[slot] = face;
      return face;
    }

    private int hash(int a, int b) {
      int h = mix(welded(a), 0);
      h = mix(Float.floatToRawIntBits(uv[2 * a] + 0f), h);
      h = mix(Float.floatToRawIntBits(uv[2 * a + 1] + 0f), h);
      h = mix(welded(b), h);
      h = mix(Float.floatToRawIntBits(uv[2 * b] + 0f), h);
      return mix(Float.floatToRawIntBits(uv[2 * b + 1] + 0f), h);
    }

    private static int mix(int value, int h) {
      int mixed = (h ^ value) * 0x9E3779B1;
      return mixed ^ (mixed >>> 15);
    }

    private boolean isSame(int a, int b) {
      return welded(a) == welded(b)
          && uv[2 * a] == uv[2 * b]
          && uv[2 * a + 1] == uv[2 * b + 1];
    }
  }
}
