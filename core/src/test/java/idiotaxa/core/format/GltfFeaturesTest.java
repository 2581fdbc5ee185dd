package idiotaxa.core.format;

import static idiotaxa.core.format.GltfFixture.BYTE;
import static idiotaxa.core.format.GltfFixture.FLOAT;
import static idiotaxa.core.format.GltfFixture.UNSIGNED_BYTE;
import static idiotaxa.core.format.GltfFixture.UNSIGNED_INT;
import static idiotaxa.core.format.GltfFixture.UNSIGNED_SHORT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.core.file.FileBundle;
import idiotaxa.core.mesh.Mesh;
import java.io.IOException;
import java.math.BigDecimal;
import java.math.MathContext;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class GltfFeaturesTest {
  private static final double[] TRIANGLE = {0, 0, 0, 1, 0, 0, 0, 1, 0};

  @TempDir Path folder;

  private final GltfFixture file = new GltfFixture();

  private Mesh read(String json) throws IOException {
    return MeshFiles.read(FileBundle.beside(Files.writeString(folder.resolve("a.gltf"), json)));
  }

  @Test
  void interleavedAttributesShareOneView() throws IOException {
    for (int v = 0; v < 3; v++) {
      file.floats(TRIANGLE[3 * v], TRIANGLE[3 * v + 1], TRIANGLE[3 * v + 2], 0.25 * v, 0.5);
    }
    int view = file.view(", \"byteStride\": 20");
    int position = file.accessor(view, FLOAT, 3, "VEC3", "");
    int uv = file.accessor(view, FLOAT, 3, "VEC2", ", \"byteOffset\": 12");
    Mesh mesh =
        read(
            file.json(
                "\"attributes\": {\"POSITION\": %d, \"TEXCOORD_0\": %d}".formatted(position, uv), ""));
    assertThat(mesh.positions()).containsExactly(0, 0, 0, 1, 0, 0, 0, 1, 0);
    assertThat(mesh.cornerUv()).containsExactly(0, 0.5f, 0.25f, 0.5f, 0.5f, 0.5f);
  }

  @Test
  void sparseValuesReplaceThoseOfTheView() throws IOException {
    file.floats(TRIANGLE);
    int base = file.view("");
    file.shorts(1);
    int indices = file.view("");
    file.floats(7, 8, 9);
    int values = file.view("");
    int position =
        file.accessor(
            base,
            FLOAT,
            3,
            "VEC3",
            """
            , "sparse": {"count": 1, "indices": {"bufferView": %d, "componentType": 5123},
              "values": {"bufferView": %d}}
            """
                .formatted(indices, values));
    Mesh mesh = read(file.json("\"attributes\": {\"POSITION\": " + position + "}", ""));
    assertThat(mesh.positions()).containsExactly(0, 0, 0, 7, 8, 9, 0, 1, 0);
  }

  @Test
  void normalizedIntegersBecomeTheirShares() throws IOException {
    int position = file.positions(TRIANGLE);
    file.shorts(0, 65535, 13107, 32768, 65535, 0);
    int uv = file.accessor(file.view(""), UNSIGNED_SHORT, 3, "VEC2", ", \"normalized\": true");
    file.octets(127, 0, 0, -127, 0, 0, -128, 0, 0);
    int normal = file.accessor(file.view(""), BYTE, 3, "VEC3", ", \"normalized\": true");
    Mesh mesh =
        read(
            file.json(
                "\"attributes\": {\"POSITION\": %d, \"TEXCOORD_0\": %d, \"NORMAL\": %d}"
                    .formatted(position, uv, normal),
                ""));
    assertThat(mesh.cornerUv())
        .containsExactly(0, 1 - 65535 / 65535f, 13107 / 65535f, 1 - 32768 / 65535f, 1, 1);
    assertThat(mesh.cornerNormal()).containsExactly(1, 0, 0, -1, 0, 0, -1, 0, 0);
  }

  @ParameterizedTest
  @ValueSource(ints = {UNSIGNED_BYTE, UNSIGNED_SHORT, UNSIGNED_INT})
  void indicesOfEveryWidthMeanTheSame(int type) throws IOException {
    int position = file.positions(0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0);
    int[] wanted = {0, 1, 2, 0, 2, 3};
    switch (type) {
      case UNSIGNED_BYTE -> file.octets(wanted);
      case UNSIGNED_SHORT -> file.shorts(wanted);
      default -> file.ints(wanted);
    }
    int indices = file.accessor(file.view(""), type, 6, "SCALAR", "");
    Mesh mesh =
        read(file.json("\"attributes\": {\"POSITION\": 0}, \"indices\": " + indices, ""));
    assertThat(position).isZero();
    assertThat(mesh.cornerVertex()).containsExactly(wanted);
  }

  @Test
  void stripsAndFansKeepTheWindingOfTheStandard() throws IOException {
    file.positions(0, 0, 0, 1, 0, 0, 0, 1, 0, 1, 1, 0, 0, 2, 0);
    Mesh strip = read(file.json("\"attributes\": {\"POSITION\": 0}, \"mode\": 5", ""));
    assertThat(strip.cornerVertex()).containsExactly(0, 1, 2, 1, 3, 2, 2, 3, 4);
    Mesh fan = read(file.json("\"attributes\": {\"POSITION\": 0}, \"mode\": 6", ""));
    assertThat(fan.cornerVertex()).containsExactly(0, 1, 2, 0, 2, 3, 0, 3, 4);
  }

  /** IEC 61966-2-1 in 40 digits, so that rounding is never in doubt. */
  private static int exactSrgb(double linear) {
    if (linear <= 0.0031308) {
      return (int) Math.round(255 * 12.92 * linear);
    }
    BigDecimal power = BigDecimal.valueOf(Math.pow(linear, 1 / 2.4));
    // One Newton step on x^12 = linear^5 takes the double's error away.
    BigDecimal fifth = new BigDecimal(linear).pow(5, MathContext.DECIMAL128);
    BigDecimal twelfth = power.pow(12, MathContext.DECIMAL128);
    BigDecimal slope = power.pow(11, MathContext.DECIMAL128).multiply(BigDecimal.valueOf(12));
    BigDecimal exact =
        power.subtract(twelfth.subtract(fifth).divide(slope, MathContext.DECIMAL128));
    BigDecimal encoded =
        exact.multiply(new BigDecimal("1.055")).subtract(new BigDecimal("0.055"));
    return encoded
        .multiply(BigDecimal.valueOf(255))
        .add(new BigDecimal("0.5"))
        .toBigInteger()
        .intValue();
  }

  @Test
  void linearBytesBecomeSrgbToTheLastBit() throws IOException {
    double[] positions = new double[9 * 86];
    for (int i = 0; i < positions.length; i++) {
      positions[i] = i % 9 == 3 || i % 9 == 7 ? 1 : 0;
    }
    file.positions(positions);
    for (int i = 0; i < 258; i++) {
      file.octets(Math.min(255, i), 255 - Math.min(255, i), 0, 0);
    }
    int color =
        file.accessor(
            file.view(", \"byteStride\": 4"), UNSIGNED_BYTE, 258, "VEC3", ", \"normalized\": true");
    Mesh mesh =
        read(file.json("\"attributes\": {\"POSITION\": 0, \"COLOR_0\": " + color + "}", ""));
    for (int i = 0; i < 256; i++) {
      int expected = exactSrgb((float) (i / 255f)) << 16 | exactSrgb((255 - i) / 255f) << 8;
      assertThat(mesh.cornerColor()[i]).as("linear byte %d", i).isEqualTo(0xFF000000 | expected);
    }
  }

  @Test
  void coloursOfEveryLegalTypeMeanTheSame() throws IOException {
    int[] expected = {0x80FF0000, 0x80BC0000, 0x80000000};
    for (int type : new int[] {UNSIGNED_BYTE, UNSIGNED_SHORT, FLOAT}) {
      GltfFixture fixture = new GltfFixture();
      fixture.positions(TRIANGLE);
      double[] red = {1, 128 / 255.0, 0};
      for (double r : red) {
        switch (type) {
          case UNSIGNED_BYTE -> fixture.octets((int) Math.round(255 * r), 0, 0, 128);
          case UNSIGNED_SHORT -> fixture.shorts((int) Math.round(65535 * r), 0, 0, 128 * 257);
          default -> fixture.floats(r, 0, 0, 128 / 255.0);
        }
      }
      String normalized = type == FLOAT ? "" : ", \"normalized\": true";
      int color = fixture.accessor(fixture.view(""), type, 3, "VEC4", normalized);
      Mesh mesh =
          read(fixture.json("\"attributes\": {\"POSITION\": 0, \"COLOR_0\": " + color + "}", ""));
      assertThat(mesh.cornerColor()).as("type %d", type).containsExactly(expected);
    }
  }

  @Test
  void nestedNodesMultiplyAndMakeATree() throws IOException {
    file.positions(TRIANGLE);
    String scene =
        """
        "scenes": [{"nodes": [0]}],
        "nodes": [
          {"name": "mast", "scale": [2, 3, 4], "children": [1]},
          {"name": "yard", "rotation": [0, 0, 0.7071067811865476, 0.7071067811865476],
           "children": [2]},
          {"name": "cleat", "translation": [1, 0, 5], "mesh": 0}]
        """;
    Mesh mesh = read(file.json("\"attributes\": {\"POSITION\": 0}", scene, ""));
    // (x, y, z) → (x + 1, y, z + 5) → (−y, x, z) → (2x, 3y, 4z)
    float[] expected = {0, 3, 20, 0, 6, 20, -2, 3, 20};
    for (int i = 0; i < 9; i++) {
      assertThat(mesh.positions()[i]).isCloseTo(expected[i], within(1e-6f));
    }
    assertThat(mesh.parts().get(0).name()).isEqualTo("cleat");
    assertThat(mesh.parts().get(0).path()).isEqualTo("mast/yard");
  }

  @Test
  void matrixIsColumnMajor() throws IOException {
    file.positions(TRIANGLE);
    String scene =
        """
        "scenes": [{"nodes": [0]}],
        "nodes": [{"mesh": 0, "matrix": [0, 2, 0, 0, -3, 0, 0, 0, 0, 0, 1, 0, 10, 20, 30, 1]}]
        """;
    Mesh mesh = read(file.json("\"attributes\": {\"POSITION\": 0}", scene, ""));
    assertThat(mesh.positions()).containsExactly(10, 20, 30, 10, 22, 30, 7, 20, 30);
  }

  @Test
  void textureIsKnownByName() throws IOException {
    file.positions(TRIANGLE);
    String extra =
        """
        "materials": [{"name": "oak", "pbrMetallicRoughness":
          {"baseColorTexture": {"index": 0}, "roughnessFactor": 0.25}}],
        "textures": [{"source": 0}], "images": [{"uri": "grain.png"}]
        """;
    Mesh mesh = read(file.json("\"attributes\": {\"POSITION\": 0}, \"material\": 0", extra));
    assertThat(mesh.materials().get(0).texture()).isEqualTo("grain.png");
    assertThat(mesh.materials().get(0).roughness()).isEqualTo(0.25f);
  }

  @Test
  void bufferBesideTheFileIsFoundByItsPlainName() throws IOException {
    file.positions(TRIANGLE);
    String json =
        file.json("\"attributes\": {\"POSITION\": 0}", "")
            .replaceAll("data:[^\"]*", "my%20buffer.bin");
    Path bin = folder.resolve("x");
    Files.write(bin, java.util.Arrays.copyOf(file.bytes().array(), 36));
    Path gltf = Files.writeString(folder.resolve("y"), json);
    Mesh mesh =
        MeshFiles.read(FileBundle.of("a.gltf", Map.of("a.gltf", gltf, "my buffer.bin", bin)));
    assertThat(mesh.triangleCount()).isEqualTo(1);
  }
}
