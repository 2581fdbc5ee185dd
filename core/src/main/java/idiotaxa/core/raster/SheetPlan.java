package idiotaxa.core.raster;

import com.carrotsearch.hppc.IntArrayList;
import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import idiotaxa.core.mesh.Mesh;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * How a target is divided into sheets.
 *
 * @param hand sheets made by hand; parts that none of them names share the sheet {@value #REST}. Empty
 *     unless {@code by} is {@link By#HAND}
 */
public record SheetPlan(By by, List<HandSheet> hand) {
  /** The plan of an asset for which nothing was chosen. */
  public static final SheetPlan FITTING = new SheetPlan(By.FITTING, List.of());

  private static final String REST = "1001";
  private static final int MAX_NAME = 60;

  /** What makes a sheet. */
  public enum By {
    /** UDIM tiles if any UV lies outside the unit square, else one sheet. */
    FITTING,
    ONE,
    UDIM,
    MATERIAL,
    HAND;

    /** The word in the API. */
    @JsonValue
    public String word() {
      return name().toLowerCase(Locale.ROOT);
    }

    /**
     * @throws IllegalArgumentException naming the word and those that there are
     */
    @JsonCreator
    public static By parse(String word) {
      for (By by : values()) {
        if (by.word().equals(word)) {
          return by;
        }
      }
      throw new IllegalArgumentException(
          "Sheets are made by fitting, one, udim, material or hand, not by " + word + ".");
    }
  }

  /**
   * Parts that share one image.
   *
   * @param parts names of parts; names rather than numbers, so that it survives a new revision
   */
  public record HandSheet(String name, List<String> parts) {}

  /**
   * Refuses names that a new plan must not have. Plans that were kept under earlier rules are still
   * divided: their sheets get names of their own.
   *
   * @throws IllegalArgumentException naming the sheet
   */
  public void checkNames() {
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
                + sheet.name()
                + "\".");
      }
    }
  }

  /**
   * @return the sheets that hold at least one triangle
   * @throws IllegalArgumentException when the mesh has no UVs
   */
  public List<Sheet> divide(Mesh mesh) {
    return switch (by) {
      case ONE -> SheetLayout.ONE.divide(mesh);
      case UDIM -> SheetLayout.UDIM.divide(mesh);
      case MATERIAL -> SheetLayout.MATERIAL.divide(mesh);
      case HAND -> divideByHand(mesh);
      case FITTING -> SheetLayout.fitting(mesh).divide(mesh);
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
