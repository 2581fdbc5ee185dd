package idiotaxa.demo;

import static idiotaxa.demo.SaltmarshPalette.BRASS;
import static idiotaxa.demo.SaltmarshPalette.GLASS;
import static idiotaxa.demo.SaltmarshPalette.RED_PAINT;
import static idiotaxa.demo.SaltmarshPalette.ROPE;
import static idiotaxa.demo.SaltmarshPalette.RUBBER;
import static idiotaxa.demo.SaltmarshPalette.SOLAR;
import static idiotaxa.demo.SaltmarshPalette.STEEL;
import static idiotaxa.demo.SaltmarshPalette.TIMBER;
import static idiotaxa.demo.SaltmarshPalette.WHITE_PAINT;

import idiotaxa.core.group.Palette;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.demo.Shapes.Outline;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * A channel marker buoy, 3.4 m high: a hull painted in bands (one welded part), a timber deck on a
 * rubber fender, a lattice mast with rungs, a lamp, solar cells, bolts, a rope and a mooring chain.
 */
public final class ChannelMarkerBuoy {
  /** Divisions of the source that give about 250 000 triangles. */
  public static final int SOURCE_FINENESS = 8;

  static final int PAINT = 0;
  static final int METALWORK = 1;
  static final int FITTINGS = 2;
  static final List<Material> MATERIALS =
      List.of(
          Material.coloured("paint", 0xA8322A),
          Material.coloured("metalwork", 0x8A9094),
          Material.coloured("fittings", 0x8C7B66));
  private static final double[] X = {1, 0, 0};
  private static final double[] Y = {0, 1, 0};
  private static final double[] Z = {0, 0, 1};

  private final List<PartModel> parts = new ArrayList<>();

  private ChannelMarkerBuoy() {
    addHull();
    addMast();
    addLamp();
    addSolarCells();
    addBolts();
    addChain();
  }

  /** About 3 000 triangles, UVs on one sheet without overlaps, three materials, no colours. */
  public static Mesh target() {
    return new PatchMesher(parts()).target(MATERIALS);
  }

  /** Which group of the palette every face of the target belongs to. */
  public static int[] targetGroups() {
    return PartModel.groupOfFace(parts());
  }

  static List<PartModel> parts() {
    return new ChannelMarkerBuoy().parts;
  }

  /** About 250 000 triangles with vertex colours of the palette; part names end in {@code _high}. */
  public static Mesh source(Palette palette) {
    return source(palette, SOURCE_FINENESS);
  }

  /** The source at another fineness: triangles grow with its square. */
  public static Mesh source(Palette palette, int fineness) {
    return new PatchMesher(parts()).source(palette, fineness, "_high");
  }

  private void add(String name, int material, Patch... patches) {
    parts.add(new PartModel(name, material, List.of(patches)));
  }

  private void addHull() {
    int[] bands = {
      RED_PAINT, RED_PAINT, RED_PAINT, WHITE_PAINT, WHITE_PAINT, RED_PAINT, WHITE_PAINT, RED_PAINT
    };
    add(
        "hull",
        PAINT,
        Shapes.turned(
            0,
            0,
            32,
            bands,
            0.004,
            new Outline(0, -0.72),
            new Outline(0.42, -0.62),
            new Outline(0.68, -0.42),
            new Outline(0.78, -0.18),
            new Outline(0.8, 0.0),
            new Outline(0.8, 0.16),
            new Outline(0.78, 0.3),
            new Outline(0.75, 0.42),
            new Outline(0.7, 0.5)));
    add("fender", FITTINGS, Shapes.ring(at(0, 0.52, 0), X, Z, 0.78, 0, 0.07, 28, 8, RUBBER, 0));
    add(
        "deck",
        FITTINGS,
        Shapes.turned(
            0,
            0,
            24,
            Patch.same(TIMBER, 3),
            0,
            new Outline(0.72, 0.5),
            new Outline(0.72, 0.6),
            new Outline(0.4, 0.61),
            new Outline(0, 0.61)));
  }

  private void addMast() {
    for (int i = 0; i < 4; i++) {
      double angle = Math.PI / 4 + i * Math.PI / 2;
      double[] foot = at(0.48 * StrictMath.cos(angle), 0.6, 0.48 * StrictMath.sin(angle));
      double[] head = at(0.16 * StrictMath.cos(angle), 2.0, 0.16 * StrictMath.sin(angle));
      addTube(numbered("leg", i + 1), METALWORK, foot, head, 0.032, 8, STEEL);
    }
    for (int i = 0; i < 8; i++) {
      double share = (i + 1) / 9.0;
      double half = (0.48 + (0.16 - 0.48) * share) * StrictMath.cos(Math.PI / 4);
      double y = 0.6 + 1.4 * share;
      addTube(
          numbered("rung", i + 1), METALWORK, at(-half, y, half), at(half, y, half), 0.014, 6, STEEL);
    }
    add(
        "platform",
        METALWORK,
        Shapes.turned(
            0,
            0,
            24,
            Patch.same(STEEL, 3),
            0,
            new Outline(0, 2.0),
            new Outline(0.3, 2.0),
            new Outline(0.3, 2.05),
            new Outline(0, 2.05)));
    add("rope", FITTINGS, Shapes.ring(at(0, 0.66, 0), X, Z, 0.3, 0, 0.045, 20, 6, ROPE, 0));
  }

  private void addTube(
      String name, int material, double[] from, double[] to, double radius, int sides, int group) {
    parts.add(new PartModel(name, material, Shapes.tube(from, to, radius, sides, group)));
  }

  private void addLamp() {
    add(
        "lamp_base",
        FITTINGS,
        Shapes.turned(
            0,
            0,
            20,
            Patch.same(BRASS, 3),
            0,
            new Outline(0.2, 2.05),
            new Outline(0.2, 2.13),
            new Outline(0.14, 2.18),
            new Outline(0, 2.18)));
    add(
        "lamp_glass",
        FITTINGS,
        Shapes.turned(
            0,
            0,
            20,
            Patch.same(GLASS, 3),
            0.003,
            new Outline(0.13, 2.18),
            new Outline(0.15, 2.28),
            new Outline(0.15, 2.38),
            new Outline(0.12, 2.48)));
    add(
        "lamp_cap",
        FITTINGS,
        Shapes.turned(
            0,
            0,
            20,
            Patch.same(BRASS, 3),
            0,
            new Outline(0, 2.48),
            new Outline(0.17, 2.48),
            new Outline(0.12, 2.58),
            new Outline(0, 2.64)));
  }

  private void addSolarCells() {
    for (int i = 0; i < 2; i++) {
      double side = i == 0 ? 1 : -1;
      double[] u = {side * StrictMath.cos(0.6), -StrictMath.sin(0.6), 0};
      int[] groups = {STEEL, STEEL, SOLAR, STEEL, STEEL, STEEL};
      double[] v = {0, 0, -side};
      double[] center = at(side * 0.5, 1.86, 0);
      parts.add(
          new PartModel(
              numbered("solar", i + 1),
              FITTINGS,
              Shapes.box(center, u, v, new double[] {0.2, 0.26, 0.015}, groups)));
    }
  }

  private void addBolts() {
    for (int i = 0; i < 12; i++) {
      double angle = 2 * Math.PI * i / 12;
      double x = 0.6 * StrictMath.cos(angle);
      double z = 0.6 * StrictMath.sin(angle);
      add(
          numbered("bolt", i + 1),
          METALWORK,
          Shapes.turned(
              x,
              z,
              6,
              Patch.same(BRASS, 3),
              0,
              new Outline(0.036, 0.6),
              new Outline(0.036, 0.64),
              new Outline(0.026, 0.652),
              new Outline(0, 0.652)));
    }
  }

  private void addChain() {
    add("eye", METALWORK, Shapes.ring(at(0, -0.76, 0), X, Y, 0.07, 0, 0.022, 14, 6, STEEL, 0));
    for (int i = 0; i < 8; i++) {
      double[] center = at(0, -0.86 - i * 0.115, 0);
      double[] across = i % 2 == 0 ? Z : X;
      add(
          numbered("link", i + 1),
          METALWORK,
          Shapes.ring(center, Y, across, 0.038, 0.03, 0.014, 12, 4, STEEL, 0));
    }
  }

  private static String numbered(String name, int number) {
    return String.format(Locale.ROOT, "%s_%02d", name, number);
  }

  private static double[] at(double x, double y, double z) {
    return new double[] {x, y, z};
  }
}
