package idiotaxa.demo;

import static idiotaxa.demo.SaltmarshPalette.BRASS;
import static idiotaxa.demo.SaltmarshPalette.GLASS;
import static idiotaxa.demo.SaltmarshPalette.RED_PAINT;
import static idiotaxa.demo.SaltmarshPalette.ROPE;
import static idiotaxa.demo.SaltmarshPalette.STEEL;

import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.demo.Shapes.Outline;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * A storm lantern, 0.4 m high: a painted tank, a brass burner and cap, a glass chimney in a guard of
 * steel wires, a carrying ring with a rope wound around it. Its groups are its materials, and its UVs
 * lie on two UDIM tiles: the tank with burner and wires on 1001, glass, hood and ring on 1002.
 */
public final class StormLantern {
  private static final int FIRST_TILE = 0;
  private static final int SECOND_TILE = 1;
  private static final List<Material> MATERIALS =
      List.of(
          Material.coloured("red paint", 0xA8322A),
          Material.coloured("brass", 0xB08D3E),
          Material.coloured("glass", 0xBFD8D2),
          Material.coloured("steel wire", 0x8A9094),
          Material.coloured("tarred rope", 0x3A2E24));
  private static final int PAINT = 0;
  private static final int METAL = 1;
  private static final int CLEAR = 2;
  private static final int WIRE = 3;
  private static final int CORD = 4;
  private static final double[] X = {1, 0, 0};
  private static final double[] Y = {0, 1, 0};
  private static final double[] Z = {0, 0, 1};

  private final List<PartModel> parts = new ArrayList<>();

  private StormLantern() {
    addTank();
    addGuard();
    addGlass();
    addHood();
  }

  /** About 3 000 triangles on two UDIM tiles, five materials, no colours. */
  public static Mesh target() {
    return new PatchMesher(new StormLantern().parts).target(MATERIALS);
  }

  private void turned(String name, int material, int tile, int columns, int group, Outline... o) {
    int[] groups = Patch.same(group, o.length - 1);
    Patch patch = Shapes.turned(0, 0, columns, groups, 0, o);
    parts.add(new PartModel(name, material, List.of(patch), tile));
  }

  private void ring(
      String name, int material, int tile, double y, double radius, double thickness, int group) {
    double[] center = {0, y, 0};
    Patch patch = Shapes.ring(center, X, Z, radius, 0, thickness, 32, 6, group, 0);
    parts.add(new PartModel(name, material, List.of(patch), tile));
  }

  private void addTank() {
    turned(
        "tank",
        PAINT,
        FIRST_TILE,
        32,
        RED_PAINT,
        new Outline(0, 0),
        new Outline(0.075, 0),
        new Outline(0.09, 0.012),
        new Outline(0.09, 0.055),
        new Outline(0.07, 0.075),
        new Outline(0.035, 0.08));
    turned(
        "burner",
        METAL,
        FIRST_TILE,
        24,
        BRASS,
        new Outline(0.035, 0.08),
        new Outline(0.038, 0.1),
        new Outline(0.022, 0.115),
        new Outline(0, 0.118));
    turned(
        "filler_cap",
        METAL,
        FIRST_TILE,
        12,
        BRASS,
        new Outline(0.012, 0.118),
        new Outline(0.012, 0.126),
        new Outline(0, 0.128));
    double[] from = {0.036, 0.098, 0};
    double[] to = {0.075, 0.098, 0};
    parts.add(
        new PartModel(
            "wick_spindle", METAL, Shapes.tube(from, to, 0.003, 8, BRASS), FIRST_TILE));
    double[] end = {0.081, 0.098, 0};
    parts.add(
        new PartModel("wick_knob", METAL, Shapes.tube(to, end, 0.012, 14, BRASS), FIRST_TILE));
  }

  private void addGuard() {
    for (int i = 0; i < 4; i++) {
      double angle = Math.PI / 4 + i * Math.PI / 2;
      double x = 0.08 * StrictMath.cos(angle);
      double z = 0.08 * StrictMath.sin(angle);
      parts.add(
          new PartModel(
              String.format(Locale.ROOT, "guard_wire_%02d", i + 1),
              WIRE,
              Shapes.tube(
                  new double[] {x, 0.066, z}, new double[] {x, 0.292, z}, 0.005, 8, STEEL),
              FIRST_TILE));
    }
    for (int i = 0; i < 2; i++) {
      String name = String.format(Locale.ROOT, "guard_hoop_%02d", i + 1);
      ring(name, WIRE, FIRST_TILE, 0.14 + 0.09 * i, 0.085, 0.005, STEEL);
    }
  }

  private void addGlass() {
    turned(
        "chimney",
        CLEAR,
        SECOND_TILE,
        32,
        GLASS,
        new Outline(0.042, 0.085),
        new Outline(0.06, 0.13),
        new Outline(0.066, 0.18),
        new Outline(0.058, 0.24),
        new Outline(0.045, 0.28));
  }

  private void addHood() {
    turned(
        "hood",
        PAINT,
        SECOND_TILE,
        32,
        RED_PAINT,
        new Outline(0.045, 0.282),
        new Outline(0.092, 0.284),
        new Outline(0.088, 0.3),
        new Outline(0.05, 0.325),
        new Outline(0.03, 0.33));
    turned(
        "hood_cap",
        METAL,
        SECOND_TILE,
        20,
        BRASS,
        new Outline(0.03, 0.33),
        new Outline(0.03, 0.342),
        new Outline(0.018, 0.352),
        new Outline(0, 0.354));
    double[] middle = {0, 0.386, 0};
    Patch ring = Shapes.ring(middle, X, Y, 0.034, 0, 0.005, 32, 8, STEEL, 0);
    parts.add(new PartModel("carrying_ring", WIRE, List.of(ring), SECOND_TILE));
    for (int i = 0; i < 5; i++) {
      double angle = Math.PI / 2 + (i - 2) * 0.28;
      double c = StrictMath.cos(angle);
      double s = StrictMath.sin(angle);
      double[] center = {0.034 * c, 0.386 + 0.034 * s, 0};
      Patch turn = Shapes.ring(center, new double[] {c, s, 0}, Z, 0.0085, 0, 0.0035, 14, 6, ROPE, 0);
      String name = String.format(Locale.ROOT, "rope_turn_%02d", i + 1);
      parts.add(new PartModel(name, CORD, List.of(turn), SECOND_TILE));
    }
  }
}
