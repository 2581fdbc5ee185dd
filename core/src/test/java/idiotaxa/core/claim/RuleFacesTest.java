package idiotaxa.core.claim;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.claim.ClaimRule.Kind;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Look;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.mesh.Pieces;
import idiotaxa.core.mesh.Weld;
import idiotaxa.core.origin.GroupProposal;
import idiotaxa.core.origin.GroupProposer;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RuleFacesTest {
  private static final int RED = 0xFFFF0000;
  private static final int BLUE = 0xFF0000FF;

  /** Four triangles of four parts and two materials; the last has three colours at its corners. */
  private static Mesh mesh() {
    MeshBuilder builder = new MeshBuilder();
    int steel = builder.material(Material.named("Steel"));
    int rope = builder.material(Material.named("rope"));
    String[] parts = {"Bolt_01", "bolt_02", "Hull_low", "rigging"};
    int[][] colors = {
      {RED, RED, BLUE}, {BLUE, BLUE, BLUE}, {RED, RED, RED}, {RED, BLUE, 0xFF00FF00}
    };
    for (int i = 0; i < 4; i++) {
      builder.face(builder.part(parts[i]), i == 3 ? rope : i == 2 ? Mesh.NO_MATERIAL : steel);
      for (int k = 0; k < 3; k++) {
        builder.corner(builder.vertex(k == 1 ? 1 : 0, k == 2 ? 1 : 0, i));
        builder.color(colors[i][k]);
      }
    }
    return builder.build();
  }

  private static int[] reach(ClaimRule rule) {
    Mesh mesh = mesh();
    // Pieces 0 and 2 are taken to be alike.
    return new RuleFaces(mesh, Pieces.of(mesh, Weld.of(mesh)), () -> new int[] {0, 1, 0, 2})
        .of(rule)
        .stream()
        .toArray();
  }

  private static int[] reach(Kind kind, String word) {
    return reach(ClaimRule.of(kind, word, 7, 1));
  }

  @Test
  void partsAreFoundByStemOrPattern() {
    assertThat(reach(Kind.PART, "bolt")).containsExactly(0, 1);
    assertThat(reach(Kind.PART, "bolt_02")).as("a number that is written counts").containsExactly(1);
    assertThat(reach(Kind.PART, "*_0?")).containsExactly(0, 1);
    assertThat(reach(Kind.PART, "hull")).containsExactly(2);
    assertThat(reach(Kind.PART, "r*g")).containsExactly(3);
    assertThat(reach(Kind.PART, "mast")).isEmpty();
  }

  @Test
  void materialsColoursAndAlikePiecesAreFound() {
    assertThat(reach(Kind.MATERIAL, "steel")).containsExactly(0, 1);
    assertThat(reach(Kind.COLOR, "#FE0303")).containsExactly(0, 2, 3);
    assertThat(reach(Kind.COLOR, "#0000FF")).containsExactly(1, 3);
    assertThat(reach(Kind.COLOR, "#808080")).isEmpty();
    assertThat(reach(new ClaimRule(Kind.ALIKE, "Bolt_01", 0, 7, 1))).containsExactly(0, 2);
    assertThat(reach(new ClaimRule(Kind.ALIKE, "gone", 99, 7, 1))).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "bolt, Bolt_07_low, true", "bolt*, Bolt_07, true", "b?lt, bolt, true", "b?lt, bolt_1, false",
    "bolt_07, Bolt_07_low, true", "bolt_07, bolt_08, false", "a.b, axb, false", "(x), (X), true", "*, anything, true", "hull, hull_deck, false"
  })
  void patternFits(String pattern, String name, boolean fits) {
    assertThat(NamePattern.of(pattern).fits(name)).isEqualTo(fits);
  }

  @Test
  void ruleWithoutWordOrWithAWrongColourIsRefused() {
    assertThatThrownBy(() -> ClaimRule.of(Kind.PART, " ", 1, 1)).hasMessageContaining("word");
    assertThatThrownBy(() -> ClaimRule.of(Kind.COLOR, "red", 1, 1)).hasMessageContaining("#RRGGBB");
    assertThat(ClaimRule.of(Kind.PART, "bolt", 1, 1).words()).isEqualTo("parts named bolt");
  }

  @Test
  void proposedRulesReachWhatTheProposalShows() {
    Mesh mesh = mesh();
    RuleFaces reach = new RuleFaces(mesh, Pieces.of(mesh, Weld.of(mesh)), () -> new int[4]);
    for (String from : List.of("parts", "materials")) {
      GroupProposer proposer = new GroupProposer(mesh, List.of(), 0);
      GroupProposal proposal =
          from.equals("parts") ? proposer.fromParts() : proposer.fromMaterials();
      int[] reached = {-1, -1, -1, -1};
      for (GroupProposal.Rule rule : proposal.rules()) {
        reach.of(ClaimRule.of(rule.kind(), rule.word(), 1, 1)).stream()
            .forEach(f -> reached[f] = rule.group());
      }
      assertThat(reached).as(from).isEqualTo(proposal.faceGroup());
    }
  }

  @ParameterizedTest
  @CsvSource({
    "Bolts_03, 0", "tared_rope, 1", "rope thick, 1", "Fendr.001, 2", "plank, -1", "top, -1"
  })
  void namesAreLikenedToGroups(String part, int group) {
    List<Group> groups =
        List.of(
            new Group(1, "brass", 0xFF0000, List.of("bolt", "cap"), Look.matt(0)),
            Group.of(2, "tarred rope", 0x00FF00),
            Group.of(3, "rubber fender", 0x0000FF));
    MeshBuilder builder = new MeshBuilder();
    builder.part(part);
    int a = builder.vertex(0, 0, 0);
    builder.polygon(0, Mesh.NO_MATERIAL, a, builder.vertex(1, 0, 0), builder.vertex(0, 1, 0));
    GroupProposal proposal = new GroupProposer(builder.build(), groups, 0).fromParts();
    int expected = group < 0 ? groups.size() : group;
    assertThat(proposal.faceGroup()[0]).isEqualTo(expected);
  }
}
