package idiotaxa.core.raster;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.mesh.Mesh;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.Locale;
import java.util.List;
import java.util.Set;

/**
 * How a target is divided into sheets.
 *
 * @param by {@code fitting} (by UDIM tile if any UV lies outside the unit square), {@code one}, {@code
 *     udim}, {@code material} or {@code hand}
 * @param hand sheets made by hand; parts that none of them names share the sheet {@value #REST}. Empty
 *     unless {@code by} is {@code hand}
 */
public record SheetPlan(String by, List<HandSheet> hand) {
  /** The plan of an asset for which nothing was chosen. */
  public static final SheetPlan FITTING = new SheetPlan("fitting", List.of());

  private static final String REST = "1001";
  private static final int MAX_NAME = 60;

  /**
   * Parts that share one image.
   *
   * @param parts names of parts; names rather than numbers, so that it survives a new revision
   */
  public record HandSheet(String name, List<String> parts) {}

  public SheetPlan {
    if (!Set.of("fitting", "one", "udim", "material", "hand").contains(by)) {
      throw new IllegalArgumentException(
          "Sheets are made by fitting, one, udim, material or hand, not by " + by + ".");
    }
    Set<String> names = new HashSet<>();
    for (HandSheet sheet : hand) {
      if (sheet.name().strip().equals(REST)) {
        throw new IllegalArgumentException(
            "The sheet " + REST + " holds the parts that no other sheet names; choose another name.");
      }
      if (sheet.name().isBlank()
          || sheet.name().length() > MAX_NAME
          || !names.add(sheet.name().strip().toLowerCase(Locale.ROOT))) {
        throw new IllegalArgumentException(
            "Sheets need names of 1 to "
                + MAX_NAME
                + " characters that differ by more than case; got \""
                + sheet.name() + "\".");
      }
    }
  }

  /**
   * @return the sheets that hold at least one triangle
   * @throws IllegalArgumentException when the mesh has no UVs
   */
  public List<Sheet> divide(Mesh mesh) {
    return switch (by) {
      case "one" -> SheetLayout.ONE.divide(mesh);
      case "udim" -> SheetLayout.UDIM.divide(mesh);
      case "material" -> SheetLayout.MATERIAL.divide(mesh);
      case "hand" -> divideByHand(mesh);
      default -> SheetLayout.fitting(mesh).divide(mesh);
    };
  }

  private List<Sheet> divideByHand(Mesh mesh) {
    int[] sheetOfPart = new int[mesh.parts().size()];
    for (int p = 0; p < sheetOfPart.length; p++) {
      sheetOfPart[p] = sheetOf(mesh.parts().get(p).name());
    }
    List<IntArrayList> triangles = new ArrayList<>();
    for (int s = 0; s <= hand.size(); s++) {
      triangles.add(new IntArrayList());
    }
    for (Sheet whole : SheetLayout.ONE.divide(mesh)) {
      for (int t : whole.triangles()) {
        triangles.get(sheetOfPart[mesh.facePart()[mesh.triangleFace(t)]]).add(t);
      }
    }
    List<Sheet> sheets = new ArrayList<>();
    for (int s = 0; s <= hand.size(); s++) {
      if (triangles.get(s).size() > 0) {
        String name = s < hand.size() ? hand.get(s).name() : REST;
        sheets.add(new Sheet(name, triangles.get(s).toArray(), 0, 0));
      }
    }
    return SheetNames.distinct(sheets);
  }

  /** Number of the first sheet that names a part, the number of sheets when none does. */
  private int sheetOf(String part) {
    for (int s = 0; s < hand.size(); s++) {
      if (hand.get(s).parts().contains(part)) {
        return s;
      }
    }
    return hand.size();
  }
}
