package idiotaxa.demo;

import static idiotaxa.demo.SaltmarshPalette.BRASS;
import static idiotaxa.demo.SaltmarshPalette.RED_PAINT;
import static idiotaxa.demo.SaltmarshPalette.ROPE;
import static idiotaxa.demo.SaltmarshPalette.RUBBER;
import static idiotaxa.demo.SaltmarshPalette.STEEL;
import static idiotaxa.demo.SaltmarshPalette.TIMBER;
import static idiotaxa.demo.SaltmarshPalette.WHITE_PAINT;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.demo.Shapes.Outline;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * A bell float, 1.9 m high, made of the same materials as the channel marker buoy: a flat hull with a white
 * collar, a deck on a fender, a frame of legs and rungs in which a bell hangs, a short chain. Its parts are
 * named as the buoy's are, but for the bell and its clapper.
 */
public final class BellFloat {
  private static final double[] X = {1, 0, 0};
  private static final double[] Y = {0, 1, 0};
  private static final double[] Z = {0, 0, 1};

  private final List<PartModel> parts = new ArrayList<>();

  private BellFloat() {
    addBody();
    addFrame();
    addBell();
    addSmallParts();
  }

  /** About 2 000 triangles, UVs on one sheet without overlaps, the buoy's three materials, no colours. */
  public static Mesh target() {
    return new PatchMesher(new BellFloat().parts).target(ChannelMarkerBuoy.MATERIALS);
  }

  /** Which group of the palette every face of the target belongs to. */
  public static int[] targetGroups() {
    return PartModel.groupOfFace(new BellFloat().parts);
  }

  private void turned(String name, int material, int columns, int group, Outline... outline) {
    int[] groups = Patch.same(group, outline.length - 1);
    parts.add(
        new PartModel(name, material, List.of(Shapes.turned(0, 0, columns, groups, 0, outline))));
  }

  private void addBody() {
    turned(
        "hull",
        ChannelMarkerBuoy.PAINT,
        32,
        RED_PAINT,
        new Outline(0, -0.4),
        new Outline(0.5, -0.34),
        new Outline(0.72, -0.16),
        new Outline(0.76, 0.06));
    turned(
        "collar",
        ChannelMarkerBuoy.PAINT,
        32,
        WHITE_PAINT,
        new Outline(0.76, 0.06),
        new Outline(0.74, 0.16),
        new Outline(0.68, 0.2));
    parts.add(
        new PartModel(
            "fender",
            ChannelMarkerBuoy.FITTINGS,
            List.of(Shapes.ring(new double[] {0, 0.1, 0}, X, Z, 0.77, 0, 0.06, 28, 8, RUBBER, 0))));
    turned(
        "deck",
        ChannelMarkerBuoy.FITTINGS,
        24,
        TIMBER,
        new Outline(0.68, 0.2),
        new Outline(0.68, 0.26),
        new Outline(0, 0.27));
  }

  private void addFrame() {
    for (int i = 0; i < 4; i++) {
      double angle = Math.PI / 4 + i * Math.PI / 2;
      double c = StrictMath.cos(angle);
      double s = StrictMath.sin(angle);
      double[] foot = {0.5 * c, 0.26, 0.5 * s};
      double[] head = {0.12 * c, 1.3, 0.12 * s};
      add(numbered("leg", i + 1), Shapes.tube(foot, head, 0.03, 8, STEEL));
    }
    for (int i = 0; i < 3; i++) {
      double share = (i + 1) / 4.0;
      double half = (0.5 + (0.12 - 0.5) * share) * StrictMath.cos(Math.PI / 4);
      double y = 0.26 + 1.04 * share;
      double[] from = {-half, y, half};
      double[] to = {half, y, half};
      add(numbered("rung", i + 1), Shapes.tube(from, to, 0.014, 6, STEEL));
    }
    turned(
        "platform",
        ChannelMarkerBuoy.METALWORK,
        20,
        STEEL,
        new Outline(0, 1.29),
        new Outline(0.18, 1.29),
        new Outline(0.18, 1.33),
        new Outline(0, 1.33));
  }

  private void add(String name, List<Patch> patches) {
    parts.add(new PartModel(name, ChannelMarkerBuoy.METALWORK, patches));
  }

  private void addBell() {
    turned(
        "bell",
        ChannelMarkerBuoy.FITTINGS,
        24,
        BRASS,
        new Outline(0.2, 0.78),
        new Outline(0.15, 0.86),
        new Outline(0.11, 1.0),
        new Outline(0.06, 1.06),
        new Outline(0, 1.07));
    double[] top = {0, 1.02, 0};
    double[] low = {0, 0.74, 0};
    add("clapper", Shapes.tube(low, top, 0.02, 8, STEEL));
  }

  private void addSmallParts() {
    for (int i = 0; i < 8; i++) {
      double angle = 2 * Math.PI * i / 8;
      Patch bolt =
          Shapes.turned(
              0.58 * StrictMath.cos(angle),
              0.58 * StrictMath.sin(angle),
              6,
              Patch.same(BRASS, 3),
              0,
              new Outline(0.036, 0.255),
              new Outline(0.036, 0.295),
              new Outline(0.026, 0.307),
              new Outline(0, 0.307));
      add(numbered("bolt", i + 1), List.of(bolt));
    }
    parts.add(
        new PartModel(
            "rope",
            ChannelMarkerBuoy.FITTINGS,
            List.of(Shapes.ring(new double[] {0, 0.3, 0}, X, Z, 0.26, 0, 0.04, 20, 6, ROPE, 0))));
    add("eye", List.of(Shapes.ring(new double[] {0, -0.44, 0}, X, Y, 0.07, 0, 0.022, 14, 6, STEEL, 0)));
    for (int i = 0; i < 4; i++) {
      double[] center = {0, -0.54 - i * 0.115, 0};
      double[] across = i % 2 == 0 ? Z : X;
      add(
          numbered("link", i + 1),
          List.of(Shapes.ring(center, Y, across, 0.038, 0.03, 0.014, 12, 4, STEEL, 0)));
    }
  }

  private static String numbered(String name, int number) {
    return String.format(Locale.ROOT, "%s_%02d", name, number);
  }
}
