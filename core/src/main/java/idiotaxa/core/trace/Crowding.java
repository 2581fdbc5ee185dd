package idiotaxa.core.trace;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleAreas;
import java.util.Locale;
import java.util.SplittableRandom;

/**
 * How many triangles have to be looked at for one place of a surface: of a usual model some dozen, of one whose triangles
 * all lie on each other, or are slivers across the whole of it, nearly all. Rays and closest points cost as much, however
 * they are asked.
 */
public final class Crowding {
  /** More make a bake of minutes into one of hours. */
  public static final double MOST = 3_000;

  public static final String CURE =
      "remove faces that lie on each other, and cut long thin ones, in your modelling tool";

  private static final int PLACES = 64;

  /** Looked at in one place at most. */
  private static final int ENOUGH = 200_000;

  private static final long SEED = 20_261_201L;

  private Crowding() {}

  /** Of a source that is traced. */
  public static double of(TracedSource source) {
    return of(source.mesh(), source.bvh());
  }

  /**
   * @return triangles a place, the mean over places spread evenly by area; 0 for a surface without area
   */
  public static double of(Mesh mesh, Bvh bvh) {
    TriangleAreas areas = TriangleAreas.of(mesh);
    if (!(areas.total() > 0)) {
      return 0;
    }
    SplittableRandom random = new SplittableRandom(SEED);
    long sum = 0;
    for (int i = 0; i < PLACES; i++) {
      int t = areas.triangleAt((i + random.nextDouble()) / PLACES);
      sum += around(bvh, mesh, t);
    }
    return sum / (double) PLACES;
  }

  /** Triangles of the leaves whose boxes hold the middle of a triangle. */
  private static int around(Bvh bvh, Mesh mesh, int triangle) {
    float[] p = mesh.positions();
    float[] at = new float[3];
    for (int axis = 0; axis < 3; axis++) {
      double sum = 0;
      for (int k = 0; k < 3; k++) {
        sum += p[3 * mesh.triangleVertex(triangle, k) + axis];
      }
      at[axis] = (float) (sum / 3);
    }
    // A node waits for each level above, its sibling for what is below: two a level.
    int[] stack = new int[256];
    int top = 1;
    int found = 0;
    while (top > 0 && found < ENOUGH) {
      int ref = stack[--top];
      if (LeafRef.isLeaf(ref)) {
        found += LeafRef.count(ref);
        continue;
      }
      for (int side = 0; side < 2; side++) {
        if (holds(bvh.nodes, ref + 6 * side, at)) {
          stack[top++] = bvh.ref(ref, side);
        }
      }
    }
    return found;
  }

  private static boolean holds(float[] boxes, int box, float[] at) {
    for (int axis = 0; axis < 3; axis++) {
      if (at[axis] < boxes[box + axis] || at[axis] > boxes[box + 3 + axis]) {
        return false;
      }
    }
    return true;
  }

  /**
   * @param what a model is to its reader: {@code the source}
   * @throws IllegalArgumentException when there are more than {@link #MOST}, with figure and cure
   */
  public static void refuse(String what, double crowding) {
    if (crowding > MOST) {
      throw new IllegalArgumentException(words(what, crowding) + "; " + CURE);
    }
  }

  /** What is wrong, without the cure. */
  public static String words(String what, double crowding) {
    return String.format(
        Locale.ROOT,
        "at one place of %s lie %,.0f triangles on average, since they lie on each other or are slivers across it",
        what,
        crowding);
  }
}
