package idiotaxa.core.origin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.group.Group;
import idiotaxa.core.group.Look;
import idiotaxa.core.image.TextureImage;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.awt.image.BufferedImage;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Every origin, with and without a palette. */
class OriginsTest {
  private static final int RED = 0xFFFF0000;
  private static final int BLUE = 0xFF0000FF;

  /** Two parts of two loose triangles each: hull (steel, red; tar, blue) and lamp (steel, red; steel, blue). */
  private static Mesh model() {
    MeshBuilder b = new MeshBuilder();
    int hull = b.part("hull_low");
    int lamp = b.part("lamp_low");
    int steel = b.material(Material.coloured("steel plate", 0xFF0000).withTexture("id.png"));
    int tar = b.material(Material.coloured("tar", 0x0000FF));
    triangle(b, hull, steel, 0, RED);
    triangle(b, hull, tar, 1, BLUE);
    triangle(b, lamp, steel, 2, RED);
    triangle(b, lamp, steel, 3, BLUE);
    return b.build();
  }

  private static void triangle(MeshBuilder b, int part, int material, int at, int color) {
    b.face(part, material);
    for (int k = 0; k < 3; k++) {
      b.corner(b.vertex(3 * at + (k == 1 ? 1 : 0), k == 2 ? 1 : 0, at));
      b.uv(at < 2 ? 0.25f : 0.75f, 0.5f);
      b.color(color);
    }
  }

  private static int[] groups(OriginReading reading) {
    return new int[] {
      reading.surface().label(0),
      reading.surface().label(1),
      reading.surface().label(2),
      reading.surface().label(3)
    };
  }

  private static Group group(int number, String name, int color, String... keywords) {
    return new Group(number, name, color, List.of(keywords), Look.matt(color));
  }

  @Test
  void claimsAreTheGroupsOfFaces() {
    List<Group> palette = List.of(group(4, "a", 1), group(9, "b", 2));
    assertThat(groups(Origins.claims(model(), new int[] {9, 0, 4, 4}, palette)))
        .containsExactly(9, 0, 4, 4);
  }

  @Test
  void vertexColoursMakeGroupsOfTheFilesOwnColours() {
    OriginReading reading = Origins.read(model(), IdOrigin.VERTEX_COLORS, List.of());
    assertThat(groups(reading)).containsExactly(1, 2, 1, 2);
    assertThat(reading.groups()).extracting(Group::color).containsExactly(0xFF0000, 0x0000FF);
  }

  @Test
  void vertexColoursSnapToAPaletteAndTheRestAreStrays() {
    OriginReading reading =
        Origins.read(model(), IdOrigin.VERTEX_COLORS, List.of(group(7, "paint", 0xF80404)));
    assertThat(groups(reading)).containsExactly(7, 0, 7, 0);
    assertThat(reading.strays()).hasSize(1).first().asString().contains("#0000FF");
  }

  /** Corners are read range by range on several threads; strays come as they stand in the file all the same. */
  @Test
  void straysOfManyCornersComeInOrderOfAppearanceEachOnce() {
    MeshBuilder b = new MeshBuilder();
    b.part("gravel");
    int[] strays = {0x00FF00, 0x0000FF, 0x00FFFF, 0xFFFFFF};
    for (int i = 0; i < 240_000; i++) {
      triangle(b, 0, Mesh.NO_MATERIAL, i, i % 60_000 < 59_000 ? RED : 0xFF000000 | strays[i / 60_000]);
    }
    triangle(b, 0, Mesh.NO_MATERIAL, 0, 0xFF000000 | strays[0]);
    OriginReading reading =
        Origins.read(b.build(), IdOrigin.VERTEX_COLORS, List.of(group(7, "paint", 0xFF0000)));
    assertThat(reading.strays()).containsExactly("#00FF00", "#0000FF", "#00FFFF", "#FFFFFF");
    assertThat(IntStream.range(0, 240_001).filter(t -> reading.surface().label(t) == 7).count()).isEqualTo(236_000);
  }

  @Test
  void materialsAreMatchedByNameKeywordAndLikeness() {
    assertThat(groups(Origins.read(model(), IdOrigin.MATERIALS, List.of()))).containsExactly(1, 2, 1, 1);
    OriginReading reading =
        Origins.read(
            model(),
            IdOrigin.MATERIALS,
            List.of(group(3, "rope", 1, "tar"), group(5, "Steel Plate", 2)));
    assertThat(groups(reading)).containsExactly(5, 3, 5, 5);
    assertThat(reading.strays()).isEmpty();
  }

  @Test
  void partsAreMatchedByTheirStem() {
    assertThat(groups(Origins.read(model(), IdOrigin.PARTS, List.of()))).containsExactly(1, 1, 2, 2);
    OriginReading reading = Origins.read(model(), IdOrigin.PARTS, List.of(group(8, "lamp", 1)));
    assertThat(groups(reading)).containsExactly(0, 0, 8, 8);
    assertThat(reading.strays()).containsExactly("hull");
  }

  @Test
  void piecesAreNumberedWithoutAPalette() {
    OriginReading reading = Origins.read(model(), IdOrigin.PIECES, List.of());
    assertThat(groups(reading)).containsExactly(1, 2, 3, 4);
    assertThat(reading.groups()).extracting(Group::name).contains("piece 3");
  }

  @Test
  void piecesAreMappedToAPaletteLikeEveryOtherOrigin() {
    List<Group> palette =
        List.of(group(11, "piece 2", 1), group(12, "lamp", 2), group(13, "piece 9", 3));
    OriginReading reading = Origins.read(model(), IdOrigin.PIECES, palette);
    // Called like the piece, none, called like the part, called like the part.
    assertThat(groups(reading)).containsExactly(0, 11, 12, 12);
    assertThat(reading.groups()).isEqualTo(palette);
    assertThat(reading.strays()).containsExactly("piece 1");
  }

  @Test
  void morePiecesThanColoursNeedAPalette() {
    MeshBuilder b = new MeshBuilder();
    b.part("gravel");
    for (int i = 0; i < 200; i++) {
      triangle(b, 0, Mesh.NO_MATERIAL, i, RED);
    }
    Mesh gravel = b.build();
    assertThatThrownBy(() -> Origins.read(gravel, IdOrigin.PIECES, List.of()))
        .hasMessageContaining("200 pieces")
        .hasMessageContaining("palette");
    OriginReading reading = Origins.read(gravel, IdOrigin.PIECES, List.of(group(2, "gravel", 1)));
    assertThat(reading.surface().label(199)).isEqualTo((char) 2);
  }

  @Test
  void texturesAreReadWhereTheMaterialHasOne() {
    BufferedImage image = new BufferedImage(2, 1, BufferedImage.TYPE_INT_RGB);
    image.setRGB(0, 0, 0x00FF00);
    image.setRGB(1, 0, 0xFFFF00);
    List<Optional<TextureImage>> textures =
        List.of(Optional.of(new TextureImage(image)), Optional.empty());
    OriginReading reading = Origins.texture(model(), textures, List.of());
    assertThat(reading.groups()).extracting(Group::color).contains(0x00FF00, 0xFFFF00);
    int green = number(reading, 0x00FF00);
    int yellow = number(reading, 0xFFFF00);
    double third = 1 / 3.0;
    assertThat(reading.surface().at(0, third, third, third)).isEqualTo(green);
    assertThat(reading.surface().at(2, third, third, third)).isEqualTo(yellow);
    // Tar has none: its base colour is read.
    assertThat(reading.strays()).hasSize(1);
  }

  private static int number(OriginReading reading, int color) {
    return reading.groups().stream().filter(g -> g.color() == color).findFirst().orElseThrow().number();
  }

  @ParameterizedTest
  @EnumSource(IdOrigin.class)
  void whatHasNothingToTellGroupsByHasNoData(IdOrigin origin) {
    MeshBuilder b = new MeshBuilder();
    b.part("plain");
    b.polygon(0, Mesh.NO_MATERIAL, b.vertex(0, 0, 0), b.vertex(1, 0, 0), b.vertex(0, 1, 0));
    assertThat(Origins.hasData(b.build(), origin)).isFalse();
    assertThat(IdOrigin.parse(origin.word())).isEqualTo(origin);
  }

  @Test
  void greyImagesAreTakenAsTheBytesThatTheyAre() {
    BufferedImage grey = new BufferedImage(256, 1, BufferedImage.TYPE_BYTE_GRAY);
    BufferedImage wide = new BufferedImage(256, 1, BufferedImage.TYPE_USHORT_GRAY);
    for (int v = 0; v < 256; v++) {
      grey.getRaster().setSample(v, 0, 0, v);
      wide.getRaster().setSample(v, 0, 0, 257 * v);
    }
    int[] row = new int[256];
    for (BufferedImage image : new BufferedImage[] {grey, wide}) {
      new TextureImage(image).row(0, row);
      for (int v = 0; v < 256; v++) {
        assertThat(row[v]).isEqualTo(v * 0x010101);
      }
    }
  }
}
