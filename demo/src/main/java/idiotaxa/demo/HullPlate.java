package idiotaxa.demo;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.SplittableRandom;

/**
 * A bent plate of a tender's hull, 2 × 1 m, as a scan gives it: two steel straps and a brass boss are melted into the painted
 * plate, all of it is one welded piece of one part, and nothing but rounded creases tells them apart.
 */
public final class HullPlate {
  private static final double WIDTH = 2;
  private static final double HEIGHT = 1;
  private static final int COLUMNS = 240;
  private static final int ROWS = 120;
  /** Radius of the bend, metres. */
  private static final double BENT = 1.5;
  /** Of what a scanner adds, metres. */
  private static final double NOISE = 0.0001;

  private static final double STRAP = 0.03;
  private static final double STRAP_HALF = 0.06;
  private static final double BOSS = 0.04;
  private static final double BOSS_RADIUS = 0.14;
  private static final double FLANK = 0.03;
  private static final double MARGIN = 0.02;

  private HullPlate() {}

  /** 28 800 quads in one piece, UVs on one sheet without overlaps, no materials, no colours. */
  public static Mesh target() {
    SplittableRandom random = new SplittableRandom(36);
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("hull plate");
    for (int row = 0; row <= ROWS; row++) {
      for (int column = 0; column <= COLUMNS; column++) {
        double u = column * WIDTH / COLUMNS;
        double v = row * HEIGHT / ROWS;
        double angle = (u - WIDTH / 2) / BENT;
        double radius = BENT + height(u, v) + NOISE * random.nextGaussian();
        builder.vertex(radius * Math.sin(angle), v, radius * Math.cos(angle) - BENT);
      }
    }
    for (int row = 0; row < ROWS; row++) {
      for (int column = 0; column < COLUMNS; column++) {
        builder.face(part, Mesh.NO_MATERIAL);
        corner(builder, column, row);
        corner(builder, column + 1, row);
        corner(builder, column + 1, row + 1);
        corner(builder, column, row + 1);
      }
    }
    return builder.build();
  }

  private static void corner(MeshBuilder builder, int column, int row) {
    builder.corner(row * (COLUMNS + 1) + column);
    double scale = (1 - 2 * MARGIN) / COLUMNS;
    builder.uv((float) (MARGIN + column * scale), (float) (MARGIN + row * scale));
  }

  /** Which group of the palette every face belongs to. */
  public static int[] groups() {
    int[] out = new int[COLUMNS * ROWS];
    for (int f = 0; f < out.length; f++) {
      double u = (f % COLUMNS + 0.5) * WIDTH / COLUMNS;
      double v = (f / COLUMNS + 0.5) * HEIGHT / ROWS;
      out[f] =
          fromBoss(u, v) < BOSS_RADIUS
              ? SaltmarshPalette.BRASS
              : fromStrap(v) < STRAP_HALF ? SaltmarshPalette.STEEL : SaltmarshPalette.RED_PAINT;
    }
    return out;
  }

  private static double height(double u, double v) {
    return STRAP * rise(STRAP_HALF - fromStrap(v)) + BOSS * rise(BOSS_RADIUS - fromBoss(u, v));
  }

  private static double fromStrap(double v) {
    return Math.min(Math.abs(v - 0.23), Math.abs(v - 0.77));
  }

  private static double fromBoss(double u, double v) {
    return Math.hypot(u - WIDTH / 2, v - HEIGHT / 2);
  }

  /** 0 … 1 over the flank, round at both ends. */
  private static double rise(double inside) {
    double share = Math.max(0, Math.min(1, inside / FLANK));
    return share * share * (3 - 2 * share);
  }
}
