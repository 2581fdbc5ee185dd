package idiotaxa.core.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.Shapes;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.Arrays;
import org.junit.jupiter.api.Test;

class ModelPictureTest {
  @Test
  void modelFillsThePictureAndLeavesItsMargin() {
    Mesh mesh = Shapes.bumpySphere(24, 0);
    int[] colors = new int[mesh.faceCount()];
    Arrays.fill(colors, 0xFF0000);
    int size = 100;
    int[] picture = ModelPicture.render(mesh, colors, size, size);
    long covered = Arrays.stream(picture).filter(p -> p != ModelPicture.BACKGROUND).count();
    assertThat(covered / (double) picture.length)
        .isBetween(0.88 * 0.88 * Math.PI / 4 - 0.03, 0.88 * 0.88 * Math.PI / 4 + 0.03);
    assertThat(picture[0]).isEqualTo(ModelPicture.BACKGROUND);
    int center = picture[size / 2 * size + size / 2];
    assertThat(center >> 16).isGreaterThan(150);
    assertThat(center & 0xFFFF).isZero();
  }

  @Test
  void nearerSurfaceHidesTheOneBehindItInEitherOrder() {
    for (int first = 0; first < 2; first++) {
      MeshBuilder builder = new MeshBuilder();
      builder.part("a");
      builder.part("b");
      Shapes.grid(builder, 1, 1, first == 0 ? 0 : 1);
      Shapes.grid(builder, 1, 1, first == 0 ? 1 : 0);
      Mesh mesh = builder.build();
      int[] colors = {first == 0 ? 0x0000FF : 0x00FF00, first == 0 ? 0x00FF00 : 0x0000FF};
      int[] picture = ModelPicture.render(mesh, colors, 60, 60);
      long near = Arrays.stream(picture).filter(p -> (p & 0xFF) == 0 && p >> 8 > 60).count();
      long far = Arrays.stream(picture).filter(p -> p >> 8 == 0 && p > 60).count();
      assertThat(near).as("the nearer square, drawn %d.", 2 - first).isGreaterThan(far);
    }
  }

  @Test
  void sizeOutsideTheLimitIsRefused() {
    assertThatThrownBy(
            () -> ModelPicture.render(Shapes.unwrappedCube(), new int[6], 0, 10))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("0 × 10");
  }
}
