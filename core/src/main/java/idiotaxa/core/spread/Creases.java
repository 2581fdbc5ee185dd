package idiotaxa.core.spread;

import idiotaxa.core.group.Rgb;
import idiotaxa.core.mesh.FaceNormals;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Weld;
import java.util.Arrays;
import java.util.function.IntToDoubleFunction;

/**
 * How strongly a surface itself asks for a border between two faces: concave creases most (the minima rule of Hoffman
 * and Richards, "Parts of recognition", 1984), convex ones less, and wherever the model changes its colour, its
 * material or its smoothing.
 *
 * <p>Angles are taken twice: between normals that a bilateral filter (Zheng, Fu, Au, Tai, "Bilateral normal filtering
 * for mesh denoising", 2011) has freed of noise and that keep a sharp edge where it is, and between normals averaged
 * over some faces around, which find the middle of a crease that is rounded. Both count as shares of what is usual on
 * this surface, so that neither noise nor the curve of a hull is a crease.
 */
public final class Creases {
  private static final int FILTER_ROUNDS = 8;

  /** Width of the filter in median differences of linked normals. */
  private static final double SIGMA = 3;

  /** Links that tell a median. */
  private static final int SAMPLES = 1 << 14;

  private static final int AVERAGE_ROUNDS = 8;

  /** Weight of an angle that bends outwards. */
  private static final double CONVEX = 0.4;

  /** What is usual is never taken for less or more than this, radians. */
  private static final double LEAST_USUAL = Math.toRadians(1);

  private static final double MOST_USUAL = Math.toRadians(5);

  /** Angles up to this many medians are usual. */
  private static final double MEDIANS = 1.5;

  /** How many usual angles a change of material is worth; one of colour is by its distance. */
  private static final double OTHER_MATERIAL = 40;

  /** 8-bit RGB distance that is worth as much as another material. */
  private static final double OTHER_COLOR = 100;

  /** Share of the strength of two faces that a link along their crease has. */
  private static final double ALONG = 0.7;

  /** Cosine under which the two normals of a corner are a hard edge. */
  private static final double HARD = 0.996;

  private static final double HARD_EDGE = 4;

  private final Mesh mesh;
  private final FaceLinks links;
  private final FaceNormals faces;
  private final float[] middle;
  /** Mean colour of every face, null where the model has none. */
  private final int[] color;

  private final float[] strength;

  private Creases(Mesh mesh) {
    this.mesh = mesh;
    links = FaceLinks.of(mesh, Weld.of(mesh));
    faces = new FaceNormals(mesh);
    middle = middles(mesh);
    color = mesh.hasColors() ? colors(mesh) : null;
    strength = new float[links.count()];
    measure();
  }

  /** Linear time. */
  public static Creases of(Mesh mesh) {
    return new Creases(mesh);
  }

  FaceLinks links() {
    return links;
  }

  /** Square metres of a face. */
  double area(int face) {
    return faces.area[face];
  }

  /** Of every link, at least 0; 1.4 where both angles are just what is usual at most, 4.8 where they are three times that. */
  float[] strength() {
    return strength;
  }

  private void measure() {
    double[] fine = angles(filtered());
    double[] wide = angles(averaged());
    double usualFine = usual(fine);
    double usualWide = usual(wide);
    for (int link = 0; link < strength.length; link++) {
      double marks = marks(link);
      double sharp = unusual(fine[link] / usualFine + marks);
      // Beside a crease the wide angle is large too; it counts where the fine one has something to say.
      strength[link] = (float) (sharp + Math.sqrt(sharp * unusual(wide[link] / usualWide + marks)));
    }
    spreadAlong();
  }

  /**
   * Faces in a crease lie on it in every direction: a border that follows it in steps crosses links along it as well,
   * over which nothing bends.
   */
  private void spreadAlong() {
    float[] most = new float[links.faceCount()];
    for (int link = 0; link < strength.length; link++) {
      most[links.a[link]] = Math.max(most[links.a[link]], strength[link]);
      most[links.b[link]] = Math.max(most[links.b[link]], strength[link]);
    }
    for (int link = 0; link < strength.length; link++) {
      float both = (float) (ALONG * Math.min(most[links.a[link]], most[links.b[link]]));
      strength[link] = Math.max(strength[link], both);
    }
  }

  /** Nearly nothing for what is usual, logarithmic beyond, so that one sharp edge does not outweigh a long one that is less sharp. */
  private static double unusual(double ratio) {
    return Math.log1p(ratio * ratio);
  }

  private double usual(double[] angles) {
    return Math.max(LEAST_USUAL, Math.min(MOST_USUAL, MEDIANS * median(link -> angles[link])));
  }

  /** Of a value of the links, by some thousand of them spread over all. */
  private double median(IntToDoubleFunction ofLink) {
    int step = 1 + links.count() / SAMPLES;
    double[] some = new double[links.count() / step];
    Arrays.setAll(some, i -> ofLink.applyAsDouble(i * step));
    Arrays.sort(some);
    return some.length == 0 ? 0 : some[some.length / 2];
  }

  /** Angles of the links, radians, those that bend outwards less by their weight. */
  private double[] angles(float[] normal) {
    double[] out = new double[links.count()];
    for (int link = 0; link < out.length; link++) {
      int a = 3 * links.a[link];
      int b = 3 * links.b[link];
      double dot = 0;
      double bend = 0;
      for (int axis = 0; axis < 3; axis++) {
        dot += (double) normal[a + axis] * normal[b + axis];
        bend += ((double) normal[b + axis] - normal[a + axis]) * ((double) middle[b + axis] - middle[a + axis]);
      }
      double angle = Math.acos(Math.max(-1, Math.min(1, dot)));
      out[link] = bend > 0 ? CONVEX * angle : angle;
    }
    return out;
  }

  private float[] filtered() {
    float[] from = faces.normal;
    for (int round = 0; round < FILTER_ROUNDS; round++) {
      // What is left of the noise is less each time, and so is what may be smoothed away.
      float[] normal = from;
      double median = median(link -> Math.sqrt(distanceSq(normal, links.a[link], links.b[link])));
      double sigma = Math.max(LEAST_USUAL, SIGMA * median);
      from = averaged(normal, 1 / (2 * sigma * sigma));
    }
    return from;
  }

  private static double distanceSq(float[] normal, int a, int b) {
    double sum = 0;
    for (int axis = 0; axis < 3; axis++) {
      double d = (double) normal[3 * a + axis] - normal[3 * b + axis];
      sum += d * d;
    }
    return sum;
  }

  private float[] averaged() {
    float[] from = faces.normal;
    for (int round = 0; round < AVERAGE_ROUNDS; round++) {
      from = averaged(from, 0);
    }
    return from;
  }

  /** Means of the normals of a face and its neighbours by area, those that differ weighing less by the scale. */
  private float[] averaged(float[] from, double scale) {
    float[] to = new float[from.length];
    for (int f = 0; f < links.faceCount(); f++) {
      // What has no area has no direction of its own and takes that of its neighbours.
      boolean isBlind = from[3 * f] == 0 && from[3 * f + 1] == 0 && from[3 * f + 2] == 0;
      double x = from[3 * f] * faces.area[f];
      double y = from[3 * f + 1] * faces.area[f];
      double z = from[3 * f + 2] * faces.area[f];
      for (int i = links.start[f]; i < links.start[f + 1]; i++) {
        int g = links.other(links.around[i], f);
        double weight = faces.area[g];
        if (scale > 0 && !isBlind) {
          weight *= Math.exp(-scale * distanceSq(from, f, g));
        }
        x += weight * from[3 * g];
        y += weight * from[3 * g + 1];
        z += weight * from[3 * g + 2];
      }
      double length = Math.sqrt(x * x + y * y + z * z);
      if (length > 0) {
        to[3 * f] = (float) (x / length);
        to[3 * f + 1] = (float) (y / length);
        to[3 * f + 2] = (float) (z / length);
      }
    }
    return to;
  }

  /** What the model says beside its shape, in usual angles. */
  private double marks(int link) {
    int a = links.a[link];
    int b = links.b[link];
    double out = mesh.faceMaterial()[a] == mesh.faceMaterial()[b] ? 0 : OTHER_MATERIAL;
    if (color != null) {
      out += OTHER_MATERIAL * Math.min(1, Rgb.distance(color[a], color[b]) / OTHER_COLOR);
    }
    return out + (isHard(link) ? HARD_EDGE : 0);
  }

  /** Mean colours of the faces' corners. */
  private static int[] colors(Mesh mesh) {
    int[] out = new int[mesh.faceCount()];
    for (int f = 0; f < out.length; f++) {
      int from = mesh.faceStart()[f];
      int to = mesh.faceStart()[f + 1];
      long red = 0;
      long green = 0;
      long blue = 0;
      for (int c = from; c < to; c++) {
        int color = mesh.cornerColor()[c];
        red += color >> 16 & 0xFF;
        green += color >> 8 & 0xFF;
        blue += color & 0xFF;
      }
      int count = to - from;
      out[f] = (int) (red / count << 16 | green / count << 8 | blue / count);
    }
    return out;
  }

  /** Whether the corners at the shared edge have other normals in the one face than in the other. */
  private boolean isHard(int link) {
    float[] n = mesh.cornerNormal();
    if (n == null) {
      return false;
    }
    int c = links.cornerA[link];
    int d = links.cornerB[link];
    int nextC = following(links.a[link], c);
    int nextD = following(links.b[link], d);
    return differs(n, c, d) || differs(n, c, nextD) || differs(n, nextC, d) || differs(n, nextC, nextD);
  }

  private int following(int face, int corner) {
    return corner + 1 == mesh.faceStart()[face + 1] ? mesh.faceStart()[face] : corner + 1;
  }

  private boolean differs(float[] n, int c, int d) {
    return isSamePlace(c, d) && n[3 * c] * n[3 * d] + n[3 * c + 1] * n[3 * d + 1] + n[3 * c + 2] * n[3 * d + 2] < HARD;
  }

  private boolean isSamePlace(int c, int d) {
    int v = 3 * mesh.cornerVertex()[c];
    int w = 3 * mesh.cornerVertex()[d];
    float[] p = mesh.positions();
    return v == w || p[v] == p[w] && p[v + 1] == p[w + 1] && p[v + 2] == p[w + 2];
  }

  private static float[] middles(Mesh mesh) {
    float[] out = new float[3 * mesh.faceCount()];
    float[] p = mesh.positions();
    for (int f = 0; f < mesh.faceCount(); f++) {
      int from = mesh.faceStart()[f];
      int to = mesh.faceStart()[f + 1];
      for (int axis = 0; axis < 3; axis++) {
        double sum = 0;
        for (int c = from; c < to; c++) {
          sum += p[3 * mesh.cornerVertex()[c] + axis];
        }
        out[3 * f + axis] = (float) (sum / (to - from));
      }
    }
    return out;
  }
}
