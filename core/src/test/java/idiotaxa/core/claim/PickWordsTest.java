package idiotaxa.core.claim;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.mesh.Pieces;
import idiotaxa.core.mesh.Weld;
import java.util.BitSet;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PickWordsTest {
  /** Faces 0, 1 are bolt_01, 2, 3 bolt_02, 4 … 6 the hull and 7 has no name; 4 and 5 hang together. */
  private static final Mesh MESH = mesh();

  private static final FaceLabels PIECES = Pieces.of(MESH, Weld.of(MESH));

  private static Mesh mesh() {
    MeshBuilder builder = new MeshBuilder();
    int[] parts = {
      builder.part("bolt_01"), builder.part("bolt_02"), builder.part("hull"), builder.part("")
    };
    int[] partOfFace = {0, 0, 1, 1, 2, 2, 2, 3};
    for (int f = 0; f < partOfFace.length; f++) {
      // Every face lies by itself, but 5 stands on a side of 4.
      double x = f == 5 ? 40 : 10 * f;
      double up = f == 5 ? -1 : 1;
      builder.polygon(
          parts[partOfFace[f]],
          Mesh.NO_MATERIAL,
          builder.vertex(x, 0, 0),
          builder.vertex(x + 1, 0, 0),
          builder.vertex(x, up, 0));
    }
    return builder.build();
  }

  @ParameterizedTest
  @CsvSource({
    "0 1, bolt_01",
    "0 1 2 3, 2 × bolt",
    "0, 1 piece of bolt_01",
    "4 5, 1 piece of hull",
    "4 6, 2 faces of hull",
    "4 5 6, hull",
    "7, a part without name",
    "0 1 4 5 6, 2 parts",
    "0 2, 2 pieces",
    "0 4, 2 faces"
  })
  void picksAreSaidInFewWords(String faces, String words) {
    BitSet picked = new BitSet();
    for (String face : faces.split(" ")) {
      picked.set(Integer.parseInt(face));
    }
    assertThat(PickWords.of(MESH, PIECES, picked)).isEqualTo(words);
  }
}
