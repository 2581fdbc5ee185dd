package idiotaxa.core.trace;

import idiotaxa.core.array.Parallel;
import idiotaxa.core.mesh.Mesh;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.RecursiveAction;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * Builds a {@link Bvh} top-down by the binned surface-area heuristic (Wald 2007, "On fast
 * construction of SAH-based bounding volume hierarchies"). Large subtrees are built in parallel; a
 * subtree's nodes are numbered from its own range, so the result does not depend on the threads.
 */
final class BvhBuilder {
  private static final int BINS = 16;
  private static final int LEAF_TRIANGLES = 4;
  private static final int PARALLEL_FROM = 8192;
  private static final int MAX_DEPTH = 60;

  private final int count;
  private final int threads;
  private final float[] triangleBounds;
  private final float[] corners;
  private final int[] order;
  private final float[] childBounds;
  private final int[] children;

  BvhBuilder(Mesh mesh, int threads) {
    this.threads = threads;
    count = mesh.triangleCount();
    if (count >= LeafRef.MAX_SLOTS) {
      throw new IllegalArgumentException("too many triangles for one hierarchy: " + count);
    }
    triangleBounds = new float[6 * count];
    corners = new float[9 * count];
    order = new int[count];
    int nodes = Math.max(1, count - 1);
    childBounds = new float[12 * nodes];
    children = new int[2 * nodes];
    int blocks = (count + 65535) / 65536;
    Parallel.run(
        blocks,
        threads,
        (block, worker) -> load(mesh, block * 65536, Math.min(count, (block + 1) * 65536)));
  }

  private void load(Mesh mesh, int from, int to) {
    float[] p = mesh.positions();
    for (int t = from; t < to; t++) {
      order[t] = t;
      for (int k = 0; k < 3; k++) {
        System.arraycopy(p, 3 * mesh.triangleVertex(t, k), corners, 9 * t + 3 * k, 3);
      }
      for (int axis = 0; axis < 3; axis++) {
        float a = corners[9 * t + axis];
        float b = corners[9 * t + 3 + axis];
        float c = corners[9 * t + 6 + axis];
        triangleBounds[6 * t + axis] = Math.min(a, Math.min(b, c));
        triangleBounds[6 * t + 3 + axis] = Math.max(a, Math.max(b, c));
      }
    }
  }

  Bvh build() {
    if (count == 0) {
      return new Bvh(new float[0], new int[0], 0, new float[0], new int[0]);
    }
    if (count == 1) {
      putSingleTriangle();
    } else if (threads > 1 && count > PARALLEL_FROM) {
      ForkJoinPool.commonPool().invoke(new SplitTask(0, count, 0, 0));
    } else {
      split(0, count, 0, 0, new Scratch());
    }
    return compact();
  }

  private void putSingleTriangle() {
    System.arraycopy(triangleBounds, 0, childBounds, 0, 6);
    children[0] = LeafRef.pack(0, 1);
    putEmptyBox(6);
    children[1] = LeafRef.pack(0, 1);
  }

  private void putEmptyBox(int at) {
    for (int axis = 0; axis < 3; axis++) {
      childBounds[at + axis] = Float.POSITIVE_INFINITY;
      childBounds[at + 3 + axis] = Float.NEGATIVE_INFINITY;
    }
  }

  /** A node over slots from … to−1 owns node numbers node … node + (to − from) − 2. */
  private final class SplitTask extends RecursiveAction {
    private final int from;
    private final int to;
    private final int node;
    private final int depth;

    SplitTask(int from, int to, int node, int depth) {
      this.from = from;
      this.to = to;
      this.node = node;
      this.depth = depth;
    }

    @Override
    protected void compute() {
      if (to - from <= PARALLEL_FROM) {
        split(from, to, node, depth, new Scratch());
        return;
      }
      int middle = cut(from, to, node, depth, new Scratch());
      SplitTask left = new SplitTask(from, middle, node + 1, depth + 1);
      SplitTask right = new SplitTask(middle, to, node + (middle - from), depth + 1);
      if (children[2 * node] < 0) {
        right.compute();
      } else if (children[2 * node + 1] < 0) {
        left.compute();
      } else {
        invokeAll(left, right);
      }
    }
  }

  private void split(int from, int to, int node, int depth, Scratch scratch) {
    int middle = cut(from, to, node, depth, scratch);
    int right = node + (middle - from);
    if (children[2 * node] >= 0) {
      split(from, middle, node + 1, depth + 1, scratch);
    }
    if (children[2 * node + 1] >= 0) {
      split(middle, to, right, depth + 1, scratch);
    }
  }

  /** Splits the node's triangles, writes its two child boxes and references, returns the middle. */
  private int cut(int from, int to, int node, int depth, Scratch scratch) {
    int middle = scratch.partition(from, to, depth);
    putChild(node, 0, from, middle, node + 1, scratch);
    putChild(node, 1, middle, to, node + (middle - from), scratch);
    return middle;
  }

  private void putChild(int node, int side, int from, int to, int childNode, Scratch scratch) {
    scratch.boundsOf(from, to, childBounds, 12 * node + 6 * side);
    children[2 * node + side] =
        to - from <= LEAF_TRIANGLES ? LeafRef.pack(from, to - from) : childNode;
  }

  /** Renumbers the used nodes depth-first and copies the triangles into leaf order. */
  private Bvh compact() {
    int used = countNodes(0);
    float[] bounds = new float[12 * used];
    int[] refs = new int[2 * used];
    copyNode(0, 0, bounds, refs);
    float[] sorted = new float[9 * count];
    int blocks = (count + 65535) / 65536;
    Parallel.run(
        blocks,
        threads,
        (block, worker) -> {
          for (int s = block * 65536; s < Math.min(count, (block + 1) * 65536); s++) {
            System.arraycopy(corners, 9 * order[s], sorted, 9 * s, 9);
          }
        });
    return new Bvh(bounds, refs, used, sorted, order);
  }

  private int countNodes(int node) {
    int left = children[2 * node] >= 0 ? countNodes(children[2 * node]) : 0;
    int right = children[2 * node + 1] >= 0 ? countNodes(children[2 * node + 1]) : 0;
    return 1 + left + right;
  }

  /** Returns the next free number in the compacted arrays. */
  private int copyNode(int node, int target, float[] bounds, int[] refs) {
    System.arraycopy(childBounds, 12 * node, bounds, 12 * target, 12);
    int next = target + 1;
    for (int side = 0; side < 2; side++) {
      int child = children[2 * node + side];
      if (child < 0) {
        refs[2 * target + side] = child;
      } else {
        refs[2 * target + side] = next;
        next = copyNode(child, next, bounds, refs);
      }
    }
    return next;
  }

  /** One thread's bins. */
  private final class Scratch {
    private final int[] binCount = new int[BINS];
    private final float[] binBounds = new float[6 * BINS];
    private final float[] rightArea = new float[BINS];
    private final float[] box = new float[6];
    private final float[] centroid = new float[6];

    int partition(int from, int to, int depth) {
      centroidBounds(from, to);
      int bestAxis = -1;
      int bestBin = 0;
      float bestCost = Float.POSITIVE_INFINITY;
      for (int axis = 0; axis < 3 && depth < MAX_DEPTH; axis++) {
        if (!(centroid[3 + axis] > centroid[axis])) {
          continue;
        }
        fillBins(from, to, axis);
        sweepRight();
        for (int bin = 0, left = 0; bin < BINS - 1; bin++) {
          left += binCount[bin];
          growBox(bin, bin == 0);
          float cost = area(box, 0) * left + rightArea[bin + 1] * (to - from - left);
          if (left > 0 && left < to - from && cost < bestCost) {
            bestCost = cost;
            bestAxis = axis;
            bestBin = bin;
          }
        }
      }
      return bestAxis < 0 ? (from + to) >>> 1 : rearrange(from, to, bestAxis, bestBin);
    }

    private void centroidBounds(int from, int to) {
      for (int axis = 0; axis < 3; axis++) {
        centroid[axis] = Float.POSITIVE_INFINITY;
        centroid[3 + axis] = Float.NEGATIVE_INFINITY;
      }
      for (int s = from; s < to; s++) {
        for (int axis = 0; axis < 3; axis++) {
          float c = center(order[s], axis);
          centroid[axis] = Math.min(centroid[axis], c);
          centroid[3 + axis] = Math.max(centroid[3 + axis], c);
        }
      }
    }

    private float center(int triangle, int axis) {
      return 0.5f * (triangleBounds[6 * triangle + axis] + triangleBounds[6 * triangle + 3 + axis]);
    }

    private int binOf(int triangle, int axis) {
      float lo = centroid[axis];
      float extent = centroid[3 + axis] - lo;
      return Math.min(BINS - 1, (int) ((center(triangle, axis) - lo) / extent * BINS));
    }

    private void fillBins(int from, int to, int axis) {
      for (int bin = 0; bin < BINS; bin++) {
        binCount[bin] = 0;
        reset(binBounds, 6 * bin);
      }
      for (int s = from; s < to; s++) {
        int bin = binOf(order[s], axis);
        binCount[bin]++;
        grow(binBounds, 6 * bin, triangleBounds, 6 * order[s]);
      }
    }

    private void sweepRight() {
      reset(box, 0);
      for (int bin = BINS - 1; bin > 0; bin--) {
        grow(box, 0, binBounds, 6 * bin);
        rightArea[bin] = area(box, 0);
      }
    }

    private void growBox(int bin, boolean isFirst) {
      if (isFirst) {
        reset(box, 0);
      }
      grow(box, 0, binBounds, 6 * bin);
    }

    private int rearrange(int from, int to, int axis, int lastLeftBin) {
      int i = from;
      int j = to - 1;
      while (i <= j) {
        if (binOf(order[i], axis) <= lastLeftBin) {
          i++;
        } else {
          int swap = order[i];
          order[i] = order[j];
          order[j--] = swap;
        }
      }
      return i;
    }

    void boundsOf(int from, int to, float[] out, int at) {
      reset(out, at);
      for (int s = from; s < to; s++) {
        grow(out, at, triangleBounds, 6 * order[s]);
      }
      // One step outward, so that a ray that runs exactly along a side of the box still enters it.
      for (int axis = 0; axis < 3; axis++) {
        out[at + axis] = Math.nextDown(out[at + axis]);
        out[at + 3 + axis] = Math.nextUp(out[at + 3 + axis]);
      }
    }
  }

  private static void reset(float[] box, int at) {
    for (int axis = 0; axis < 3; axis++) {
      box[at + axis] = Float.POSITIVE_INFINITY;
      box[at + 3 + axis] = Float.NEGATIVE_INFINITY;
    }
  }

  private static void grow(float[] box, int at, float[] other, int otherAt) {
    for (int axis = 0; axis < 3; axis++) {
      box[at + axis] = Math.min(box[at + axis], other[otherAt + axis]);
      box[at + 3 + axis] = Math.max(box[at + 3 + axis], other[otherAt + 3 + axis]);
    }
  }

  /** Half the surface, 0 for an empty box. */
  private static float area(float[] box, int at) {
    float dx = box[at + 3] - box[at];
    float dy = box[at + 4] - box[at + 1];
    float dz = box[at + 5] - box[at + 2];
    return dx < 0 ? 0 : dx * dy + dy * dz + dz * dx;
  }
}
