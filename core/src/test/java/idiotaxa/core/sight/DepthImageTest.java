package idiotaxa.core.sight;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.Arrays;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DepthImageTest {
  /** A square of two metres above another; seen from above it hides what lies below its middle. */
  private static Mesh twoSquares() {
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("squares");
    for (double z : new double[] {1, -1}) {
      int first = builder.vertexCount();
      double half = z > 0 ? 1 : 2;
      builder.vertex(-half, -half, z);
      builder.vertex(half, -half, z);
      builder.vertex(half, half, z);
      builder.vertex(-half, half, z);
      builder.polygon(part, Mesh.NO_MATERIAL, first, first + 1, first + 2, first + 3);
    }
    return builder.build();
  }

  @ParameterizedTest
  @CsvSource({
    "0, 0, -1, 1, true", "0.9, -0.9, 0, 1, true", "1.5, 0, -1, 1, false", "0, 0, 1, 1, false",
    "0, 0, 0.999, 1, false", "1, 0, 0, 1, false", "0, 0, 1, -1, true", "0, 0, -1, -1, false"
  })
  void tellsWhatSurelyLiesBehind(double x, double y, double z, double up, boolean isBehind) {
    Mesh mesh = twoSquares();
    DepthImage image = new DepthImage(mesh);
    boolean[] isDrawn = new boolean[mesh.faceCount()];
    Arrays.fill(isDrawn, true);
    // The same way out, once along the direction that is drawn and once against it.
    for (boolean isOpposite : new boolean[] {false, true}) {
      image.draw(new double[] {0, 0, isOpposite ? -up : up}, isDrawn);
      assertThat(image.isSurelyBehind(x, y, z, isOpposite)).isEqualTo(isBehind);
    }
    Arrays.fill(isDrawn, false);
    image.draw(new double[] {0, 0, up}, isDrawn);
    for (boolean isOpposite : new boolean[] {false, true}) {
      assertThat(image.isSurelyBehind(x, y, z, isOpposite)).as("what is not drawn hides nothing").isFalse();
    }
  }
}
