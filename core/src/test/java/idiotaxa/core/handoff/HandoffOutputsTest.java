package idiotaxa.core.handoff;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.mask.MaskPlan;
import idiotaxa.core.mask.MaskPlanJson;
import idiotaxa.core.template.ReadyTemplates;
import idiotaxa.core.template.Template;
import idiotaxa.core.template.TemplateJson;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class HandoffOutputsTest {
  private static final MaskPlan PLAN =
      MaskPlanJson.parse(
          """
          {"masks": [{"name": "metal", "of": [{"group": 1}]},
                     {"name": "rest", "of": [{"group": 1}], "steps": [{"do": "invert"}]}],
           "packs": [{"name": "tint", "r": {"mask": "metal"}, "g": null, "b": null, "a": null}]}
          """);

  private static final OriginalModel ORIGINAL =
      new OriginalModel(
          "storm lantern.obj",
          false,
          () -> {
            throw new AssertionError("a plan opens no file");
          });

  private static HandoffOutputs outputs(String... lines) {
    HandoffOutputs.Context context =
        new HandoffOutputs.Context(
            "storm lantern",
            "B",
            2048,
            new Palette("p", List.of(Group.of(1, "brass", 0xFF0000), Group.of(2, "lamp glass", 0x00FF00))),
            List.of(new SheetGroups("1001", Set.of(1, 2)), new SheetGroups("1002", Set.of(2))),
            PLAN,
            ORIGINAL);
    return new HandoffOutputs(
        context,
        TemplateJson.parse("{\"name\": \"t\", \"write\": [" + String.join(",", lines) + "]}"));
  }

  private static List<String> paths(HandoffOutputs outputs) {
    return outputs.plan().stream().map(PlannedFile::path).toList();
  }

  @Test
  void tokensBecomeNamesOfFiles() {
    HandoffOutputs outputs =
        outputs(
            "{\"what\": \"mask\", \"of\": \"groups\", \"name\": \"{revision}/{size}/{number}_{group}_{sheet}.png\"}",
            "{\"what\": \"mesh\", \"format\": \"obj\", \"carries\": \"materials\", \"name\": \"{asset}.obj\"}");
    assertThat(outputs.problems()).isEmpty();
    assertThat(paths(outputs))
        .containsExactly(
            "B/2048/1_brass_1001.png",
            "B/2048/2_lamp-glass_1001.png",
            "B/2048/2_lamp-glass_1002.png",
            "storm-lantern.obj",
            "storm-lantern.mtl",
            "manifest.json");
    assertThat(outputs.plan()).extracting(PlannedFile::line).containsExactly(0, 0, 0, 1, 1, -1);
  }

  @Test
  void whatASheetHasNothingOfIsWrittenWhereItIsAskedForOnly() {
    String line = "{\"what\": \"mask\", \"name\": \"{mask}_{sheet}.png\", \"empty\": %s}";
    assertThat(paths(outputs(line.formatted("false"))))
        .containsExactly(
            "brass_1001.png",
            "lamp-glass_1001.png",
            "metal_1001.png",
            "rest_1001.png",
            "lamp-glass_1002.png",
            // What is inverted is everywhere.
            "rest_1002.png",
            "manifest.json");
    assertThat(paths(outputs(line.formatted("true")))).hasSize(9).contains("metal_1002.png");
    assertThat(paths(outputs("{\"what\": \"pack\", \"name\": \"{pack}_{sheet}.png\"}")))
        .containsExactly("tint_1001.png", "manifest.json");
  }

  @Test
  void twinsWithoutPaddingLieInAFolder() {
    assertThat(paths(outputs("{\"what\": \"idMap\", \"name\": \"{sheet}.png\", \"padded\": \"both\"}")))
        .containsExactly("1001.png", "unpadded/1001.png", "1002.png", "unpadded/1002.png", "manifest.json");
    assertThat(paths(outputs("{\"what\": \"idMap\", \"name\": \"{sheet}.png\", \"padded\": false}")))
        .containsExactly("1001.png", "1002.png", "manifest.json");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '\0',
      value = {
        "{asset}_{shet}.png | There is no token {shet}",
        "{asset}_{mask}.png | {mask} is not known here",
        "{asset_{sheet}.png | A brace is not closed",
        "{asset}:{sheet}.png | Some systems refuse :",
        "a/../{sheet}.png | Some systems refuse \"..\"",
        "/{sheet}.png | A folder's name is empty",
        "maps /{sheet}.png | Some systems refuse \"maps \"",
        "{asset}_{sheet}.jpg | The name does not end in .png",
        "{asset}_id.png | Two files would be called storm-lantern_id.png; add a token",
        "a/con.png | con.png is a device",
      })
  void namesThatCannotBeAreSaidWithTheirCure(String name, String problem) {
    HandoffOutputs outputs = outputs("{\"what\": \"idMap\", \"name\": \"" + name.strip() + "\"}");
    assertThat(outputs.problems()).extracting(Template.Problem::line).contains(0);
    assertThat(outputs.problems())
        .anySatisfy(p -> assertThat(p.text()).contains(problem.strip()));
  }

  @Test
  void filesOfOneNameAreFoundWithoutRegardToCaseAndAcrossLines() {
    HandoffOutputs outputs =
        outputs(
            "{\"what\": \"idMap\", \"name\": \"A_{sheet}.png\"}",
            "{\"what\": \"indexMap\", \"name\": \"a_{sheet}.png\"}",
            "{\"what\": \"palette\", \"format\": \"json\", \"name\": \"manifest.json\"}",
            "{\"what\": \"palette\", \"format\": \"csv\", \"name\": \"x.csv\"}",
            "{\"what\": \"mesh\", \"format\": \"ply\", \"name\": \"x.csv/a.ply\"}");
    assertThat(outputs.problems())
        .containsExactly(
            new Template.Problem(1, "Two files would be called a_1001.png; line 1 writes it too, change one of the names."),
            new Template.Problem(2, "Two files would be called manifest.json; the package has that file already, name this one otherwise."),
            new Template.Problem(3, "x.csv is the name of a folder too; change one of them."));
  }

  @Test
  void namesOfNothingAreAProblemAndLinesOfNothingANote() {
    HandoffOutputs outputs =
        outputs(
            "{\"what\": \"mask\", \"of\": [\"Metal\", \"rust\"], \"name\": \"{mask}_{sheet}.png\"}",
            "{\"what\": \"pack\", \"of\": [\"none\"], \"name\": \"{pack}_{sheet}.png\"}");
    assertThat(paths(outputs)).containsExactly("metal_1001.png", "manifest.json");
    assertThat(outputs.problems())
        .extracting(Template.Problem::text)
        .containsExactly(
            "There is no group or mask rust; correct the name, or take it out.",
            "There is no pack none; correct the name, or take it out.");
    assertThat(outputs.notes()).extracting(Template.Problem::line).containsExactly(1);
  }

  @Test
  void moreFilesThanAReceiverUnpacksAreAProblemAndNotListed() {
    List<Group> groups = new ArrayList<>();
    Set<Integer> numbers = new HashSet<>();
    for (int g = 1; g <= 6000; g++) {
      groups.add(Group.of(g, "group " + g, g));
      numbers.add(g);
    }
    HandoffOutputs outputs =
        new HandoffOutputs(
            new HandoffOutputs.Context(
                "a", "A", 64, new Palette("p", groups), List.of(new SheetGroups("1001", numbers)), MaskPlan.EMPTY, ORIGINAL),
            TemplateJson.parse(
                "{\"name\": \"t\", \"write\": [{\"what\": \"mask\", \"name\": \"{mask}.png\", \"padded\": \"both\"}]}"));
    assertThat(outputs.problems()).extracting(Template.Problem::line).containsExactly(-1);
    assertThat(outputs.plan()).hasSize(10_001);
  }

  @Test
  void anOriginalKeepsTheFormatInWhichItCame() {
    HandoffOutputs outputs =
        outputs(
            "{\"what\": \"mesh\", \"of\": \"original\", \"carries\": \"materials\", \"name\": \"{asset}_as_it_came\"}",
            "{\"what\": \"mesh\", \"of\": \"original\", \"carries\": \"numbers\", \"name\": \"{asset}_n.obj\"}");
    assertThat(paths(outputs))
        .containsExactly("storm-lantern_as_it_came.obj", "storm-lantern_as_it_came.mtl", "manifest.json");
    assertThat(outputs.problems())
        .extracting(Template.Problem::text)
        .containsExactly("OBJ has no place for numbers; choose vertex colours or materials.");
  }

  @Test
  void anOriginalIsWrittenOneWayOnly() {
    for (String wrong : List.of(
        "\"of\": \"groups\"", "\"of\": [\"brass\"]", "\"of\": \"original\", \"format\": \"glb\"", "\"format\": \"original\"",
        "\"carries\": \"numbers\"", "\"of\": \"original\", \"triangulated\": true")) {
      assertThatThrownBy(() -> outputs("{\"what\": \"mesh\", " + wrong + ", \"name\": \"a.glb\"}"))
          .as(wrong)
          .isInstanceOf(IllegalArgumentException.class);
    }
  }

  @Test
  void readyTemplatesHaveNoProblemsAndComeBackFromTheirFile() {
    for (Template template : ReadyTemplates.all()) {
      assertThat(template.problems()).isEmpty();
      assertThat(TemplateJson.parse(TemplateJson.write(template))).isEqualTo(template);
      assertThat(
              new HandoffOutputs(
                      new HandoffOutputs.Context(
                          "a", "A", 64, new Palette("p", List.of()), List.of(), MaskPlan.EMPTY, ORIGINAL),
                      template)
                  .problems())
          .isEmpty();
    }
  }
}
