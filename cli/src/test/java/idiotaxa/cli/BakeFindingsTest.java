package idiotaxa.cli;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.align.Alignment;
import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.SaltmarshPalette;
import idiotaxa.demo.StormLantern;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What the command line says and refuses before it bakes: nothing is spoilt in silence. */
class BakeFindingsTest {
  private static final double[] AS_IS = {1, 0, 0, 0, 1, 0, 0, 0, 1};
  private static final double[] Z_UP = {1, 0, 0, 0, 0, -1, 0, 1, 0};

  @TempDir Path folder;
  private Path target;
  private Path out;

  private record Outcome(int exit, String said, JsonNode report) {
    List<String> kinds() {
      List<String> kinds = new ArrayList<>();
      report.get("findings").forEach(f -> kinds.add(f.get("kind").asString()));
      return kinds;
    }
  }

  @BeforeEach
  void writeTarget() throws IOException {
    target = glb("buoy.glb", ChannelMarkerBuoy.target());
    out = folder.resolve("out");
  }

  private Path glb(String name, Mesh mesh) throws IOException {
    Path file = folder.resolve(name);
    try (OutputStream stream = Files.newOutputStream(file)) {
      GlbWriter.write(mesh, stream);
    }
    return file;
  }

  private Path source(double[] rotation, double scale, double moved) throws IOException {
    Mesh mesh = ChannelMarkerBuoy.source(SaltmarshPalette.create(), 2);
    return glb(
        "buoy_high.glb", new Alignment(rotation, scale, new double[] {moved, 0, 0}).apply(mesh));
  }

  private Outcome bake(Object... more) throws IOException {
    List<String> words =
        new ArrayList<>(List.of("bake", "--size", "128", "--out", out.toString(), "--json"));
    Arrays.stream(more).map(Object::toString).forEach(words::add);
    StringWriter printed = new StringWriter();
    StringWriter said = new StringWriter();
    int exit =
        Main.run(
            new PrintWriter(printed, true),
            new PrintWriter(said, true),
            words.toArray(String[]::new));
    Path report = out.resolve("report.json");
    return new Outcome(
        exit,
        said.toString(),
        Files.exists(report) ? JsonMapper.builder().build().readTree(report) : null);
  }

  @ParameterizedTest
  @CsvSource({"false, 100, 0", "false, 1, 50", "true, 1, 0"})
  void aSourceThatLiesElsewhereIsRefusedUnlessWantedSo(boolean isZUp, double scale, double moved)
      throws IOException {
    Path source = source(isZUp ? Z_UP : AS_IS, scale, moved);
    Outcome refused = bake(target, "--source", source);
    assertThat(refused.exit()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(refused.said()).contains("refused: ");
    assertThat(out).doesNotExist();

    Outcome anyway = bake(target, "--source", source, "--anyway");
    assertThat(anyway.exit()).isEqualTo(Main.WRITTEN);
    assertThat(anyway.report().get("findings")).isNotEmpty();

    Outcome aligned = bake(target, "--source", source, "--align", "auto");
    assertThat(aligned.exit()).as(aligned.said()).isEqualTo(Main.WRITTEN);
    assertThat(aligned.report().get("sheets").get(0).get("missed").asLong()).isZero();
  }

  @Test
  void oneColourOfAllVerticesIsRefusedAndTheOriginWithDataNamed() throws IOException {
    Mesh mesh = ChannelMarkerBuoy.source(SaltmarshPalette.create(), 2);
    int[] white = new int[mesh.cornerCount()];
    Arrays.fill(white, 0xFFFFFF);
    Path source = glb("white_high.glb", mesh.withCornerColors(white));
    Outcome outcome = bake(target, "--source", source, "--origin", "vertex-colors");
    assertThat(outcome.exit()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(outcome.said()).contains("one colour").contains("parts");
  }

  @Test
  void aTargetWithoutUvsIsRefusedAsInput() throws IOException {
    Path bare =
        Files.writeString(
            folder.resolve("bare.obj"), "v 0 0 0\nv 1 0 0\nv 0 1 0\no a\nf 1 2 3\n");
    Outcome outcome = bake(bare);
    assertThat(outcome.exit()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(outcome.said()).contains("UV");
  }

  @Test
  void ofRepeatedOptionsTheLastCounts() throws IOException {
    Outcome outcome = bake(target, "--size", "64", "--size", "32");
    assertThat(outcome.exit()).isEqualTo(Main.WRITTEN);
    assertThat(outcome.report().get("sheets").get(0).get("width").asInt()).isEqualTo(32);
  }

  @Test
  void aCleanBakeHasNothingToSayButNotes() throws IOException {
    Outcome outcome = bake(target, "--source", source(AS_IS, 1, 0), "--strict");
    assertThat(outcome.exit()).as(outcome.said()).isEqualTo(Main.WRITTEN);
    assertThat(outcome.kinds()).containsOnly("specks");
    assertThat(outcome.said()).doesNotContain("warning:", "refused:");
    assertThat(outcome.said()).contains("note: ", " texels lie in other groups.");
  }

  @Test
  void surfaceBeyondItsSheetNeedsALookAndTilesCureIt() throws IOException {
    Path lantern = glb("lantern.glb", StormLantern.target());
    Outcome one = bake(lantern, "--sheet-by", "one", "--strict");
    assertThat(one.exit()).isEqualTo(Main.NEEDS_A_LOOK);
    assertThat(one.kinds()).contains("beyond-sheet");
    assertThat(one.said()).contains("warning: 1001: ", "beyond the image of this sheet").contains("Try --sheet-by udim.");
    assertThat(bake(lantern, "--sheet-by", "udim").kinds()).doesNotContain("beyond-sheet", "on-no-sheet");
  }

  /** Three bars of different lengths along the axes: a shape that is not its own mirror image. */
  private Path bars(String name, int hand) throws IOException {
    MeshBuilder builder = new MeshBuilder();
    double[][] boxes = {{1, 0.2, 0.2}, {0.2, 0.7, 0.2}, {0.2, 0.2, 0.4}};
    String[] names = {"long", "middle", "short"};
    int face = 0;
    for (int b = 0; b < 3; b++) {
      int part = builder.part(names[b]);
      int first = 8 * b;
      for (int v = 0; v < 8; v++) {
        builder.vertex((v & 1) * boxes[b][0], (v >> 1 & 1) * boxes[b][1], hand * (v >> 2) * boxes[b][2]);
      }
      for (int[] side : new int[][] {{0, 2, 3, 1}, {4, 5, 7, 6}, {0, 1, 5, 4}, {2, 6, 7, 3}, {0, 4, 6, 2}, {1, 3, 7, 5}}) {
        builder.face(part, Mesh.NO_MATERIAL);
        double u = face % 5 / 5.0;
        double w = face / 5 / 5.0;
        for (int k = 0; k < 4; k++) {
          builder.corner(first + side[hand > 0 ? k : 3 - k]);
          builder.uv((float) (u + (k == 1 || k == 2 ? 0.18 : 0)), (float) (w + (k > 1 ? 0.18 : 0)));
        }
        face++;
      }
    }
    return glb(name, builder.build());
  }

  @ParameterizedTest
  @CsvSource({"none", "auto"})
  void aMirroredSourceIsRefusedWithOrWithoutAligning(String align) throws IOException {
    Outcome mirrored = bake(bars("low.glb", 1), "--source", bars("high.glb", -1), "--origin", "parts", "--align", align);
    assertThat(mirrored.exit()).as(mirrored.said()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(mirrored.said()).contains("mirror image");
    Outcome right = bake(bars("low.glb", 1), "--source", bars("high.glb", 1), "--origin", "parts", "--align", align);
    assertThat(right.exit()).as(right.said()).isEqualTo(Main.WRITTEN);
  }

  @Test
  void aListOfFacesBesideTheModelIsAnOrigin() throws IOException {
    target =
        Files.writeString(
            folder.resolve("plate.obj"),
            """
            v 0 0 0
            v 1 0 0
            v 2 0 0
            v 0 1 0
            v 1 1 0
            v 2 1 0
            vt 0 0
            vt 0.5 0
            vt 1 0
            vt 0 1
            vt 0.5 1
            vt 1 1
            f 1/1 2/2 5/5 4/4
            f 2/2 3/3 6/6 5/5
            """);
    Files.writeString(folder.resolve("plate.groups.csv"), "face,group\n0,hull\n1,deck\n");
    Outcome outcome = bake(target, "--padding", "none");
    assertThat(outcome.exit()).isZero();
    assertThat(outcome.report().at("/notes").toString() + outcome.said()).contains("face-groups");
    JsonNode manifest = JsonMapper.builder().build().readTree(out.resolve("manifest.json"));
    assertThat(manifest.at("/settings/origin").asString()).isEqualTo("face-groups");
    assertThat(manifest.at("/groups").valueStream().map(g -> g.path("name").asString())).containsExactly("hull", "deck");
    BufferedImage index = ImageIO.read(out.resolve("plate_1001_index.png").toFile());
    for (int x = 0; x < 128; x++) {
      assertThat(index.getRaster().getSample(x, 64, 0)).isEqualTo(x < 64 ? 1 : 2);
    }
    Files.writeString(folder.resolve("plate.groups.csv"), "face,group\n2,hull\n");
    Outcome refused = bake(target, "--origin", "face-groups");
    assertThat(refused.exit()).isEqualTo(3);
    assertThat(refused.said()).contains("plate.groups.csv, line 2: face 2 is asked for");
  }
}
