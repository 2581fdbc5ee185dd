package idiotaxa.core.trace;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import java.util.Arrays;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.RecursiveTask;

/**
 * Builds a {@link Bvh} in two floors (after Pantaleoni and Luebke 2010, "HLBVH"): triangles in Morton
 * order are cut into clusters of some dozen, and the clusters are divided top-down by the binned surface-area
 * heuristic (Wald 2007, "On fast construction of SAH-based bounding volume hierarchies"). Passes over all
 * triangles are few, which is what building costs otherwise.
 *
 * <p>What is cut off where depends on the triangles only, so the result does not depend on the threads.
 */
final class BvhBuilder {
  /** Triangles of a cluster at most. */
  private static final int CLUSTER = 32;
  /** Clusters that one thread builds in a row. */
  private static final int CHUNK = 512;
  /** Clusters below a node that are divided by one thread. */
  private static final int SUBTREE = 4096;

  private static final int BLOCK = 1 << 16;

  private final Mesh mesh;
  private final int count;
  private final int threads;
  private final Progress progress;
  private final int[] order;
  private final int[] codes;
  /** Corners of the triangle at every place, nine floats each. */
  private final float[] vertices;
  /** Place of the first triangle of every cluster, and the count behind the last. */
  private final int[] clusterStart;
  /** Reference of every cluster's root: a leaf, or an inner node counted from its chunk's first. */
  private final int[] clusterRef;

  private final ClusterBoxes clusters;

  BvhBuilder(Mesh mesh, int threads, Progress progress) {
    this.mesh = mesh;
    this.progress = progress;
    this.threads = threads;
    count = mesh.triangleCount();
    if (count > LeafRef.MAX_SLOTS) {
      throw new IllegalArgumentException("too many triangles for one hierarchy: " + count);
    }
    MortonOrder morton = MortonOrder.of(mesh, threads);
    progress.checkCancelled();
    order = morton.triangles();
    codes = morton.codes();
    clusterStart = cut();
    clusterRef = new int[clusterCount()];
    vertices = new float[9 * count];
    clusters = new ClusterBoxes(clusterCount());
  }

  private int clusterCount() {
    return clusterStart.length - 1;
  }

  /** Where the highest bit of the codes changes, down to clusters; in the middle where none does. */
  private int[] cut() {
    IntArrayList starts = new IntArrayList(count / (CLUSTER / 2) + 16);
    int[] stack = new int[64];
    int top = 0;
    int from = 0;
    int to = count;
    while (from < count) {
      if (to - from > CLUSTER) {
        stack[top++] = to;
        to = MortonOrder.border(codes, from, to);
        continue;
      }
      starts.add(from);
      from = to;
      to = top == 0 ? count : stack[--top];
    }
    starts.add(count);
    return starts.toArray();
  }

  Bvh build() {
    float[] nodes = count == 0 ? new float[0] : buildNodes();
    return new Bvh(nodes, vertices, order, partOfSlot());
  }

  private float[] buildNodes() {
    int chunks = (clusterCount() + CHUNK - 1) / CHUNK;
    float[][] ofChunk = new float[chunks][];
    ClusterBuilder[] builders = new ClusterBuilder[threads];
    Parallel.run(
        chunks,
        threads,
        (chunk, worker) -> {
          progress.checkCancelled();
          if (builders[worker] == null) {
            builders[worker] =
                new ClusterBuilder(mesh, order, codes, vertices, CLUSTER);
          }
          ofChunk[chunk] = buildChunk(chunk, builders[worker]);
        });
    if (clusterCount() == 1) {
      return ofChunk[0].length > 0 ? ofChunk[0] : singleLeaf();
    }
    float[] above = buildAbove();
    int[] chunkStart = new int[chunks];
    int size = above.length;
    for (int chunk = 0; chunk < chunks; chunk++) {
      chunkStart[chunk] = size;
      size += ofChunk[chunk].length;
    }
    for (int at = 0; at < above.length; at += Bvh.NODE) {
      NodeTree.writeRefs(
          above, at, below(above[at + Bvh.REFS], chunkStart), below(above[at + Bvh.REFS + 1], chunkStart));
    }
    float[] nodes = Arrays.copyOf(above, size);
    Parallel.run(
        chunks,
        threads,
        (chunk, worker) -> NodeTree.place(ofChunk[chunk], nodes, chunkStart[chunk]));
    return nodes;
  }

  /** What stands instead of a leaf of the upper floor, which holds one cluster. */
  private int below(float ref, int[] chunkStart) {
    int bits = Float.floatToRawIntBits(ref);
    if (!LeafRef.isLeaf(bits)) {
      return bits;
    }
    int cluster = clusters.order()[LeafRef.firstSlot(bits)];
    int root = clusterRef[cluster];
    return LeafRef.isLeaf(root) ? root : root + chunkStart[cluster / CHUNK];
  }

  /** A mesh of few triangles: one leaf and beside it a box that nothing enters. */
  private float[] singleLeaf() {
    Split split = new Split(clusters);
    float[] node = new float[Bvh.NODE];
    split.divideSingle(0);
    split.writeBoxes(node, 0);
    NodeTree.writeRefs(node, 0, clusterRef[0], clusterRef[0]);
    return node;
  }

  private float[] buildChunk(int chunk, ClusterBuilder builder) {
    builder.clear();
    for (int c = chunk * CHUNK; c < Math.min(clusterCount(), (chunk + 1) * CHUNK); c++) {
      clusterRef[c] = builder.put(clusterStart[c], clusterStart[c + 1]);
      clusters.put(c, builder.box(), clusterStart[c + 1] - clusterStart[c]);
    }
    return builder.nodes();
  }

  private float[] buildAbove() {
    SplitTask root =
        new SplitTask(0, clusterCount(), clusters.centers(0, clusterCount()), 0);
    NodeTree tree = threads > 1 ? ForkJoinPool.commonPool().invoke(root) : root.compute();
    return tree.flatten();
  }

  /** Divides clusters from … to−1, at least two. */
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
        return new NodeTree(new SubtreeBuilder(clusters).build(from, to, centers, depth));
      }
      Split split = new Split(clusters);
      split.divide(from, to, centers, depth);
      int middle = split.middle();
      float[] node = new float[Bvh.NODE];
      split.writeBoxes(node, 0);
      SplitTask left = new SplitTask(from, middle, split.leftCenters(), depth + 1);
      SplitTask right = new SplitTask(middle, to, split.rightCenters(), depth + 1);
      boolean isLeftLeaf = middle - from == 1;
      boolean isRightLeaf = to - middle == 1;
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

  private int[] partOfSlot() {
    int[] parts = new int[count];
    if (mesh.parts().size() < 2) {
      return parts;
    }
    inBlocks(
        (from, to) -> {
          for (int s = from; s < to; s++) {
            parts[s] = mesh.facePart()[mesh.triangleFace(order[s])];
          }
        });
    return parts;
  }
}
