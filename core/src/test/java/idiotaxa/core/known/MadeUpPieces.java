package idiotaxa.core.known;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;

/** Pieces as props have them: bolts, handles, brackets, rods and plates of many measures, and ways to disturb them. */
final class MadeUpPieces {
  private MadeUpPieces() {}

  /**
   * @param points xyz each, metres
   * @param triangles three points each
   */
  record Piece(double[] points, int[] triangles) {
    Piece and(Piece other) {
      double[] p = Arrays.copyOf(points, points.length + other.points.length);
      System.arraycopy(other.points, 0, p, points.length, other.points.length);
      int[] t = Arrays.copyOf(triangles, triangles.length + other.triangles.length);
      for (int i = 0; i < other.triangles.length; i++) {
        t[triangles.length + i] = other.triangles[i] + points.length / 3;
      }
      return new Piece(p, t);
    }

    Piece moved(double x, double y, double z) {
      double[] p = points.clone();
      for (int i = 0; i < p.length; i++) {
        p[i] += i % 3 == 0 ? x : i % 3 == 1 ? y : z;
      }
      return new Piece(p, triangles);
    }

    Piece scaled(double factor) {
      return new Piece(Arrays.stream(points).map(v -> factor * v).toArray(), triangles);
    }

    Piece mirrored() {
      double[] p = points.clone();
      int[] t = triangles.clone();
      for (int i = 0; i < p.length; i += 3) {
        p[i] = -p[i];
      }
      for (int i = 0; i < t.length; i += 3) {
        t[i] = triangles[i + 1];
        t[i + 1] = triangles[i];
      }
      return new Piece(p, t);
    }

    Piece turned(Random random) {
      double[] q = new double[4];
      double length = 0;
      for (int i = 0; i < 4; i++) {
        q[i] = random.nextGaussian();
        length += q[i] * q[i];
      }
      length = Math.sqrt(length);
      double w = q[0] / length;
      double x = q[1] / length;
      double y = q[2] / length;
      double z = q[3] / length;
      double[] r = {
        1 - 2 * (y * y + z * z), 2 * (x * y - w * z), 2 * (x * z + w * y),
        2 * (x * y + w * z), 1 - 2 * (x * x + z * z), 2 * (y * z - w * x),
        2 * (x * z - w * y), 2 * (y * z + w * x), 1 - 2 * (x * x + y * y)
      };
      double[] p = new double[points.length];
      for (int i = 0; i < p.length; i += 3) {
        for (int k = 0; k < 3; k++) {
          p[i + k] = r[3 * k] * points[i] + r[3 * k + 1] * points[i + 1] + r[3 * k + 2] * points[i + 2];
        }
      }
      return new Piece(p, triangles);
    }

    /** Every triangle cut into four. */
    Piece cutFiner() {
      List<Double> p = new ArrayList<>(Arrays.stream(points).boxed().toList());
      List<Integer> t = new ArrayList<>();
      Map<Long, Integer> middles = new HashMap<>();
      for (int i = 0; i < triangles.length; i += 3) {
        int[] m = new int[3];
        for (int k = 0; k < 3; k++) {
          int a = triangles[i + k];
          int b = triangles[i + (k + 1) % 3];
          m[k] =
              middles.computeIfAbsent(
                  (long) Math.min(a, b) << 32 | Math.max(a, b),
                  key -> {
                    for (int axis = 0; axis < 3; axis++) {
                      p.add((points[3 * a + axis] + points[3 * b + axis]) / 2);
                    }
                    return p.size() / 3 - 1;
                  });
        }
        t.addAll(List.of(triangles[i], m[0], m[2], m[0], triangles[i + 1], m[1], m[2], m[1], triangles[i + 2], m[0], m[1], m[2]));
      }
      return new Piece(p.stream().mapToDouble(v -> v).toArray(), t.stream().mapToInt(v -> v).toArray());
    }

    /** Its triangles and vertices in another order. */
    Piece shuffled(Random random) {
      int count = points.length / 3;
      int[] order = new int[count];
      Arrays.setAll(order, i -> i);
      for (int i = count - 1; i > 0; i--) {
        int j = random.nextInt(i + 1);
        int o = order[i];
        order[i] = order[j];
        order[j] = o;
      }
      double[] p = new double[points.length];
      for (int i = 0; i < count; i++) {
        System.arraycopy(points, 3 * i, p, 3 * order[i], 3);
      }
      int[] t = new int[triangles.length];
      int shift = random.nextInt(triangles.length / 3);
      for (int i = 0; i < t.length; i++) {
        t[(i + 3 * shift) % t.length] = order[triangles[i]];
      }
      return new Piece(p, t);
    }

    /**
     * @param share of the diagonal of the box around the smallest solid of it
     */
    Piece noisy(double share, Random random) {
      double size = size();
      double[] p = points.clone();
      for (int i = 0; i < p.length; i++) {
        p[i] += share * size * (2 * random.nextDouble() - 1);
      }
      return new Piece(p, triangles);
    }

    private double size() {
      int[] solid = solids();
      Map<Integer, double[]> box = new HashMap<>();
      for (int v = 0; v < solid.length; v++) {
        double[] own = box.computeIfAbsent(solid[v], s -> new double[] {1e9, 1e9, 1e9, -1e9, -1e9, -1e9});
        for (int k = 0; k < 3; k++) {
          own[k] = Math.min(own[k], points[3 * v + k]);
          own[3 + k] = Math.max(own[3 + k], points[3 * v + k]);
        }
      }
      return box.values().stream()
          .mapToDouble(b -> Math.sqrt(Math.pow(b[3] - b[0], 2) + Math.pow(b[4] - b[1], 2) + Math.pow(b[5] - b[2], 2)))
          .min()
          .orElseThrow();
    }

    /** Of every point, the smallest point that it hangs together with. */
    private int[] solids() {
      int[] solid = new int[points.length / 3];
      Arrays.setAll(solid, v -> v);
      for (boolean isChanged = true; isChanged; ) {
        isChanged = false;
        for (int t = 0; t < triangles.length; t++) {
          int a = triangles[t];
          int b = triangles[t % 3 == 2 ? t - 2 : t + 1];
          int least = Math.min(solid[a], solid[b]);
          isChanged |= solid[a] != least || solid[b] != least;
          solid[a] = least;
          solid[b] = least;
        }
      }
      return solid;
    }
  }

  static Piece prism(int sides, double radius, double height) {
    double[] p = new double[6 * sides + 6];
    int[] t = new int[12 * sides];
    for (int i = 0; i < sides; i++) {
      double angle = 2 * Math.PI * i / sides;
      for (int z = 0; z < 2; z++) {
        p[3 * (z * sides + i)] = radius * Math.cos(angle);
        p[3 * (z * sides + i) + 1] = radius * Math.sin(angle);
        p[3 * (z * sides + i) + 2] = z * height;
      }
      int j = (i + 1) % sides;
      int[] own = {i, j, sides + j, i, sides + j, sides + i, 2 * sides, j, i, 2 * sides + 1, sides + i, sides + j};
      System.arraycopy(own, 0, t, 12 * i, 12);
    }
    p[6 * sides + 5] = height;
    return new Piece(p, t);
  }

  static Piece box(double x, double y, double z) {
    double[] p = new double[24];
    for (int i = 0; i < 8; i++) {
      p[3 * i] = (i & 1) * x;
      p[3 * i + 1] = (i >> 1 & 1) * y;
      p[3 * i + 2] = (i >> 2 & 1) * z;
    }
    int[] quads = {0, 2, 3, 1, 4, 5, 7, 6, 0, 1, 5, 4, 2, 6, 7, 3, 0, 4, 6, 2, 1, 3, 7, 5};
    int[] t = new int[36];
    for (int f = 0; f < 6; f++) {
      int[] corners = {0, 1, 2, 0, 2, 3};
      for (int k = 0; k < 6; k++) {
        t[6 * f + k] = quads[4 * f + corners[k]];
      }
    }
    return new Piece(p, t);
  }

  /** A lathed form, closed at its ends: a handle, a knob. */
  static Piece lathed(double[] radii, double step, int sides) {
    int rings = radii.length;
    double[] p = new double[3 * rings * sides + 6];
    List<Integer> t = new ArrayList<>();
    for (int r = 0; r < rings; r++) {
      for (int i = 0; i < sides; i++) {
        double angle = 2 * Math.PI * i / sides;
        int v = r * sides + i;
        p[3 * v] = radii[r] * Math.cos(angle);
        p[3 * v + 1] = radii[r] * Math.sin(angle);
        p[3 * v + 2] = r * step;
        int next = r * sides + (i + 1) % sides;
        if (r + 1 < rings) {
          t.addAll(List.of(v, next, next + sides, v, next + sides, v + sides));
        }
        if (r == 0) {
          t.addAll(List.of(rings * sides, next, v));
        }
        if (r + 1 == rings) {
          t.addAll(List.of(rings * sides + 1, v, next));
        }
      }
    }
    p[p.length - 1] = (rings - 1) * step;
    return new Piece(p, t.stream().mapToInt(v -> v).toArray());
  }

  /** A kind of piece; each number is a kind of its own, plainly different from all others. */
  static Piece kind(int number) {
    Random random = new Random(77 + number);
    double size = 0.02 * Math.pow(1.03, number / 6 * 5 % 97);
    Piece piece =
        switch (number % 6) {
          case 0 -> prism(5 + random.nextInt(20), 0.3 + random.nextDouble(), 0.3 + 2 * random.nextDouble());
          case 1 -> box(0.2 + random.nextDouble(), 0.2 + random.nextDouble(), 0.2 + random.nextDouble());
          case 2 -> bolt(random);
          case 3 -> lathed(random.doubles(6, 0.3, 1).toArray(), 0.3 + 0.3 * random.nextDouble(), 12 + random.nextInt(8));
          case 4 -> bracket(random);
          default -> box(1, 1, 1).and(prism(8, 0.1 + 0.3 * random.nextDouble(), 1 + random.nextDouble()).moved(0.47, 0.53, 1));
        };
    return piece.scaled(size);
  }

  private static Piece bolt(Random random) {
    Piece head = prism(6, 0.5, 0.3 + 0.2 * random.nextDouble());
    return head.and(prism(12, 0.2 + 0.1 * random.nextDouble(), 0.8 + 2 * random.nextDouble()).moved(0, 0, 0.2));
  }

  private static Piece bracket(Random random) {
    Piece foot = box(1, 0.3 + random.nextDouble(), 0.1);
    return foot.and(box(0.1, 0.3, 0.5 + random.nextDouble()).moved(0.1 + 0.6 * random.nextDouble(), 0, 0));
  }

  /** What an artist, an exporter and another program do to a piece. */
  static Piece disturbed(Piece piece, Random random) {
    Piece out = random.nextBoolean() ? piece.mirrored() : piece;
    out = random.nextInt(3) == 0 ? out.cutFiner() : out;
    out = random.nextBoolean() ? out.shuffled(random) : out;
    out = random.nextBoolean() ? out.noisy(0.0005, random) : out;
    return out.turned(random);
  }

  /**
   * @param pieces each a part where {@code isJoined} is not set, all one part where it is; joined pieces of two solids hang together by nothing
   */
  static Mesh mesh(List<Piece> pieces, boolean isJoined) {
    MeshBuilder builder = new MeshBuilder();
    int part = -1;
    for (int i = 0; i < pieces.size(); i++) {
      Piece piece = pieces.get(i);
      part = isJoined && i > 0 ? part : builder.part("part " + i);
      int first = builder.vertexCount();
      for (int v = 0; v < piece.points.length; v += 3) {
        builder.vertex(piece.points[v], piece.points[v + 1], piece.points[v + 2]);
      }
      for (int t = 0; t < piece.triangles.length; t += 3) {
        builder.polygon(part, Mesh.NO_MATERIAL, first + piece.triangles[t], first + piece.triangles[t + 1], first + piece.triangles[t + 2]);
      }
    }
    return builder.build();
  }
}
