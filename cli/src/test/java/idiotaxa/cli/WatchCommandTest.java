package idiotaxa.cli;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.group.PaletteFile;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.demo.BellFloat;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.ChannelMarkerBuoyB;
import idiotaxa.demo.SaltmarshPalette;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.util.Arrays;
import java.util.List;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class WatchCommandTest {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final long PATIENCE_NANOS = 60_000_000_000L;

  @TempDir private Path folder;
  private Path in;
  private Path out;
  private Path recipe;

  @BeforeEach
  void writeRecipe() throws IOException {
    in = Files.createDirectory(folder.resolve("in"));
    out = folder.resolve("out");
    recipe = folder.resolve("props.json");
    Files.writeString(recipe, recipe(2));
  }

  private static String recipe(int group) {
    return """
        { "format": "idiotaxa-recipe", "version": 1, "palette": %s,
          "rules": [ {"when": "part", "is": "*", "group": %d}, {"when": "part", "is": "bolt", "group": 1} ],
          "bake": { "origin": "claims", "size": 64, "samples": 1, "padding": "none" } }
        """
        .formatted(PaletteFile.write(SaltmarshPalette.create()), group);
  }

  private static byte[] glb(Mesh mesh) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    GlbWriter.write(mesh, out);
    return out.toByteArray();
  }

  private Typed once(Object... more) {
    Object[] all = {"watch", in, "--recipe", recipe, "--out", out, "--once", "--settle", "0.3", "--json"};
    Object[] both = Arrays.copyOf(all, all.length + more.length);
    System.arraycopy(more, 0, both, all.length, more.length);
    return Typed.run(both);
  }

  private static JsonNode model(JsonNode summary, String name) {
    for (JsonNode model : summary.get("models")) {
      if (model.get("name").asString().equals(name)) {
        return model;
      }
    }
    throw new AssertionError("no " + name + " in " + summary);
  }

  private List<String> folders() throws IOException {
    try (Stream<Path> all = Files.list(out)) {
      return all.map(p -> p.getFileName().toString()).sorted().toList();
    }
  }

  @Test
  void aNightlyRunBakesWhatHasChangedAndSumsUp() throws IOException {
    Files.write(in.resolve("buoy_low.glb"), glb(ChannelMarkerBuoy.target()));
    Files.write(in.resolve("buoy_high.glb"), glb(ChannelMarkerBuoy.target()));
    Files.write(in.resolve("bell.glb"), glb(BellFloat.target()));
    Files.writeString(in.resolve("broken.glb"), "no model at all");
    Files.write(in.resolve("lonely_high.glb"), glb(BellFloat.target()));
    Files.writeString(in.resolve("notes.txt"), "not ours");
    Typed first = once();
    assertThat(first.exit()).as(first.err()).isEqualTo(Main.INPUT_REFUSED);
    JsonNode summary = JSON.readTree(first.out());
    assertThat(summary.get("baked").asInt()).isEqualTo(2);
    assertThat(summary.get("refused").asInt()).isEqualTo(1);
    assertThat(summary.get("models").get(0).get("name").asString()).as("first what needs a look").isEqualTo("broken");
    assertThat(model(summary, "broken").get("problem").asString()).contains("broken.glb");
    assertThat(model(summary, "buoy_low").get("files").toString()).isEqualTo("[\"buoy_high.glb\",\"buoy_low.glb\"]");
    assertThat(model(summary, "bell").get("claimed").asDouble()).isEqualTo(1);
    assertThat(summary.get("sourcesWithoutTarget").toString()).contains("lonely_high.glb");
    assertThat(folders()).containsExactly("bell", "buoy_low");
    assertThat(out.resolve("bell/bell_1001_id.png")).exists();
    assertThat(out.resolve("buoy_low/manifest.json")).exists();
    // The worst of all models, whatever is asked for.
    assertThat(once("--strict").exit()).isEqualTo(Main.INPUT_REFUSED);

    Files.delete(in.resolve("broken.glb"));
    Files.delete(in.resolve("lonely_high.glb"));
    Files.write(in.resolve("bell.glb"), glb(ChannelMarkerBuoyB.target()));
    JsonNode second = JSON.readTree(once().out());
    assertThat(model(second, "bell").get("state").asString()).isEqualTo("baked");
    assertThat(model(second, "buoy_low").get("state").asString()).isEqualTo("unchanged");
    Files.writeString(recipe, recipe(3));
    assertThat(JSON.readTree(once().out()).get("baked").asInt()).isEqualTo(2);
    Typed lines = Typed.run("watch", in, "--recipe", recipe, "--out", out, "--once", "--settle", "0.3");
    assertThat(lines.out()).contains("2 models: 0 baked, 2 unchanged, 0 refused, 0 unfinished");
  }

  private static final String OBJ =
      """
      mtllib %s
      o plate
      v 0 0 0
      v 1 0 0
      v 1 1 0
      v 0 1 0
      vt 0 0
      vt 1 0
      vt 1 1
      vt 0 1
      usemtl steel
      f 1/1 2/2 3/3 4/4
      """;

  @Test
  void modelsWhoseNamesBecomeOneEachHaveAFolderOfTheirOwn() throws IOException {
    for (String name : List.of("x y.obj", "x-y.obj", "x_y.obj")) {
      Files.writeString(in.resolve(name), OBJ.formatted("none.mtl"));
    }
    JsonNode first = JSON.readTree(once().out());
    assertThat(first.get("baked").asInt()).isEqualTo(3);
    assertThat(folders()).hasSize(3);
    assertThat(JSON.readTree(once().out()).get("unchanged").asInt()).isEqualTo(3);
  }

  @Test
  void aFolderThatGetsAnotherNameSaysWhereItsMapsAre() throws IOException {
    Files.writeString(in.resolve("a.obj"), OBJ.formatted("none.mtl"));
    once();
    Files.write(in.resolve("a.glb"), glb(BellFloat.target()));
    Typed second = once();
    assertThat(folders()).containsExactly("a", "a_glb", "a_obj");
    assertThat(second.err()).contains("note: the maps of a.obj are in a_obj now");
    assertThat(Files.readString(out.resolve("a/MOVED.txt"))).contains("../a_obj");
    assertThat(once().err()).doesNotContain("note: the maps of");
  }

  @Test
  void whatAModelOpenedIsWhatItDependsOn() throws IOException {
    Files.writeString(in.resolve("a.obj"), OBJ.formatted("a.mtl"));
    Files.writeString(in.resolve("a.mtl"), "newmtl steel\nKd 1 0 0\n");
    Files.writeString(in.resolve("b.obj"), OBJ.formatted("b.mtl"));
    assertThat(JSON.readTree(once().out()).get("baked").asInt()).isEqualTo(2);
    // Another model's materials are nothing to it; its own are, also those that it looked for in vain.
    Files.writeString(in.resolve("c.mtl"), "newmtl rope\nKd 0 0 1\n");
    Files.writeString(in.resolve("c.obj"), OBJ.formatted("c.mtl"));
    JsonNode second = JSON.readTree(once().out());
    assertThat(model(second, "a").get("state").asString()).isEqualTo("unchanged");
    assertThat(model(second, "b").get("state").asString()).isEqualTo("unchanged");
    Files.writeString(in.resolve("a.mtl"), "newmtl steel\nKd 0 1 0\n");
    Files.writeString(in.resolve("b.mtl"), "newmtl steel\nKd 0 1 0\n");
    JsonNode third = JSON.readTree(once().out());
    assertThat(model(third, "a").get("state").asString()).isEqualTo("baked");
    assertThat(model(third, "b").get("state").asString()).isEqualTo("baked");
    assertThat(model(third, "c").get("state").asString()).isEqualTo("unchanged");
    // A file that was only copied anew is the same.
    Files.setLastModifiedTime(in.resolve("a.obj"), FileTime.fromMillis(1_700_000_000_000L));
    assertThat(model(JSON.readTree(once().out()), "a").get("state").asString()).isEqualTo("unchanged");
  }

  @Test
  void anEmptyFileIsSaidAndNotWaitedFor() throws IOException {
    Files.createFile(in.resolve("empty.glb"));
    Files.write(in.resolve("bell.glb"), glb(BellFloat.target()));
    JsonNode summary = JSON.readTree(once().out());
    assertThat(model(summary, "bell").get("state").asString()).isEqualTo("baked");
    assertThat(model(summary, "empty.glb").get("problem").asString()).contains("it is empty");
  }

  @Test
  void whatSomebodyElsePutThereIsNeverLost() throws IOException {
    Files.write(in.resolve("bell.glb"), glb(BellFloat.target()));
    once();
    Files.writeString(out.resolve("bell/notes.txt"), "mine");
    Files.writeString(out.resolve("bell/bell_1001_index.png"), "painted over");
    Files.writeString(recipe, recipe(3));
    assertThat(JSON.readTree(once().out()).get("baked").asInt()).isEqualTo(1);
    assertThat(Files.readString(out.resolve("bell/notes.txt"))).isEqualTo("mine");
    assertThat(Files.readString(out.resolve("bell/bell_1001_index.png.before"))).isEqualTo("painted over");
    // A folder that has the name of a model and is none of ours stays, and so does what lies in it.
    Files.createDirectories(out.resolve("buoy"));
    Files.writeString(out.resolve("buoy/a.scene"), "years of work");
    Files.write(in.resolve("buoy.glb"), glb(ChannelMarkerBuoy.target()));
    Typed third = once();
    assertThat(third.exit()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(model(JSON.readTree(third.out()), "buoy").get("problem").asString()).contains("none of ours");
    assertThat(Files.readString(out.resolve("buoy/a.scene"))).isEqualTo("years of work");
  }

  @Test
  void theFolderOfTheModelsIsNeverTakenForOneOfMaps() throws IOException {
    // The folder of models lies where the maps of a model of its name would go.
    Path models = Files.createDirectories(out.resolve("bell"));
    Files.write(models.resolve("bell.glb"), glb(BellFloat.target()));
    Typed typed = Typed.run("watch", models, "--recipe", recipe, "--out", out, "--once", "--settle", "0.3", "--json");
    assertThat(typed.exit()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(models.resolve("bell.glb")).exists();
  }

  @Test
  void patternsTellTargetsFromSources() throws IOException {
    Files.write(in.resolve("buoy.game.glb"), glb(ChannelMarkerBuoy.target()));
    Files.write(in.resolve("buoy.game_geo.glb"), glb(ChannelMarkerBuoy.target()));
    JsonNode summary = JSON.readTree(once("--target", "*.game.glb", "--source", "*_geo.glb").out());
    assertThat(model(summary, "buoy.game").get("files")).hasSize(2);
    assertThat(summary.get("models")).hasSize(1);
  }

  @Test
  void whatCannotBeMeantIsSaidAtOnce() throws IOException {
    assertThat(Typed.run("watch", in.resolve("none"), "--recipe", recipe, "--out", out, "--once").exit())
        .isEqualTo(Main.WRONG_ARGUMENTS);
    assertThat(Typed.run("watch", in, "--recipe", recipe, "--out", in, "--once").exit())
        .isEqualTo(Main.WRONG_ARGUMENTS);
    Path file = Files.writeString(folder.resolve("file"), "x");
    Typed ofFile = Typed.run("watch", in, "--recipe", recipe, "--out", file, "--once");
    assertThat(ofFile.exit()).isEqualTo(Main.WRONG_ARGUMENTS);
    assertThat(ofFile.err()).contains("is a file and no folder").doesNotContain("Exception");
    Files.writeString(recipe, "{}");
    Typed typed = Typed.run("watch", in, "--recipe", recipe, "--out", out, "--once");
    assertThat(typed.exit()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(typed.err()).contains("refused: props.json: format");
  }

  /** A watch in a thread of its own, until it is closed. */
  private final class Watching implements AutoCloseable {
    private final StringWriter said = new StringWriter();
    private final Thread thread;

    Watching() {
      PrintWriter writer = new PrintWriter(said, true);
      String[] words = {
        "watch", in.toString(), "--recipe", recipe.toString(), "--out", out.toString(), "--settle", "1.5"
      };
      thread = new Thread(() -> Main.run(writer, writer, words));
      thread.start();
      waitFor(() -> said().contains("watching"));
    }

    String said() {
      synchronized (said.getBuffer()) {
        return said.toString();
      }
    }

    long lines(String beginning, String part) {
      return said().lines().filter(l -> l.startsWith(beginning) && l.contains(part)).count();
    }

    @Override
    public void close() throws InterruptedException {
      thread.interrupt();
      thread.join();
    }
  }

  private static void waitFor(BooleanSupplier isReached) {
    long end = System.nanoTime() + PATIENCE_NANOS;
    while (!isReached.getAsBoolean()) {
      assertThat(System.nanoTime()).as("not reached").isLessThan(end);
      Thread.onSpinWait();
    }
  }

  private static void pause(long millis) throws InterruptedException {
    Thread.sleep(millis);
  }

  @Test
  void filesThatArriveSlowlyAreReadOnceTheyAreWhole() throws Exception {
    byte[] bytes = glb(ChannelMarkerBuoy.target());
    try (Watching watching = new Watching()) {
      try (OutputStream slow = Files.newOutputStream(in.resolve("buoy.glb"))) {
        for (int part = 0; part < 5; part++) {
          int each = bytes.length / 5 + 1;
          slow.write(bytes, part * each, Math.min(each, bytes.length - part * each));
          slow.flush();
          pause(200);
        }
      }
      waitFor(() -> watching.lines("buoy", "baked") == 1);
      assertThat(watching.said()).doesNotContain("refused");
      assertThat(watching.lines("baking", "buoy.glb")).isEqualTo(1);
      // Twice within a second: only the last one counts.
      Files.write(in.resolve("buoy.glb"), glb(BellFloat.target()));
      pause(200);
      Files.write(in.resolve("buoy.glb"), glb(ChannelMarkerBuoyB.target()));
      waitFor(() -> watching.lines("buoy", "baked") == 2);
      pause(2500);
      assertThat(watching.lines("baking", "buoy.glb")).isEqualTo(2);
      JsonNode report = JSON.readTree(Files.readString(out.resolve("buoy/report.json")));
      assertThat(report.toString()).contains("bumper_ring");
    }
    assertThat(folders()).containsExactly("buoy");
  }

  private static void grey(Path file, int value) throws IOException {
    BufferedImage image = new BufferedImage(8, 8, BufferedImage.TYPE_BYTE_GRAY);
    for (int i = 0; i < 64; i++) {
      image.getRaster().setSample(i % 8, i / 8, 0, value);
    }
    Path part = file.resolveSibling(file.getFileName() + ".part");
    ImageIO.write(image, "tiff", part.toFile());
    Files.move(part, file, StandardCopyOption.ATOMIC_MOVE);
  }

  /** What a run has opened is what it watches, of whatever kind; what else lies there is not. */
  @Test
  void picturesOfTheRecipeAreWatched() throws Exception {
    String masks = ", \"masks\": [ {\"name\": \"soot\", \"of\": [ {\"image\": \"soot.tif\"} ]} ] }";
    String plain = recipe(2).strip();
    Files.writeString(recipe, plain.substring(0, plain.length() - 1) + masks);
    grey(folder.resolve("soot.tif"), 40);
    Files.write(in.resolve("bell.glb"), glb(BellFloat.target()));
    Path mask = out.resolve("bell/masks/bell_1001_soot.png");
    try (Watching watching = new Watching()) {
      waitFor(() -> watching.lines("bell", "baked") == 1);
      byte[] before = Files.readAllBytes(mask);
      grey(folder.resolve("other.png"), 200);
      pause(1500);
      grey(folder.resolve("soot.tif"), 200);
      waitFor(() -> watching.lines("bell", "baked") == 2);
      assertThat(Files.readAllBytes(mask)).isNotEqualTo(before);
      assertThat(watching.lines("baking", "bell.glb")).as("the other picture is nobody's").isEqualTo(2);
    }
    grey(folder.resolve("soot.tif"), 40);
    assertThat(JSON.readTree(once().out()).get("baked").asInt()).isEqualTo(1);
    assertThat(JSON.readTree(once().out()).get("unchanged").asInt()).isEqualTo(1);
  }

  @Test
  void whatIsBrokenOrTakenAwayLeavesTheMapsAsTheyWere() throws Exception {
    Files.write(in.resolve("bell.glb"), glb(BellFloat.target()));
    try (Watching watching = new Watching()) {
      waitFor(() -> watching.lines("true since", ":") == 1);
      assertThat(watching.lines("bell", "baked")).isEqualTo(1);
      byte[] map = Files.readAllBytes(out.resolve("bell/bell_1001_id.png"));
      Files.writeString(in.resolve("bell.glb"), "broken");
      waitFor(() -> watching.lines("held back: bell", "") == 1);
      assertThat(watching.lines("bell", "refused")).isEqualTo(1);
      assertThat(Files.readAllBytes(out.resolve("bell/bell_1001_id.png"))).isEqualTo(map);
      Files.delete(in.resolve("bell.glb"));
      waitFor(() -> watching.said().contains("bell.glb is gone; its maps stay"));
      Files.write(in.resolve("bell.glb"), glb(ChannelMarkerBuoy.target()));
      waitFor(() -> watching.lines("bell", "baked") == 2);
      assertThat(Files.readAllBytes(out.resolve("bell/bell_1001_id.png"))).isNotEqualTo(map);
      Files.writeString(recipe, recipe(3));
      waitFor(() -> watching.lines("bell", "baked") == 3);
      waitFor(() -> watching.said().stripTrailing().lines().reduce((a, b) -> b).orElse("").startsWith("true since"));
      assertThat(watching.lines("held back", "")).isEqualTo(1);
    }
    assertThat(folders()).containsExactly("bell");
  }
}
