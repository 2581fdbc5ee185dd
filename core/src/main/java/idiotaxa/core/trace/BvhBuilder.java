package idiotaxa.core.trace;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.RecursiveTask;

/**
 * Builds a {@link Bvh} top-down by the binned surface-area heuristic (Wald 2007, "On fast
 * construction of SAH-based bounding volume hierarchies").
 *
 * <p>The triangles' boxes are moved along with their order, so that every pass over a node reads memory
 * in a row. Subtrees of some thousand triangles are built by themselves, in parallel, and joined at the
 * end; where they are cut off depends on the triangles only, so the result does not depend on the
 * threads.
 */
final class BvhBuilder {
  private static final int SUBTREE = 8192;
  private static final int BLOCK = 1 << 16;

  private final Mesh mesh;
  private final int count;
  private final int threads;
  private final TriangleBoxes boxes;
  private final Progress progress;

  BvhBuilder(Mesh mesh, int threads, Progress progress) {
    this.mesh = mesh;
    this.progress = progress;
    this.threads = threads;
    count = mesh.triangleCount();
    if (count > LeafRef.MAX_SLOTS) {
      throw new IllegalArgumentException("too many triangles for one hierarchy: " + count);
    }
    boxes = new TriangleBoxes(count);
    inBlocks((from, to) -> boxes.load(mesh, from, to));
  }

  private interface Range {
    void run(int from, int to);
  }

  private void inBlocks(Range work) {
    Parallel.run(
        (count + BLOCK - 1) / BLOCK,
        threads,
        (block, worker) -> {
          progress.checkCancelled();
          work.run(block * BLOCK, Math.min(count, (block + 1) * BLOCK));
        });
  }

  Bvh build() {
    return new Bvh(
        count == 0 ? new float[0] : buildNodes(), leafVertices(), boxes.order(), partOfSlot());
  }

  private float[] buildNodes() {
    SplitTask root = new SplitTask(0, count, boxes.centers(0, count), 0);
    NodeTree tree = threads > 1 ? ForkJoinPool.commonPool().invoke(root) : root.compute();
    return tree.flatten();
  }

  /** Builds the nodes over slots from … to−1. */
  private final class SplitTask extends RecursiveTask<NodeTree> {
    private final int from;
    private final int to;
    private final float[] centers;
    private final int depth;

    SplitTask(int from, int to, float[] centers, int depth) {
      this.from = from;
      this.to = to;
      this.centers = centers;
      this.depth = depth;
    }

    @Override
    protected NodeTree compute() {
      progress.checkCancelled();
      if (to - from <= SUBTREE) {
        return new NodeTree(new SubtreeBuilder(boxes).build(from, to, centers, depth));
      }
      Split split = new Split(boxes);
      split.divide(from, to, centers, depth);
      int middle = split.middle();
      float[] node = new float[Bvh.NODE];
      split.writeBoxes(node, 0);
      SplitTask left = new SplitTask(from, middle, split.leftCenters(), depth + 1);
      SplitTask right = new SplitTask(middle, to, split.rightCenters(), depth + 1);
      boolean isLeftLeaf = middle - from <= SubtreeBuilder.LEAF_TRIANGLES;
      boolean isRightLeaf = to - middle <= SubtreeBuilder.LEAF_TRIANGLES;
      if (!isLeftLeaf && !isRightLeaf && threads > 1) {
        right.fork();
        NodeTree built = left.compute();
        return new NodeTree(node, built, right.join());
      }
      return new NodeTree(
          node,
          isLeftLeaf ? NodeTree.leaf(from, middle) : left.compute(),
          isRightLeaf ? NodeTree.leaf(middle, to) : right.compute());
    }
  }

  private float[] leafVertices() {
    float[] vertices = new float[9 * count];
    float[] p = mesh.positions();
    int[] order = boxes.order();
    inBlocks(
        (from, to) -> {
          for (int s = from; s < to; s++) {
            for (int k = 0; k < 3; k++) {
              int v = 3 * mesh.triangleVertex(order[s], k);
              vertices[9 * s + 3 * k] = p[v];
              vertices[9 * s + 3 * k + 1] = p[v + 1];
              vertices[9 * s + 3 * k + 2] = p[v + 2];
            }
          }
        });
    return vertices;
  }

  private int[] partOfSlot() {
    int[] parts = new int[count];
    int[] order = boxes.order();
    inBlocks(
        (from, to) -> {
          for (int s = from; s < to; s++) {
            parts[s] = mesh.facePart()[mesh.triangleFace(order[s])];
          }
        });
    return parts;
  }
}
