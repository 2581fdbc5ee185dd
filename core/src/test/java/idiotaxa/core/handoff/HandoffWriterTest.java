package idiotaxa.core.handoff;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import idiotaxa.core.Shapes;
import idiotaxa.core.bake.BakedSheet;
import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.bake.SheetSettings;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
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

  private static HandoffRequest request(boolean hasMesh) {
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
        hasMesh ? ClaimedMesh.of(cube, reading.surface(), PALETTE) : null,
        new HandoffRequest.MaskRequest(PLAN, target, GreyImages.NONE),
        new HandoffRequest.Settings("claims", 64, 64, 4, 4, new Reach(0.1, 0.2), "all"),
        new HandoffRequest.Contents(true, true));
  }

  @Test
  void whatIsWrittenIsWhatWasPlanned() throws IOException {
    HandoffRequest request = request(true);
    List<String> planned =
        new HandoffOutputs("Tide Gauge", PALETTE, List.of("1001"), true, PLAN, request.contents())
            .plan().stream().map(PlannedFile::path).toList();
    List<HandoffWriter.WrittenFile> written =
        new HandoffWriter(request, new FolderSink(folder), 2, Progress.NONE).write();
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
            "Tide-Gauge.glb",
            "manifest.json");
    for (HandoffWriter.WrittenFile file : written) {
      assertThat(Files.size(folder.resolve(file.path()))).isEqualTo(file.bytes());
    }
  }

  @Test
  void manifestFollowsItsSchema() throws IOException {
    new HandoffWriter(request(true), new FolderSink(folder), 1, Progress.NONE).write();
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
    new HandoffWriter(request(false), new FolderSink(folder), 1, Progress.NONE).write();
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
    new HandoffWriter(request(false), new FolderSink(folder), 2, Progress.NONE).write();
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

  @Test
  void sameContentGivesTheSameZip() throws IOException {
    assertThat(zip()).isEqualTo(zip());
  }

  private static byte[] zip() throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    HandoffRequest request = request(true);
    try (ZipSink sink = new ZipSink(out, request.created())) {
      new HandoffWriter(request, sink, 2, Progress.NONE).write();
    }
    return out.toByteArray();
  }
}
