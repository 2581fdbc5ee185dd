package idiotaxa.core.mesh;

import java.util.Arrays;

/**
 * Cuts polygons of many corners: ears are clipped along a linked list, and whether a corner lies in an ear is asked of a
 * tree of the reflex corners only (after Held 2001, "FIST: fast industrial-strength triangulation of polygons", section
 * 4). A corner that was no ear is tried again only when a neighbour or the corner that lay in its way is gone, so no round
 * looks at all corners anew. n corners give n−2 triangles, in time that grows a little faster than n; what no proper ear
 * is found for, crossing itself or made to be slow, is cut where it stands.
 */
final class BigPolygon {
  private static final int NONE = -1;

  /** Places looked at, for each corner of the polygon. */
  private static final int WORK_A_CORNER = 400;

  private final double[] x;
  private final double[] y;
  private final int n;
  private final int[] next;
  private final int[] previous;
  private final boolean[] isReflex;
  private final ReflexCorners reflex;
  /** Corners to be tried, a ring of n places: each is in it once at most. */
  private final int[] queue;

  private final boolean[] isQueued;
  private int head;
  private int queued;
  /** Corners that are no ear since a reflex corner lies in their way, in a list for each of those. */
  private final int[] firstWatcher;

  private final int[] nextWatcher;
  private final int[] previousWatcher;
  /** What lies in a corner's way, as long as it is in that list. */
  private final int[] inTheWay;

  /** Takes three corners, 0 … n−1 each. */
  interface Triangles {
    void add(int a, int b, int c);
  }

  /**
   * @param x of n corners in the polygon's plane, counter-clockwise as a whole
   */
  BigPolygon(double[] x, double[] y, int n) {
    this.x = x;
    this.y = y;
    this.n = n;
    next = new int[n];
    previous = new int[n];
    isReflex = new boolean[n];
    queue = new int[n];
    isQueued = new boolean[n];
    firstWatcher = new int[n];
    nextWatcher = new int[n];
    previousWatcher = new int[n];
    inTheWay = new int[n];
    Arrays.fill(firstWatcher, NONE);
    Arrays.fill(inTheWay, NONE);
    for (int i = 0; i < n; i++) {
      next[i] = (i + 1) % n;
      previous[i] = (i + n - 1) % n;
    }
    int[] corners = new int[n];
    int count = 0;
    for (int i = 0; i < n; i++) {
      isReflex[i] = turn(previous[i], i, next[i]) <= 0;
      if (isReflex[i]) {
        corners[count++] = i;
      }
    }
    reflex = new ReflexCorners(x, y, n, Arrays.copyOf(corners, count));
  }

  void cut(Triangles out) {
    for (int i = 0; i < n; i++) {
      enqueue(i);
    }
    int at = 0;
    for (int left = n; left > 3; left--) {
      int ear = NONE;
      while (ear == NONE && queued > 0 && reflex.work() < (long) WORK_A_CORNER * n) {
        int tried = dequeue();
        ear = next[tried] != NONE && isEar(tried) ? tried : NONE;
      }
      // A polygon that does not cross itself always has one (Meisters 1975).
      ear = ear == NONE ? at : ear;
      out.add(previous[ear], ear, next[ear]);
      at = next[ear];
      remove(ear);
    }
    out.add(previous[at], at, next[at]);
  }

  private void enqueue(int corner) {
    if (!isQueued[corner] && next[corner] != NONE) {
      isQueued[corner] = true;
      queue[(head + queued++) % n] = corner;
    }
  }

  private int dequeue() {
    int corner = queue[head];
    head = (head + 1) % n;
    queued--;
    isQueued[corner] = false;
    return corner;
  }

  private void remove(int corner) {
    int before = previous[corner];
    int behind = next[corner];
    next[before] = behind;
    previous[behind] = before;
    next[corner] = NONE;
    isGone(corner);
    // Tried after those that wait already: so triangles do not all meet in one corner.
    for (int neighbour : new int[] {before, behind}) {
      if (isReflex[neighbour] && turn(previous[neighbour], neighbour, next[neighbour]) > 0) {
        isGone(neighbour);
      }
      enqueue(neighbour);
    }
  }

  /** A corner lies in nobody's way any more. */
  private void isGone(int corner) {
    isReflex[corner] = false;
    reflex.remove(corner);
    for (int watcher = firstWatcher[corner]; watcher != NONE; watcher = nextWatcher[watcher]) {
      inTheWay[watcher] = NONE;
      enqueue(watcher);
    }
    firstWatcher[corner] = NONE;
  }

  private boolean isEar(int corner) {
    unwatch(corner);
    if (isReflex[corner] || turn(previous[corner], corner, next[corner]) <= 0) {
      return false;
    }
    int found = reflex.within(previous[corner], corner, next[corner]);
    if (found != NONE) {
      watch(corner, found);
    }
    return found == NONE;
  }

  private void watch(int corner, int found) {
    inTheWay[corner] = found;
    previousWatcher[corner] = NONE;
    nextWatcher[corner] = firstWatcher[found];
    if (nextWatcher[corner] != NONE) {
      previousWatcher[nextWatcher[corner]] = corner;
    }
    firstWatcher[found] = corner;
  }

  private void unwatch(int corner) {
    if (inTheWay[corner] == NONE) {
      return;
    }
    int before = previousWatcher[corner];
    int behind = nextWatcher[corner];
    if (before == NONE) {
      firstWatcher[inTheWay[corner]] = behind;
    } else {
      nextWatcher[before] = behind;
    }
    if (behind != NONE) {
      previousWatcher[behind] = before;
    }
    inTheWay[corner] = NONE;
  }

  /** Doubled area of a triangle, positive when it turns left. */
  private double turn(int a, int b, int c) {
    return (x[b] - x[a]) * (y[c] - y[a]) - (y[b] - y[a]) * (x[c] - x[a]);
  }
}
