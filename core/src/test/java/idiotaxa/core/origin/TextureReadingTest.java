package idiotaxa.core.origin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.bake.Bakes;
import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.group.Group;
import idiotaxa.core.image.TextureImage;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.mesh.TextureWrap;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.work.Progress;
import java.awt.image.BufferedImage;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class TextureReadingTest {
  private static final int RED = 0xFF0000;
  private static final int BLUE = 0x0000FF;

  /** A triangle over half of a repeated unit square, and one of a second material without texture. */
  private static Mesh mesh(float offset) {
    MeshBuilder builder = new MeshBuilder();
    builder.part("part");
    int textured = builder.material(Material.named("textured").withTexture("map.png"));
    int plain = builder.material(Material.coloured("plain", BLUE));
    float[][] corners = {{0, 0}, {1, 0}, {0, 1}};
    for (int material : new int[] {textured, plain}) {
      int first = builder.vertexCount();
      for (float[] c : corners) {
        builder.vertex(c[0], c[1], material);
      }
      builder.face(0, material);
      for (int k = 0; k < 3; k++) {
        builder.corner(first + k);
        builder.uv(corners[k][0] + offset, corners[k][1] + offset);
      }
    }
    return builder.build();
  }

  private static TextureImage image(int width, int height, int... rgb) {
    BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
    image.setRGB(0, 0, width, height, rgb, 0, width);
    return new TextureImage(image);
  }

  private static OriginReading read(Mesh mesh, TextureImage image, List<Group> palette) {
    return Origins.texture(mesh, List.of(Optional.of(image), Optional.empty()), palette);
  }

  @Test
  void nearestTexelIsReadWithRowsDownwardsAndRepeated() {
    // Upper row red, blue; lower row blue, red.
    TextureImage image = image(2, 2, RED, BLUE, BLUE, RED);
    List<Group> palette = List.of(Group.of(3, "rope", RED), Group.of(5, "glass", BLUE));
    for (float offset : new float[] {0, 1, -2}) {
      SurfaceGroups surface = read(mesh(offset), image, palette).surface();
      // Weights of the corners (0,0), (1,0), (0,1): u = w1, v = w2.
      assertThat(surface.at(0, 0.8, 0.1, 0.1)).as("lower left").isEqualTo(5);
      assertThat(surface.at(0, 0.3, 0.6, 0.1)).as("lower right").isEqualTo(3);
      assertThat(surface.at(0, 0.3, 0.1, 0.6)).as("upper left").isEqualTo(3);
      assertThat(surface.at(1, 0.3, 0.1, 0.6)).as("no texture: its base colour").isEqualTo(5);
    }
  }

  /** Three pixels beside each other, looked at from two widths to the left to three to the right. */
  @Test
  void theSamplerSaysWhatIsOutsideTheUnitSquare() {
    int[] rgb = {RED, BLUE, 0x00FF00};
    TextureImage image = image(3, 1, rgb);
    List<Group> palette = List.of(Group.of(1, "r", RED), Group.of(2, "b", BLUE), Group.of(3, "g", 0x00FF00));
    for (TextureWrap wrap : TextureWrap.values()) {
      List<Integer> seen = new ArrayList<>();
      for (double u = -2 + 1 / 6.0; u < 3; u += 1 / 3.0) {
        Material material = Material.named("sampled").withTexture("map.png", wrap, TextureWrap.REPEAT);
        MeshBuilder builder = new MeshBuilder();
        builder.part("part");
        builder.polygon(0, builder.material(material), builder.vertex(0, 0, 0), builder.vertex(1, 0, 0), builder.vertex(0, 1, 0));
        builder.uvsOfVertices(new float[] {(float) u, 0.5f, (float) u, 0.5f, (float) u, 0.5f});
        seen.add(Origins.texture(builder.build(), List.of(Optional.of(image)), palette).surface().at(0, 0.2, 0.3, 0.5));
      }
      assertThat(seen)
          .as(wrap.name())
          .isEqualTo(
              switch (wrap) {
                case REPEAT -> List.of(1, 2, 3, 1, 2, 3, 1, 2, 3, 1, 2, 3, 1, 2, 3);
                case CLAMP -> List.of(1, 1, 1, 1, 1, 1, 1, 2, 3, 3, 3, 3, 3, 3, 3);
                case MIRROR -> List.of(1, 2, 3, 3, 2, 1, 1, 2, 3, 3, 2, 1, 1, 2, 3);
              });
    }
  }

  @Test
  void ownColoursOfATextureAreItsPixels() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("sail");
    builder.material(Material.named("canvas"));
    int[] v = {
      builder.vertex(0, 0, 0), builder.vertex(1, 0, 0), builder.vertex(1, 1, 0), builder.vertex(0, 1, 0)
    };
    float[][] uv = {{0, 0}, {1, 0}, {1, 1}, {0, 1}};
    builder.face(0, 0);
    for (int k = 0; k < 4; k++) {
      builder.corner(v[k]);
      builder.uv(uv[k][0], uv[k][1]);
    }
    Mesh sail = builder.build();
    TextureImage image = image(2, 2, RED, BLUE, 0x123456, 0x654321);
    OriginReading reading = Origins.texture(sail, List.of(Optional.of(image)), Bakes.groups(1));
    Sheet sheet = SheetLayout.ONE.divide(sail).get(0);
    int[] colors =
        PreparedBake.fromTarget(sail, reading)
            .ownColors(
                sheet, List.of(Optional.of(image)), Bakes.settings(4, 1, false), Progress.NONE);
    assertThat(colors[0]).isEqualTo(RED);
    assertThat(colors[3]).isEqualTo(BLUE);
    assertThat(colors[12]).isEqualTo(0x123456);
    assertThat(colors[15]).isEqualTo(0x654321);
  }

  @Test
  void groupsAreMadeOfColoursButNotOfFilteredBorders() {
    int[] rgb = new int[100];
    for (int i = 0; i < 100; i++) {
      rgb[i] = i < 49 ? RED : i < 50 ? 0x800080 : i < 99 ? BLUE : 0x0200FC;
    }
    OriginReading reading = read(mesh(0), image(100, 1, rgb), List.of());
    assertThat(reading.groups()).extracting(Group::color).containsExactly(RED, BLUE);
    assertThat(reading.strays()).containsExactly("#800080");
  }

  @Test
  void paintedTexturesAndMissingOnesAreRefusedWithACure() {
    int[] rgb = new int[125];
    for (int i = 0; i < rgb.length; i++) {
      rgb[i] = (i % 5 * 60) << 16 | (i / 5 % 5 * 60) << 8 | i / 25 * 60;
    }
    assertThatThrownBy(() -> read(mesh(0), image(125, 1, rgb), List.of()))
        .hasMessageContaining("125 colours")
        .hasMessageContaining("choose another origin");
    assertThatThrownBy(
            () -> Origins.texture(mesh(0), List.of(Optional.empty(), Optional.empty()), List.of()))
        .hasMessageContaining("bring its images in");
  }
}
