package idiotaxa.e2e;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.offset;

import idiotaxa.core.bake.BakedSheet;
import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.bake.SheetSettings;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.handoff.GroupedMesh;
import idiotaxa.core.handoff.HandoffRequest;
import idiotaxa.core.handoff.OriginalModel;
import idiotaxa.core.handoff.HandoffSheet;
import idiotaxa.core.handoff.HandoffOutputs;
import idiotaxa.core.handoff.HandoffWriter;
import idiotaxa.core.handoff.OutputFolder;
import idiotaxa.core.handoff.ZipSink;
import idiotaxa.core.mask.GreyImages;
import idiotaxa.core.mask.MaskPlanJson;
import idiotaxa.core.mask.MaskTarget;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.reach.Reach;
import idiotaxa.core.template.ReadyTemplates;
import idiotaxa.core.template.Template;
import idiotaxa.core.template.TemplateJson;
import idiotaxa.core.template.TemplateLine;
import idiotaxa.core.work.Progress;
import idiotaxa.demo.SaltmarshPalette;
import idiotaxa.demo.StormLantern;
import idiotaxa.receiver.PackageCheck;
import idiotaxa.receiver.Receipt;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Every file of a hand-off is read back by something that is not ours; numbers are compared. */
class WrittenFilesTest {
  private static final int SIZE = 256;
  private static final JsonMapper JSON = JsonMapper.builder().build();

  @TempDir static Path folder;

  private static Mesh target;
  private static Palette palette;
  private static OriginReading reading;
  private static HandoffRequest request;

  @BeforeAll
  static void writeEverythingOfTheLantern() throws IOException {
    target = StormLantern.target();
    reading = Origins.read(target, IdOrigin.MATERIALS, SaltmarshPalette.create().groups());
    palette = new Palette("Saltmarsh", reading.groups());
    MaskTarget maskTarget = MaskTarget.of(target);
    List<HandoffSheet> sheets = new ArrayList<>();
    for (Sheet sheet : SheetLayout.UDIM.divide(target)) {
      BakedSheet baked =
          PreparedBake.fromTarget(target, reading)
              .bake(sheet, new SheetSettings(SIZE, SIZE, 16, false, 2), Progress.NONE);
      sheets.add(HandoffSheet.of(baked, maskTarget.sheet(sheet, baked.maps(), 2)));
    }
    List<Template> ready = ReadyTemplates.all();
    Template everything = ready.get(ready.size() - 1);
    List<TemplateLine> lines = new ArrayList<>(everything.lines());
    lines.addAll(
        TemplateJson.parse(
                """
                {"name": "more", "write": [
                  {"what": "mesh", "format": "obj", "carries": "vertexColors", "name": "meshes/{asset}_colors.obj"},
                  {"what": "mesh", "format": "obj", "carries": "nothing", "triangulated": true, "name": "meshes/{asset}_cut.obj"},
                  {"what": "mesh", "format": "usda", "carries": "vertexColors", "name": "meshes/{asset}_colors.usda"}]}
                """)
            .lines());
    String plan =
        """
        {"masks": [{"name": "Metall, ganz & gar", "of": [{"group": 1}, {"group": 7}], "steps": [{"do": "grow", "px": 2}], "bits": 16}],
         "packs": [{"name": "tint", "r": {"group": 2}, "g": {"mask": "Metall, ganz & gar"}, "b": {"group": 5}, "a": {"group": 1}}]}
        """;
    request =
        new HandoffRequest(
            "Storm lantern",
            "A",
            Instant.parse("2026-03-01T10:00:00Z"),
            palette,
            sheets,
            () -> GroupedMesh.of(target, reading.surface()),
            new OriginalModel("buoy.glb", false, () -> { throw new AssertionError("no line asks for it"); }),
            new HandoffRequest.MaskRequest(MaskPlanJson.parse(plan), maskTarget, GreyImages.NONE),
            new HandoffRequest.Settings("materials", SIZE, SIZE, 16, 8, new Reach(0, 0), "none"),
            new Template("everything and more", lines));
    try (OutputFolder out = OutputFolder.at(folder, HandoffOutputs.MANIFEST)) {
      new HandoffWriter(request, out, 2, Progress.NONE).write();
      out.finish();
    }
  }

  private static String run(Path directory, String... command) throws IOException, InterruptedException {
    Process process =
        new ProcessBuilder(command).directory(directory.toFile()).redirectErrorStream(true).start();
    String printed = new String(process.getInputStream().readAllBytes());
    assertThat(process.waitFor()).as(String.join(" ", command) + ": " + printed).isZero();
    return printed;
  }

  private static List<Path> all(String ending) throws IOException {
    try (Stream<Path> paths = Files.walk(folder)) {
      return paths.filter(p -> p.toString().endsWith(ending)).sorted().toList();
    }
  }

  /** What three's loader finds in a file. */
  private static JsonNode three(String file) throws IOException, InterruptedException {
    return JSON.readTree(
        run(Path.of("../web"), "node", "read-written.mjs", folder.resolve("meshes").resolve(file).toString())
            .lines()
            .reduce((a, b) -> b)
            .orElseThrow());
  }

  private static Map<Integer, Integer> trianglesOfGroups() {
    Map<Integer, Integer> triangles = new HashMap<>();
    for (int t = 0; t < target.triangleCount(); t++) {
      triangles.merge(reading.surface().at(t, 0.4, 0.3, 0.3), 1, Integer::sum);
    }
    return triangles;
  }

  private static void checkBox(JsonNode found) {
    for (int k = 0; k < 3; k++) {
      assertThat(found.get("min").get(k).asDouble()).isCloseTo(min(k), offset(1e-5));
    }
    assertThat(found.get("hasUvs").asBoolean()).isTrue();
  }

  private static double min(int axis) {
    double min = Double.POSITIVE_INFINITY;
    for (int v = 0; v < target.vertexCount(); v++) {
      min = Math.min(min, target.positions()[3 * v + axis]);
    }
    return min;
  }

  private static void checkMaterials(JsonNode found, Function<Group, String> name) {
    Map<Integer, Integer> expected = trianglesOfGroups();
    for (Group group : palette.groups()) {
      String key = name.apply(group);
      int triangles = expected.getOrDefault(group.number(), 0);
      assertThat(found.get("triangles").path(key).asInt(0)).as(key).isEqualTo(triangles);
      if (triangles > 0) {
        assertThat("#" + found.get("looks").get(key).get("color").asString())
            .isEqualToIgnoringCase(Rgb.toHex(group.look().baseColor()));
      }
    }
  }

  @Test
  void meshesWithMaterialsHaveEveryGroupWithItsTrianglesAndLook() throws Exception {
    JsonNode glb = three("Storm-lantern_groups.glb");
    checkBox(glb);
    checkMaterials(glb, Group::name);
    assertThat(glb.get("looks").get("brass").get("roughness").asDouble()).isCloseTo(0.3, offset(1e-6));
    assertThat(glb.get("looks").get("brass").get("metalness").asDouble()).isEqualTo(1);
    JsonNode usd = three("Storm-lantern_groups.usda");
    checkBox(usd);
    // The loader keeps no names of materials; every group of the palette has another base colour.
    checkMaterials(usd, group -> Rgb.toHex(group.look().baseColor()).toLowerCase());
    assertThat(usd.get("looks").get("#b08d3e").get("roughness").asDouble()).isCloseTo(0.3, offset(1e-6));
    JsonNode obj = three("Storm-lantern_groups.obj");
    checkBox(obj);
    checkMaterials(obj, group -> group.name().replace(' ', '-'));
  }

  @Test
  void meshesWithVertexColorsHaveExactlyTheIdColors() throws Exception {
    TreeSet<Integer> expected = new TreeSet<>();
    trianglesOfGroups().keySet().forEach(g -> expected.add(palette.find(g).orElseThrow().color()));
    for (String file : List.of("Storm-lantern_colors.glb", "Storm-lantern_colors.obj", "Storm-lantern_colors.ply")) {
      JsonNode found = three(file);
      assertThat(found.get("colors")).as(file).hasSameSizeAs(expected);
      for (JsonNode color : found.get("colors")) {
        int rgb = Integer.parseInt(color.asString(), 16);
        // One of the loaders rounds on its way through linear values.
        assertThat(expected).as(file).anyMatch(wanted -> Rgb.distance(wanted, rgb) <= 1);
      }
      checkBox(found);
      int triangles = 0;
      for (JsonNode count : found.get("triangles")) {
        triangles += count.asInt();
      }
      assertThat(triangles).as(file).isEqualTo(target.triangleCount());
    }
    checkBox(three("Storm-lantern_colors.usda"));
    for (String file : List.of("Storm-lantern_clean.glb", "Storm-lantern_cut.obj")) {
      assertThat(three(file).get("colors")).as(file).isEmpty();
    }
  }

  @Test
  void glbFilesAreValid() throws Exception {
    List<String> command = new ArrayList<>(List.of("node", "validate-glb.mjs"));
    all(".glb").forEach(p -> command.add(p.toString()));
    assertThat(command).hasSize(5);
    String printed = run(Path.of("../web"), command.toArray(String[]::new));
    for (String line : printed.lines().toList()) {
      JsonNode issues = JSON.readTree(line).get("issues");
      assertThat(issues.get("numErrors").asInt() + issues.get("numWarnings").asInt()).as(line).isZero();
    }
  }

  @Test
  void imagesAreSound() throws Exception {
    List<Path> images = all(".png");
    assertThat(images).hasSizeGreaterThan(20);
    for (Path image : images) {
      run(folder, "pngcheck", "-q", image.toString());
    }
    for (Path ora : all(".ora")) {
      assertThat(run(folder, "unzip", "-t", ora.toString())).contains("No errors detected");
    }
    List<Path> coverages = all(".exr");
    assertThat(coverages).hasSize(2);
    String header = run(folder, "exrheader", coverages.get(0).toString());
    assertThat(header).contains("brass.C, 16-bit floating-point", "unclaimed.C", "zip", "0 0) - (255 255)");
  }

  @Test
  void theReceiverFindsEverythingAsItIsSaid() throws Exception {
    Path zip = Files.createTempFile("written", ".zip");
    try (OutputStream out = Files.newOutputStream(zip);
        ZipSink sink = new ZipSink(out, request.created())) {
      new HandoffWriter(request, sink, 2, Progress.NONE).write();
    }
    try (InputStream in = Files.newInputStream(zip)) {
      Receipt receipt = PackageCheck.of(in);
      assertThat(receipt.problems()).isEmpty();
      assertThat(receipt.meshes()).hasSize(9).allMatch(m -> m.differing() == 0);
      assertThat(receipt.sheets()).hasSize(2);
      receipt
          .sheets()
          .forEach(
              sheet -> {
                assertThat(sheet.packs()).allSatisfy(p -> assertThat(p.channels()).allMatch(c -> c.differing() <= 0));
                assertThat(sheet.layers()).allSatisfy(l -> assertThat(l.layers()).allMatch(c -> c.differing() <= 0));
              });
      assertThat(receipt.sheets().get(0).packs().get(0).channels().get(0).differing()).isZero();
      assertThat(receipt.remarks()).isEmpty();
    } finally {
      Files.delete(zip);
    }
  }
}
