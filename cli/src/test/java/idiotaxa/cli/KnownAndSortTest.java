package idiotaxa.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.format.MeshFiles;
import idiotaxa.core.format.PlyWriter;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.PaletteFile;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.demo.BellFloat;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.SaltmarshPalette;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Models are learned from, and a model that shares pieces with them is sorted from that. */
class KnownAndSortTest {
  @TempDir Path folder;

  private Path studio;
  private Path known;

  @BeforeEach
  void twoSortedModels() throws IOException {
    studio = Files.createDirectories(folder.resolve("studio/buoys"));
    known = folder.resolve("out/studio.known");
    try (OutputStream out = Files.newOutputStream(studio.resolve("buoy.glb"))) {
      GlbWriter.write(ChannelMarkerBuoy.source(SaltmarshPalette.create(), 1), out);
    }
  }

  private Path put(String name, String text) throws IOException {
    return Files.writeString(folder.resolve(name), text);
  }

  private static JsonNode json(Path file) throws IOException {
    return JsonMapper.builder().build().readTree(Files.readString(file));
  }

  private Path palette() throws IOException {
    JsonNode groups = JsonMapper.builder().build().readTree(PaletteFile.write(SaltmarshPalette.create())).get("groups");
    return put("recipe.json", "{\"format\": \"idiotaxa-recipe\", \"version\": 1, \"name\": \"r\", \"palette\": {\"groups\": " + groups + "}}");
  }

  private void learn(Object... more) {
    Object[] all = {"known", folder.resolve("studio"), "--out", known};
    Object[] both = Arrays.copyOf(all, all.length + more.length);
    System.arraycopy(more, 0, both, all.length, more.length);
    Typed learned = Typed.run(both);
    assertThat(learned.exit()).as(learned.err()).isEqualTo(Main.WRITTEN);
    assertThat(learned.out()).contains("kinds of").contains("from 1 model");
    assertThat(learned.err()).contains("buoys/buoy.glb").contains("by vertex colours");
  }

  /** The same model with its vertex colours gone and in another place is sorted as it was. */
  @Test
  void aModelIsSortedFromWhatIsKnownOfItsPieces() throws IOException {
    learn("--recipe", palette());
    Mesh colored = MeshFiles.read(FileBundle.beside(studio.resolve("buoy.glb")));
    float[] moved = colored.positions().clone();
    for (int i = 0; i < moved.length; i += 3) {
      float x = moved[i];
      moved[i] = 3 - moved[i + 2];
      moved[i + 2] = x;
    }
    Mesh bare = colored.withPositions(moved, null).withCornerColors(null);
    Path model = folder.resolve("again.ply");
    try (OutputStream out = Files.newOutputStream(model)) {
      PlyWriter.write(bare, out);
    }
    Path out = folder.resolve("sorted");
    Typed sorted = Typed.run("sort", model, "--known", known, "--recipe", palette(), "--out", out);
    assertThat(sorted.exit()).as(sorted.err()).isEqualTo(Main.WRITTEN);
    JsonNode file = json(out.resolve("sorted.json"));
    assertThat(file.get("faces").asInt()).isEqualTo(bare.faceCount());
    assertThat(
            SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(Files.readString(Path.of("../formats/sorted.schema.json")))
                .validate(file.toString(), InputFormat.JSON))
        .isEmpty();
    Mesh back = MeshFiles.read(FileBundle.beside(out.resolve("again_sorted.glb")));
    int right = 0;
    int wrong = 0;
    for (int c = 0; c < back.cornerCount(); c++) {
      int color = back.cornerColor()[c] & 0xFFFFFF;
      boolean isRight = color == (colored.cornerColor()[c] & 0xFFFFFF);
      right += isRight ? 1 : 0;
      wrong += isRight || color == 0 ? 0 : 1;
    }
    assertThat(wrong).isZero();
    // What stays is what several groups share one piece of.
    assertThat((double) right / back.cornerCount()).isGreaterThan(0.3);
    assertThat(sorted.out()).contains("pieces are known, from 1 asset");
  }

  @Test
  void withoutARecipeGroupsAreMadeOfWhatIsKnown() throws IOException {
    learn();
    Path out = folder.resolve("sorted");
    Typed sorted = Typed.run("sort", studio.resolve("buoy.glb"), "--known", known, "--out", out, "--json");
    assertThat(sorted.exit()).as(sorted.err()).isEqualTo(Main.WRITTEN);
    JsonNode groups = json(out.resolve("sorted.json")).at("/palette/groups");
    assertThat(groups).isNotEmpty().allSatisfy(g -> assertThat(g.get("color").asString()).matches("#[0-9A-F]{6}"));
    for (Group group : SaltmarshPalette.create().groups()) {
      assertThat(groups.valueStream().map(g -> g.get("name").asString())).doesNotContain(group.name());
    }
  }

  @Test
  void anotherModelTakesWhatTheyShareAndASortedFileTeachesInTurn() throws IOException {
    learn("--recipe", palette());
    Path model = folder.resolve("float.glb");
    try (OutputStream out = Files.newOutputStream(model)) {
      GlbWriter.write(BellFloat.target(), out);
    }
    Path out = folder.resolve("sorted");
    Typed sorted = Typed.run("sort", model, "--known", known, "--recipe", palette(), "--out", out);
    assertThat(sorted.exit()).as(sorted.err()).isEqualTo(Main.WRITTEN);
    // What lies beside a model and is of its faces tells its groups.
    Path next = Files.createDirectories(folder.resolve("next"));
    Files.copy(model, next.resolve("float.glb"));
    JsonNode file = json(out.resolve("sorted.json"));
    Files.writeString(
        next.resolve("float.sorted.json"),
        "{\"faces\": " + file.get("faces") + ", \"groups\": [[0, " + (file.get("faces").asInt() - 1)
            + ", 4]], \"palette\": {\"groups\": [{\"number\": 4, \"name\": \"weathered timber\", \"color\": \"#804000\"}]}}");
    Typed learned = Typed.run("known", next, "--out", folder.resolve("next.known"));
    assertThat(learned.exit()).as(learned.err()).isEqualTo(Main.WRITTEN);
    assertThat(learned.err()).contains("by float.sorted.json");
    Typed again = Typed.run("sort", model, "--known", folder.resolve("next.known"), "--out", folder.resolve("again"));
    assertThat(again.exit()).isEqualTo(Main.WRITTEN);
    assertThat(json(folder.resolve("again/sorted.json")).get("groups").toString())
        .isEqualTo("[[0," + (file.get("faces").asInt() - 1) + ",4]]");
  }

  @Test
  void aRuleWinsOverWhatIsKnown() throws IOException {
    learn("--recipe", palette());
    String text = Files.readString(palette());
    Path recipe = put("rules.json", text.substring(0, text.length() - 1) + ", \"rules\": [{\"when\": \"part\", \"is\": \"*\", \"group\": 8}]}");
    Path out = folder.resolve("sorted");
    Typed sorted = Typed.run("sort", studio.resolve("buoy.glb"), "--known", known, "--recipe", recipe, "--out", out);
    assertThat(sorted.exit()).as(sorted.err()).isEqualTo(Main.WRITTEN);
    JsonNode file = json(out.resolve("sorted.json"));
    assertThat(file.get("groups").toString()).isEqualTo("[[0," + (file.get("faces").asInt() - 1) + ",8]]");
    assertThat(file.get("review")).isEmpty();
  }

  @Test
  void badInputIsSaidAndNothingIsOverwritten() throws IOException {
    Typed none = Typed.run("sort", studio.resolve("buoy.glb"), "--out", folder.resolve("o"));
    assertThat(none.exit()).isEqualTo(Main.WRONG_ARGUMENTS);
    assertThat(none.err()).contains("--known or --recipe is needed");
    Typed other = Typed.run("sort", studio.resolve("buoy.glb"), "--known", studio.resolve("buoy.glb"), "--out", folder.resolve("o"));
    assertThat(other.exit()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(other.err()).contains("this is no file of known pieces");
    assertThat(Typed.run("known", folder.resolve("nowhere"), "--out", known).exit()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(Typed.run("known", Files.createDirectories(folder.resolve("empty")), "--out", known).err()).contains("there is no model in");
    Path model = studio.resolve("buoy.glb");
    long bytes = Files.size(model);
    Typed over = Typed.run("known", folder.resolve("studio"), "--out", model);
    assertThat(over.exit()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(over.err()).contains("it was read as an input");
    assertThat(Files.size(model)).isEqualTo(bytes);
    Files.writeString(studio.resolve("bare.obj"), "v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n");
    Typed bare = Typed.run("known", folder.resolve("studio"), "--out", known);
    assertThat(bare.exit()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(bare.err()).contains("refused: buoys/bare.obj: it has no vertex colours and no materials");
    assertThat(known).exists();
  }
}
