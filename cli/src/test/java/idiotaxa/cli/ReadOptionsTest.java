package idiotaxa.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Models far from the origin, in other units and with another axis up, through the command line. */
class ReadOptionsTest {
  @TempDir Path folder;

  /** A plate of two halves, 1 m wide, and what a source of it looks like a millimetre above. */
  private Path plate(String name, double x, double y, double z, double times, boolean isZUp) throws IOException {
    StringBuilder text = new StringBuilder("mtllib m.mtl\no plate\n");
    double[][] points = {{0, 0}, {0.5, 0}, {1, 0}, {1, 1}, {0.5, 1}, {0, 1}};
    for (double[] p : points) {
      double up = x + times * p[0];
      double across = times * p[1];
      // Lies flat: Y is up, or Z.
      double[] v = isZUp ? new double[] {up, y + across, z} : new double[] {up, z, y - across};
      text.append(String.format(Locale.ROOT, "v %.9f %.9f %.9f\n", v[0], v[1], v[2]));
    }
    for (double[] p : points) {
      text.append("vt ").append(p[0]).append(' ').append(p[1]).append('\n');
    }
    text.append("usemtl left\nf 1/1 2/2 5/5 6/6\nusemtl right\nf 2/2 3/3 4/4 5/5\n");
    Files.writeString(folder.resolve("m.mtl"), "newmtl left\nKd 1 0 0\nnewmtl right\nKd 0 0 1\n");
    return Files.writeString(folder.resolve(name), text);
  }

  private int[] bake(Path target, Path source, Object... more) throws IOException {
    Path out = folder.resolve("out-" + target.getFileName());
    List<Object> words =
        new ArrayList<>(
            List.of("bake", target, "--source", source, "--origin", "materials", "--size", 128, "--reach", "0.01:0.01", "--out", out));
    words.addAll(List.of(more));
    Typed typed = Typed.run(words.toArray());
    assertThat(typed.exit()).as(typed.err()).isZero();
    String stem = target.getFileName().toString().replace(".obj", "");
    BufferedImage image = ImageIO.read(out.resolve(stem + "_1001_id.png").toFile());
    return image.getRGB(0, 0, 128, 128, null, 0, 128);
  }

  @Test
  void aSourceAtMapCoordinatesLosesNothing() throws IOException {
    int[] near = bake(plate("near.obj", 0, 0, 0, 1, false), plate("near-high.obj", 0, 0, 0.001, 1, false));
    int[] far =
        bake(
            plate("far.obj", 500_000, 5_000_000, 0, 1, false), plate("far-high.obj", 500_000, 5_000_000, 0.001, 1, false), "--mesh", "obj");
    assertThat(far).isEqualTo(near);
    assertThat(Files.readString(folder.resolve("out-far.obj/far.obj"))).contains("v 500000.5 0 4999999");
  }

  @Test
  void unitAndAxisSayHowFarAReachGoes() throws IOException {
    int[] near = bake(plate("near.obj", 0, 0, 0, 1, false), plate("near-high.obj", 0, 0, 0.001, 1, false));
    int[] millimetres =
        bake(
            plate("mm.obj", 0, 0, 0, 1000, true), plate("mm-high.obj", 0, 0, 1, 1000, true),
            "--unit", "mm", "--up", "z", "--mesh", "usda");
    assertThat(millimetres).isEqualTo(near);
    assertThat(Files.readString(folder.resolve("out-mm.obj/mm.usda"))).contains("metersPerUnit = 0.001", "upAxis = \"Z\"", "(1000, 1000, 0)");
    Typed inspected = Typed.run("inspect", folder.resolve("mm.obj"), "--unit", "mm", "--up", "z");
    assertThat(inspected.out()).contains("1.000 × 0.000 × 1.000 m");
  }

  @Test
  void wrongWordsNameTheOption() throws IOException {
    Path plate = plate("near.obj", 0, 0, 0, 1, false);
    for (String command : List.of("bake", "inspect")) {
      for (String[] wrong : new String[][] {{"--unit", "mile"}, {"--up", "x"}, {"--uv-set", "9"}}) {
        List<Object> words = new ArrayList<>(List.of(command, plate, wrong[0], wrong[1]));
        if (command.equals("bake")) {
          words.addAll(List.of("--out", folder.resolve("out")));
        }
        Typed typed = Typed.run(words.toArray());
        assertThat(typed.exit()).as(command + " " + wrong[0]).isEqualTo(2);
        assertThat(typed.err()).contains(wrong[0].equals("--uv-set") ? "UV set" : wrong[0]).contains(wrong[1]);
      }
    }
    Typed lacking = Typed.run("bake", plate, "--uv-set", 1, "--out", folder.resolve("out"));
    assertThat(lacking.exit()).isEqualTo(3);
    assertThat(lacking.err()).contains("near.obj").contains("there is no UV set 1");
    assertThat(folder.resolve("out")).doesNotExist();
  }

  /** The interface says it before a bake; so does the command line. */
  @Test
  void overlapsAreSaid() throws IOException {
    Path plate = plate("near.obj", 0, 0, 0, 1, false);
    String both = Files.readString(plate).replace("vt 1.0 ", "vt 0.25 ");
    Path folded = Files.writeString(folder.resolve("folded.obj"), both);
    Typed typed = Typed.run("bake", folded, "--origin", "materials", "--size", 64, "--out", folder.resolve("out"), "--strict");
    assertThat(typed.err()).contains("lie under faces of different groups");
    assertThat(typed.exit()).isEqualTo(4);
    Typed traced =
        Typed.run("bake", folded, "--source", plate, "--origin", "materials", "--size", 64, "--out", folder.resolve("out"));
    assertThat(traced.err()).contains("lie under several faces");
  }

  @Test
  void anotherUvSetIsProposedWhereTheFirstOverlapsAndItDoesNot() throws IOException {
    ByteBuffer bytes = ByteBuffer.allocate(4 * (18 + 12 + 12)).order(ByteOrder.LITTLE_ENDIAN);
    float[] places = {0, 0, 0, 1, 0, 0, 1, 1, 0, 2, 0, 0, 3, 0, 0, 3, 1, 0};
    float[] tiled = {0, 0, 1, 0, 1, 1, 0, 0, 1, 0, 1, 1};
    float[] own = {0, 0, 0.4f, 0, 0.4f, 0.4f, 0.5f, 0, 0.9f, 0, 0.9f, 0.4f};
    for (float[] values : new float[][] {places, tiled, own}) {
      for (float value : values) {
        bytes.putFloat(value);
      }
    }
    Files.write(folder.resolve("two.bin"), bytes.array());
    Path file =
        Files.writeString(
            folder.resolve("two.gltf"),
            """
            {"asset": {"version": "2.0"}, "scenes": [{"nodes": [0, 1]}],
             "nodes": [{"mesh": 0, "name": "left"}, {"mesh": 1, "name": "right"}],
             "meshes": [{"primitives": [{"attributes": {"POSITION": 0, "TEXCOORD_0": 1, "TEXCOORD_1": 2}}]},
                        {"primitives": [{"attributes": {"POSITION": 3, "TEXCOORD_0": 4, "TEXCOORD_1": 5}}]}],
             "accessors": [{"bufferView": 0, "componentType": 5126, "count": 3, "type": "VEC3"},
                           {"bufferView": 1, "componentType": 5126, "count": 3, "type": "VEC2"},
                           {"bufferView": 2, "componentType": 5126, "count": 3, "type": "VEC2"},
                           {"bufferView": 0, "byteOffset": 36, "componentType": 5126, "count": 3, "type": "VEC3"},
                           {"bufferView": 1, "byteOffset": 24, "componentType": 5126, "count": 3, "type": "VEC2"},
                           {"bufferView": 2, "byteOffset": 24, "componentType": 5126, "count": 3, "type": "VEC2"}],
             "bufferViews": [{"buffer": 0, "byteLength": 72}, {"buffer": 0, "byteOffset": 72, "byteLength": 48},
                             {"buffer": 0, "byteOffset": 120, "byteLength": 48}],
             "buffers": [{"byteLength": 168, "uri": "two.bin"}]}
            """);
    Typed first = Typed.run("bake", file, "--size", 64, "--out", folder.resolve("out"));
    assertThat(first.err()).contains("UV set 0 overlaps itself and set 1 does not").contains("Try --uv-set 1.");
    Typed second = Typed.run("bake", file, "--size", 64, "--uv-set", 1, "--out", folder.resolve("out"));
    assertThat(second.exit()).isZero();
    assertThat(second.err()).doesNotContain("overlaps itself").doesNotContain("conflicts");
    assertThat(Typed.run("inspect", file).out()).contains("UV set 0 overlaps itself");
    assertThat(Typed.run("inspect", file, "--uv-set", 1).out()).doesNotContain("overlaps itself");
  }
}
