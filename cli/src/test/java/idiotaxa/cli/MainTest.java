package idiotaxa.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.format.PlyWriter;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.SaltmarshPalette;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.HashSet;
import java.util.Set;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class MainTest {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  @TempDir Path folder;

  private Path target() throws IOException {
    return glb("buoy.glb", ChannelMarkerBuoy.target());
  }

  private Path glb(String name, Mesh mesh) throws IOException {
    Path file = folder.resolve(name);
    try (OutputStream out = Files.newOutputStream(file)) {
      GlbWriter.write(mesh, out);
    }
    return file;
  }

  private Path write(String name, String text) throws IOException {
    return Files.writeString(folder.resolve(name), text);
  }

  @Test
  void bakeFromASourceWritesMapsMasksManifestAndReport() throws IOException {
    Path source = folder.resolve("buoy_high.ply");
    try (OutputStream stream = Files.newOutputStream(source)) {
      PlyWriter.write(ChannelMarkerBuoy.source(SaltmarshPalette.create(), 2), stream);
    }
    Path out = folder.resolve("out");
    Typed outcome =
        Typed.run("bake", target(), "--source", source, "--size", 256, "--masks", "--out", out, "--json");
    assertThat(outcome.exit()).as(outcome.err()).isEqualTo(Main.WRITTEN);
    JsonNode report = JSON.readTree(outcome.out());
    assertThat(report.get("origin").asString()).isEqualTo("vertex-colors");
    assertThat(report.get("sheets").get(0).get("missed").asLong()).isZero();
    assertThat(report.get("milliseconds").propertyNames()).contains("building the hierarchy");
    assertThat(JSON.readTree(out.resolve("report.json"))).isEqualTo(report);
    JsonNode manifest = JSON.readTree(out.resolve("manifest.json"));
    for (JsonNode file : manifest.get("files")) {
      assertThat(Files.size(out.resolve(file.get("path").asString())))
          .isEqualTo(file.get("bytes").asLong());
    }
    try (Stream<Path> masks = Files.list(out.resolve("masks"))) {
      assertThat(masks).hasSize(9);
    }
    checkOnlyGroupColors(out.resolve("buoy_1001_id.png"), manifest);
  }

  private static void checkOnlyGroupColors(Path idMap, JsonNode manifest) throws IOException {
    Set<Integer> allowed = new HashSet<>(Set.of(0));
    manifest
        .get("groups")
        .forEach(g -> allowed.add(Integer.parseInt(g.get("color").asString().substring(1), 16)));
    BufferedImage image = ImageIO.read(idMap.toFile());
    for (int rgb : image.getRGB(0, 0, 256, 256, null, 0, 256)) {
      assertThat(allowed).contains(rgb & 0xFFFFFF);
    }
  }

  @Test
  void whatIsMissedIsLocatedInTheReport() throws IOException {
    Path source = glb("buoy_high.glb", ChannelMarkerBuoy.source(SaltmarshPalette.create(), 2));
    Object[] arguments = {
      "bake", target(), "--source", source, "--size", 256, "--reach", "0.001:0.001", "--strict",
      "--out", folder.resolve("short"), "--json"
    };
    Typed outcome = Typed.run(arguments);
    assertThat(outcome.exit()).isEqualTo(Main.NEEDS_A_LOOK);
    JsonNode sheet = JSON.readTree(outcome.out()).get("sheets").get(0);
    JsonNode largest = sheet.get("problems").get(0);
    assertThat(largest.get("kind").asString()).isEqualTo("missed");
    assertThat(largest.get("texels").asLong()).isBetween(50L, sheet.get("missed").asLong());
    assertThat(largest.get("x").asInt() + largest.get("width").asInt()).isLessThanOrEqualTo(256);
    assertThat(largest.get("position")).hasSize(3);
  }

  @Test
  void originWithDataIsChosenAndSaid() throws IOException {
    Typed outcome = Typed.run("bake", target(), "--size", 64, "--out", folder.resolve("o"), "--json");
    JsonNode report = JSON.readTree(outcome.out());
    assertThat(report.get("origin").asString()).isEqualTo("materials");
    assertThat(report.get("notes").get(0).asString()).contains("materials was chosen");
  }

  @Test
  void wrongArgumentsEndWithTwoAndWriteNothing() throws IOException {
    Path out = folder.resolve("none");
    assertThat(Typed.run("bake", target(), "--size", "many", "--out", out).exit()).isEqualTo(2);
    assertThat(Typed.run("bake", target(), "--samples", 3, "--out", out).exit()).isEqualTo(2);
    assertThat(Typed.run("bake", target(), "--reach", "1", "--out", out).exit()).isEqualTo(2);
    assertThat(Typed.run("bake", target(), "--origin", "mood", "--out", out).exit()).isEqualTo(2);
    assertThat(Typed.run("bake", target()).exit()).isEqualTo(2);
    assertThat(out).doesNotExist();
  }

  @Test
  void refusedInputEndsWithThreeAndOneSentenceWithFileAndPlace() throws IOException {
    ByteArrayOutputStream glb = new ByteArrayOutputStream();
    GlbWriter.write(ChannelMarkerBuoy.target(), glb);
    Path torn = folder.resolve("torn.glb");
    Files.write(torn, Arrays.copyOf(glb.toByteArray(), glb.size() / 3));
    checkRefused(torn, "torn.glb");
    checkRefused(write("range.obj", "v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 9\n"), "line 4");
    checkRefused(write("nan.obj", "v 0 0 0\nv NaN 0 0\nv 0 1 0\nf 1 2 3\n"), "vertex 1");
    checkRefused(write("letter.ply", "Dear artist"), "letter.ply");
    checkRefused(folder.resolve("missing.glb"), "missing.glb");
  }

  private void checkRefused(Path file, String place) {
    for (String command : new String[] {"inspect", "bake"}) {
      Typed outcome =
          command.equals("bake")
              ? Typed.run(command, file, "--out", folder.resolve("refused"))
              : Typed.run(command, file);
      assertThat(outcome.exit()).as("%s %s", command, file).isEqualTo(Main.INPUT_REFUSED);
      String sentence = outcome.err().lines().filter(l -> !l.contains(" %  ")).toList().get(0);
      assertThat(sentence).contains(place);
    }
    assertThat(folder.resolve("refused")).doesNotExist();
  }

  @Test
  void missedTexelsEndWithFourOnlyWhenStrict() throws IOException {
    Path source = glb("far_high.glb", ChannelMarkerBuoy.source(SaltmarshPalette.create(), 1));
    Object[] arguments = {
      "bake", target(), "--source", source, "--size", 128, "--reach", "0:0", "--out", folder
    };
    assertThat(Typed.run(arguments).exit()).isEqualTo(Main.WRITTEN);
    Object[] strict = Arrays.copyOf(arguments, arguments.length + 1);
    strict[arguments.length] = "--strict";
    assertThat(Typed.run(strict).exit()).isEqualTo(Main.NEEDS_A_LOOK);
  }

  @Test
  void inspectTellsPartsSheetsAndMaterials() throws IOException {
    Typed text = Typed.run("inspect", target());
    assertThat(text.out()).contains("3,324 triangles", "43 parts", "sheet 1001", "material paint");
    Path lone = write("lone.obj", "v 0 0 0\nv 1 0 0\nv 0 1 0\no \nf 1 2 3\n");
    String printed = Typed.run("inspect", target(), lone, "--json").out();
    var schema =
        SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
            .getSchema(Files.readString(Path.of("../formats/inspect.schema.json")));
    assertThat(schema.validate(printed, InputFormat.JSON)).isEmpty();
    assertThat(schema.validate(printed.replace("missing-normals", "Missing"), InputFormat.JSON))
        .isNotEmpty();
    JsonNode json = JSON.readTree(printed).get("buoy.glb");
    assertThat(json.get("parts")).hasSize(43);
    assertThat(json.get("hasUvs").asBoolean()).isTrue();
  }
}
