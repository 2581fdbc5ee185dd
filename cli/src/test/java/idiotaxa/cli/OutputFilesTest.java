package idiotaxa.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assumptions.assumeThat;

import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.group.PaletteFile;
import idiotaxa.demo.BellFloat;
import idiotaxa.demo.SaltmarshPalette;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What commands do with the files that are there already: those that they read, their own and everybody else's. */
class OutputFilesTest {
  private static final String OBJ =
      """
      mtllib t.mtl
      o plate
      v 0 0 0
      v 1 0 0
      v 1 1 0
      v 0 1 0
      v 2 0 0
      v 2 1 0
      vt 0 0
      vt 0.5 0
      vt 0.5 1
      vt 0 1
      vt 1 0
      vt 1 1
      usemtl steel
      f 1/1 2/2 3/3 4/4
      usemtl rope
      f 2/2 5/5 6/6 3/3
      """;

  @TempDir private Path folder;

  private Path model() throws IOException {
    Files.writeString(folder.resolve("t.mtl"), "newmtl steel\nKd 1 0 0\nnewmtl rope\nKd 0 1 0\n");
    return Files.writeString(folder.resolve("t.obj"), OBJ);
  }

  private static Path grey(Path file) throws IOException {
    ImageIO.write(new BufferedImage(64, 64, BufferedImage.TYPE_BYTE_GRAY), "png", file.toFile());
    return file;
  }

  private static Map<String, Long> states(Path folder) throws IOException {
    Map<String, Long> out = new TreeMap<>();
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path file : all.filter(Files::isRegularFile).toList()) {
        out.put(folder.relativize(file).toString(), Arrays.hashCode(Files.readAllBytes(file)) * 31L + Files.size(file));
      }
    }
    return out;
  }

  private static Typed bake(Path target, Path out, Object... more) {
    List<Object> words = new ArrayList<>(List.of("bake", target, "--size", 64, "--samples", 1, "--out", out));
    words.addAll(List.of(more));
    return Typed.run(words.toArray());
  }

  @Test
  void whatABakeReadIsNeverWrittenOver() throws IOException {
    Path target = model();
    Map<String, Long> before = states(folder);
    Typed mesh = bake(target, folder, "--mesh", "obj");
    assertThat(mesh.exit()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(mesh.err()).contains("refused: ").contains("t.obj would be written over");
    assertThat(states(folder)).as("nothing was written").isEqualTo(before);

    Path recipe = folder.resolve("t.json");
    Files.writeString(
        recipe,
        """
        { "format": "idiotaxa-recipe", "version": 1, "palette": %s,
          "rules": [ {"when": "part", "is": "*", "group": 1} ], "bake": {"origin": "claims"},
          "packs": [ {"name": "p", "r": {"image": "grey.png"}, "g": {"group": 1}, "b": null, "a": null} ],
          "template": {"name": "t", "write": [
            {"what": "palette", "format": "json", "name": "%s"}, {"what": "pack", "name": "%s"} ]} }
        """
            .formatted(PaletteFile.write(SaltmarshPalette.create()), "{asset}.json", "packs/{pack}.png"));
    grey(folder.resolve("grey.png"));
    before = states(folder);
    Typed ofRecipe = bake(target, folder, "--recipe", recipe);
    assertThat(ofRecipe.exit()).as(ofRecipe.err()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(ofRecipe.err()).contains("t.json would be written over");
    Files.writeString(recipe, Files.readString(recipe).replace("{asset}.json", "colours.json").replace("packs/{pack}.png", "grey.png"));
    Typed ofImage = bake(target, folder, "--recipe", recipe);
    assertThat(ofImage.exit()).as(ofImage.err()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(ofImage.err()).contains("grey.png would be written over");
    assertThat(states(folder).keySet()).isEqualTo(before.keySet());
  }

  @Test
  void whatCleanAndCarryReadIsNeverWrittenOver() throws IOException {
    Path image = grey(folder.resolve("a_id.png"));
    Path linked = Files.createSymbolicLink(folder.resolve("a.png"), image);
    Typed clean = Typed.run("clean", linked, "--out", folder);
    assertThat(clean.exit()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(clean.err()).contains("would be written over").doesNotContain("Exception");

    Path old = folder.resolve("bell_carried.glb");
    try (OutputStream out = Files.newOutputStream(old)) {
      GlbWriter.write(BellFloat.target(), out);
    }
    Path fresh = Files.copy(old, folder.resolve("bell.glb"));
    Typed carry = Typed.run("carry", old, fresh, "--origin", "parts", "--out", folder);
    assertThat(carry.exit()).as(carry.err()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(carry.err()).contains("bell_carried.glb would be written over");
  }

  @Test
  void theSecondBakeLeavesNothingOfTheFirstThatItDoesNotWrite() throws IOException {
    Path out = folder.resolve("out");
    Path target = model();
    assertThat(bake(target, out, "--masks", "--filtered").exit()).isEqualTo(Main.WRITTEN);
    Files.writeString(out.resolve("masks/mine.png"), "mine");
    Typed second = bake(target, out);
    assertThat(second.exit()).isEqualTo(Main.WRITTEN);
    assertThat(states(out).keySet())
        .containsExactlyInAnyOrder("t_1001_id.png", "t_1001_index.png", "manifest.json", "report.json", "masks/mine.png");
    JsonNode manifest = JsonMapper.builder().build().readTree(out.resolve("manifest.json"));
    for (JsonNode file : manifest.get("files")) {
      assertThat(Files.size(out.resolve(file.get("path").asString()))).isEqualTo(file.get("bytes").asLong());
    }
    // Clean and carry know what is theirs as well.
    for (int run = 0; run < 2; run++) {
      assertThat(Typed.run("clean", out.resolve("t_1001_id.png"), "--out", folder.resolve("clean")).err()).doesNotContain("note:");
    }
    assertThat(states(folder.resolve("clean"))).hasSize(4);
  }

  @Test
  void aFolderThatCannotBeIsOneSentence() throws IOException {
    Path target = model();
    Path file = Files.writeString(folder.resolve("file"), "x");
    for (Path out : List.of(file, file.resolve("below"))) {
      for (Typed typed :
          List.of(
              bake(target, out),
              Typed.run("clean", target, "--out", out),
              Typed.run("carry", target, target, "--out", out))) {
        assertThat(typed.exit()).isEqualTo(Main.WRONG_ARGUMENTS);
        assertThat(typed.err()).contains(file + " is a file and no folder").doesNotContain("Exception");
      }
    }
    assertThat(bake(folder.resolve("none.glb"), folder.resolve("never")).exit()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(folder.resolve("never")).doesNotExist();
    Typed noPalette = bake(target, folder.resolve("never"), "--palette", folder.resolve("none.json"));
    assertThat(noPalette.exit()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(noPalette.err()).contains("there is no file").contains("none.json").doesNotContain("Exception");
  }

  @Test
  void aFolderThatMayNotBeWrittenIsSaidBeforeTheBake() throws IOException {
    Path locked = Files.createDirectory(folder.resolve("locked"));
    Files.setPosixFilePermissions(locked, PosixFilePermissions.fromString("r-xr-xr-x"));
    assumeThat(Files.isWritable(locked)).as("root may write everywhere").isFalse();
    Typed typed = bake(model(), locked.resolve("out"));
    assertThat(typed.exit()).isEqualTo(Main.CANNOT_WRITE);
    assertThat(typed.err()).contains("cannot be written").doesNotContain("reading").doesNotContain("Exception");
  }

  /** The system itself ends a write halfway here, as a full disk does: no file of the process may exceed 2 kB. */
  @Test
  void aWriteThatEndsHalfwayLeavesWhatWasThere() throws IOException, InterruptedException {
    Path target = model();
    Path out = folder.resolve("out");
    assertThat(bake(target, out, "--masks").exit()).isEqualTo(Main.WRITTEN);
    Map<String, Long> before = states(folder);
    Process process =
        new ProcessBuilder(
                "bash",
                "-c",
                "ulimit -f 2; exec \"$@\"",
                "bash",
                ProcessHandle.current().info().command().orElseThrow(),
                "-XX:-UsePerfData",
                "-cp",
                System.getProperty("java.class.path"),
                Main.class.getName(),
                "bake",
                target.toString(),
                "--masks",
                "--padding",
                "0",
                "--size",
                "512",
                "--out",
                out.toString())
            .redirectErrorStream(true)
            .start();
    String answer = new String(process.getInputStream().readAllBytes());
    assertThat(process.waitFor()).as(answer).isEqualTo(Main.CANNOT_WRITE);
    assertThat(answer).contains("nothing of what was there has changed").doesNotContain("Exception");
    assertThat(states(folder)).isEqualTo(before);
  }
}
