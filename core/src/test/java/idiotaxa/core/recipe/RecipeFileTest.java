package idiotaxa.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import idiotaxa.core.mask.MaskPlanJson;
import idiotaxa.core.mask.MaskStep;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RecipeFileTest {
  private static final String RECIPE =
      """
      { "format": "idiotaxa-recipe", "version": 1, "name": "saltmarsh props",
        "palette": { "groups": [
          {"number": 3, "name": "brass", "color": "#E0C020", "keywords": ["bell"]},
          {"number": 4, "name": "rope", "color": "#4060C0",
           "look": {"baseColor": "#302010", "roughness": 0.9, "metalness": 0}},
          {"number": 7, "name": "steel", "color": "#C04040"} ] },
        "rules": [ {"when": "part", "is": "*", "group": 3}, {"when": "material", "is": "Rope*", "group": 4},
                   {"when": "color", "is": "#FF0000", "tolerance": 40, "group": 7} ],
        "bake": { "origin": "claims", "size": 1024, "samples": 4, "padding": "fill", "reach": "auto" },
        "specks": { "texels": 5 },
        "borders": [ {"from": 7, "into": 4, "px": 1.5} ],
        "masks": [ {"name": "metal", "of": [ {"group": 3}, {"group": 7}, {"image": "soot.png", "how": "subtract"} ],
                    "steps": [ {"do": "grow", "px": 2}, {"do": "shrink", "mm": 3}, {"do": "feather", "px": 3},
                               {"do": "tighten", "low": 0.2, "high": 0.8}, {"do": "invert"} ], "bits": 16 },
                   {"name": "worn", "of": [ {"mask": "metal", "how": "add"}, {"group": 4, "how": "intersect"} ]} ],
        "packs": [ {"name": "tint", "r": {"mask": "metal"}, "g": {"group": 4}, "b": {"image": "occlusion.png"}, "a": null} ],
        "template": { "name": "house", "write": [
           {"what": "idMap", "name": "{asset}_{sheet}_id.png", "padded": "both"},
           {"what": "mask", "of": ["metal", "brass"], "name": "masks/{asset}_{sheet}_{mask}.png", "empty": true},
           {"what": "mesh", "format": "usda", "carries": "materials", "name": "{asset}.usda", "triangulated": true},
           {"what": "palette", "format": "csv", "name": "{asset}.csv"} ] } }
      """;

  private static Schema schema() {
    return SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
        .getSchema(RecipeFileTest.class.getResourceAsStream("/formats/recipe.schema.json"));
  }

  @Test
  void everythingIsReadAndFollowsTheSchema() {
    assertThat(schema().validate(RECIPE, InputFormat.JSON)).isEmpty();
    Recipe recipe = RecipeFile.read(RECIPE);
    assertThat(recipe.name()).isEqualTo("saltmarsh props");
    assertThat(recipe.palette().groups()).extracting(g -> g.number()).containsExactly(3, 4, 7);
    assertThat(recipe.palette().groups().get(1).look().roughness()).isEqualTo(0.9);
    assertThat(recipe.rules()).hasSize(3);
    assertThat(recipe.rules().get(2).tolerance()).isEqualTo(40);
    assertThat(recipe.bake()).containsEntry("size", "1024").containsEntry("padding", "fill");
    assertThat(recipe.plan().edits().specks()).isEqualTo(5);
    assertThat(recipe.plan().edits().borders().get(0).px()).isEqualTo(1.5);
    assertThat(recipe.plan().masks().get(0).steps())
        .containsExactly(
            MaskStep.px(MaskStep.Kind.GROW, 2),
            MaskStep.mm(MaskStep.Kind.SHRINK, 3),
            MaskStep.px(MaskStep.Kind.FEATHER, 3),
            MaskStep.tighten(0.2, 0.8),
            MaskStep.invert());
    assertThat(recipe.plan().masks().get(1).bits()).isEqualTo(8);
    assertThat(recipe.plan().packs().get(0).a()).isNull();
    assertThat(recipe.plan().groupsOf(recipe.plan().masks().get(1))).containsExactly(3, 4, 7);
  }

  @Test
  void aPlanIsWrittenAsItIsRead() {
    Recipe recipe = RecipeFile.read(RECIPE);
    assertThat(MaskPlanJson.parse(MaskPlanJson.write(recipe.plan()))).isEqualTo(recipe.plan());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          "version": 1 | "version": 2 | version: recipes of version 1 are read
          "px": 1.5 | "px": -1 | borders[0]: a border is moved by 0 … 512 px, got -1.0
          "px": 1.5 | "pixels": 1.5 | borders[0].px: a number is expected, got nothing
          "do": "grow", "px": 2 | "do": "grow", "px": 2, "mm": 2 | masks[0].steps[0]: grow: the distance is given in px or in mm
          "do": "invert" | "do": "invert", "px": 3 | masks[0].steps[4].px: this field is not known here
          "low": 0.2 | "low": 0.9 | masks[0].steps[3]: tighten: low and high must be in 0 … 1
          "do": "feather" | "do": "blur" | masks[0].steps[2]: do: one of grow, shrink, feather, tighten, invert is expected
          {"group": 3}, {"group": 7} | {"group": 3, "mask": "a"} | masks[0].of[0]: a part of a mask is one of
          "bits": 16 | "bits": 12 | masks[0]: the mask metal has 8 or 16 bits, got 12
          "name": "worn" | "name": "Metal" | two masks are called Metal
          "tolerance": 40, "group": 7 | "tolerance": 40, "group": 9 | rules[2]: group: the palette has no group 9
          "size": 1024 | "width": 1024 | bake.width: this field is not known here
          "{asset}_{sheet}_id.png" | "{asset}_{tile}_id.png" | template.write[0].name: There is no token {tile}
          "format": "usda" | "format": "txt" | template.write[2]: format: one of png, ora
          "format": "usda" | "format": "ply" | template.write[2]: carries: PLY knows no materials
          "padded": "both" | "padding": "both" | template.write[0].padding: this field is not known here
          "of": ["metal", "brass"] | "of": "metal" | template.write[1]: of: one of groups, masks, all is expected
          "color": "#4060C0" | "color": "blue" | palette.groups[1]: a colour is written as #RRGGBB
          """)
  void whatIsWrongIsNamedByItsPath(String right, String wrong, String said) {
    assertThat(RECIPE).contains(right);
    assertThatThrownBy(() -> RecipeFile.read(RECIPE.replace(right, wrong)))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining(said);
  }

  @Test
  void whatTheReaderRefusesTheSchemaRefusesToo() {
    assertThat(schema().validate(RECIPE.replace("\"size\": 1024", "\"width\": 9"), InputFormat.JSON))
        .isNotEmpty();
    assertThat(schema().validate(RECIPE.replace("\"invert\"", "\"blur\""), InputFormat.JSON))
        .isNotEmpty();
  }

  @Test
  void gapsAreSaidForEachMaskAndPack() {
    var gaps =
        RecipeFile.read(RECIPE)
            .plan()
            .gaps(Set.of(3, 7), name -> Optional.empty(), List.of("1001"));
    assertThat(gaps)
        .extracting(g -> g.text())
        .containsExactly(
            "the border of 7 towards 4 uses group 4, which is gone.",
            "metal uses the image soot.png, which is not there.",
            "worn uses group 4, which is gone.",
            "tint uses group 4, which is gone.",
            "tint uses the image occlusion.png, which is not there.");
  }

  @Test
  void laterRulesWin() {
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("bell");
    int rope = builder.material(Material.named("Rope dark"));
    for (int f = 0; f < 2; f++) {
      int v = builder.vertex(f, 0, 0);
      builder.vertex(f, 1, 0);
      builder.vertex(f, 0, 1);
      builder.polygon(part, f == 1 ? rope : Mesh.NO_MATERIAL, v, v + 1, v + 2);
    }
    Mesh mesh = builder.build();
    RecipeClaims.Result result = RecipeClaims.of(RecipeFile.read(RECIPE), mesh);
    assertThat(result.reached()).containsExactly(2, 1, 0);
    assertThat(result.reading().surface().at(0, 1, 0, 0)).isEqualTo(3);
    assertThat(result.reading().surface().at(1, 1, 0, 0)).isEqualTo(4);
  }
}
