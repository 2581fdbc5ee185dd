package idiotaxa.core.recipe;

import idiotaxa.core.group.Palette;
import idiotaxa.core.mask.MaskPlan;
import idiotaxa.core.template.Template;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Everything about an asset that is not one model.
 *
 * @param palette groups, perhaps none
 * @param bake settings that it names, by their names: {@code origin, size, samples, padding, reach, pair,
 *     sheetBy, align}
 * @param template what is written, empty for the usual files
 */
public record Recipe(
    String name,
    Palette palette,
    List<RecipeRule> rules,
    Map<String, String> bake,
    MaskPlan plan,
    Optional<Template> template) {
  public Recipe {
    rules = List.copyOf(rules);
    bake = Map.copyOf(bake);
  }
}
