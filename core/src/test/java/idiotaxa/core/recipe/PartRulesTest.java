package idiotaxa.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.claim.ClaimRule;
import idiotaxa.core.claim.ClaimRule.Kind;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;

class PartRulesTest {
  /** Two triangles a part. */
  private static Mesh mesh(String... parts) {
    MeshBuilder builder = new MeshBuilder();
    for (String name : parts) {
      int part = builder.part(name);
      for (int i = 0; i < 2; i++) {
        builder.polygon(
            part,
            Mesh.NO_MATERIAL,
            builder.vertex(i, 0, part),
            builder.vertex(i + 1, 0, part),
            builder.vertex(i, 1, part));
      }
    }
    return builder.build();
  }

  private static List<String> rules(Mesh mesh, List<RecipeRule> present, int... groups) {
    return PartRules.of(mesh, groups, present).stream()
        .map(r -> r.rule().word() + " " + r.rule().group())
        .toList();
  }

  private static RecipeRule present(String word, int group) {
    return new RecipeRule(ClaimRule.of(Kind.PART, word, group, 0), 24);
  }

  @Test
  void numberedPartsOfOneGroupAreToldByTheirStem() {
    Mesh mesh = mesh("bolt_01", "bolt_02_low", "deck");
    assertThat(rules(mesh, List.of(), 7, 7, 7, 7, 4, 4)).containsExactly("bolt 7", "deck 4");
  }

  @Test
  void numberedPartsOfSeveralGroupsAreToldOneByOne() {
    Mesh mesh = mesh("solar_01", "solar_02", "solar_03");
    assertThat(rules(mesh, List.of(), 1, 1, 2, 2, 0, 0)).containsExactly("solar_01 1", "solar_02 2");
  }

  @Test
  void partsOfSeveralGroupsAndWithoutNameAreLeft() {
    Mesh mesh = mesh("hull", "", "lid");
    assertThat(rules(mesh, List.of(), 1, 2, 3, 3, 0, 0)).isEmpty();
  }

  @Test
  void whatRulesDoAlreadyIsNotSaidTwice() {
    Mesh mesh = mesh("bolt_01", "bolt_02", "deck", "rail");
    List<RecipeRule> present = List.of(present("bolt", 7), present("deck", 1));
    assertThat(rules(mesh, present, 7, 7, 7, 7, 4, 4, 2, 2)).containsExactly("deck 4", "rail 2");
  }

  @Test
  void whatIsMadeDoesWhatWasWanted() {
    Mesh mesh = mesh("bolt_01", "bolt_02", "deck", "rail_low", "solar_01", "solar_02");
    int[] wanted = {7, 7, 7, 7, 4, 4, 2, 2, 1, 1, 3, 3};
    assertThat(RecipeClaims.groups(PartRules.of(mesh, wanted, List.of()), mesh)).isEqualTo(wanted);
    int[] some = wanted.clone();
    Arrays.fill(some, 4, 6, 0);
    assertThat(RecipeClaims.groups(PartRules.of(mesh, some, List.of()), mesh)).isEqualTo(some);
  }
}
