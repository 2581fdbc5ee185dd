package idiotaxa.bench.model;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.SplittableRandom;

/**
 * Welded surfaces that no part, piece, island or flat patch separates, with the region that each face belongs to:
 * a curved plate of about 2 × 1 m with heights on it, in several kinds of faces, with noise.
 *
 * @param regionOfFace 0 … regions − 1; 0 is the hull
 */
public record Melted(Mesh mesh, int[] regionOfFace, int regions) {
  private static final double WIDTH = 2;
  private static final double HEIGHT = 1;
  private static final double BENT = 1.5;

  /** What lies on the plate. */
  public enum Shape {
    /** Eight bulging bands with rounded creases between them. */
    BANDS(8),
    /** Twelve bolts and two straps, their feet rounded; the straps part the hull in three. */
    BOLTS(17),
    /** Ten letters raised by a millimetre. */
    LETTERS(11);

    private final int regions;

    Shape(int regions) {
      this.regions = regions;
    }
  }

  /** How it is cut into faces. */
  public enum Faces {
    QUADS,
    TRIANGLES,
    /** Corners moved about, nothing shared, in any order. */
    SOUP
  }

  /** A point of the plate: what height it has and which region it is of. */
  private record Place(double height, int region) {}

  /**
   * @param faces about how many
   * @param noise of the positions, in lengths of a face
   */
  public static Melted of(Shape shape, Faces kind, int faces, double noise, long seed) {
    SplittableRandom random = new SplittableRandom(seed);
    double cells = kind == Faces.QUADS ? faces : faces / 2.0;
    int columns = (int) Math.round(Math.sqrt(cells * WIDTH / HEIGHT));
    int rows = (int) Math.round(columns * HEIGHT / WIDTH);
    double step = WIDTH / columns;
    double jitter = kind == Faces.SOUP ? 0.3 : 0;
    double[] u = new double[(columns + 1) * (rows + 1)];
    double[] v = new double[u.length];
    float[][] at = new float[u.length][];
    for (int i = 0; i < u.length; i++) {
      int column = i % (columns + 1);
      int row = i / (columns + 1);
      boolean isInside = column > 0 && column < columns && row > 0 && row < rows;
      u[i] = (column + (isInside ? jitter * (random.nextDouble() - 0.5) * 2 : 0)) * step;
      v[i] = (row + (isInside ? jitter * (random.nextDouble() - 0.5) * 2 : 0)) * step;
      at[i] = point(u[i], v[i], place(shape, u[i], v[i]).height, noise * step, random);
    }
    int[][] polygons = polygons(kind, columns, rows, random);
    MeshBuilder builder = new MeshBuilder();
    builder.part("hull");
    if (kind != Faces.SOUP) {
      for (float[] p : at) {
        builder.vertex(p[0], p[1], p[2]);
      }
    }
    int[] region = new int[polygons.length];
    for (int f = 0; f < polygons.length; f++) {
      double middleU = 0;
      double middleV = 0;
      int[] corners = polygons[f].clone();
      for (int k = 0; k < corners.length; k++) {
        int vertex = corners[k];
        middleU += u[vertex] / corners.length;
        middleV += v[vertex] / corners.length;
        corners[k] = kind == Faces.SOUP ? builder.vertex(at[vertex][0], at[vertex][1], at[vertex][2]) : vertex;
      }
      region[f] = place(shape, middleU, middleV).region;
      builder.polygon(0, Mesh.NO_MATERIAL, corners);
    }
    return new Melted(builder.build(), region, shape.regions);
  }

  private static int[][] polygons(Faces kind, int columns, int rows, SplittableRandom random) {
    boolean isQuads = kind == Faces.QUADS;
    int[][] out = new int[columns * rows * (isQuads ? 1 : 2)][];
    for (int cell = 0; cell < columns * rows; cell++) {
      int a = cell / columns * (columns + 1) + cell % columns;
      int b = a + 1;
      int c = a + columns + 2;
      int d = a + columns + 1;
      if (isQuads) {
        out[cell] = new int[] {a, b, c, d};
      } else if (random.nextBoolean()) {
        out[2 * cell] = new int[] {a, b, c};
        out[2 * cell + 1] = new int[] {a, c, d};
      } else {
        out[2 * cell] = new int[] {a, b, d};
        out[2 * cell + 1] = new int[] {b, c, d};
      }
    }
    for (int i = out.length - 1; kind == Faces.SOUP && i > 0; i--) {
      int j = random.nextInt(i + 1);
      int[] kept = out[i];
      out[i] = out[j];
      out[j] = kept;
    }
    return out;
  }

  private static float[] point(double u, double v, double height, double noise, SplittableRandom random) {
    double angle = (u - WIDTH / 2) / BENT;
    double radius = BENT + height + noise * random.nextGaussian();
    return new float[] {
      (float) (radius * Math.sin(angle) + noise * random.nextGaussian()),
      (float) (v + noise * random.nextGaussian()),
      (float) (radius * Math.cos(angle) - BENT)
    };
  }

  private static Place place(Shape shape, double u, double v) {
    return switch (shape) {
      case BANDS -> bands(u, v);
      case BOLTS -> bolts(u, v);
      case LETTERS -> letters(u, v);
    };
  }

  /** The creases wander, so that no row of faces follows them. */
  private static Place bands(double u, double v) {
    double at = (u + 0.02 * Math.sin(7 * v)) / WIDTH * 8;
    int band = (int) Math.max(0, Math.min(7, Math.floor(at)));
    double across = at - Math.floor(at);
    // A crease of 12 mm to both sides.
    double bulge = Math.sin(Math.PI * across);
    return new Place(0.05 * Math.sqrt(bulge * bulge + 0.01), band);
  }

  private static Place bolts(double u, double v) {
    double height = 0;
    int region = v < 0.4 ? 0 : v < 0.6 ? 15 : 16;
    for (int bolt = 0; bolt < 12; bolt++) {
      double far = Math.hypot(u - (0.17 + bolt % 6 * 0.332), v - (0.2 + bolt / 6 * 0.6));
      double up = 1 - (far - 0.045) / 0.015;
      if (up > 0) {
        height = 0.025 * smooth(up);
        region = bolt + 1;
      }
    }
    for (int strap = 0; strap < 2; strap++) {
      double far = Math.abs(v - (0.4 + 0.2 * strap) - 0.01 * Math.sin(5 * u));
      double up = 1 - (far - 0.04) / 0.012;
      if (up > 0) {
        height = 0.012 * smooth(up);
        region = 13 + strap;
      }
    }
    return new Place(height, region);
  }

  private static Place letters(double u, double v) {
    int letter = (int) Math.min(9, Math.floor(u / 0.2));
    double x = u - 0.2 * letter;
    double stem = box(x, v, 0.05, 0.3, 0.09, 0.7);
    double bar = Math.min(box(x, v, 0.05, 0.62, 0.15, 0.7), box(x, v, 0.05, letter % 2 == 0 ? 0.3 : 0.46, 0.15, letter % 2 == 0 ? 0.38 : 0.54));
    double up = 1 - Math.min(stem, bar) / 0.002;
    return up > 0 ? new Place(0.001 * smooth(up), letter + 1) : new Place(0, 0);
  }

  /** Metres outside of a rectangle, 0 in it. */
  private static double box(double x, double y, double fromX, double fromY, double toX, double toY) {
    return Math.max(0, Math.max(Math.max(fromX - x, x - toX), Math.max(fromY - y, y - toY)));
  }

  private static double smooth(double t) {
    double s = Math.min(1, t);
    return s * s * (3 - 2 * s);
  }
}
