package idiotaxa.core.recipe;

import idiotaxa.core.group.Palette;
import idiotaxa.core.mask.MaskPlan;
import java.util.List;
import java.util.Map;

/**
 * Everything about an asset that is not one model.
 *
 * @param palette groups, perhaps none
 * @param bake settings that it names, by their names: {@code origin, size, samples, padding, reach, pair,
 *     sheetBy, align}
 */
public record Recipe(
    String name, Palette palette, List<RecipeRule> rules, Map<String, String> bake, MaskPlan plan) {
  public Recipe {
    rules = List.copyOf(rules);
    bake = Map.copyOf(bake);
  }
}
