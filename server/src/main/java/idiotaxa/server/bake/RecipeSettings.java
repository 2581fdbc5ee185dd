package idiotaxa.server.bake;

import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.pairing.PairingMode;
import idiotaxa.core.reach.Reach;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The settings of a bake as recipes write them, by their names there. */
public final class RecipeSettings {
  private static final String AUTO = "auto";
  private static final int WHOLE_SHEET = -1;

  private RecipeSettings() {}

  /** Without what names parts or sources of one model. */
  public static Map<String, String> of(BakeSettings settings) {
    Map<String, String> bake = new LinkedHashMap<>();
    bake.put("origin", settings.origin().word());
    bake.put("size", settings.size().toString());
    bake.put("samples", settings.samples().toString());
    bake.put(
        "padding",
        settings.padding() == WHOLE_SHEET
            ? "fill"
            : settings.padding() == 0 ? "none" : settings.padding().toString());
    bake.put(
        "reach",
        settings.reachOutward() == null
            ? AUTO
            : settings.reachOutward() + ":" + settings.reachInward());
    if (settings.pairing() != PairingMode.FITTING) {
      bake.put("pair", settings.pairing().word());
    }
    return bake;
  }

  /**
   * @param base settings that hold where the recipe says nothing; null for the usual ones
   * @throws IllegalArgumentException naming the field of the recipe
   */
  public static BakeSettings applied(
      Map<String, String> bake, BakeSettings base, boolean isFromSource) {
    String reach = bake.get("reach");
    Reach fixed = reach == null || reach.equals(AUTO) ? null : reach(reach);
    boolean keepsReach = reach == null && base != null;
    return new BakeSettings(
        bake.containsKey("origin")
            ? IdOrigin.parse(bake.get("origin"))
            : base == null ? IdOrigin.CLAIMS : base.origin(),
        isFromSource,
        base == null ? null : base.sourceIds(),
        whole(bake, "size", base == null ? 2048 : base.size()),
        whole(bake, "samples", base == null ? 16 : base.samples()),
        base != null && base.isExact(),
        padding(bake, base == null ? 16 : base.padding()),
        keepsReach ? base.reachOutward() : fixed == null ? null : fixed.outward(),
        keepsReach ? base.reachInward() : fixed == null ? null : fixed.inward(),
        base == null ? List.of() : base.partReaches(),
        bake.containsKey("pair")
            ? PairingMode.parse(bake.get("pair"))
            : base == null ? PairingMode.FITTING : base.pairing(),
        base == null ? List.of() : base.affixes(),
        base == null ? List.of() : base.links(),
        base != null && base.isSolid(),
        false);
  }

  private static int whole(Map<String, String> bake, String name, int otherwise) {
    String value = bake.get(name);
    try {
      return value == null ? otherwise : Integer.parseInt(value);
    } catch (NumberFormatException e) {
      throw new IllegalArgumentException(
          "bake." + name + ": a whole number is expected, got " + value, e);
    }
  }

  private static int padding(Map<String, String> bake, int otherwise) {
    String value = bake.get("padding");
    if (value != null && value.equals("fill")) {
      return WHOLE_SHEET;
    }
    return value != null && value.equals("none") ? 0 : whole(bake, "padding", otherwise);
  }

  private static Reach reach(String value) {
    String[] sides = value.split(":");
    try {
      if (sides.length == 2) {
        return new Reach(Double.parseDouble(sides[0]), Double.parseDouble(sides[1]));
      }
    } catch (NumberFormatException e) {
      // Said below.
    }
    throw new IllegalArgumentException(
        "bake.reach: auto or OUT:IN in metres is expected, got " + value);
  }
}
