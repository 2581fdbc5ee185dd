package idiotaxa.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class UvSetChoiceTest {
  /** Two squares whose second lies so far to the right on the sheet. */
  private static Mesh squares(float offset) {
    MeshBuilder builder = new MeshBuilder();
    builder.part("squares");
    float[][] at = {{0, 0}, {0.4f, 0}, {0.4f, 0.4f}, {0, 0.4f}};
    for (int s = 0; s < 2; s++) {
      builder.face(0, Mesh.NO_MATERIAL);
      for (float[] p : at) {
        builder.corner(builder.vertex(p[0] + s, p[1], 0));
        builder.uv(p[0] + s * offset, p[1]);
      }
    }
    return builder.build();
  }

  @Test
  void whatDoesNotOverlapIsProposed() {
    Optional<Finding> found = UvSetChoice.of(squares(0), 0, 3, set -> squares(set == 2 ? 0.5f : 0.1f));
    assertThat(found.orElseThrow().text()).isEqualTo("UV set 0 overlaps itself and set 2 does not: maps most likely belong onto set 2.");
    assertThat(found.orElseThrow().cures()).extracting(Cure::value).containsExactly("2");
  }

  @Test
  void nothingIsSaidWhereAllIsWellOrNothingIsBetter() {
    assertThat(UvSetChoice.of(squares(0.5f), 0, 2, set -> squares(0.5f))).isEmpty();
    assertThat(UvSetChoice.of(squares(0), 0, 2, set -> squares(0.2f))).isEmpty();
    assertThat(UvSetChoice.of(squares(0), 0, 1, set -> squares(0.5f))).isEmpty();
    assertThat(UvSetChoice.of(squares(0), 0, 2, set -> squares(-0.5f))).as("beyond every tile").isEmpty();
  }
}
