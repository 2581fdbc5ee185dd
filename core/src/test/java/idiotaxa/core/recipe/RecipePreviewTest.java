package idiotaxa.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.recipe.RecipePreview.LeftPart;
import idiotaxa.core.recipe.RecipePreview.RuleReach;
import idiotaxa.core.recipe.RecipePreview.UnreachedGroup;
import java.util.List;
import org.junit.jupiter.api.Test;

class RecipePreviewTest {
  private static final String RECIPE =
      """
      { "format": "idiotaxa-recipe", "version": 1, "name": "props",
        "palette": { "groups": [
          {"number": 1, "name": "steel", "color": "#FF0000", "keywords": ["chain"]},
          {"number": 2, "name": "rope", "color": "#00FF00"},
          {"number": 3, "name": "paint", "color": "#0000FF"},
          {"number": 4, "name": "glass", "color": "#00FFFF"} ] },
        "rules": [ {"when": "part", "is": "*", "group": 3}, {"when": "part", "is": "bolt", "group": 1},
                   {"when": "material", "is": "Hemp", "group": 2} ],
        "bake": {"size": 1024},
        "masks": [ {"name": "metal", "of": [ {"group": 1} ]} ] }
      """;

  /** Parts of one to four unit squares each. */
  private static Mesh mesh(String... parts) {
    MeshBuilder builder = new MeshBuilder();
    int plain = builder.material(Material.named("plain"));
    for (int p = 0; p < parts.length; p++) {
      int part = builder.part(parts[p]);
      for (int i = 0; i <= p; i++) {
        builder.polygon(
            part,
            plain,
            builder.vertex(i, p, 0),
            builder.vertex(i + 1, p, 0),
            builder.vertex(i + 1, p + 1, 0),
            builder.vertex(i, p + 1, 0));
      }
    }
    return builder.build();
  }

  @Test
  void reachIsToldByRuleByGroupAndByPart() {
    String onlyNames = RECIPE.replace("\"is\": \"*\"", "\"is\": \"hull\"");
    RecipePreview preview =
        RecipePreview.of(RecipeFile.read(onlyNames), mesh("hull_low", "bolt_02", "chains", "cabin"));
    assertThat(preview.rules())
        .containsExactly(
            new RuleReach("part", "hull", "parts named hull", 3, 1, 0.1),
            new RuleReach("part", "bolt", "parts named bolt", 1, 2, 0.2),
            new RuleReach("material", "Hemp", "material Hemp", 2, 0, 0));
    assertThat(preview.claimedShare()).isCloseTo(0.3, within(1e-9));
    assertThat(preview.unreached()).containsExactly(new UnreachedGroup(2, "rope", List.of()));
    assertThat(preview.left())
        .containsExactly(
            new LeftPart("cabin", 0.4, List.of()), new LeftPart("chains", 0.3, List.of(1)));
  }

  @Test
  void laterRulesTakeFromEarlierOnes() {
    RecipePreview preview = RecipePreview.of(RecipeFile.read(RECIPE), mesh("hull", "bolt"));
    assertThat(preview.rules().get(0).faces()).isEqualTo(3);
    assertThat(preview.rules().get(0).share()).isCloseTo(1 / 3.0, within(1e-9));
    assertThat(preview.claimedShare()).isEqualTo(1);
    assertThat(preview.left()).isEmpty();
  }

  @Test
  void whatIsWrittenIsReadBackAlike() {
    Recipe recipe = RecipeFile.read(RECIPE);
    String written = RecipeWriter.write(recipe);
    assertThat(RecipeFile.read(written)).isEqualTo(recipe);
    assertThat(RecipeWriter.write(RecipeFile.read(written))).isEqualTo(written);
    assertThat(RecipeChanges.between(recipe, RecipeFile.read(written))).isEmpty();
  }

  @Test
  void versionsAreComparedInWords() {
    String changed =
        RECIPE
            .replace("\"#00FF00\"", "\"#10FF00\"")
            .replace("\"bolt\", \"group\": 1", "\"bolts\", \"group\": 1")
            .replace("1024", "2048")
            .replace("[ {\"group\": 1} ]", "[ {\"group\": 2} ]")
            .replace(",\n    {\"number\": 4, \"name\": \"glass\", \"color\": \"#00FFFF\"}", "");
    assertThat(RecipeChanges.between(RecipeFile.read(RECIPE), RecipeFile.read(changed)))
        .containsExactly(
            "group 2 rope, #00FF00 → #10FF00",
            "group 4 glass is gone",
            "rule for parts named bolts → group 1",
            "no rule for parts named bolt → group 1",
            "bake size 1024 → 2048",
            "mask metal is made otherwise");
    String turned =
        RECIPE.replace(
            "{\"when\": \"part\", \"is\": \"*\", \"group\": 3}, {\"when\": \"part\", \"is\": \"bolt\", \"group\": 1}",
            "{\"when\": \"part\", \"is\": \"bolt\", \"group\": 1}, {\"when\": \"part\", \"is\": \"*\", \"group\": 3}");
    assertThat(RecipeChanges.between(RecipeFile.read(RECIPE), RecipeFile.read(turned)))
        .containsExactly("rules in another order");
  }
}
