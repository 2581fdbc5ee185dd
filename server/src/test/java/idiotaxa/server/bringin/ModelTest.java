package idiotaxa.server.bringin;

import static idiotaxa.server.TestModels.bytes;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.PackedAsset;
import idiotaxa.server.running.RunningApplication;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class ModelTest {
  private final ApiClient api = new ApiClient(RunningApplication.empty());
  private final long asset = api.createAsset("models");

  private long bringIn(String role, Map<String, byte[]> files) {
    JsonNode revision = api.bringIn(asset, role, files);
    assertThat(revision.get("state").asString()).isEqualTo("ready");
    return revision.get("id").asLong();
  }

  private JsonNode revision(long id) {
    return ApiClient.find(api.json("/api/assets/" + asset).get("revisions"), id);
  }

  private void send(String method, String path, String json) {
    var answer = api.change(asset, method, path, json);
    assertThat(answer.statusCode()).as(new String(answer.body())).isEqualTo(204);
  }

  @Test
  void zipWithFoldersIsRead() throws IOException {
    JsonNode revision = revision(bringIn("target", Map.of("model.zip", zip("export/"))));
    assertThat(revision.get("fileName").asString()).isEqualTo("quads.obj");
    assertThat(revision.get("inspection").get("materials").get(0).get("baseColor").asString())
        .isEqualTo("#CC8033");
  }

  @Test
  void zipThatLeadsOutOfItsFolderIsRefused() throws IOException {
    var answer = api.upload(asset, "target", Map.of("model.zip", zip("export/../../")));
    assertThat(answer.statusCode()).isEqualTo(422);
    assertThat(ApiClient.detail(answer)).contains("points outside of the upload");
  }

  /** Two quads and their materials in a zip, their names behind a path. */
  private static byte[] zip(String path) throws IOException {
    ByteArrayOutputStream zip = new ByteArrayOutputStream();
    try (ZipOutputStream out = new ZipOutputStream(zip)) {
      for (Map.Entry<String, byte[]> file : new TreeMap<>(TestModels.twoQuads()).entrySet()) {
        out.putNextEntry(new ZipEntry(path + file.getKey()));
        out.write(file.getValue());
      }
    }
    return zip.toByteArray();
  }

  @Test
  void partsAreMergedSplitAndTakenBackWhileClaimsStay() {
    long id = bringIn("target", TestModels.twoQuads());
    long group =
        api.post("/api/assets/" + asset + "/groups", "{\"name\": \"oak\"}").get("id").asLong();
    api.post(
        "/api/assets/" + asset + "/revisions/" + id + "/claims",
        "{\"groupId\": " + group + ", \"faceRanges\": [1, 2]}");
    String edits = "/api/revisions/" + id + "/part-edits";
    send("POST", edits, "{\"kind\": \"merge\", \"parts\": [0, 1], \"word\": \"sign\"}");
    JsonNode merged = revision(id);
    assertThat(merged.get("inspection").get("parts")).hasSize(1);
    assertThat(merged.get("partEdits").asInt()).isEqualTo(1);
    assertThat(merged.get("geometryVersion").asInt()).isEqualTo(1);
    assertThat(merged.get("claimedShare").asDouble()).isCloseTo(0.5, within(1e-9));
    send("POST", edits, "{\"kind\": \"split\", \"parts\": [0], \"word\": \"materials\"}");
    assertThat(revision(id).get("inspection").get("parts"))
        .extracting(p -> p.get("name").asString())
        .containsExactly("sign oak", "sign slate");
    send("DELETE", edits + "/last", null);
    send("DELETE", edits + "/last", null);
    assertThat(revision(id).get("inspection").get("parts"))
        .extracting(p -> p.get("name").asString())
        .containsExactly("left", "right");
    var refused = api.change(asset, "POST", edits, "{\"kind\": \"rename\", \"parts\": [9], \"word\": \"x\"}");
    assertThat(refused.statusCode()).isEqualTo(400);
    assertThat(ApiClient.detail(refused)).contains("no part 9");
    for (String wrong : List.of("{\"kind\": \"paint\", \"parts\": [0], \"word\": \"x\"}", "{\"kind\": \"rename\", \"word\": \"x\"}", "{}")) {
      var answer = api.change(asset, "POST", edits, wrong);
      assertThat(answer.statusCode()).isEqualTo(400);
      assertThat(ApiClient.detail(answer)).containsAnyOf("rename, split or merge, not by", "parts is missing");
    }
  }

  @Test
  void modelWithoutUvsGetsALayoutAndLosesItAgain() {
    long id = bringIn("target", TestModels.colouredPly());
    assertThat(revision(id).get("inspection").get("hasUvs").asBoolean()).isFalse();
    api.post("/api/revisions/" + id + "/layouts", "{\"sizePx\": 1024, \"marginPx\": 4}");
    JsonNode state =
        api.waitFor(
            asset,
            a ->
                ApiClient.find(a.get("revisions"), id)
                    .get("layout")
                    .get("state")
                    .asString()
                    .equals("done"));
    JsonNode laidOut = ApiClient.find(state.get("revisions"), id);
    assertThat(laidOut.get("hasLayout").asBoolean()).isTrue();
    assertThat(laidOut.get("layout").get("coverage").asDouble()).isGreaterThan(0.6);
    assertThat(laidOut.get("inspection").get("hasUvs").asBoolean()).isTrue();
    send("DELETE", "/api/revisions/" + id + "/layout", null);
    assertThat(revision(id).get("inspection").get("hasUvs").asBoolean()).isFalse();
  }

  @Test
  void bakeOfOtherUvsIsNotHandedOff() {
    long id = bringIn("target", TestModels.twoQuads());
    api.post("/api/assets/" + asset + "/revisions/" + id + "/proposal?from=materials", "");
    bake("claims", false);
    send(
        "POST",
        "/api/revisions/" + id + "/part-edits",
        "{\"kind\": \"rename\", \"parts\": [0], \"word\": \"port\"}");
    JsonNode bake = api.json("/api/assets/" + asset).get("bakes").get(0);
    var refused = api.send("POST", "/api/bakes/" + bake.get("id") + "/handoffs", PackedAsset.TEMPLATE);
    assertThat(refused.statusCode()).isEqualTo(409);
    assertThat(ApiClient.detail(refused)).contains("changed after this bake; bake again");
  }

  @Test
  void sourceInCentimetresIsRecognisedAndBakesOnceAligned() {
    bringIn("target", TestModels.twoQuads());
    String obj = new String(TestModels.twoQuads().get("quads.obj"), StandardCharsets.UTF_8);
    String scaled = obj.replaceAll("v (\\d) (\\d) 0", "v $100 $200 0").replace("v 000", "v 0");
    Map<String, byte[]> files =
        Map.of("high.obj", bytes(scaled), "quads.mtl", TestModels.twoQuads().get("quads.mtl"));
    long source = bringIn("source", files);
    JsonNode check = api.json("/api/revisions/" + source + "/alignment");
    assertThat(check.get("isClose").asBoolean()).isFalse();
    assertThat(check.get("words").asString()).isEqualTo("scale by 0.01");
    send("PUT", "/api/revisions/" + source + "/alignment", check.get("proposal").toString());
    assertThat(revision(source).get("alignment").get("scale").asDouble()).isEqualTo(0.01);
    api.post("/api/assets/" + asset + "/revisions/" + source + "/proposal?from=materials", "");
    JsonNode report = bake("materials", true);
    assertThat(report.get("missed").asLong()).isZero();
    assertThat(report.get("groupTexels").get(1).asLong()).isEqualTo(32 * 64);
  }

  private JsonNode bake(String origin, boolean isFromSource) {
    return bake(origin, isFromSource, "null");
  }

  private JsonNode bake(String origin, boolean isFromSource, String sourceIds) {
    api.post(
        "/api/assets/" + asset + "/bakes",
        """
        {"origin": "%s", "isFromSource": %s, "sourceIds": %s, "size": 64, "samples": 1, "padding": 0,
         "reachOutward": null, "reachInward": null, "pairing": "fitting"}
        """
            .formatted(origin, isFromSource, sourceIds));
    JsonNode state =
        api.waitFor(
            asset,
            a -> a.get("bakes").get(0).get("sheets").get(0).get("state").asString().equals("done"));
    return state.get("bakes").get(0).get("sheets").get(0).get("result").get("report");
  }

  /** One of the two quads alone. */
  private static Map<String, byte[]> half(String name, String part) {
    String obj = new String(TestModels.twoQuads().get("quads.obj"), StandardCharsets.UTF_8);
    String other = part.equals("left") ? "o right\nusemtl slate\nf.*\n" : "o left\nusemtl oak\nf.*\n";
    return Map.of(
        name, bytes(obj.replaceAll(other, "")), "quads.mtl", TestModels.twoQuads().get("quads.mtl"));
  }

  @Test
  void severalSourcesAreReadTogetherOrSomeOfThem() {
    long target = bringIn("target", TestModels.twoQuads());
    long left = bringIn("source", half("left.obj", "left"));
    bringIn("source", half("right.obj", "right"));
    api.post("/api/assets/" + asset + "/revisions/" + target + "/proposal?from=materials", "");
    JsonNode both = bake("materials", true);
    assertThat(both.get("missed").asLong()).isZero();
    assertThat(both.get("groupTexels").get(1).asLong()).isEqualTo(32 * 64);
    assertThat(both.get("groupTexels").get(2).asLong()).isEqualTo(32 * 64);

    var oneValue = api.send("POST", "/api/assets/" + asset + "/bakes", settings(left));
    assertThat(ApiClient.detail(oneValue)).contains("left.obj has no materials to tell");
    api.post(
        "/api/assets/" + asset + "/revisions/" + left + "/claims",
        "{\"groupId\": %s, \"faceRanges\": [0, 1]}"
            .formatted(api.json("/api/assets/" + asset).get("groups").get(1).get("id")));
    JsonNode alone = bake("claims", true, "[" + left + "]");
    // Beyond the edge of the source a texel falls back to the closest point within the reach.
    long found = 32 * 64 + alone.get("fallback").asLong();
    assertThat(alone.get("groupTexels").get(2).asLong()).isEqualTo(found);
    assertThat(alone.get("missed").asLong()).isEqualTo(64 * 64 - found);

    send("POST", "/api/revisions/" + left + "/set-aside", null);
    assertThat(revision(left).get("isCurrent").asBoolean()).isFalse();
    var gone = api.send("POST", "/api/assets/" + asset + "/bakes", settings(left));
    assertThat(gone.statusCode()).isEqualTo(409);
    assertThat(ApiClient.detail(gone)).contains("choose again which");
    assertThat(api.send("POST", "/api/revisions/" + target + "/set-aside", null).statusCode())
        .isEqualTo(409);
  }

  private static String settings(long sourceId) {
    return """
        {"origin": "materials", "isFromSource": true, "sourceIds": [%d], "size": 64, "samples": 1,
         "padding": 0, "reachOutward": null, "reachInward": null, "pairing": "all"}
        """
        .formatted(sourceId);
  }

  @Test
  void textureIsAnOriginOnceItsImageCameAlong() throws IOException {
    BufferedImage image = new BufferedImage(2, 1, BufferedImage.TYPE_INT_RGB);
    image.setRGB(0, 0, 0xFF0000);
    image.setRGB(1, 0, 0x0000FF);
    ByteArrayOutputStream png = new ByteArrayOutputStream();
    ImageIO.write(image, "png", png);
    Map<String, byte[]> files = new TreeMap<>(TestModels.twoQuads());
    files.put("quads.mtl", bytes("newmtl oak\nmap_Kd map.png\nnewmtl slate\nmap_Kd map.png\n"));
    files.put("map.png", png.toByteArray());
    bringIn("target", files);
    for (String group : new String[] {"rope #FF0000", "glass #0000FF"}) {
      String[] words = group.split(" ");
      api.post(
          "/api/assets/" + asset + "/groups",
          "{\"name\": \"%s\", \"color\": \"%s\"}".formatted(words[0], words[1]));
    }
    JsonNode report = bake("texture", false);
    assertThat(report.get("groupTexels").get(1).asLong()).isEqualTo(32 * 64);
    assertThat(report.get("groupTexels").get(2).asLong()).isEqualTo(32 * 64);
  }

  @Test
  void overlapIsHarmlessOrAConflictByClaimsAndGoneWithSheetsByHand() throws IOException {
    String stacked =
        new String(TestModels.twoQuads().get("quads.obj"), StandardCharsets.UTF_8)
            .replace("f 2/2 5/5 6/6 3/3", "f 2/1 5/2 6/3 3/4");
    long id = bringIn("target", Map.of("stacked.obj", bytes(stacked)));
    String path = "/api/revisions/" + id + "/overlaps?size=128";
    JsonNode harmless = api.json(path).get(0).get("overlaps");
    assertThat(harmless.get("overlapping").asLong()).isEqualTo(64 * 128);
    assertThat(harmless.get("conflicts").asLong()).isZero();
    BufferedImage shaded =
        ImageIO.read(
            new ByteArrayInputStream(
                api.bytes("/api/revisions/" + id + "/overlaps/1001.png?size=128")));
    assertThat(shaded.getRGB(0, 0)).isEqualTo(0xFF000000);
    assertThat(shaded.getRGB(64, 0) >>> 24).as("the free half").isZero();
    api.post("/api/assets/" + asset + "/revisions/" + id + "/proposal?from=parts", "");
    assertThat(api.json(path).get(0).get("overlaps").get("conflicts").asLong()).isEqualTo(64 * 128);
    send(
        "PUT",
        "/api/assets/" + asset + "/sheet-plan",
        "{\"by\": \"hand\", \"hand\": [{\"name\": \"second\", \"parts\": [\"right\"]}]}");
    assertThat(api.json(path)).extracting(s -> s.get("sheet").asString()).containsExactly("second", "1001");
    assertThat(api.json(path).get(0).get("overlaps").get("overlapping").asLong()).isZero();
    bake("claims", false);
    assertThat(api.json("/api/assets/" + asset).get("bakes").get(0).get("sheets"))
        .extracting(s -> s.get("name").asString())
        .containsExactlyInAnyOrder("second", "1001");
  }

  @Test
  void referencePictureIsPinnedMovedServedAndUnpinned() {
    byte[] png = {(byte) 0x89, 'P', 'N', 'G', 1, 2, 3};
    long id = api.pin(asset, "harbour.png", png);
    send("PATCH", "/api/pictures/" + id, "{\"x\": 0.5, \"y\": 0.25, \"width\": 0.3}");
    JsonNode picture = api.json("/api/assets/" + asset).get("pictures").get(0);
    assertThat(picture.get("x").asDouble()).isEqualTo(0.5);
    assertThat(api.bytes("/api/pictures/" + id)).isEqualTo(png);
    send("DELETE", "/api/pictures/" + id, null);
    assertThat(api.json("/api/assets/" + asset).get("pictures")).isEmpty();
  }
}
