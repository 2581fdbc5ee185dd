package idiotaxa.core.sight;

import idiotaxa.core.work.Progress;
import idiotaxa.core.mesh.FaceNormals;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.trace.Bvh;
import idiotaxa.core.trace.RayQuery;
import idiotaxa.core.work.Parallel;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Comparator;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReferenceArray;
import java.util.stream.IntStream;

/**
 * Faces that none of a set of rays from outside reaches. A ray from outside that reaches a point is one
 * that leaves from there unhindered, so rays are sent from points on each face, on both sides, in
 * directions spread evenly over the sphere (half a Fibonacci lattice and its opposites), until one gets out. An
 * image of the model's depth along each, and against it, tells first from which points surely none does, which spares
 * nearly all rays of hidden faces; where the only way out is a gap narrower than {@link #gap}, it may be overlooked.
 */
public final class HiddenFaces {
  private static final int DIRECTIONS = 96;
  /** The direction so many behind another is the opposite one. */
  private static final int HALF = DIRECTIONS / 2;

  /** From the corners one in so many directions is enough; most of the time goes to hidden faces. */
  private static final int SPARSER = 3;

  /** Rays for every face before anything is drawn. */
  private static final int TRIES = 8;

  /** Normals are told apart by a grid of so many cells an axis. */
  private static final int NORMAL_CELLS = 8;

  /** Share of the work that is told for them. */
  private static final double LUCK_SHARE = 0.2;

  /** Faces for which drawing is not worth it. */
  private static final int FEW = 2000;

  /** Pixels of a depth image and what it looks at around one. */
  private static final int GAP_PIXELS = 3;

  private static final int FACES_A_BLOCK = 1024;
  /** How far from the surface a ray starts, of the model's size. */
  private static final double LIFT = 1e-5;
  /** Weights of the points of a triangle from which rays are sent. */
  private static final double[][] POINTS = {
    {1 / 3.0, 1 / 3.0, 1 / 3.0}, {0.8, 0.1, 0.1}, {0.1, 0.8, 0.1}, {0.1, 0.1, 0.8}
  };

  private final Mesh mesh;
  private final FaceNormals normals;
  private final int[] firstTriangle;
  private final float[] directions = directions();
  private final double size;
  /**
   * Faces that are seen or have no area. Threads tell each other what need not be looked at any more; whether
   * they hear of it in time changes nothing but the work.
   */
  private final boolean[] isDone;

  /** By cell of the normals, where one was asked for. */
  private final AtomicReferenceArray<int[]> steepestOfCell =
      new AtomicReferenceArray<>(NORMAL_CELLS * NORMAL_CELLS * NORMAL_CELLS);

  private HiddenFaces(Mesh mesh) {
    this.mesh = mesh;
    normals = new FaceNormals(mesh);
    size = size(mesh);
    isDone = new boolean[mesh.faceCount()];
    for (int f = 0; f < isDone.length; f++) {
      isDone[f] = !(normals.area[f] > 0);
    }
    firstTriangle = new int[mesh.faceCount() + 1];
    for (int t = 0; t < mesh.triangleCount(); t++) {
      firstTriangle[mesh.triangleFace(t) + 1] = t + 1;
    }
    for (int f = 0; f < mesh.faceCount(); f++) {
      firstTriangle[f + 1] = Math.max(firstTriangle[f + 1], firstTriangle[f]);
    }
  }

  /** Metres: the only way out may be overlooked where it is a gap no wider. */
  public static double gap(Mesh mesh) {
    return GAP_PIXELS * DepthImage.pixel(mesh);
  }

  /**
   * @param threads at least 1; the result does not depend on their number
   * @param progress asked between blocks of faces whether to go on
   * @return the hidden faces; faces without area are not among them
   * @throws idiotaxa.core.work.CancelledException when the progress says so
   */
  public static BitSet of(Mesh mesh, int threads, Progress progress) {
    return of(mesh, threads, FEW, progress);
  }

  /**
   * @param few faces for which no images are drawn
   */
  static BitSet of(Mesh mesh, int threads, int few, Progress progress) {
    HiddenFaces search = new HiddenFaces(mesh);
    Bvh bvh = Bvh.of(mesh, threads, progress);
    search.tryLuck(bvh, threads, progress);
    search.lookEverywhere(bvh, threads, few, progress);
    BitSet out = new BitSet(mesh.faceCount());
    for (int f = 0; f < mesh.faceCount(); f++) {
      out.set(f, !search.isDone[f]);
    }
    return out;
  }

  /** A few rays from the middle of every face, the direction first that was lucky last: most need one. */
  private void tryLuck(Bvh bvh, int threads, Progress progress) {
    int blocks = (isDone.length + FACES_A_BLOCK - 1) / FACES_A_BLOCK;
    Rays[] raysOfWorker = new Rays[threads];
    Parallel.run(
        blocks,
        threads,
        (block, worker) -> {
          progress.checkCancelled();
          progress.at("looking for hidden faces", LUCK_SHARE * block / blocks);
          if (raysOfWorker[worker] == null) {
            raysOfWorker[worker] = new Rays(new RayQuery(bvh));
          }
          Rays rays = raysOfWorker[worker];
          int luckiest = 0;
          int end = Math.min(isDone.length, (block + 1) * FACES_A_BLOCK);
          for (int f = block * FACES_A_BLOCK; f < end; f++) {
            if (isDone[f]) {
              continue;
            }
            int[] steepest = steepest(f);
            for (int i = -1; i < TRIES && !isDone[f]; i++) {
              int d = i < 0 ? luckiest : steepest[i];
              if (rays.aim(f, d) && rays.escape(f, 1, null)) {
                isDone[f] = true;
                luckiest = d;
              }
            }
          }
        });
  }

  /** The directions that lie nearest to a face's normal, or to that of faces like it. */
  private int[] steepest(int face) {
    int cell = 0;
    for (int axis = 0; axis < 3; axis++) {
      int along = (int) ((normals.normal[3 * face + axis] + 1) * 0.5 * NORMAL_CELLS);
      cell = cell * NORMAL_CELLS + Math.max(0, Math.min(NORMAL_CELLS - 1, along));
    }
    int[] found = steepestOfCell.get(cell);
    if (found == null) {
      found = steepestOf(cell);
      steepestOfCell.set(cell, found);
    }
    return found;
  }

  private int[] steepestOf(int cell) {
    double[] middle = new double[3];
    for (int axis = 2, rest = cell; axis >= 0; axis--, rest /= NORMAL_CELLS) {
      middle[axis] = 2 * (rest % NORMAL_CELLS + 0.5) / NORMAL_CELLS - 1;
    }
    return IntStream.range(0, DIRECTIONS)
        .boxed()
        .sorted(Comparator.comparingDouble(d -> -along(d, middle)))
        .limit(TRIES)
        .mapToInt(d -> d)
        .toArray();
  }

  private double along(int d, double[] v) {
    return directions[3 * d] * v[0] + directions[3 * d + 1] * v[1] + directions[3 * d + 2] * v[2];
  }

  /** All directions for what is left. */
  private void lookEverywhere(Bvh bvh, int threads, int few, Progress progress) {
    int[] left = IntStream.range(0, isDone.length).filter(f -> !isDone[f]).toArray();
    boolean[] isDrawn = isDone.clone();
    Rays[] rays = new Rays[threads];
    DepthImage[] images = new DepthImage[threads];
    AtomicInteger done = new AtomicInteger();
    Parallel.run(
        left.length == 0 ? 0 : HALF,
        threads,
        (d, worker) -> {
          progress.checkCancelled();
          if (rays[worker] == null) {
            rays[worker] = new Rays(new RayQuery(bvh));
            images[worker] = new DepthImage(mesh);
          }
          DepthImage image = left.length < few ? null : images[worker];
          if (image != null) {
            image.draw(direction(d), isDrawn);
          }
          look(d, left, rays[worker], image, progress);
          look(d + HALF, left, rays[worker], image, progress);
          progress.at(
              "looking for hidden faces",
              LUCK_SHARE + (1 - LUCK_SHARE) * done.incrementAndGet() / HALF);
        });
  }

  private double[] direction(int d) {
    return new double[] {directions[3 * d], directions[3 * d + 1], directions[3 * d + 2]};
  }

  private void look(int d, int[] faces, Rays rays, DepthImage image, Progress progress) {
    int points = d % SPARSER == 0 ? POINTS.length : 1;
    for (int i = 0; i < faces.length; i++) {
      if (i % FACES_A_BLOCK == 0) {
        progress.checkCancelled();
      }
      int face = faces[i];
      if (!isDone[face] && rays.aim(face, d) && rays.escape(face, points, image)) {
        isDone[face] = true;
      }
    }
  }

  /** Scratch of one thread. */
  private final class Rays {
    private final RayQuery rays;
    private final float[] origin = new float[3];
    private final float[] direction = new float[3];
    /** What was in the way last, by direction: it mostly is in the way of neighbours too. */
    private final int[] blocker = new int[DIRECTIONS];

    private int along;
    private double lift;

    Rays(RayQuery rays) {
      this.rays = rays;
      Arrays.fill(blocker, RayQuery.NOTHING);
    }

    /**
     * Takes a direction. Rays leave on the side of the face that it points to.
     *
     * @return false where it lies in the face
     */
    boolean aim(int face, int d) {
      along = d;
      double dot = 0;
      for (int axis = 0; axis < 3; axis++) {
        direction[axis] = directions[3 * d + axis];
        dot += (double) direction[axis] * normals.normal[3 * face + axis];
      }
      lift = Math.copySign(LIFT * size, dot);
      return dot != 0;
    }

    /**
     * Whether a ray gets out from any of the first points of a face's triangles.
     *
     * @param image along the direction or against it, null to ask rays only
     */
    boolean escape(int face, int points, DepthImage image) {
      for (int p = 0; p < points; p++) {
        for (int t = firstTriangle[face]; t < firstTriangle[face + 1]; t++) {
          if (escapes(face, t, POINTS[p], image)) {
            return true;
          }
        }
      }
      return false;
    }

    private boolean escapes(int face, int triangle, double[] weights, DepthImage image) {
      float[] p = mesh.positions();
      for (int axis = 0; axis < 3; axis++) {
        double sum = lift * normals.normal[3 * face + axis];
        for (int k = 0; k < 3; k++) {
          sum += weights[k] * p[3 * mesh.triangleVertex(triangle, k) + axis];
        }
        origin[axis] = (float) sum;
      }
      if (image != null && image.isSurelyBehind(origin[0], origin[1], origin[2], along >= HALF)) {
        return false;
      }
      int found = rays.blocker(origin, direction, 4 * size, blocker[along]);
      if (found == RayQuery.NOTHING) {
        return true;
      }
      blocker[along] = found;
      return false;
    }
  }

  private static double size(Mesh mesh) {
    float[] p = mesh.positions();
    double largest = 0;
    for (int axis = 0; axis < 3; axis++) {
      double lo = Double.POSITIVE_INFINITY;
      double hi = Double.NEGATIVE_INFINITY;
      for (int i = axis; i < p.length; i += 3) {
        lo = Math.min(lo, p[i]);
        hi = Math.max(hi, p[i]);
      }
      largest = Math.max(largest, hi - lo);
    }
    return largest;
  }

  private static float[] directions() {
    float[] out = new float[3 * DIRECTIONS];
    double golden = Math.PI * (3 - Math.sqrt(5));
    for (int i = 0; i < HALF; i++) {
      double y = 1 - (2 * i + 1.0) / DIRECTIONS;
      double ring = Math.sqrt(1 - y * y);
      out[3 * i] = (float) (ring * Math.cos(golden * i));
      out[3 * i + 1] = (float) y;
      out[3 * i + 2] = (float) (ring * Math.sin(golden * i));
      for (int axis = 0; axis < 3; axis++) {
        out[3 * (i + HALF) + axis] = -out[3 * i + axis];
      }
    }
    return out;
  }
}
