package idiotaxa.core.recipe;

import idiotaxa.core.claim.ClaimRule;
import idiotaxa.core.claim.RuleFaces;
import idiotaxa.core.file.JsonFields;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Look;
import idiotaxa.core.group.Palette;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.mask.MaskPlan;
import idiotaxa.core.mask.MaskPlanJson;
import idiotaxa.core.template.Template;
import idiotaxa.core.template.TemplateJson;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Reads a recipe, version 1; see {@code formats/recipe.schema.json}. */
public final class RecipeFile {
  static final String FORMAT = "idiotaxa-recipe";
  static final int VERSION = 1;

  /** The two colours that are farthest apart. */
  private static final double MOST_TOLERANCE = 442;

  private static final Set<String> BAKE =
      Set.of("origin", "size", "samples", "padding", "reach", "pair", "sheetBy", "align");

  private RecipeFile() {}

  /**
   * @throws IllegalArgumentException in one sentence that names the field by its path
   */
  public static Recipe read(String text) {
    JsonFields root = JsonFields.parse("recipe", text);
    return root.checked(() -> read(root));
  }

  private static Recipe read(JsonFields root) {
    if (!root.has("format") || !root.text("format").equals(FORMAT)) {
      throw new IllegalArgumentException(
          "format: this is no recipe, which has \"format\": \"" + FORMAT + "\"");
    }
    if (root.whole("version") != VERSION) {
      throw new IllegalArgumentException(
          "version: recipes of version " + VERSION + " are read, got " + root.whole("version"));
    }
    String name = root.text("name", "recipe");
    List<Group> groups = List.of();
    if (root.has("palette")) {
      JsonFields palette = root.object("palette");
      groups = palette.checked(() -> palette(palette));
    }
    Palette palette = new Palette(name, groups);
    List<RecipeRule> rules = root.list("rules", f -> rule(f, palette));
    MaskPlan plan = MaskPlanJson.read(root);
    return new Recipe(name, palette, rules, bake(root), plan, template(root));
  }

  private static Optional<Template> template(JsonFields root) {
    if (!root.has("template")) {
      return Optional.empty();
    }
    Template template = TemplateJson.read(root.object("template"));
    for (Template.Problem problem : template.problems()) {
      String line = problem.line() < 0 ? "" : "[" + problem.line() + "].name";
      throw new IllegalArgumentException("template.write" + line + ": " + problem.text());
    }
    return Optional.of(template);
  }

  private static List<Group> palette(JsonFields palette) {
    // What a palette file says of itself may stay when its groups are pasted.
    palette.has("format");
    palette.has("version");
    palette.has("name");
    return palette.list("groups", RecipeFile::group);
  }

  private static Group group(JsonFields f) {
    int color = Rgb.parse(f.text("color"));
    List<String> keywords = new ArrayList<>(f.texts("keywords"));
    Look look = Look.matt(color);
    if (f.has("look")) {
      JsonFields l = f.object("look");
      look =
          l.checked(
              () ->
                  new Look(
                      Rgb.parse(l.text("baseColor")), l.number("roughness"), l.number("metalness")));
    }
    return new Group(f.whole("number"), f.text("name"), color, keywords, look);
  }

  private static RecipeRule rule(JsonFields f, Palette palette) {
    ClaimRule.Kind kind =
        switch (f.text("when")) {
          case "part" -> ClaimRule.Kind.PART;
          case "material" -> ClaimRule.Kind.MATERIAL;
          case "color" -> ClaimRule.Kind.COLOR;
          case "faceGroup" -> ClaimRule.Kind.FACE_GROUP;
          default ->
              throw new IllegalArgumentException(
                  "when: one of part, material, color, faceGroup is expected, got \"" + f.text("when") + "\"");
        };
    int group = f.whole("group");
    if (palette.find(group).isEmpty()) {
      throw new IllegalArgumentException("group: the palette has no group " + group);
    }
    double tolerance = RuleFaces.COLOR_TOLERANCE;
    if (kind == ClaimRule.Kind.COLOR) {
      tolerance = f.number("tolerance", tolerance);
      if (!(tolerance >= 0 && tolerance <= MOST_TOLERANCE)) {
        throw new IllegalArgumentException(
            "tolerance: a distance of 0 … %.0f in 8-bit RGB is expected, got %s".formatted(MOST_TOLERANCE, tolerance));
      }
    }
    return new RecipeRule(ClaimRule.of(kind, f.text("is"), group, 0), tolerance);
  }

  private static Map<String, String> bake(JsonFields root) {
    Map<String, String> settings = new LinkedHashMap<>();
    if (root.has("bake")) {
      JsonFields bake = root.object("bake");
      bake.checked(
          () -> {
            BAKE.stream().filter(bake::has).forEach(name -> settings.put(name, bake.word(name)));
            return settings;
          });
    }
    return settings;
  }
}
