package idiotaxa.core.handoff;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.offset;

import com.networknt.schema.InputFormat;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import idiotaxa.core.Shapes;
import idiotaxa.core.bake.BakedSheet;
import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.bake.SheetSettings;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.mask.GreyImages;
import idiotaxa.core.mask.MaskPlan;
import idiotaxa.core.mask.MaskPlanJson;
import idiotaxa.core.mask.MaskSheet;
import idiotaxa.core.mask.MaskTarget;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.reach.Reach;
import idiotaxa.core.template.ReadyTemplates;
import idiotaxa.core.template.Template;
import idiotaxa.core.template.TemplateJson;
import idiotaxa.core.work.Progress;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class HandoffWriterTest {
  private static final Palette PALETTE =
      new Palette(
          "p",
          List.of(
              Group.of(1, "Brass", 0xFF0000),
              Group.of(2, "Laiton é", 0x00FF00),
              Group.of(3, "brass!", 0x0000FF)));

  private static final MaskPlan PLAN =
      MaskPlanJson.parse(
          """
          {"masks": [
             {"name": "all metal", "of": [{"group": 1}, {"group": 2}], "steps": [{"do": "grow", "px": 2}]},
             {"name": "BRASS", "of": [{"mask": "All Metal"}, {"group": 2, "how": "subtract"}],
              "steps": [{"do": "grow", "mm": 400}], "bits": 16}],
           "packs": [{"name": "tint", "r": {"mask": "brass"}, "g": {"group": 3}, "b": null, "a": null}]}
          """);

  @TempDir Path folder;

  private static final Template EVERYTHING =
      ReadyTemplates.all().get(ReadyTemplates.all().size() - 1);

  private static HandoffRequest request(Template template) {
    Mesh cube = Shapes.unwrappedCube();
    OriginReading reading =
        Origins.claims(cube, new int[] {1, 2, 3, 1, 2, 0}, PALETTE.groups());
    Sheet layout = SheetLayout.ONE.divide(cube).get(0);
    BakedSheet baked =
        PreparedBake.fromTarget(cube, reading)
            .bake(layout, new SheetSettings(64, 64, 4, false, 1), Progress.NONE);
    MaskTarget target = MaskTarget.of(cube);
    MaskSheet sheet = target.sheet(layout, baked.maps(), 1);
    return new HandoffRequest(
        "Tide Gauge",
        "A",
        Instant.parse("2026-03-01T10:00:00Z"),
        PALETTE,
        List.of(HandoffSheet.of(baked, sheet)),
        () -> GroupedMesh.of(cube, reading.surface()),
        new OriginalModel(
            "cube.glb",
            false,
            () -> {
              throw new AssertionError("no line asks for it");
            }),
        new HandoffRequest.MaskRequest(PLAN, target, GreyImages.NONE),
        new HandoffRequest.Settings("claims", 64, 64, 4, 4, new Reach(0.1, 0.2), "all"),
        template);
  }

  private List<HandoffWriter.WrittenFile> write(HandoffRequest request, int threads) throws IOException {
    try (OutputFolder out = OutputFolder.at(folder, HandoffOutputs.MANIFEST)) {
      List<HandoffWriter.WrittenFile> written = new HandoffWriter(request, out, threads, Progress.NONE).write();
      assertThat(out.finish()).isEmpty();
      return written;
    }
  }

  @Test
  void whatIsWrittenIsWhatWasPlanned() throws IOException {
    HandoffRequest request = request(EVERYTHING);
    List<String> planned =
        request.outputs().plan().stream().map(PlannedFile::path).toList();
    List<HandoffWriter.WrittenFile> written =
        write(request, 2);
    assertThat(written).extracting(HandoffWriter.WrittenFile::path).isEqualTo(planned);
    assertThat(planned)
        .contains(
            "Tide-Gauge_1001_id.png",
            "masks/Tide-Gauge_1001_Brass-1.png",
            "masks/Tide-Gauge_1001_brass-3.png",
            "unpadded/masks/Tide-Gauge_1001_Laiton-é.png",
            "masks/Tide-Gauge_1001_BRASS-mask.png",
            "masks/Tide-Gauge_1001_all-metal.png",
            "packs/Tide-Gauge_1001_tint.png",
            "Tide-Gauge_1001_id-filtered.png",
            "Tide-Gauge_1001.ora",
            "Tide-Gauge_1001_coverage.exr",
            "meshes/Tide-Gauge_colors.glb",
            "meshes/Tide-Gauge_groups.mtl",
            "meshes/Tide-Gauge_groups.usda",
            "Tide-Gauge_palette.csv",
            "manifest.json");
    for (HandoffWriter.WrittenFile file : written) {
      assertThat(Files.size(folder.resolve(file.path()))).isEqualTo(file.bytes());
    }
  }

  @Test
  void manifestFollowsItsSchema() throws IOException {
    write(request(EVERYTHING), 1);
    String manifest = Files.readString(folder.resolve("manifest.json"));
    var schema =
        SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
            .getSchema(getClass().getResourceAsStream("/formats/manifest.schema.json"));
    assertThat(schema.validate(manifest, InputFormat.JSON)).isEmpty();
    assertThat(schema.validate(manifest.replace("\"claims\"", "\"guess\""), InputFormat.JSON))
        .isNotEmpty();
  }

  @Test
  void idMapHoldsOnlyPaletteColoursAndPaddingGrowsIt() throws IOException {
    write(request(EVERYTHING), 1);
    BufferedImage padded = ImageIO.read(folder.resolve("Tide-Gauge_1001_id.png").toFile());
    BufferedImage plain =
        ImageIO.read(folder.resolve("unpadded/Tide-Gauge_1001_id.png").toFile());
    int grown = 0;
    for (int y = 0; y < 64; y++) {
      for (int x = 0; x < 64; x++) {
        int rgb = padded.getRGB(x, y) & 0xFFFFFF;
        assertThat(rgb).isIn(0x000000, 0xFF0000, 0x00FF00, 0x0000FF);
        if (rgb != (plain.getRGB(x, y) & 0xFFFFFF)) {
          assertThat(plain.getRGB(x, y) & 0xFFFFFF).isZero();
          grown++;
        }
      }
    }
    assertThat(grown).isPositive();
  }

  @Test
  void masksAndPacksAreInTheManifestWithWhatTheyAreMadeOf() throws IOException {
    write(request(EVERYTHING), 2);
    JsonNode sheet =
        JsonMapper.builder()
            .build()
            .readTree(folder.resolve("manifest.json"))
            .get("sheets")
            .get(0);
    JsonNode made = sheet.get("masks").get(4);
    assertThat(made.get("name").asString()).isEqualTo("BRASS");
    assertThat(made.get("groups").toString()).isEqualTo("[1,2]");
    assertThat(made.get("pick").isNull()).isTrue();
    JsonNode pack = sheet.get("packs").get(0);
    assertThat(pack.get("r").asString()).isEqualTo("brass");
    assertThat(pack.get("g").asString()).isEqualTo("brass!");
    assertThat(pack.get("b").isNull()).isTrue();
    assertThat(pack.get("uncut")).isEmpty();
    BufferedImage image = ImageIO.read(folder.resolve(pack.get("file").asString()).toFile());
    BufferedImage mask = ImageIO.read(folder.resolve(made.get("file").asString()).toFile());
    BufferedImage group =
        ImageIO.read(folder.resolve(sheet.get("masks").get(2).get("file").asString()).toFile());
    int lit = 0;
    for (int i = 0; i < 64 * 64; i++) {
      int rgba = image.getRGB(i % 64, i / 64);
      int wide = mask.getRaster().getSample(i % 64, i / 64, 0);
      assertThat(rgba >> 16 & 0xFF).isEqualTo((wide + 128) / 257);
      assertThat(rgba >> 8 & 0xFF).isEqualTo(group.getRaster().getSample(i % 64, i / 64, 0));
      assertThat(rgba & 0xFF0000FF).isEqualTo(0xFF000000);
      lit += wide > 0 ? 1 : 0;
    }
    assertThat(lit).isPositive();
  }

  private static Template template(String lines) {
    return TemplateJson.parse("{\"name\": \"t\", \"write\": [" + lines + "]}");
  }

  private JsonNode sheetOf(String lines) throws IOException {
    write(request(template(lines)), 2);
    return JsonMapper.builder().build().readTree(folder.resolve("manifest.json")).get("sheets").get(0);
  }

  @Test
  void eachImageThatCanBePickedFromHasARangeOfItsOwn() throws IOException {
    String lines =
        "{\"what\": \"mask\", \"of\": \"groups\", \"name\": \"{mask}.png\"},"
            + "{\"what\": \"idMap\", \"name\": \"{asset}_id.png\"}, {\"what\": \"filteredIdMap\", \"name\": \"{asset}_soft.png\"}";
    JsonNode sheet = sheetOf(lines);
    for (JsonNode mask : sheet.get("masks")) {
      assertThat(mask.get("picks")).hasSize(2);
      for (JsonNode pick : mask.get("picks")) {
        checkPick(mask, pick);
      }
      assertThat(mask.at("/pick/image").asString()).isEqualTo("Tide-Gauge_id.png");
    }
  }

  /** Counts by hand what a pick in the middle of a range takes of the image that it names. */
  private void checkPick(JsonNode mask, JsonNode pick) throws IOException {
    BufferedImage image = ImageIO.read(folder.resolve(pick.get("image").asString()).toFile());
    BufferedImage crisp = ImageIO.read(folder.resolve("Tide-Gauge_id.png").toFile());
    int color = Integer.parseInt(pick.get("color").asString().substring(1), 16);
    int tolerance = (pick.get("tolerance").get(0).asInt() + pick.get("tolerance").get(1).asInt()) / 2;
    long taken = 0;
    long left = 0;
    for (int i = 0; i < 64 * 64; i++) {
      int rgb = image.getRGB(i % 64, i / 64) & 0xFFFFFF;
      boolean isPicked = Rgb.distanceSq(rgb, color) <= tolerance * tolerance;
      boolean isOwn = (crisp.getRGB(i % 64, i / 64) & 0xFFFFFF) == color;
      taken += isPicked && !isOwn ? 1 : 0;
      left += !isPicked && isOwn ? 1 : 0;
    }
    assertThat(pick.get("wronglyTaken").asLong()).as("%s on %s", mask.get("name"), pick.get("image")).isEqualTo(taken);
    assertThat(pick.get("wronglyLeft").asLong()).isEqualTo(left);
  }

  @Test
  void picksAreToldOfTheIdMapThatLiesBesideTheMask() throws IOException {
    String mask = "{\"what\": \"mask\", \"of\": \"groups\", \"name\": \"{mask}.png\", \"padded\": false}";
    String idMap = "{\"what\": \"idMap\", \"name\": \"{asset}_id.png\", \"padded\": %s}";
    assertThat(sheetOf(mask + "," + idMap.formatted("false")).at("/masks/0/pick/color").asString())
        .isEqualTo("#FF0000");
    // What is picked from a padded map is not what a mask without padding holds.
    assertThat(sheetOf(mask + "," + idMap.formatted("true")).at("/masks/0/pick").isNull()).isTrue();
    assertThat(sheetOf(mask).at("/masks/0/pick").isNull()).isTrue();
    assertThat(sheetOf(mask).has("idMap")).isFalse();
  }

  @Test
  void coverageChannelsOfACoveredTexelSumToOneExactly() throws IOException {
    JsonNode sheet =
        sheetOf("{\"what\": \"coverage\", \"name\": \"c.exr\", \"padded\": false}, {\"what\": \"mask\", \"of\": \"groups\", \"name\": \"{mask}.png\", \"padded\": false}");
    ExrPixels exr = ExrPixels.read(folder.resolve("c.exr"));
    assertThat(exr.channels())
        .containsExactly("Brass-1.C", "Laiton-é.C", "brass-3.C", "unclaimed.C");
    BufferedImage brass = ImageIO.read(folder.resolve("Brass-1.png").toFile());
    for (int i = 0; i < 64 * 64; i++) {
      float sum = 0;
      for (int c = 0; c < 4; c++) {
        sum += exr.value(c, i);
      }
      assertThat(sum).isIn(0f, 1f);
      int mask = brass.getRaster().getSample(i % 64, i / 64, 0);
      assertThat(exr.value(0, i)).isCloseTo(mask / 255f, offset(1 / 2048f));
    }
    assertThat(sheet.at("/coverageImage/channels/3/group").asInt()).isZero();
  }

  @Test
  void aTemplateWithAProblemWritesNothing() {
    Template twice = template("{\"what\": \"mask\", \"name\": \"{asset}.png\"}");
    HandoffRequest request = request(twice);
    assertThatThrownBy(() -> new HandoffWriter(request, (path, content) -> {}, 1, Progress.NONE))
        .hasMessageContaining("Two files would be called Tide-Gauge.png");
    assertThat(folder).isEmptyDirectory();
  }

  @Test
  void sameContentGivesTheSameZip() throws IOException {
    assertThat(zip()).isEqualTo(zip());
  }

  private static byte[] zip() throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    HandoffRequest request = request(EVERYTHING);
    try (ZipSink sink = new ZipSink(out, request.created())) {
      new HandoffWriter(request, sink, 2, Progress.NONE).write();
    }
    return out.toByteArray();
  }
}
