package idiotaxa.cli;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.file.FileBundle;
import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.format.MeshFiles;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.SaltmarshPalette;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.group.PaletteFile;
import idiotaxa.core.mesh.Mesh;
import com.networknt.schema.InputFormat;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** {@code bake --recipe} and {@code clean} as they are typed. */
class RecipeTest {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final int SIZE = 256;

  @TempDir Path folder;

  private Path target() throws IOException {
    Path file = folder.resolve("buoy.glb");
    try (OutputStream out = Files.newOutputStream(file)) {
      GlbWriter.write(ChannelMarkerBuoy.target(), out);
    }
    return file;
  }

  private Path recipe(String more) throws IOException {
    String palette = PaletteFile.write(SaltmarshPalette.create());
    return Files.writeString(
        folder.resolve("props.json"),
        """
        { "format": "idiotaxa-recipe", "version": 1, "palette": %s,
          "rules": [ {"when": "part", "is": "*", "group": 2}, {"when": "part", "is": "*bolt*", "group": 1} ],
          "bake": { "origin": "claims", "size": %d, "samples": 4, "padding": "none" },
          "masks": [ {"name": "all", "of": [ {"group": 1}, {"group": 2} ]},
                     {"name": "wide", "of": [ {"group": 1} ], "steps": [ {"do": "grow", "mm": 20} ]} ],
          "packs": [ {"name": "tint", "r": {"mask": "all"}, "g": {"group": 1}, "b": {"image": "soot.png"}} ]%s }
        """
            .formatted(palette, SIZE, more));
  }

  private void soot() throws IOException {
    BufferedImage image = new BufferedImage(8, 8, BufferedImage.TYPE_BYTE_GRAY);
    for (int i = 0; i < 64; i++) {
      image.getRaster().setSample(i % 8, i / 8, 0, 77);
    }
    ImageIO.write(image, "png", folder.resolve("soot.png").toFile());
  }

  private BufferedImage image(Path out, String name) throws IOException {
    return ImageIO.read(out.resolve(name).toFile());
  }

  private static int grey(BufferedImage image, int i) {
    return image.getRaster().getSample(i % SIZE, i / SIZE, 0);
  }

  private Set<String> written(Path out) throws IOException {
    try (Stream<Path> paths = Files.walk(out)) {
      return paths
          .filter(Files::isRegularFile)
          .map(p -> out.relativize(p).toString())
          .collect(Collectors.toCollection(TreeSet::new));
    }
  }

  @Test
  void theTemplateSaysWhatIsWrittenAndOptionsAddToIt() throws IOException {
    soot();
    Path out = folder.resolve("out");
    String template =
        """
        , "template": { "name": "house", "write": [
            {"what": "idMap", "name": "{sheet}/{asset}_{size}.png"},
            {"what": "mask", "of": ["wide"], "name": "{sheet}/{mask}.png"},
            {"what": "layers", "of": "groups", "name": "{sheet}/all.ora"},
            {"what": "mesh", "format": "obj", "carries": "materials", "name": "{asset}.obj"} ] }
        """;
    Typed outcome =
        Typed.run(
            "bake", target(), "--recipe", recipe(template), "--out", out, "--filtered", "--mesh", "usda");
    assertThat(outcome.exit()).as(outcome.err()).isEqualTo(Main.WRITTEN);
    assertThat(written(out))
        .containsExactlyInAnyOrder(
            "1001/buoy_256.png",
            "1001/wide.png",
            "1001/all.ora",
            "buoy.obj",
            "buoy.mtl",
            "buoy_1001_id-filtered.png",
            "buoy.usda",
            "buoy.mtlx",
            "manifest.json",
            "report.json");
    assertThat(Files.readString(out.resolve("buoy.usda"))).contains("def GeomSubset \"red_band_paint\"");
  }

  @Test
  void theModelAsItCameGoesAlongWithItsGroups() throws IOException {
    soot();
    Path out = folder.resolve("out");
    String template =
        """
        , "template": { "name": "house", "write": [
            {"what": "idMap", "name": "{asset}_id.png"},
            {"what": "mesh", "of": "original", "carries": "materials", "name": "{asset}_as_it_came"} ] }
        """;
    Typed outcome = Typed.run("bake", target(), "--recipe", recipe(template), "--out", out, "--mesh", "original");
    assertThat(outcome.exit()).as(outcome.err()).isEqualTo(Main.WRITTEN);
    assertThat(written(out)).contains("buoy_as_it_came.glb").doesNotContain("buoy_original.glb");
    Path plain = folder.resolve("plain");
    assertThat(Typed.run("bake", target(), "--recipe", recipe(""), "--out", plain, "--mesh", "original").exit()).isEqualTo(Main.WRITTEN);
    Typed anew = Typed.run("bake", target(), "--recipe", recipe(""), "--out", folder.resolve("anew"), "--mesh", "glb");
    assertThat(anew.exit()).isEqualTo(Main.WRITTEN);
    Mesh original = MeshFiles.read(FileBundle.beside(plain.resolve("buoy_original.glb")));
    Mesh written = MeshFiles.read(FileBundle.beside(folder.resolve("anew").resolve("buoy.glb")));
    assertThat(original.cornerColor()).isEqualTo(written.cornerColor());
  }

  @Test
  void aTemplateThatWouldWriteTwoFilesOfOneNameIsRefusedBeforeAnythingIsWritten() throws IOException {
    soot();
    Path out = folder.resolve("out");
    String template =
        ", \"template\": {\"name\": \"t\", \"write\": [{\"what\": \"mask\", \"name\": \"{asset}.png\"}]}";
    Typed outcome = Typed.run("bake", target(), "--recipe", recipe(template), "--out", out);
    assertThat(outcome.exit()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(outcome.err()).contains("refused: Two files would be called buoy.png");
    assertThat(out).doesNotExist();
    Typed unknown = Typed.run("bake", target(), "--mesh", "txt", "--out", out);
    assertThat(unknown.exit()).isEqualTo(Main.WRONG_ARGUMENTS);
    assertThat(unknown.err()).contains("glb, obj, ply, usda, original");
  }

  /** A target whose IDs come from a source gets the groups that its maps show. */
  @Test
  void aMeshGoesAlongWithABakeFromASource() throws IOException {
    Path source = folder.resolve("high.glb");
    try (OutputStream out = Files.newOutputStream(source)) {
      GlbWriter.write(ChannelMarkerBuoy.source(SaltmarshPalette.create(), 2), out);
    }
    Path out = folder.resolve("out");
    Typed outcome =
        Typed.run(
            "bake", target(), "--source", source, "--origin", "vertex-colors", "--size", 256, "--samples", 1,
            "--mesh", "ply", "--out", out);
    assertThat(outcome.exit()).as(outcome.err()).isEqualTo(Main.WRITTEN);
    Mesh mesh = MeshFiles.read(FileBundle.beside(out.resolve("buoy.ply")));
    long colors = Arrays.stream(mesh.cornerColor()).distinct().count();
    assertThat(colors).isBetween(8L, 10L);
    assertThat(mesh.faceCount()).isEqualTo(ChannelMarkerBuoy.target().triangleCount());
  }

  @Test
  void rulesMasksAndPacksOfARecipeAreWritten() throws IOException {
    soot();
    Path out = folder.resolve("out");
    Typed outcome =
        Typed.run("bake", target(), "--recipe", recipe(""), "--out", out, "--masks", "--json");
    assertThat(outcome.exit()).as(outcome.err()).isEqualTo(Main.WRITTEN);
    JsonNode report = JSON.readTree(outcome.out());
    assertThat(report.get("origin").asString()).isEqualTo("claims");
    assertThat(report.get("sheets").get(0).get("width").asInt()).isEqualTo(SIZE);
    BufferedImage all = image(out, "masks/buoy_1001_all.png");
    BufferedImage wide = image(out, "masks/buoy_1001_wide.png");
    BufferedImage steel = image(out, "masks/buoy_1001_galvanised-steel.png");
    BufferedImage pack = image(out, "packs/buoy_1001_tint.png");
    BufferedImage ids = image(out, "buoy_1001_id.png");
    int steelTexels = 0;
    int grown = 0;
    for (int i = 0; i < SIZE * SIZE; i++) {
      int rgba = pack.getRGB(i % SIZE, i / SIZE);
      assertThat(rgba >> 16 & 0xFF).isEqualTo(grey(all, i));
      assertThat(rgba >> 8 & 0xFF).isEqualTo(grey(steel, i));
      assertThat(rgba & 0xFF).isEqualTo(77);
      boolean isCovered = (ids.getRGB(i % SIZE, i / SIZE) & 0xFFFFFF) != 0;
      assertThat(grey(all, i)).isEqualTo(isCovered ? 255 : 0);
      assertThat(grey(wide, i)).isGreaterThanOrEqualTo(grey(steel, i));
      steelTexels += grey(steel, i) > 0 ? 1 : 0;
      grown += grey(wide, i) > grey(steel, i) ? 1 : 0;
    }
    assertThat(steelTexels).isPositive();
    assertThat(grown).isPositive();
  }

  @Test
  void optionsWinOverTheRecipe() throws IOException {
    soot();
    Typed outcome =
        Typed.run(
            "bake", target(), "--recipe", recipe(""), "--size", 64, "--origin", "parts", "--out",
            folder.resolve("out"), "--json");
    assertThat(outcome.exit()).as(outcome.err()).isEqualTo(Main.WRITTEN);
    JsonNode report = JSON.readTree(outcome.out());
    assertThat(report.get("origin").asString()).isEqualTo("parts");
    assertThat(report.get("sheets").get(0).get("width").asInt()).isEqualTo(64);
  }

  @Test
  void aRecipeThatCannotBeMeantIsRefusedBeforeAnythingIsWritten() throws IOException {
    Path out = folder.resolve("out");
    Typed unknown = Typed.run("bake", target(), "--recipe", recipe(", \"mask\": []"), "--out", out);
    assertThat(unknown.exit()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(unknown.err()).contains("refused: props.json: mask: this field is not known here");
    Typed missing = Typed.run("bake", target(), "--recipe", recipe(""), "--out", out);
    assertThat(missing.exit()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(missing.err()).contains("tint uses the image soot.png, which is not there.");
    assertThat(out).doesNotExist();
  }

  @Test
  void aBorderRuleMovesTheMapItself() throws IOException {
    soot();
    Path plain = folder.resolve("plain");
    Path moved = folder.resolve("moved");
    assertThat(Typed.run("bake", target(), "--recipe", recipe(""), "--out", plain).exit()).isZero();
    Path bordered = recipe(", \"borders\": [ {\"from\": 1, \"into\": 2, \"px\": 2} ]");
    assertThat(Typed.run("bake", target(), "--recipe", bordered, "--out", moved).exit()).isZero();
    BufferedImage before = image(plain, "buoy_1001_index.png");
    BufferedImage after = image(moved, "buoy_1001_index.png");
    for (int i = 0; i < SIZE * SIZE; i++) {
      int was = grey(before, i);
      assertThat(grey(after, i)).isIn(was, was == 2 ? 1 : was);
    }
  }

  @Test
  void cleanWritesMapPaletteAndReport() throws IOException {
    BufferedImage image = new BufferedImage(60, 40, BufferedImage.TYPE_INT_RGB);
    for (int i = 0; i < 60 * 40; i++) {
      int x = i % 60;
      image.setRGB(x, i / 60, x < 20 ? 0 : x < 40 ? 0xE02020 : x == 40 ? 0x808040 : 0x20E060);
    }
    Path file = folder.resolve("Old sheet.png");
    ImageIO.write(image, "png", file.toFile());
    Path out = folder.resolve("clean");
    Typed outcome = Typed.run("clean", file, "--out", out, "--json");
    assertThat(outcome.exit()).as(outcome.err()).isEqualTo(Main.WRITTEN);
    JsonNode report = JSON.readTree(outcome.out());
    assertThat(report.get("filtered").asLong()).isEqualTo(40);
    assertThat(report.get("strays").asLong()).isZero();
    assertThat(report.get("groups")).hasSize(2);
    assertThat(report.get("groups").get(0).get("color").asString()).isEqualTo("#E02020");
    assertThat(JSON.readTree(out.resolve("report.json"))).isEqualTo(report);
    assertThat(PaletteFile.read(Files.readString(out.resolve("Old-sheet_palette.json"))).groups())
        .hasSize(2);
    BufferedImage index = ImageIO.read(out.resolve("Old-sheet_index.png").toFile());
    for (int i = 0; i < 60 * 40; i++) {
      int group = index.getRaster().getSample(i % 60, i / 60, 0);
      int x = i % 60;
      assertThat(group).isEqualTo(x < 20 ? 0 : x < 40 ? 1 : x == 40 ? group : 2);
      assertThat(group).isBetween(0, 2);
    }
  }

  @Test
  void cleanTakesAPaletteForClosedAndABackgroundThatIsSaid() throws IOException {
    BufferedImage image = new BufferedImage(60, 40, BufferedImage.TYPE_INT_RGB);
    for (int i = 0; i < 60 * 40; i++) {
      int x = i % 60;
      image.setRGB(x, i / 60, x < 20 ? 0x102030 : x < 40 ? 0xE02020 : 0x20E060);
    }
    Path file = folder.resolve("old.png");
    ImageIO.write(image, "png", file.toFile());
    Path palette = folder.resolve("p.json");
    Files.writeString(palette, PaletteFile.write(new Palette("p", List.of(Group.of(5, "rust", 0xE02020)))));
    Typed closed = Typed.run("clean", file, "--palette", palette, "--background", "#102030", "--out", folder.resolve("c"), "--json");
    assertThat(closed.exit()).as(closed.err()).isEqualTo(Main.WRITTEN);
    JsonNode report = JSON.readTree(closed.out());
    assertThat(report.get("groups")).hasSize(1);
    assertThat(report.get("groups").get(0).get("number").asInt()).isEqualTo(5);
    assertThat(report.get("strays").asLong()).isEqualTo(20 * 40);
    Typed all = Typed.run("clean", file, "--background", "none", "--out", folder.resolve("d"), "--json");
    assertThat(JSON.readTree(all.out()).get("groups")).hasSize(3);
    assertThat(Typed.run("clean", file, "--background", "blue", "--out", folder.resolve("e")).exit()).isNotEqualTo(Main.WRITTEN);
  }

  @Test
  void whatCannotBeCleanedIsSaid() throws IOException {
    Path file = Files.writeString(folder.resolve("a.png"), "no picture");
    Typed outcome = Typed.run("clean", file, "--out", folder.resolve("x"));
    assertThat(outcome.exit()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(outcome.err()).contains("no image that is read");
    assertThat(Typed.run("clean", file, "--tolerance", 300, "--out", folder.resolve("x")).exit())
        .isEqualTo(Main.WRONG_ARGUMENTS);
  }

  /** A recipe with one rule, and what stands beside it. */
  private Typed bakeWith(String rule, String more, Object... options) throws IOException {
    Path recipe =
        Files.writeString(
            folder.resolve("one.json"),
            """
            { "format": "idiotaxa-recipe", "version": 1, "palette": %s, "rules": [ %s ],
              "bake": { "origin": "claims", "size": 64, "samples": 1, "padding": "none" }%s }
            """
                .formatted(PaletteFile.write(SaltmarshPalette.create()), rule, more));
    List<Object> words =
        new ArrayList<>(List.of("bake", target(), "--recipe", recipe, "--out", folder.resolve("one"), "--json"));
    words.addAll(List.of(options));
    return Typed.run(words.toArray());
  }

  @Test
  void aBorderOfAGroupThatIsNotThereIsRefusedAsAMaskIs() throws IOException {
    Typed typed =
        bakeWith("{\"when\": \"part\", \"is\": \"*\", \"group\": 2}", ", \"borders\": [{\"from\": 2, \"into\": 99, \"px\": 1}]");
    assertThat(typed.exit()).as(typed.err()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(typed.err()).contains("the border of 2 towards 99 uses group 99, which is gone");
  }

  @ParameterizedTest
  @CsvSource({"color, '\"tolerance\": -5,', false", "color, '\"tolerance\": 443,', false", "color, '\"tolerance\": 24,', true",
    "color, '\"tolerance\": 0,', true", "part, '\"tolerance\": 24,', false", "part, '', true"})
  void schemaAndCommandTakeTheSameTolerances(String when, String tolerance, boolean isTaken) throws IOException {
    String is = when.equals("color") ? "#FF0000" : "*";
    String rule = "{\"when\": \"%s\", \"is\": \"%s\", %s \"group\": 2}".formatted(when, is, tolerance);
    Typed typed = bakeWith(rule, "");
    assertThat(typed.err().contains("tolerance")).as(typed.err()).isEqualTo(!isTaken);
    String text = "{\"format\": \"idiotaxa-recipe\", \"version\": 1, \"rules\": [" + rule + "]}";
    Path schema = Path.of("../formats/recipe.schema.json");
    assertThat(
            SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(Files.readString(schema))
                .validate(text, InputFormat.JSON)
                .isEmpty())
        .isEqualTo(isTaken);
  }

  @Test
  void groupsThatNobodyCanPickAreRefusedUnlessItIsMeant() throws IOException {
    Path palette = folder.resolve("palette.json");
    String same =
        "{\"format\": \"idiotaxa-palette\", \"version\": 1, \"groups\": [{\"number\": 1, \"name\": \"steel\", \"color\": \"%s\"},"
            + " {\"number\": 2, \"name\": \"rope\", \"color\": \"#FF0000\"}]}";
    for (String[] each : new String[][] {{"#FF0000", "have one ID colour, #FF0000"}, {"#000000", "colour of the background"}}) {
      Files.writeString(palette, same.formatted(each[0]));
      Path out = folder.resolve("pick" + each[0].substring(1));
      Typed typed =
          Typed.run("bake", target(), "--palette", palette, "--origin", "parts", "--size", 64, "--out", out, "--strict");
      assertThat(typed.exit()).as(typed.err()).isEqualTo(Main.INPUT_REFUSED);
      assertThat(typed.err()).contains("refused: ").contains(each[1]);
      assertThat(out).doesNotExist();
      Typed anyway =
          Typed.run("bake", target(), "--palette", palette, "--origin", "parts", "--size", 64, "--out", out, "--anyway");
      assertThat(anyway.err()).contains("warning: ").contains(each[1]);
    }
  }

  /** A triangle between two colours is divided between them, as by the colours themselves. */
  @Test
  void rulesByColourClaimCorners() throws IOException {
    Path model =
        Files.writeString(
            folder.resolve("fan.obj"),
            """
            v 0 0 0 1 0 0
            v 1 0 0 1 0 0
            v 1 1 0 0 1 0
            v 0 1 0 0 0 1
            vt 0 0
            vt 1 0
            vt 1 1
            vt 0 1
            f 1/1 2/2 3/3
            f 1/1 3/3 4/4
            """);
    String groups =
        """
        {"number": 1, "name": "red", "color": "#FF0000"}, {"number": 2, "name": "green", "color": "#00FF00"},
        {"number": 3, "name": "blue", "color": "#0000FF"}
        """;
    String palette = "{\"format\": \"idiotaxa-palette\", \"version\": 1, \"name\": \"p\", \"groups\": [" + groups + "]}";
    Path colours =
        Files.writeString(
            folder.resolve("colours.json"),
            """
            { "format": "idiotaxa-recipe", "version": 1, "palette": {"groups": [%s]},
              "rules": [ {"when": "color", "is": "#FF0000", "group": 1}, {"when": "color", "is": "#00FF00", "group": 2},
                         {"when": "color", "is": "#0000FF", "group": 3} ] }
            """
                .formatted(groups));
    Path file = Files.writeString(folder.resolve("palette.json"), palette);
    List<byte[]> maps = new ArrayList<>();
    for (List<Object> how : List.<List<Object>>of(List.of("--recipe", colours, "--origin", "claims"), List.of("--palette", file, "--origin", "vertex-colors"))) {
      List<Object> words = new ArrayList<>(List.of("bake", model, "--size", 128, "--out", folder.resolve("out" + maps.size())));
      words.addAll(how);
      Typed typed = Typed.run(words.toArray());
      assertThat(typed.exit()).as(typed.err()).isZero();
      maps.add(Files.readAllBytes(folder.resolve("out" + maps.size()).resolve("fan_1001_id.png")));
    }
    assertThat(maps.get(0)).isEqualTo(maps.get(1));
  }
}
