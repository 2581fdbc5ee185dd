package idiotaxa.core.mesh;

import java.util.Arrays;

/**
 * The undirected edges of a mesh over welded positions. An edge is named by its <em>first corner</em>:
 * the lowest corner c whose side, from c to the next corner of its face, runs along it. All corners of
 * an edge are walked by {@code for (c = first; c >= 0; c = next(c))}. Sides whose ends are welded
 * together are no edges.
 *
 * <p>Linear time and three ints a corner.
 */
public final class EdgeMap {
  public static final int NONE = -1;

  private final Mesh mesh;
  private final Weld weld;
  private final int[] nextOfCorner;
  private final int[] faceOfCorner;
  private final boolean[] isFirst;

  private EdgeMap(Mesh mesh, Weld weld) {
    this.mesh = mesh;
    this.weld = weld;
    int corners = mesh.cornerCount();
    nextOfCorner = new int[corners];
    faceOfCorner = new int[corners];
    isFirst = new boolean[corners];
    Arrays.fill(nextOfCorner, NONE);
    for (int f = 0; f < mesh.faceCount(); f++) {
      Arrays.fill(faceOfCorner, mesh.faceStart()[f], mesh.faceStart()[f + 1], f);
    }
  }

  public static EdgeMap of(Mesh mesh, Weld weld) {
    EdgeMap map = new EdgeMap(mesh, weld);
    map.link();
    return map;
  }

  private void link() {
    int corners = mesh.cornerCount();
    int capacity = TableSize.of(corners);
    int[] first = new int[capacity];
    int[] last = new int[capacity];
    Arrays.fill(first, NONE);
    for (int c = 0; c < corners; c++) {
      int a = from(c);
      int b = to(c);
      if (a == b) {
        continue;
      }
      int slot = hash(Math.min(a, b), Math.max(a, b)) & (capacity - 1);
      while (first[slot] != NONE && !isSame(first[slot], a, b)) {
        slot = (slot + 1) & (capacity - 1);
      }
      if (first[slot] == NONE) {
        first[slot] = c;
        isFirst[c] = true;
      } else {
        nextOfCorner[last[slot]] = c;
      }
      last[slot] = c;
    }
  }

  private static int hash(int low, int high) {
    int h = low * 0x9E3779B1;
    h = (h ^ (h >>> 15) ^ high) * 0x85EBCA77;
    return h ^ (h >>> 13);
  }

  private boolean isSame(int corner, int a, int b) {
    int c = from(corner);
    int d = to(corner);
    return (c == a && d == b) || (c == b && d == a);
  }

  /** Whether an edge is named by this corner. */
  public boolean isFirst(int corner) {
    return isFirst[corner];
  }

  /** The next corner of the same edge, {@link #NONE} behind the last. */
  public int next(int corner) {
    return nextOfCorner[corner];
  }

  /** Number of faces' sides along the edge that {@code first} names. */
  public int count(int first) {
    int count = 0;
    for (int c = first; c != NONE; c = nextOfCorner[c]) {
      count++;
    }
    return count;
  }

  public int face(int corner) {
    return faceOfCorner[corner];
  }

  /** Welded position where the corner's side begins. */
  public int from(int corner) {
    return weld.of(mesh.cornerVertex()[corner]);
  }

  /** Welded position where the corner's side ends. */
  public int to(int corner) {
    return weld.of(mesh.cornerVertex()[following(corner)]);
  }

  /** The corner behind this one in its face. */
  public int following(int corner) {
    int face = faceOfCorner[corner];
    return corner + 1 == mesh.faceStart()[face + 1] ? mesh.faceStart()[face] : corner + 1;
  }
}
