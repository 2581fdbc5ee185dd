package idiotaxa.core.sight;

import idiotaxa.core.mesh.Bounds;
import idiotaxa.core.mesh.Mesh;
import java.util.Arrays;

/**
 * A model seen from far away from both ends of a direction, in parallel projection: how far out its
 * outermost surfaces lie, pixel by pixel. It says what surely lies behind something, at least where no gap is
 * narrower than some pixels. Scratch of one thread.
 */
final class DepthImage {
  /** Pixels on a side; the model's bounding sphere fills them. */
  static final int SIDE = 1024;

  /** Pixels that something must lie behind the surface in front: steep surfaces rise by that in one. */
  private static final double MARGIN = 1.5;

  private static final int BORDER = 2;

  private final Mesh mesh;
  private final double[] center;
  private final double pixel;
  /** Column, row and depth of every vertex. */
  private final float[] seen;
  /** How far out the outermost surface lies along the direction, pixel by pixel. */
  private final float[] front = new float[SIDE * SIDE];

  /** The same against the direction. */
  private final float[] back = new float[SIDE * SIDE];

  private final double[] frame = new double[9];

  DepthImage(Mesh mesh) {
    this.mesh = mesh;
    Bounds b = mesh.bounds();
    center =
        new double[] {
          ((double) b.minX() + b.maxX()) / 2,
          ((double) b.minY() + b.maxY()) / 2,
          ((double) b.minZ() + b.maxZ()) / 2
        };
    pixel = b.diagonal() / (SIDE - 2 * BORDER);
    seen = new float[3 * mesh.vertexCount()];
  }

  /** Metres of a pixel of such an image. */
  static double pixel(Mesh mesh) {
    return mesh.bounds().diagonal() / (SIDE - 2 * BORDER);
  }

  /**
   * Draws some of the model; what is left out hides nothing.
   *
   * @param direction out of the model, towards who looks; unit length
   * @param isDrawn by face
   */
  void draw(double[] direction, boolean[] isDrawn) {
    setFrame(direction);
    project();
    Arrays.fill(front, Float.NEGATIVE_INFINITY);
    Arrays.fill(back, Float.NEGATIVE_INFINITY);
    for (int t = 0; t < mesh.triangleCount(); t++) {
      if (isDrawn[mesh.triangleFace(t)]) {
        drawTriangle(
            3 * mesh.triangleVertex(t, 0),
            3 * mesh.triangleVertex(t, 1),
            3 * mesh.triangleVertex(t, 2));
      }
    }
  }

  private void setFrame(double[] d) {
    // Duff and others 2017, "Building an orthonormal basis, revisited".
    double sign = Math.copySign(1, d[2]);
    double a = -1 / (sign + d[2]);
    double b = d[0] * d[1] * a;
    double[] axes = {
      1 + sign * d[0] * d[0] * a, sign * b, -sign * d[0], b, sign + d[1] * d[1] * a, -d[1]
    };
    for (int k = 0; k < 6; k++) {
      frame[k] = axes[k] / pixel;
    }
    for (int k = 0; k < 3; k++) {
      frame[6 + k] = d[k] / pixel;
    }
  }

  private double across(double px, double py, double pz) {
    return SIDE / 2.0
        + frame[0] * (px - center[0])
        + frame[1] * (py - center[1])
        + frame[2] * (pz - center[2]);
  }

  private double down(double px, double py, double pz) {
    return SIDE / 2.0
        + frame[3] * (px - center[0])
        + frame[4] * (py - center[1])
        + frame[5] * (pz - center[2]);
  }

  private double out(double px, double py, double pz) {
    return frame[6] * (px - center[0])
        + frame[7] * (py - center[1])
        + frame[8] * (pz - center[2]);
  }

  private void project() {
    float[] p = mesh.positions();
    for (int v = 0; v < seen.length; v += 3) {
      seen[v] = (float) across(p[v], p[v + 1], p[v + 2]);
      seen[v + 1] = (float) down(p[v], p[v + 1], p[v + 2]);
      seen[v + 2] = (float) out(p[v], p[v + 1], p[v + 2]);
    }
  }

  /** Pixels whose centres lie inside or on an edge: neighbours leave no gap. */
  private void drawTriangle(int a, int b, int c) {
    float ax = seen[a];
    float bx = seen[b];
    float cx = seen[c];
    int fromX = (int) (least(ax, bx, cx) + 0.5f);
    int toX = (int) (most(ax, bx, cx) - 0.5f);
    if (fromX > toX) {
      return;
    }
    float ay = seen[a + 1];
    float by = seen[b + 1];
    float cy = seen[c + 1];
    int fromY = (int) (least(ay, by, cy) + 0.5f);
    int toY = (int) (most(ay, by, cy) - 0.5f);
    if (fromY > toY) {
      // Most triangles of a dense model lie between the centres of pixels.
      return;
    }
    bx -= ax;
    by -= ay;
    cx -= ax;
    cy -= ay;
    float area = bx * cy - by * cx;
    if (area == 0) {
      return;
    }
    float az = seen[a + 2];
    float perB = (seen[b + 2] - az) / area;
    float perC = (seen[c + 2] - az) / area;
    for (int row = fromY; row <= toY; row++) {
      float py = row + 0.5f - ay;
      for (int column = fromX; column <= toX; column++) {
        float px = column + 0.5f - ax;
        float ofB = px * cy - py * cx;
        float ofC = bx * py - by * px;
        float ofA = area - ofB - ofC;
        boolean isInside = area > 0 ? ofA >= 0 && ofB >= 0 && ofC >= 0 : ofA <= 0 && ofB <= 0 && ofC <= 0;
        int at = row * SIDE + column;
        float value = az + ofB * perB + ofC * perC;
        if (isInside) {
          front[at] = value > front[at] ? value : front[at];
          back[at] = -value > back[at] ? -value : back[at];
        }
      }
    }
  }

  private static float least(float a, float b, float c) {
    float ab = a < b ? a : b;
    return ab < c ? ab : c;
  }

  private static float most(float a, float b, float c) {
    float ab = a > b ? a : b;
    return ab > c ? ab : c;
  }

  /**
   * Whether a point lies so far behind what is in front of it that no way out leads along the direction.
   *
   * @param isOpposite whether out is against the direction
   */
  boolean isSurelyBehind(double px, double py, double pz, boolean isOpposite) {
    int at = (int) down(px, py, pz) * SIDE + (int) across(px, py, pz);
    float[] surface = isOpposite ? back : front;
    double far = (isOpposite ? -1 : 1) * out(px, py, pz) + MARGIN;
    for (int row = at - SIDE; row <= at + SIDE; row += SIDE) {
      if (surface[row] <= far || surface[row - 1] <= far || surface[row + 1] <= far) {
        return false;
      }
    }
    return true;
  }
}
