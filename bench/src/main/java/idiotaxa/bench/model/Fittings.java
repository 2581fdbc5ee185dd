package idiotaxa.bench.model;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;

/** Kinds of fittings that come back on many models: turned forms and cut profiles, each with measures of its own. */
public final class Fittings {
  private static final double STEP_OF_SIZES = 1.035;
  private static final int SIZES = 89;

  private Fittings() {}

  /**
   * One piece.
   *
   * @param points xyz each, metres
   * @param triangles three points each
   */
  public record Fitting(double[] points, int[] triangles) {
    public Fitting scaled(double factor) {
      double[] p = points.clone();
      for (int i = 0; i < p.length; i++) {
        p[i] *= factor;
      }
      return new Fitting(p, triangles);
    }
  }

  /** The same number is the same kind. */
  public static Fitting kind(int number) {
    SplittableRandom random = new SplittableRandom(7919L * number);
    double size = 0.01 * Math.pow(STEP_OF_SIZES, number * 31 % SIZES);
    return (number % 2 == 0 ? turned(random) : cut(random)).scaled(size);
  }

  /** Rings about an axis. */
  private static Fitting turned(SplittableRandom random) {
    int rings = 4 + random.nextInt(8);
    int sides = 7 + random.nextInt(18);
    double step = 0.2 + random.nextDouble();
    double[][] ring = new double[rings][];
    for (int r = 0; r < rings; r++) {
      double radius = 0.3 + random.nextDouble();
      ring[r] = new double[3 * sides];
      for (int s = 0; s < sides; s++) {
        double angle = 2 * Math.PI * s / sides;
        ring[r][3 * s] = radius * Math.cos(angle);
        ring[r][3 * s + 1] = radius * Math.sin(angle);
        ring[r][3 * s + 2] = r * step;
      }
    }
    return closed(ring, sides);
  }

  /** A profile of uneven corners, drawn out. */
  private static Fitting cut(SplittableRandom random) {
    int corners = 4 + random.nextInt(8);
    double height = 0.2 + 2 * random.nextDouble();
    double[][] ring = new double[2][3 * corners];
    for (int c = 0; c < corners; c++) {
      double angle = 2 * Math.PI * (c + 0.6 * random.nextDouble()) / corners;
      double radius = 0.5 + 0.6 * random.nextDouble();
      for (int r = 0; r < 2; r++) {
        ring[r][3 * c] = radius * Math.cos(angle);
        ring[r][3 * c + 1] = radius * Math.sin(angle);
        ring[r][3 * c + 2] = r * height;
      }
    }
    return closed(ring, corners);
  }

  private static Fitting closed(double[][] ring, int sides) {
    int rings = ring.length;
    double[] points = new double[3 * (rings * sides + 2)];
    for (int r = 0; r < rings; r++) {
      System.arraycopy(ring[r], 0, points, 3 * r * sides, 3 * sides);
    }
    int low = rings * sides;
    points[3 * low + 2] = ring[0][2];
    points[3 * low + 5] = ring[rings - 1][2];
    int[] triangles = new int[6 * sides * rings];
    int at = 0;
    for (int s = 0; s < sides; s++) {
      int next = (s + 1) % sides;
      for (int r = 0; r + 1 < rings; r++) {
        int a = r * sides;
        int b = a + sides;
        for (int v : new int[] {a + s, a + next, b + next, a + s, b + next, b + s}) {
          triangles[at++] = v;
        }
      }
      int top = (rings - 1) * sides;
      for (int v : new int[] {low, next, s, low + 1, top + s, top + next}) {
        triangles[at++] = v;
      }
    }
    return new Fitting(points, triangles);
  }

  /** Turned, perhaps mirrored, in half of all cases with noise of a twentieth of a percent, in a third with every triangle cut in three. */
  public static Fitting disturbed(Fitting fitting, SplittableRandom random) {
    Fitting out = random.nextInt(3) == 0 ? cutFiner(fitting) : fitting;
    double noise = random.nextBoolean() ? 0.0005 * diagonal(fitting) : 0;
    double mirror = random.nextBoolean() ? -1 : 1;
    double[] r = rotation(random);
    double[] p = new double[out.points.length];
    for (int i = 0; i < p.length; i += 3) {
      for (int k = 0; k < 3; k++) {
        p[i + k] =
            mirror * r[3 * k] * out.points[i] + r[3 * k + 1] * out.points[i + 1] + r[3 * k + 2] * out.points[i + 2]
                + noise * (2 * random.nextDouble() - 1);
      }
    }
    int[] t = out.triangles.clone();
    for (int i = 0; mirror < 0 && i < t.length; i += 3) {
      t[i] = out.triangles[i + 1];
      t[i + 1] = out.triangles[i];
    }
    return new Fitting(p, t);
  }

  private static Fitting cutFiner(Fitting fitting) {
    int count = fitting.triangles.length / 3;
    int first = fitting.points.length / 3;
    double[] p = Arrays.copyOf(fitting.points, fitting.points.length + 3 * count);
    int[] t = new int[9 * count];
    for (int f = 0; f < count; f++) {
      for (int k = 0; k < 3; k++) {
        int v = fitting.triangles[3 * f + k];
        for (int axis = 0; axis < 3; axis++) {
          p[3 * (first + f) + axis] += fitting.points[3 * v + axis] / 3;
        }
        t[9 * f + 3 * k] = v;
        t[9 * f + 3 * k + 1] = fitting.triangles[3 * f + (k + 1) % 3];
        t[9 * f + 3 * k + 2] = first + f;
      }
    }
    return new Fitting(p, t);
  }

  private static double diagonal(Fitting fitting) {
    double[] box = {1e9, 1e9, 1e9, -1e9, -1e9, -1e9};
    for (int i = 0; i < fitting.points.length; i++) {
      box[i % 3] = Math.min(box[i % 3], fitting.points[i]);
      box[3 + i % 3] = Math.max(box[3 + i % 3], fitting.points[i]);
    }
    return Math.sqrt(Math.pow(box[3] - box[0], 2) + Math.pow(box[4] - box[1], 2) + Math.pow(box[5] - box[2], 2));
  }

  /** Of a unit quaternion at random (Shoemake 1992). */
  private static double[] rotation(SplittableRandom random) {
    double a = random.nextDouble();
    double b = 2 * Math.PI * random.nextDouble();
    double c = 2 * Math.PI * random.nextDouble();
    double w = Math.sqrt(a) * Math.cos(c);
    double x = Math.sqrt(1 - a) * Math.sin(b);
    double y = Math.sqrt(1 - a) * Math.cos(b);
    double z = Math.sqrt(a) * Math.sin(c);
    return new double[] {
      1 - 2 * (y * y + z * z), 2 * (x * y - w * z), 2 * (x * z + w * y),
      2 * (x * y + w * z), 1 - 2 * (x * x + z * z), 2 * (y * z - w * x),
      2 * (x * z - w * y), 2 * (y * z + w * x), 1 - 2 * (x * x + y * y)
    };
  }

  /** One part a fitting, side by side. */
  public static Mesh mesh(List<Fitting> fittings) {
    MeshBuilder builder = new MeshBuilder();
    List<Integer> first = new ArrayList<>();
    for (int i = 0; i < fittings.size(); i++) {
      Fitting fitting = fittings.get(i);
      int part = builder.part("fitting " + i);
      first.add(builder.vertexCount());
      for (int v = 0; v < fitting.points.length; v += 3) {
        builder.vertex(fitting.points[v] + i % 32, fitting.points[v + 1] + i / 32, fitting.points[v + 2]);
      }
      for (int t = 0; t < fitting.triangles.length; t += 3) {
        int at = first.get(i);
        builder.polygon(
            part, Mesh.NO_MATERIAL, at + fitting.triangles[t], at + fitting.triangles[t + 1], at + fitting.triangles[t + 2]);
      }
    }
    return builder.build();
  }
}
