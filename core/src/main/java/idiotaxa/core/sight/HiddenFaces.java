package idiotaxa.core.sight;

import idiotaxa.core.work.Progress;
import idiotaxa.core.mesh.FaceNormals;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.trace.Bvh;
import idiotaxa.core.trace.RayQuery;
import idiotaxa.core.work.Parallel;
import java.util.BitSet;

/**
 * Faces that none of a set of rays from outside reaches. A ray from outside that reaches a point is one
 * that leaves from there unhindered, so rays are sent from points on each face, on both sides, in
 * directions spread evenly over the sphere (Fibonacci lattice), until one gets out.
 */
public final class HiddenFaces {
  private static final int DIRECTIONS = 96;
  /** From the corners one in so many directions is enough; most of the time goes to hidden faces. */
  private static final int SPARSER = 3;

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

  private HiddenFaces(Mesh mesh) {
    this.mesh = mesh;
    normals = new FaceNormals(mesh);
    size = size(mesh);
    firstTriangle = new int[mesh.faceCount() + 1];
    for (int t = 0; t < mesh.triangleCount(); t++) {
      firstTriangle[mesh.triangleFace(t) + 1] = t + 1;
    }
    for (int f = 0; f < mesh.faceCount(); f++) {
      firstTriangle[f + 1] = Math.max(firstTriangle[f + 1], firstTriangle[f]);
    }
  }

  /**
   * @param threads at least 1; the result does not depend on their number
   * @param progress asked between blocks of faces whether to go on
   * @return the hidden faces; faces without area are not among them
   * @throws idiotaxa.core.work.CancelledException when the progress says so
   */
  public static BitSet of(Mesh mesh, int threads, Progress progress) {
    HiddenFaces search = new HiddenFaces(mesh);
    Bvh bvh = Bvh.of(mesh, threads, progress);
    boolean[] isHidden = new boolean[mesh.faceCount()];
    int blocks = (mesh.faceCount() + FACES_A_BLOCK - 1) / FACES_A_BLOCK;
    Search[] searches = new Search[threads];
    Parallel.run(
        blocks,
        threads,
        (block, worker) -> {
          progress.checkCancelled();
          progress.at("looking for hidden faces", block / (double) blocks);
          if (searches[worker] == null) {
            searches[worker] = search.new Search(new RayQuery(bvh));
          }
          int end = Math.min(mesh.faceCount(), (block + 1) * FACES_A_BLOCK);
          for (int f = block * FACES_A_BLOCK; f < end; f++) {
            isHidden[f] = search.normals.area[f] > 0 && !searches[worker].isSeen(f);
          }
        });
    BitSet out = new BitSet(isHidden.length);
    for (int f = 0; f < isHidden.length; f++) {
      out.set(f, isHidden[f]);
    }
    return out;
  }

  /** Scratch of one thread. */
  private final class Search {
    private final RayQuery rays;
    private final float[] origin = new float[3];
    private final float[] direction = new float[3];
    /** The direction that got out last: neighbours are mostly seen from the same side. */
    private int luckiest;

    Search(RayQuery rays) {
      this.rays = rays;
    }

    /** From the middle first, and away from the surface first: most faces are seen like that. */
    boolean isSeen(int face) {
      for (int p = 0; p < POINTS.length; p++) {
        int step = p == 0 ? 1 : SPARSER;
        if (isSeen(face, POINTS[p], step, 1) || isSeen(face, POINTS[p], step, -1)) {
          return true;
        }
      }
      return false;
    }

    /**
     * @param step every direction, or every so many
     * @param side 1 for directions away from the front of the face, −1 for those from its back
     */
    private boolean isSeen(int face, double[] weights, int step, int side) {
      // A sparser set is the same for every face, whatever was lucky before.
      int first = luckiest / step * step;
      for (int i = 0; i < DIRECTIONS; i += step) {
        int d = (first + i) % DIRECTIONS;
        double dot = 0;
        for (int axis = 0; axis < 3; axis++) {
          direction[axis] = directions[3 * d + axis];
          dot += (double) direction[axis] * normals.normal[3 * face + axis];
        }
        if (dot * side > 0 && isSeenAlong(face, weights, side * LIFT * size)) {
          luckiest = d;
          return true;
        }
      }
      return false;
    }

    private boolean isSeenAlong(int face, double[] weights, double lift) {
      for (int t = firstTriangle[face]; t < firstTriangle[face + 1]; t++) {
        if (escapes(face, t, weights, lift)) {
          return true;
        }
      }
      return false;
    }

    private boolean escapes(int face, int triangle, double[] weights, double lift) {
      float[] p = mesh.positions();
      for (int axis = 0; axis < 3; axis++) {
        double sum = lift * normals.normal[3 * face + axis];
        for (int k = 0; k < 3; k++) {
          sum += weights[k] * p[3 * mesh.triangleVertex(triangle, k) + axis];
        }
        origin[axis] = (float) sum;
      }
      return !rays.first(origin, direction, 4 * size, null);
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
    for (int i = 0; i < DIRECTIONS; i++) {
      double y = 1 - (2 * i + 1.0) / DIRECTIONS;
      double ring = Math.sqrt(1 - y * y);
      out[3 * i] = (float) (ring * Math.cos(golden * i));
      out[3 * i + 1] = (float) y;
      out[3 * i + 2] = (float) (ring * Math.sin(golden * i));
    }
    return out;
  }
}
