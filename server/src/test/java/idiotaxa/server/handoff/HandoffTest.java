package idiotaxa.server.handoff;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.PackedAsset;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class HandoffTest {
  private final ApiClient api = new ApiClient(RunningApplication.empty());
  private SortedAsset sorted;
  private PackedAsset packed;
  private long oak;
  private long slate;
  private long bake;

  @BeforeEach
  void sortAndBakeTwoQuads() {
    sorted = new SortedAsset(api, "Harbour sign", TestModels.twoQuads());
    packed = new PackedAsset(api, sorted.asset);
    oak = sorted.createGroup("bog oak");
    slate = sorted.createGroup("slate");
    sorted.claim(oak, 0, 1);
    sorted.claim(slate, 1, 2);
    bake = packed.bake();
  }

  private JsonNode entry(long handoff) {
    return ApiClient.find(api.json(sorted.assetPath()).get("handoffs"), handoff);
  }

  private Map<String, byte[]> files(long handoff) throws IOException {
    Map<String, byte[]> files = new LinkedHashMap<>();
    byte[] zip = api.bytes("/api/handoffs/" + handoff + "/package");
    try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
      for (ZipEntry e = in.getNextEntry(); e != null; e = in.getNextEntry()) {
        files.put(e.getName(), in.readAllBytes());
      }
    }
    return files;
  }

  private static String sha256(byte[] bytes) throws Exception {
    return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
  }

  private static String template(String name, String... lines) {
    return "{\"name\": \"%s\", \"write\": [%s]}".formatted(name, String.join(",", lines));
  }

  @Test
  void packageHoldsExactlyThePlanAndTheReceiverUnderstandsIt() throws Exception {
    List<String> planned = packed.plan(bake);
    long handoff = packed.pack(bake);
    byte[] zip = api.bytes("/api/handoffs/" + handoff + "/package");
    assertThat(entry(handoff).get("bytes").asLong()).isEqualTo(zip.length);
    assertThat(entry(handoff).get("sha256").asString()).isEqualTo(sha256(zip));
    assertThat(entry(handoff).get("isByItself").asBoolean()).isFalse();
    assertThat(entry(handoff).get("template").asString()).isEqualTo("house");
    assertThat(files(handoff).keySet()).containsExactlyElementsOf(planned);
    JsonNode receipt = api.post("/api/handoffs/" + handoff + "/send", "");
    assertThat(receipt.get("problems")).isEmpty();
    assertThat(receipt.get("isAccepted").asBoolean()).isTrue();
    for (JsonNode mask : receipt.get("sheets").get(0).get("masks")) {
      assertThat(mask.get("picked").asLong()).isEqualTo(32 * 16);
      assertThat(mask.get("wronglyTaken").asLong() + mask.get("wronglyLeft").asLong()).isZero();
    }
  }

  @Test
  void theModelAsItCameGoesAlongWithItsGroups() throws IOException {
    String original = "{\"what\": \"mesh\", \"of\": \"original\", \"carries\": \"%s\", \"name\": \"%s\"}";
    String ids = "{\"what\": \"idMap\", \"name\": \"{asset}_id.png\"}";
    String template = template("as it came", ids, original.formatted("vertexColors", "{asset}_colors"), original.formatted("materials", "{asset}_groups"));
    long handoff = packed.pack(bake, template);
    Map<String, byte[]> files = files(handoff);
    assertThat(files).containsOnlyKeys(
        "Harbour-sign_id.png", "Harbour-sign_colors.obj", "Harbour-sign_groups.obj", "Harbour-sign_groups.mtl", "manifest.json");
    // Two groups share two vertices.
    assertThat(new String(files.get("Harbour-sign_colors.obj"), StandardCharsets.UTF_8)).startsWith("mtllib quads.mtl\n").contains("usemtl oak").satisfies(
        text -> assertThat(text.lines().filter(l -> l.startsWith("v "))).hasSize(8));
    assertThat(new String(files.get("Harbour-sign_groups.obj"), StandardCharsets.UTF_8)).contains("usemtl bog-oak", "usemtl slate");
    JsonNode receipt = api.post("/api/handoffs/" + handoff + "/send", "");
    assertThat(receipt.get("problems")).isEmpty();
    assertThat(receipt.get("isAccepted").asBoolean()).isTrue();
    JsonNode plan = api.post("/api/bakes/" + bake + "/handoff-plan", template("numbers", ids, original.formatted("numbers", "{asset}_n")));
    assertThat(plan.get("problems").get(0).get("text").asString()).contains("OBJ has no place for numbers");
  }

  @Test
  void everyFormatIsWrittenAndSaysItsGroups() throws IOException {
    String everything = null;
    for (JsonNode template : api.json("/api/templates")) {
      if (template.get("name").asString().equals("Everything")) {
        everything = "{\"name\": \"Everything\", \"write\": " + template.get("write") + "}";
      }
    }
    Map<String, byte[]> files = files(packed.pack(bake, everything));
    String usda = new String(files.get("meshes/Harbour-sign_groups.usda"), StandardCharsets.UTF_8);
    assertThat(usda).contains("def GeomSubset \"bog_oak\"", "familyName = \"materialBind\"");
    String mtl = new String(files.get("meshes/Harbour-sign_groups.mtl"), StandardCharsets.UTF_8);
    assertThat(mtl).contains("newmtl bog-oak", "newmtl slate");
    assertThat(files).containsKeys("Harbour-sign_1001.ora", "Harbour-sign_1001_coverage.exr");
  }

  @Test
  void aGroupWithoutATexelWritesNothingUnlessItIsAskedFor() {
    sorted.createGroup("tarred rope");
    long again = packed.bake();
    String line = "{\"what\": \"mask\", \"of\": \"groups\", \"name\": \"{mask}.png\", \"empty\": %s}";
    assertThat(paths(again, template("t", line.formatted("false"))))
        .containsExactly("bog-oak.png", "slate.png", "manifest.json");
    assertThat(paths(again, template("t", line.formatted("true")))).contains("tarred-rope.png");
    // A border can take a group its last texel.
    api.send(
        "PUT",
        sorted.assetPath() + "/masks",
        "{\"words\": \"border\", \"plan\": {\"borders\": [{\"from\": %d, \"into\": %d, \"px\": 40}]}}"
            .formatted(oak, slate),
        "If-Match",
        "\"0\"");
    assertThat(paths(again, template("t", line.formatted("false"))))
        .containsExactly("bog-oak.png", "manifest.json");
  }

  private List<String> paths(long ofBake, String template) {
    List<String> paths = new ArrayList<>();
    api.post("/api/bakes/" + ofBake + "/handoff-plan", template)
        .get("files")
        .forEach(f -> paths.add(f.get("path").asString()));
    return paths;
  }

  @Test
  void problemsAreSaidOfADraftAndStopAHandOff() {
    String wrong = template("t", "{\"what\": \"mask\", \"name\": \"{asset}.png\"}");
    JsonNode plan = api.post("/api/bakes/" + bake + "/handoff-plan", wrong);
    assertThat(plan.get("problems").get(0).get("line").asInt()).isZero();
    assertThat(plan.get("problems").get(0).get("text").asString()).contains("Two files");
    HttpResponse<byte[]> refused = api.send("POST", "/api/bakes/" + bake + "/handoffs", wrong);
    assertThat(refused.statusCode()).isEqualTo(400);
    assertThat(ApiClient.detail(refused)).contains("Two files would be called Harbour-sign.png");
    HttpResponse<byte[]> unknown =
        api.send("POST", "/api/templates", "{\"name\": \"x\", \"write\": [{\"what\": \"picture\"}]}");
    assertThat(ApiClient.detail(unknown)).contains("write[0]", "picture");
  }

  @Test
  void whatChangedSinceTheLastPackageIsSaidByFile() {
    long first = packed.pack(bake);
    assertThat(entry(first).get("changes").asString()).isEqualTo("the first package");
    sorted.claim(oak, 1, 2);
    sorted.claim(slate, 0, 1);
    long second =
        packed.pack(
            packed.bake(),
            template(
                "t",
                "{\"what\": \"idMap\", \"name\": \"{asset}_{sheet}_id.png\"}",
                "{\"what\": \"filteredIdMap\", \"name\": \"soft.png\"}"));
    // Of the id map's twins one is written, with another content; index maps, masks and mesh are gone.
    assertThat(entry(second).get("changes").asString()).isEqualTo("1 changed, 1 new, 8 gone");
    JsonNode files = api.json("/api/handoffs/" + second + "/files");
    assertThat(files.get("since").asLong()).isEqualTo(first);
    assertThat(files.get("files").get(0).get("change").asString()).isEqualTo("changed");
    assertThat(files.get("files").get(2).get("path").asString()).isEqualTo("manifest.json");
    assertThat(files.get("files").get(2).get("change").isNull()).isTrue();
  }

  @Test
  void aPackageIsMadeAgainByteForByteWhateverWasRenamedSince() throws Exception {
    long handoff = packed.pack(bake);
    byte[] before = api.bytes("/api/handoffs/" + handoff + "/package");
    int version = ApiClient.find(api.json(sorted.assetPath()).get("groups"), oak).get("version").asInt();
    api.send(
        "PATCH",
        sorted.assetPath() + "/groups/" + oak,
        "{\"name\": \"driftwood\", \"color\": \"#123456\"}",
        "If-Match",
        "\"" + version + "\"");
    assertThat(api.send("POST", "/api/handoffs/" + handoff + "/again", "").statusCode()).isEqualTo(202);
    JsonNode state =
        api.waitFor(
            sorted.asset,
            a -> List.of("done", "failed").contains(ApiClient.find(a.get("handoffs"), handoff).get("state").asString()));
    assertThat(ApiClient.find(state.get("handoffs"), handoff).get("problem").isNull()).isTrue();
    assertThat(api.bytes("/api/handoffs/" + handoff + "/package")).isEqualTo(before);
  }

  @Test
  void aPackageAppearsInTheFolderWholeAndOnce() throws IOException {
    Path folder = Path.of(api.json("/api/handoff-folder").get("folder").asString());
    long handoff = packed.pack(bake);
    // What a process that died left behind goes.
    Files.setLastModifiedTime(
        Files.createDirectories(folder.resolve(".coming-dead")),
        FileTime.from(Instant.now().minus(Duration.ofHours(2))));
    String name = api.post("/api/handoffs/" + handoff + "/deliver", "").get("folder").asString();
    assertThat(name).isEqualTo("Harbour-sign-a-" + handoff);
    Map<String, byte[]> files = files(handoff);
    for (Map.Entry<String, byte[]> file : files.entrySet()) {
      assertThat(folder.resolve(name).resolve(file.getKey())).hasBinaryContent(file.getValue());
    }
    assertThat(api.post("/api/handoffs/" + handoff + "/deliver", "").get("folder").asString())
        .isEqualTo(name);
    assertThat(entry(handoff).get("deliveredTo").asString()).isEqualTo(name);
    try (Stream<Path> all = Files.list(folder)) {
      assertThat(all.map(p -> p.getFileName().toString())).contains(name).noneMatch(n -> n.startsWith("."));
    }
  }

  @Test
  void templatesAreKeptChosenAndChangedByOneAtATime() {
    String line = "{\"what\": \"idMap\", \"name\": \"{asset}_{sheet}.png\"}";
    String name = "house rules " + System.nanoTime();
    long id = api.post("/api/templates", template(name, line)).get("id").asLong();
    HttpResponse<byte[]> twice = api.send("POST", "/api/templates", template(name.toUpperCase(), line));
    assertThat(twice.statusCode()).isEqualTo(409);
    assertThat(ApiClient.detail(twice)).contains("another name");
    assertThat(api.send("POST", "/api/templates", template("everything", line)).statusCode()).isEqualTo(409);
    String key = "own:" + id;
    api.change(sorted.asset, "PUT", sorted.assetPath() + "/template", "{\"key\": \"" + key + "\"}");
    assertThat(api.json(sorted.assetPath()).get("template").asString()).isEqualTo(key);
    List<Integer> answers =
        IntStream.range(0, 4)
            .mapToObj(
                i ->
                    CompletableFuture.supplyAsync(
                        () ->
                            api.send(
                                    "PUT",
                                    "/api/templates/" + id,
                                    template(name + i, line),
                                    "If-Match",
                                    "\"1\"")
                                .statusCode()))
            .toList()
            .stream()
            .map(CompletableFuture::join)
            .sorted()
            .toList();
    assertThat(answers).containsExactly(204, 409, 409, 409);
    api.send("DELETE", "/api/templates/" + id, null, "If-Match", "\"2\"");
    assertThat(api.json(sorted.assetPath()).get("template").isNull()).isTrue();
    HttpResponse<byte[]> gone =
        api.change(sorted.asset, "PUT", sorted.assetPath() + "/template", "{\"key\": \"" + key + "\"}");
    assertThat(gone.statusCode()).isEqualTo(409);
  }

  @Test
  void aLookIsKeptInTheGroupAndIsInTheNextManifest() throws IOException {
    JsonNode group = ApiClient.find(api.json(sorted.assetPath()).get("groups"), slate);
    assertThat(group.get("look").get("roughness").asDouble()).as("slate is a ready look").isEqualTo(0.93);
    String look = "{\"baseColor\": \"#203040\", \"roughness\": 0.25, \"metalness\": 1}";
    String path = sorted.assetPath() + "/groups/" + slate + "/look";
    String version = "\"" + group.get("version").asInt() + "\"";
    assertThat(api.send("PUT", path, look, "If-Match", version).statusCode()).isEqualTo(204);
    assertThat(api.send("PUT", path, look, "If-Match", version).statusCode()).isEqualTo(409);
    assertThat(api.send("PUT", path, look.replace("0.25", "2"), "If-Match", "\"3\"").statusCode()).isEqualTo(400);
    String manifest = new String(files(packed.pack(bake)).get("manifest.json"), StandardCharsets.UTF_8);
    assertThat(manifest).contains("\"baseColor\" : \"#203040\"");
  }

  @Test
  void aLookOfAPaletteReachesEveryAssetThatUsesIt() {
    long palette =
        api.post("/api/palettes", "{\"name\": \"harbour\", \"fromAsset\": " + sorted.asset + "}").get("id").asLong();
    long other = api.createAsset("Harbour light");
    api.change(other, "PUT", "/api/assets/" + other + "/palette", "{\"paletteId\": " + palette + "}");
    JsonNode group = ApiClient.find(api.json(sorted.assetPath()).get("groups"), slate);
    api.send(
        "PUT",
        sorted.assetPath() + "/groups/" + slate + "/look",
        "{\"baseColor\": \"#203040\", \"roughness\": 0.25, \"metalness\": 1}",
        "If-Match",
        "\"" + group.get("version").asInt() + "\"");
    for (JsonNode of : api.json("/api/assets/" + other).get("groups")) {
      boolean isSlate = of.get("name").asString().equals("slate");
      assertThat(of.get("look").get("baseColor").asString().equals("#203040")).isEqualTo(isSlate);
    }
  }
}
