package idiotaxa.core.recipe;

import idiotaxa.core.claim.ClaimRule;
import idiotaxa.core.group.PaletteFile;
import idiotaxa.core.mask.MaskPlanJson;
import idiotaxa.core.template.TemplateJson;
import java.util.List;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Writes a recipe as {@link RecipeFile} reads it. Touch-ups are about one model's UVs and stay out. */
public final class RecipeWriter {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final List<String> BAKE_ORDER =
      List.of("origin", "size", "samples", "padding", "reach", "pair", "sheetBy", "align");
  private static final List<String> NUMBERS = List.of("size", "samples", "padding");

  private RecipeWriter() {}

  /** Indented JSON; the same recipe gives the same text. */
  public static String write(Recipe recipe) {
    ObjectNode root = JSON.createObjectNode();
    root.put("format", RecipeFile.FORMAT).put("version", RecipeFile.VERSION);
    root.put("name", recipe.name());
    root.putObject("palette").set("groups", PaletteFile.groupsNode(recipe.palette().groups()));
    ArrayNode rules = root.putArray("rules");
    recipe.rules().forEach(rule -> write(rule, rules.addObject()));
    ObjectNode bake = root.putObject("bake");
    for (String name : BAKE_ORDER) {
      String value = recipe.bake().get(name);
      if (value != null && NUMBERS.contains(name) && value.matches("\\d{1,9}")) {
        bake.put(name, Integer.parseInt(value));
      } else if (value != null) {
        bake.put(name, value);
      }
    }
    ObjectNode plan = MaskPlanJson.node(recipe.plan());
    plan.remove("touchUps");
    root.setAll(plan);
    recipe.template().ifPresent(template -> root.set("template", TemplateJson.node(template)));
    return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(root);
  }

  private static void write(RecipeRule rule, ObjectNode node) {
    node.put("when", rule.rule().kind().word());
    node.put("is", rule.rule().word());
    if (rule.rule().kind() == ClaimRule.Kind.COLOR) {
      node.put("tolerance", rule.tolerance());
    }
    node.put("group", rule.rule().group());
  }
}
