package idiotaxa.server.bake;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A revision is baked where it differs from the one before, and nowhere else. */
class ContentReuseTest {
  private final ApiClient api = new ApiClient(RunningApplication.empty());
  private final long asset = api.createAsset("Revised quads");

  private static Map<String, byte[]> quads(String from, String to) {
    Map<String, byte[]> files = new HashMap<>(TestModels.twoQuads());
    String obj = new String(files.get("quads.obj"), StandardCharsets.UTF_8);
    assertThat(obj).contains(from);
    files.put("quads.obj", TestModels.bytes(obj.replace(from, to)));
    return files;
  }

  private JsonNode bake(boolean isFromSource) {
    api.post(
        "/api/assets/" + asset + "/bakes",
        """
        {"origin": "%s", "isFromSource": %b, "size": 64, "samples": 4, "padding": 0,
         "reachOutward": 0.1, "reachInward": 0.1, "pairing": "names"}
        """
            .formatted(isFromSource ? "materials" : "claims", isFromSource));
    JsonNode state =
        api.waitFor(
            asset,
            a -> {
              for (JsonNode sheet : a.get("bakes").get(0).get("sheets")) {
                if (sheet.get("result").isNull()) {
                  return false;
                }
              }
              return true;
            });
    return state.get("bakes").get(0).get("sheets");
  }

  private static void check(JsonNode sheet, String name, boolean isReused, String changedParts) {
    assertThat(sheet.get("name").asString()).isEqualTo(name);
    assertThat(sheet.get("isReused").asBoolean()).as(name).isEqualTo(isReused);
    assertThat(sheet.get("result").get("changedParts").toString()).as(name).isEqualTo(changedParts);
  }

  private void bringInTarget(String from, String to) {
    assertThat(api.bringIn(asset, "target", quads(from, to)).get("state").asString()).isEqualTo("ready");
  }

  @Test
  void onlySheetsWithChangedPartsAreBakedAgain() {
    bringInTarget("o left", "o left");
    long target = api.json("/api/assets/" + asset).get("revisions").get(0).get("id").asLong();
    api.post("/api/assets/" + asset + "/revisions/" + target + "/proposal?from=materials", "");
    api.change(asset, "PUT", "/api/assets/" + asset + "/sheet-plan", "{\"by\": \"material\", \"hand\": []}");
    JsonNode first = bake(false);
    check(first.get(0), "oak", false, "null");
    // Groups and layout are as they were; one quad ends farther to the right.
    bringInTarget("v 2 0 0", "v 2.5 0 0");
    JsonNode second = bake(false);
    check(second.get(0), "oak", true, "[]");
    check(second.get(1), "slate", false, "[\"right\"]");
  }

  @Test
  void aSourceThatChangedInOnePartLeavesTheSheetsOfOthers() {
    bringInTarget("o left", "o left");
    api.change(asset, "PUT", "/api/assets/" + asset + "/sheet-plan", "{\"by\": \"material\", \"hand\": []}");
    long source =
        api.bringIn(asset, "source", quads("v 2 1 0", "v 2 1 0.02")).get("id").asLong();
    api.post("/api/assets/" + asset + "/revisions/" + source + "/proposal?from=materials", "");
    bake(true);
    api.bringIn(asset, "source", quads("v 2 1 0", "v 2 1 0.01\n# later"));
    JsonNode second = bake(true);
    check(second.get(0), "oak", true, "[]");
    check(second.get(1), "slate", false, "[\"right\"]");
  }
}
