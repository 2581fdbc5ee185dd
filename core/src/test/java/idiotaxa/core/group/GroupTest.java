package idiotaxa.core.group;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.claim.NameStem;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.origin.GroupProposal;
import idiotaxa.core.origin.GroupProposer;
import java.util.List;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class GroupTest {
  @Test
  void separationAndBlendClearanceOfKnownColours() {
    ColorQuality primary = ColorQuality.of(0x000000, 0xFF0000, 0x00FF00, 0x0000FF);
    assertThat(primary.separation()).isEqualTo(255);
    // Black from the line between two primaries: half the diagonal of a square of side 255.
    assertThat(primary.blendClearance()).isCloseTo(255 / Math.sqrt(2), Offset.offset(1e-9));
    ColorQuality between = ColorQuality.of(0x000000, 0xFFFFFF, 0x808080);
    assertThat(between.blendClearance()).isCloseTo(0, Offset.offset(1e-9));
  }

  @ParameterizedTest
  @CsvSource({
    "Hull_LOW, hull", "hi_Hull, hull", "hull, hull", "Bolt_07, bolt_07", "low_post_high, post"
  })
  void stemsLoseCaseAndAffixes(String name, String stem) {
    assertThat(NameStem.of(name)).isEqualTo(stem);
  }

  @Test
  void stemsLoseTrailingNumbersButNeverEverything() {
    assertThat(NameStem.withoutNumber("Bolt_07")).isEqualTo("bolt");
    assertThat(NameStem.withoutNumber("Bolt.007_low")).isEqualTo("bolt");
    assertThat(NameStem.withoutNumber("42")).isEqualTo("42");
  }

  private static Mesh threeTriangles() {
    MeshBuilder builder = new MeshBuilder();
    builder.material(Material.coloured("Wood", 0x804020));
    int[] colors = {0xFFFF0000, 0xFFFE0101, 0xFF00FF00};
    for (int i = 0; i < 3; i++) {
      int part = builder.part(List.of("bolt_01", "bolt_02", "Deck plank").get(i));
      builder.face(part, i == 2 ? 0 : Mesh.NO_MATERIAL);
      for (int k = 0; k < 3; k++) {
        builder.corner(builder.vertex(i + (k == 1 ? 1 : 0), k == 2 ? 1 : 0, 0));
        builder.color(colors[i]);
      }
    }
    return builder.build();
  }

  @Test
  void partsThatDifferInTheirNumberShareAGroup() {
    GroupProposal proposal = new GroupProposer(threeTriangles(), List.of(), 0).fromParts();
    assertThat(proposal.groups()).extracting(Group::name).containsExactly("bolt", "deck plank");
    assertThat(proposal.faceGroup()).containsExactly(0, 0, 1);
    assertThat(proposal.areas()).containsExactly(1.0, 0.5);
  }

  @Test
  void knownGroupsAreJoinedByNameAndKeyword() {
    Group brass = new Group(4, "brass", 0xB08D3E, List.of("bolt"), Look.matt(0));
    GroupProposal proposal = new GroupProposer(threeTriangles(), List.of(brass), 0).fromParts();
    assertThat(proposal.groups()).extracting(Group::number).containsExactly(4, 5);
    assertThat(proposal.faceGroup()).containsExactly(0, 0, 1);
  }

  @Test
  void nearlyEqualVertexColoursMakeOneGroup() {
    GroupProposal proposal = new GroupProposer(threeTriangles(), List.of(), 0).fromVertexColors(24);
    assertThat(proposal.groups()).extracting(Group::color).containsExactly(0xFF0000, 0x00FF00);
    assertThat(proposal.faceGroup()).containsExactly(0, 0, 1);
  }

  @Test
  void materialsBecomeGroupsWithTheirLook() {
    GroupProposal proposal = new GroupProposer(threeTriangles(), List.of(), 0).fromMaterials();
    assertThat(proposal.faceGroup()).containsExactly(-1, -1, 0);
    assertThat(proposal.groups().get(0).look().baseColor()).isEqualTo(0x804020);
  }

  @Test
  void paletteFileComesBackAsItWas() {
    Palette palette =
        new Palette(
            "Saltmarsh",
            List.of(
                new Group(1, "brass", 0xB08D3E, List.of("bolt", "cap"), new Look(1, 0.25, 1)),
                Group.of(7, "rope", 0x102030)));
    assertThat(PaletteFile.read(PaletteFile.write(palette))).isEqualTo(palette);
  }

  @Test
  void wrongPalettesAreRefusedWithTheirPlace() {
    assertThatThrownBy(() -> PaletteFile.read("{")).hasMessageContaining("no JSON");
    assertThatThrownBy(() -> PaletteFile.read("{}")).hasMessageContaining("idiotaxa-palette");
    String bad =
        "{\"format\":\"idiotaxa-palette\",\"groups\":[{\"number\":1,\"name\":\"a\",\"color\":\"red\"}]}";
    assertThatThrownBy(() -> PaletteFile.read(bad)).hasMessageContainingAll("group 1", "#RRGGBB");
    assertThatThrownBy(() -> new Palette("p", List.of(Group.of(1, "a", 0), Group.of(1, "b", 0))))
        .hasMessageContaining("number 1");
    assertThatThrownBy(() -> Group.of(0, "a", 0)).hasMessageContaining("number");
    assertThatThrownBy(() -> Group.of(1, " ", 0)).hasMessageContaining("name");
    List<String> long1 = java.util.Collections.nCopies(300, "keyword");
    assertThatThrownBy(() -> new Group(1, "a", 0, long1, Look.matt(0)))
        .hasMessageContaining("keywords");
  }
}
