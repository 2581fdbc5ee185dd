package idiotaxa.demo;

import static idiotaxa.demo.SaltmarshPalette.BRASS;
import static idiotaxa.demo.SaltmarshPalette.STEEL;
import static idiotaxa.demo.SaltmarshPalette.TIMBER;

import idiotaxa.core.group.Palette;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.demo.Shapes.Outline;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * Revision B of the channel marker buoy, as it comes back on a Friday: parts were added, taken away and
 * renamed, the bolts are numbered anew, hull, deck and legs are cut differently, the rope hangs higher, and
 * all is unwrapped anew.
 */
public final class ChannelMarkerBuoyB {
  private static final double[] X = {1, 0, 0};
  private static final double[] Y = {0, 1, 0};
  private static final double[] Z = {0, 0, 1};

  private static final Set<String> GONE = Set.of("rung_08", "link_08", "bolt_03");
  private static final Map<String, String> RENAMED =
      Map.of("lamp_cap", "lantern_lid", "fender", "bumper_ring", "solar_02", "panel_port");
  private static final Map<String, Integer> CUT =
      Map.of("hull", 44, "deck", 36, "leg_01", 12, "leg_02", 12, "leg_03", 12, "leg_04", 12, "rope", 26);
  private static final Set<String> ADDED =
      Set.of("reflector", "step_01", "step_02", "hatch", "shackle");
  private static final double ROPE_HIGHER_M = 0.03;

  private ChannelMarkerBuoyB() {}

  /** About 3 500 triangles, UVs on one sheet that are not those of revision A. */
  public static Mesh target() {
    return new PatchMesher(parts()).target(ChannelMarkerBuoy.MATERIALS);
  }

  /** About 250 000 triangles with vertex colours of the palette; part names end in {@code _high}. */
  public static Mesh source(Palette palette, int fineness) {
    return new PatchMesher(parts()).source(palette, fineness, "_high");
  }

  /** Which group of the palette every face of the target belongs to; that of an added part is 0. */
  public static int[] targetGroups() {
    List<PartModel> known =
        parts().stream()
            .map(p -> ADDED.contains(p.name()) ? p.withPatches(Patch::withoutGroup) : p)
            .toList();
    return PartModel.groupOfFace(known);
  }

  /** Names of parts that revision A has nothing of. */
  public static Set<String> added() {
    return ADDED;
  }

  private static List<PartModel> parts() {
    List<PartModel> parts = new ArrayList<>();
    int bolts = 0;
    for (PartModel part : ChannelMarkerBuoy.parts()) {
      if (GONE.contains(part.name())) {
        continue;
      }
      PartModel changed = part.named(RENAMED.getOrDefault(part.name(), part.name()));
      Integer columns = CUT.get(part.name());
      if (columns != null) {
        changed = changed.withPatches(patch -> patch.cut(columns));
      }
      if (part.name().equals("rope")) {
        changed = changed.withPatches(patch -> patch.moved(0, ROPE_HIGHER_M, 0));
      }
      if (part.name().startsWith("bolt")) {
        changed = changed.named(String.format(Locale.ROOT, "bolt_%02d", ++bolts));
      }
      parts.add(changed);
    }
    // What is new stands before what was there, so that all numbers of faces move on.
    parts.addAll(0, addedParts());
    return parts;
  }

  private static List<PartModel> addedParts() {
    List<PartModel> parts = new ArrayList<>();
    parts.add(
        new PartModel(
            "reflector",
            ChannelMarkerBuoy.METALWORK,
            List.of(
                Shapes.turned(
                    0,
                    0,
                    8,
                    Patch.same(STEEL, 2),
                    0,
                    new Outline(0, 1.3),
                    new Outline(0.14, 1.45),
                    new Outline(0, 1.6)))));
    for (int i = 0; i < 2; i++) {
      // Stands on the deck and touches it.
      double[] center = {0.66, 0.64 + 0.08 * i, 0.04};
      parts.add(
          new PartModel(
              String.format(Locale.ROOT, "step_%02d", i + 1),
              ChannelMarkerBuoy.FITTINGS,
              Shapes.box(center, X, Y, new double[] {0.03, 0.035, 0.09}, sides(TIMBER))));
    }
    double[] lid = {-0.5, 0.62, 0};
    parts.add(
        new PartModel(
            "hatch",
            ChannelMarkerBuoy.FITTINGS,
            Shapes.box(lid, X, Y, new double[] {0.09, 0.012, 0.12}, sides(BRASS))));
    double[] below = {0, -0.7, 0.11};
    parts.add(
        new PartModel(
            "shackle",
            ChannelMarkerBuoy.METALWORK,
            List.of(Shapes.ring(below, Y, Z, 0.03, 0.012, 0.01, 12, 5, STEEL, 0))));
    return parts;
  }

  private static int[] sides(int group) {
    return Patch.same(group, 6);
  }
}
