package idiotaxa.server.handoff;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.PackedAsset;
import idiotaxa.server.running.RunningApplication;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class BakeAndHandoffTest {
  private final ApiClient api = new ApiClient(RunningApplication.empty());
  private long asset;
  private long target;

  @BeforeEach
  void bringInTwoQuads() {
    asset = api.createAsset("Harbour sign");
    target = api.bringIn(asset, "target", TestModels.twoQuads()).get("id").asLong();
  }

  private void keepMaterials() {
    api.post("/api/assets/" + asset + "/revisions/" + target + "/proposal?from=materials", "");
  }

  private static String settings(String origin, boolean isFromSource, int size) {
    return """
        {"origin": "%s", "isFromSource": %s, "size": %d, "samples": 4, "padding": 2,
         "reachOutward": null, "reachInward": null, "pairing": "fitting"}
        """
        .formatted(origin, isFromSource, size);
  }

  private JsonNode bake(String settings, String expectedState) {
    long id = api.post("/api/assets/" + asset + "/bakes", settings).get("id").asLong();
    JsonNode state =
        api.waitFor(
            asset,
            a ->
                !List.of("waiting", "running")
                    .contains(sheet(a, id).get("state").asString()));
    assertThat(sheet(state, id).get("state").asString()).isEqualTo(expectedState);
    return ApiClient.find(state.get("bakes"), id);
  }

  private static JsonNode sheet(JsonNode state, long bake) {
    return ApiClient.find(state.get("bakes"), bake).get("sheets").get(0);
  }

  private BufferedImage image(long bake, String kind, String query) throws IOException {
    return ImageIO.read(
        new ByteArrayInputStream(
            api.bytes("/api/bakes/" + bake + "/sheets/1001/" + kind + ".png?" + query)));
  }

  @Test
  void claimsOfTheTargetBecomeTwoHalvesToTheTexel() throws IOException {
    keepMaterials();
    JsonNode bake = bake(settings("claims", false, 64), "done");
    JsonNode report = bake.get("sheets").get(0).get("result").get("report");
    assertThat(report.get("covered").asLong()).isEqualTo(64 * 64);
    assertThat(report.get("missed").asLong()).isZero();
    BufferedImage index = image(bake.get("id").asLong(), "index", "");
    BufferedImage mask = image(bake.get("id").asLong(), "mask", "group=2");
    for (int y = 0; y < 64; y++) {
      for (int x = 0; x < 64; x++) {
        assertThat(index.getRaster().getSample(x, y, 0)).isEqualTo(x < 32 ? 1 : 2);
        assertThat(mask.getRaster().getSample(x, y, 0)).isEqualTo(x < 32 ? 0 : 255);
      }
    }
  }

  @Test
  void recolouredGroupShowsInTheMapWithoutAnotherBake() throws IOException {
    keepMaterials();
    long bake = bake(settings("claims", false, 16), "done").get("id").asLong();
    JsonNode group = api.json("/api/assets/" + asset).get("groups").get(0);
    api.send(
        "PATCH",
        "/api/assets/" + asset + "/groups/" + group.get("id"),
        "{\"color\": \"#123456\"}",
        "If-Match",
        "\"1\"");
    assertThat(image(bake, "id", "").getRGB(0, 0) & 0xFFFFFF).isEqualTo(0x123456);
  }

  @Test
  void raysBringVertexColoursOfTheSourceAndSayWhatTheyMissed() {
    api.bringIn(asset, "source", TestModels.colouredPly());
    long source = api.json("/api/assets/" + asset).get("revisions").get(1).get("id").asLong();
    api.post("/api/assets/" + asset + "/revisions/" + source + "/proposal?from=vertex-colors", "");
    JsonNode report =
        bake(settings("vertex-colors", true, 64).replace("null", "0.01"), "done")
            .get("sheets")
            .get(0)
            .get("result")
            .get("report");
    // The source lies under the left quad only.
    assertThat(report.get("missed").asLong()).isBetween(31L * 64, 33L * 64);
    long red = report.get("groupTexels").get(1).asLong();
    long blue = report.get("groupTexels").get(2).asLong();
    assertThat(red + blue).isBetween(31L * 64, 33L * 64);
    assertThat(Math.abs(red - blue)).isLessThan(80);
  }

  @Test
  void bakeThatWouldComeOutEmptyIsRefusedWithTheCure() {
    HttpResponse<byte[]> unclaimed =
        api.send("POST", "/api/assets/" + asset + "/bakes", settings("claims", false, 64));
    assertThat(unclaimed.statusCode()).isEqualTo(409);
    assertThat(ApiClient.detail(unclaimed)).contains("quads.obj has no claims to tell groups by", "Go to Sort");
    HttpResponse<byte[]> colourless =
        api.send("POST", "/api/assets/" + asset + "/bakes", settings("vertex-colors", false, 64));
    assertThat(colourless.statusCode()).isEqualTo(409);
    assertThat(ApiClient.detail(colourless)).contains("Read materials instead");
  }

  @Test
  void cancelledBakeEndsWithoutMaps() {
    keepMaterials();
    long id =
        api.post("/api/assets/" + asset + "/bakes", settings("claims", false, 4096))
            .get("id")
            .asLong();
    api.send("POST", "/api/bakes/" + id + "/cancel", null);
    JsonNode state =
        api.waitFor(asset, a -> sheet(a, id).get("state").asString().equals("cancelled"));
    assertThat(sheet(state, id).get("result").isNull()).isTrue();
  }

  @Test
  void handingOffAnUnfinishedBakeIsAConflict() {
    keepMaterials();
    long id =
        api.post("/api/assets/" + asset + "/bakes", settings("claims", false, 4096))
            .get("id")
            .asLong();
    HttpResponse<byte[]> answer =
        api.send(
            "POST",
            "/api/bakes/" + id + "/handoffs",
            PackedAsset.TEMPLATE);
    assertThat(answer.statusCode()).isEqualTo(409);
    api.send("POST", "/api/bakes/" + id + "/cancel", null);
  }

  @Test
  void whatHasNotChangedIsNotBakedAgain() throws IOException {
    keepMaterials();
    JsonNode first = bake(settings("claims", false, 32), "done");
    assertThat(first.get("sheets").get(0).get("isReused").asBoolean()).isFalse();
    long group = api.json("/api/assets/" + asset).get("groups").get(0).get("id").asLong();
    api.send(
        "PATCH",
        "/api/assets/" + asset + "/groups/" + group,
        "{\"name\": \"bog oak\", \"color\": \"#123456\"}",
        "If-Match",
        "\"1\"");
    JsonNode again = bake(settings("claims", false, 32), "done");
    assertThat(again.get("sheets").get(0).get("isReused").asBoolean()).isTrue();
    assertThat(again.get("sheets").get(0).get("result").get("report"))
        .isEqualTo(first.get("sheets").get(0).get("result").get("report"));
    assertThat(image(again.get("id").asLong(), "id", "").getRGB(0, 0) & 0xFFFFFF)
        .isEqualTo(0x123456);

    api.post(
        "/api/assets/" + asset + "/revisions/" + target + "/claims",
        "{\"groupId\": " + group + ", \"faceRanges\": [1, 2]}");
    JsonNode changed = bake(settings("claims", false, 32), "done");
    assertThat(changed.get("sheets").get(0).get("isReused").asBoolean()).isFalse();
    assertThat(image(changed.get("id").asLong(), "index", "").getRaster().getSample(31, 0, 0))
        .isEqualTo(1);
    JsonNode larger = bake(settings("claims", false, 16), "done");
    assertThat(larger.get("sheets").get(0).get("isReused").asBoolean()).isFalse();
  }
}
