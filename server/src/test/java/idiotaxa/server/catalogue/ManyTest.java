package idiotaxa.server.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A folder of models becomes assets that a recipe, a bake and a hand-off run over. */
class ManyTest {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final int MODELS = 4;

  private final ApiClient api = new ApiClient(RunningApplication.empty());
  private final String run = "m" + System.nanoTime();

  private Map<String, byte[]> folder() {
    Map<String, byte[]> files = new HashMap<>();
    byte[] quads = TestModels.twoQuads().get("quads.obj");
    IntStream.range(0, MODELS).forEach(i -> files.put("%s_%c_low.obj".formatted(run, 'a' + i), quads));
    files.put("%s_a_high.obj".formatted(run), quads);
    files.put("%s_z_high.ply".formatted(run), TestModels.colouredPly().get("square.ply"));
    files.put("quads.mtl", TestModels.twoQuads().get("quads.mtl"));
    files.put("%s_broken.glb".formatted(run), TestModels.bytes("no model"));
    return files;
  }

  private JsonNode lineOf(long id) {
    for (int page = 0; ; page++) {
      JsonNode lines = api.json("/api/many?page=" + page).get("lines");
      for (JsonNode line : lines) {
        if (line.get("id").asLong() == id) {
          return line;
        }
      }
      assertThat(lines).as("lines before asset " + id).isNotEmpty();
    }
  }

  private JsonNode waitForLine(long id, String field, String wanted) {
    api.waitFor(id, a -> lineOf(id).get(field).asString().equals(wanted));
    return lineOf(id);
  }

  @Test
  void aFolderGoesThroughAllStationsAtOnce() {
    var answer = api.uploadFolder("/api/many/models", folder());
    assertThat(answer.statusCode()).as(new String(answer.body(), StandardCharsets.UTF_8)).isEqualTo(202);
    JsonNode imported = JSON.readTree(answer.body());
    assertThat(imported.get("sourcesWithoutTarget").toString()).contains("_z_high.ply");
    List<Long> ids = new ArrayList<>();
    Map<String, Long> byName = new HashMap<>();
    for (JsonNode asset : imported.get("assets")) {
      ids.add(asset.get("assetId").asLong());
      byName.put(asset.get("name").asString(), asset.get("assetId").asLong());
    }
    assertThat(ids).hasSize(MODELS + 1);
    long first = byName.get(run + "_a_low");
    long broken = byName.get(run + "_broken");
    for (long id : ids) {
      api.waitFor(id, a -> !lineOf(id).get("isReading").asBoolean());
    }
    assertThat(lineOf(first).get("sources").asInt()).isEqualTo(1);
    assertThat(lineOf(broken).get("needs").toString()).contains("a model was refused");

    String recipe =
        """
        { "format": "idiotaxa-recipe", "version": 1, "name": "%s",
          "palette": { "groups": [ {"number": 1, "name": "oak", "color": "#AA7722"}, {"number": 2, "name": "slate", "color": "#2244AA"} ] },
          "rules": [ {"when": "material", "is": "oak", "group": 1}, {"when": "part", "is": "right", "group": 2} ],
          "bake": {"origin": "claims", "size": 64, "samples": 1, "padding": 4} }
        """
            .formatted(run);
    long recipeId = api.post("/api/recipes", recipe).get("id").asLong();
    JsonNode applied =
        api.post("/api/many/recipe", "{\"assetIds\": %s, \"recipeId\": %d}".formatted(ids, recipeId));
    assertThat(applied).hasSize(MODELS + 1);
    for (JsonNode one : applied) {
      boolean isBroken = one.get("assetId").asLong() == broken;
      assertThat(one.get("problem").isNull()).as(one.toString()).isEqualTo(!isBroken);
    }
    JsonNode handedTooEarly = api.post("/api/many/hand-offs", "{\"assetIds\": [%d]}".formatted(first));
    assertThat(handedTooEarly.get(0).get("problem").asString()).contains("bake first");
    JsonNode baked = api.post("/api/many/bakes", "{\"assetIds\": %s}".formatted(ids));
    assertThat(baked).filteredOn(b -> !b.get("problem").isNull()).hasSize(1);
    ids.remove(broken);
    for (long id : ids) {
      JsonNode line = waitForLine(id, "bake", "done");
      assertThat(line.get("claimedShare").asDouble()).isEqualTo(1);
      assertThat(line.get("missed").asLong()).isZero();
      assertThat(line.get("recipe").get("version").asInt()).isEqualTo(1);
    }
    api.post("/api/many/hand-offs", "{\"assetIds\": %s}".formatted(ids));
    for (long id : ids) {
      assertThat(waitForLine(id, "handoff", "done").get("packageName").asString()).endsWith(".zip");
    }
    // What is baked again with nothing changed is taken from before, and the package is older then.
    api.post("/api/many/bakes", "{\"assetIds\": [%d]}".formatted(first));
    JsonNode again = waitForLine(first, "bake", "done");
    assertThat(again.get("reused").asInt()).isEqualTo(again.get("sheets").asInt());
    assertThat(again.get("needs").toString()).contains("package older than the bake");
    // What is kept up to date is told instead, and needs nothing while it is true.
    assertThat(api.post("/api/many/kept", "{\"assetIds\": [%d]}".formatted(first)).get(0).get("problem").isNull()).isTrue();
    assertThat(waitForLine(first, "kept", "true").get("needs").toString()).doesNotContain("package");
    api.send("DELETE", "/api/assets/" + first + "/handoffs/kept", "");
    assertThat(lineOf(first).get("kept").asString()).isEqualTo("none");
    // A newer recipe is pointed at; what needs a look comes first.
    api.post("/api/recipes", recipe.replace("\"size\": 64", "\"size\": 128"));
    assertThat(lineOf(first).get("needs").toString()).contains("a newer recipe");
    for (int page = 0; ; page++) {
      List<Long> order = new ArrayList<>();
      api.json("/api/many?page=" + page).get("lines").forEach(line -> order.add(line.get("id").asLong()));
      assertThat(order).isNotEmpty();
      if (order.contains(broken) && order.contains(first)) {
        assertThat(order.indexOf(broken)).isLessThan(order.indexOf(first));
        break;
      }
    }
  }

  @Test
  void aFolderWithoutTargetsIsRefused() {
    var answer =
        api.uploadFolder("/api/many/models", Map.of("only_high.glb", TestModels.bytes("x"), "notes.txt", TestModels.bytes("y")));
    assertThat(answer.statusCode()).isEqualTo(422);
    assertThat(ApiClient.detail(answer)).contains("none of these is a target");
  }
}
