package idiotaxa.core.picture;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import java.util.Arrays;
import java.util.function.IntPredicate;

/**
 * A parallel projection of a model onto a neutral grey, lit from the front, hidden surfaces removed by
 * a depth buffer, with {@value #SUPER} × {@value #SUPER} samples a pixel. Seen from the front, a little
 * from the right and from above; y is up. Deterministic.
 */
public final class ModelPicture {
  /** The stage's grey, sRGB. */
  public static final int BACKGROUND = 0x777777;

  private static final int SUPER = 3;
  private static final double MARGIN = 0.06;
  private static final double[] TOWARDS_VIEWER = unit(0.62, 0.34, 0.78);
  private static final double[] LIGHT = unit(0.75, 0.62, 0.6);
  private static final double AMBIENT = 0.35;

  private final Mesh mesh;
  private final int width;
  private final int height;
  private final float[] depth;
  private final int[] samples;
  private final double[] right;
  private final double[] up;
  private double scale;
  private double offsetX;
  private double offsetY;

  private ModelPicture(Mesh mesh, int width, int height) {
    this.mesh = mesh;
    this.width = width * SUPER;
    this.height = height * SUPER;
    depth = new float[this.width * this.height];
    samples = new int[this.width * this.height];
    Arrays.fill(depth, Float.NEGATIVE_INFINITY);
    Arrays.fill(samples, BACKGROUND);
    right = unit(TOWARDS_VIEWER[2], 0, -TOWARDS_VIEWER[0]);
    up = cross(TOWARDS_VIEWER, right);
  }

  /**
   * @param faceColor sRGB of every face
   * @param width pixels, 1 … 2048
   * @param height pixels, 1 … 2048
   * @return sRGB, row by row downwards
   */
  public static int[] render(Mesh mesh, int[] faceColor, int width, int height) {
    return render(mesh, faceColor, face -> true, width, height);
  }

  /**
   * The same of some faces alone, as large as they come.
   *
   * @param isShown whether a face is among them
   */
  public static int[] render(
      Mesh mesh, int[] faceColor, IntPredicate isShown, int width, int height) {
    if (width < 1 || height < 1 || width > 2048 || height > 2048) {
      throw new IllegalArgumentException(
          "a picture has 1 … 2048 pixels a side, got " + width + " × " + height);
    }
    ModelPicture picture = new ModelPicture(mesh, width, height);
    picture.fit(isShown);
    double[] normal = new double[3];
    for (int t = 0; t < mesh.triangleCount(); t++) {
      if (isShown.test(mesh.triangleFace(t)) && TriangleGeometry.unitNormal(mesh, t, normal)) {
        picture.draw(t, shade(faceColor[mesh.triangleFace(t)], normal));
      }
    }
    return picture.resolve(width, height);
  }

  private static int shade(int color, double[] normal) {
    // Both sides are lit alike: a picture is to show the model, not its winding.
    double side = Math.signum(dot(normal, TOWARDS_VIEWER));
    double light = AMBIENT + (1 - AMBIENT) * Math.max(0, side * dot(normal, LIGHT));
    int r = (int) ((color >> 16 & 255) * light + 0.5);
    int g = (int) ((color >> 8 & 255) * light + 0.5);
    int b = (int) ((color & 255) * light + 0.5);
    return r << 16 | g << 8 | b;
  }

  /** Chooses scale and offset so that what is shown fills the picture up to the margin. */
  private void fit(IntPredicate isShown) {
    double[] lo = {Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY};
    double[] hi = {Double.NEGATIVE_INFINITY, Double.NEGATIVE_INFINITY};
    for (int t = 0; t < mesh.triangleCount(); t++) {
      if (isShown.test(mesh.triangleFace(t))) {
        for (int k = 0; k < 3; k++) {
          extend(lo, hi, mesh.triangleVertex(t, k));
        }
      }
    }
    double room = 1 - 2 * MARGIN;
    double extent = Math.max((hi[0] - lo[0]) / width, (hi[1] - lo[1]) / height);
    scale = extent > 0 ? room / extent : 0;
    offsetX = width / 2.0 - scale * (lo[0] + hi[0]) / 2;
    offsetY = height / 2.0 + scale * (lo[1] + hi[1]) / 2;
  }

  private void extend(double[] lo, double[] hi, int vertex) {
    double x = along(vertex, right);
    double y = along(vertex, up);
    lo[0] = Math.min(lo[0], x);
    hi[0] = Math.max(hi[0], x);
    lo[1] = Math.min(lo[1], y);
    hi[1] = Math.max(hi[1], y);
  }

  private double along(int vertex, double[] axis) {
    float[] p = mesh.positions();
    return p[3 * vertex] * axis[0] + p[3 * vertex + 1] * axis[1] + p[3 * vertex + 2] * axis[2];
  }

  private void draw(int triangle, int color) {
    int a = mesh.triangleVertex(triangle, 0);
    int b = mesh.triangleVertex(triangle, 1);
    int c = mesh.triangleVertex(triangle, 2);
    double ax = offsetX + scale * along(a, right);
    double ay = offsetY - scale * along(a, up);
    double bx = offsetX + scale * along(b, right) - ax;
    double by = offsetY - scale * along(b, up) - ay;
    double cx = offsetX + scale * along(c, right) - ax;
    double cy = offsetY - scale * along(c, up) - ay;
    double twiceArea = bx * cy - by * cx;
    if (twiceArea == 0) {
      return;
    }
    double az = along(a, TOWARDS_VIEWER);
    double bz = along(b, TOWARDS_VIEWER) - az;
    double cz = along(c, TOWARDS_VIEWER) - az;
    int minX = Math.max(0, (int) Math.floor(ax + Math.min(0, Math.min(bx, cx))));
    int maxX = Math.min(width - 1, (int) Math.ceil(ax + Math.max(0, Math.max(bx, cx))));
    int minY = Math.max(0, (int) Math.floor(ay + Math.min(0, Math.min(by, cy))));
    int maxY = Math.min(height - 1, (int) Math.ceil(ay + Math.max(0, Math.max(by, cy))));
    for (int y = minY; y <= maxY; y++) {
      for (int x = minX; x <= maxX; x++) {
        double px = x + 0.5 - ax;
        double py = y + 0.5 - ay;
        double u = (px * cy - py * cx) / twiceArea;
        double v = (bx * py - by * px) / twiceArea;
        float z = (float) (az + u * bz + v * cz);
        int at = y * width + x;
        if (u >= 0 && v >= 0 && u + v <= 1 && z > depth[at]) {
          depth[at] = z;
          samples[at] = color;
        }
      }
    }
  }

  private int[] resolve(int outWidth, int outHeight) {
    int[] out = new int[outWidth * outHeight];
    int count = SUPER * SUPER;
    for (int i = 0; i < out.length; i++) {
      int first = i / outWidth * SUPER * width + i % outWidth * SUPER;
      int r = 0;
      int g = 0;
      int b = 0;
      for (int s = 0; s < count; s++) {
        int sample = samples[first + s / SUPER * width + s % SUPER];
        r += sample >> 16;
        g += sample >> 8 & 255;
        b += sample & 255;
      }
      out[i] = r / count << 16 | g / count << 8 | b / count;
    }
    return out;
  }

  private static double[] unit(double x, double y, double z) {
    double length = Math.sqrt(x * x + y * y + z * z);
    return new double[] {x / length, y / length, z / length};
  }

  private static double[] cross(double[] a, double[] b) {
    return new double[] {
      a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]
    };
  }

  private static double dot(double[] a, double[] b) {
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
  }
}
