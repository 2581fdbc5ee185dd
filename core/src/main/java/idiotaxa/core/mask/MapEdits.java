package idiotaxa.core.mask;

import idiotaxa.core.map.SheetMaps;
import java.util.List;

/**
 * What is changed on a map before anything is made of it: specks first, then borders in their order, then
 * touch-ups, which have the last word.
 *
 * @param specks texels up to which specks are merged, 0 for none
 */
public record MapEdits(int specks, List<BorderRule> borders, List<TouchUp> touchUps) {
  /** Nothing is changed. */
  public static final MapEdits NONE = new MapEdits(0, List.of(), List.of());

  public MapEdits {
    borders = List.copyOf(borders);
    touchUps = List.copyOf(touchUps);
    if (specks < 0 || specks > Specks.LARGEST) {
      throw new IllegalArgumentException(
          "specks are merged up to 0 … " + Specks.LARGEST + " texels, got " + specks);
    }
  }

  public MapEdits withTouchUps(List<TouchUp> others) {
    return new MapEdits(specks, borders, others);
  }

  /** The same for a map of which only every n-th texel is left. */
  public MapEdits shrunk(int n) {
    List<BorderRule> moved =
        borders.stream().map(b -> new BorderRule(b.from(), b.into(), b.px() / n)).toList();
    return new MapEdits(specks / (n * n), moved, touchUps);
  }

  /**
   * @param layout of the sheet's UVs; touch-ups of another layout are left out
   */
  public MaskSheet apply(MaskSheet sheet, String layout, int threads) {
    SheetMaps maps = sheet.maps();
    if (specks > 0) {
      maps = Specks.merged(maps, sheet.islands(), specks);
    }
    for (BorderRule rule : borders) {
      maps = Borders.moved(maps, sheet.islands(), rule, threads);
    }
    for (TouchUp touchUp : touchUps) {
      if (touchUp.sheet().equals(sheet.name()) && touchUp.layout().equals(layout)) {
        maps = TouchUps.apply(maps, sheet, touchUp);
      }
    }
    return sheet.with(maps);
  }
}
