package idiotaxa.server.bringin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.core.mesh.UpAxis;
import idiotaxa.server.TestModels;
import idiotaxa.server.TwoUvSets;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Unit, up-axis and UV set of a model, which its file does not say. */
class ReadAsTest {
  private final RunningApplication application = RunningApplication.empty();
  private final ApiClient api = new ApiClient(application);

  private JsonNode revision(long asset, long id) {
    return ApiClient.find(api.json("/api/assets/" + asset).get("revisions"), id);
  }

  private static String as(String unit, String up, int uvSet) {
    return "{\"unit\": \"%s\", \"up\": \"%s\", \"uvSet\": %d}".formatted(unit, up, uvSet);
  }

  private int put(long asset, long id, int version, String body) {
    return api.send("PUT", "/api/revisions/" + id + "/reading", body, "If-Match", "\"" + version + "\"").statusCode();
  }

  @Test
  void aModelIsReadAnewAndClaimsStay() {
    long asset = api.createAsset("in millimetres");
    long id = api.bringIn(asset, "target", TestModels.twoQuads()).get("id").asLong();
    api.post("/api/assets/" + asset + "/revisions/" + id + "/proposal?from=materials", "");
    assertThat(revision(asset, id).get("readAs").toString()).isEqualTo("{\"unit\":\"m\",\"up\":\"y\",\"uvSet\":0,\"colorSet\":0}");
    int version = revision(asset, id).get("geometryVersion").asInt();
    assertThat(put(asset, id, version, as("mm", "z", 0))).isEqualTo(204);
    JsonNode now = revision(asset, id);
    assertThat(now.get("readAs").get("unit").asString()).isEqualTo("mm");
    assertThat(now.get("geometryVersion").asInt()).isEqualTo(version + 1);
    assertThat(now.get("claimedShare").asDouble()).isEqualTo(1);
    JsonNode box = now.get("inspection").get("bounds");
    assertThat(box.get("maxX").asDouble()).isCloseTo(0.002, within(1e-9));
    assertThat(box.get("minZ").asDouble()).isCloseTo(-0.001, within(1e-9));
    assertThat(application.bean(MeshCache.class).get(id).mesh().frame().up()).isEqualTo(UpAxis.Z);
    assertThat(put(asset, id, version, as("m", "y", 0))).as("somebody else was first").isEqualTo(409);
    assertThat(put(asset, id, version + 1, as("m", "y", 1))).as("an OBJ has one set").isEqualTo(422);
    String second = "{\"unit\": \"m\", \"up\": \"y\", \"colorSet\": 1}";
    assertThat(put(asset, id, version + 1, second)).as("nor has it a second set of colours").isEqualTo(422);
    assertThat(put(asset, id, version + 1, as("mile", "y", 0))).isEqualTo(400);
    assertThat(put(asset, id, version + 1, "{\"unit\": \"m\"}")).isEqualTo(400);
    assertThat(revision(asset, id).get("readAs").get("unit").asString()).isEqualTo("mm");
  }

  @Test
  void whatReplacesItAndItsSourcesAreTakenForTheSame() {
    long asset = api.createAsset("of one unit");
    long id = api.bringIn(asset, "target", TestModels.twoQuads()).get("id").asLong();
    assertThat(put(asset, id, 0, as("cm", "y", 0))).isEqualTo(204);
    Map<String, byte[]> other = new HashMap<>(TestModels.twoQuads());
    other.put("second.obj", other.remove("quads.obj"));
    long source = api.bringIn(asset, "source", other).get("id").asLong();
    long again = api.bringIn(asset, "target", TestModels.twoQuads()).get("id").asLong();
    for (long model : new long[] {source, again}) {
      assertThat(revision(asset, model).get("readAs").get("unit").asString()).isEqualTo("cm");
      assertThat(revision(asset, model).get("inspection").get("bounds").get("maxX").asDouble()).isCloseTo(0.02, within(1e-9));
    }
  }

  @Test
  void anotherUvSetIsProposedWhereTheFirstOverlapsAndItDoesNot() {
    long asset = api.createAsset("of two UV sets");
    long id = api.bringIn(asset, "target", TwoUvSets.file()).get("id").asLong();
    assertThat(kinds(asset, id)).contains("other-uv-set", "overlapping-uvs");
    assertThat(put(asset, id, 0, as("m", "y", 1))).isEqualTo(204);
    assertThat(kinds(asset, id)).doesNotContain("other-uv-set", "overlapping-uvs");
    assertThat(put(asset, id, 1, as("m", "y", 0))).isEqualTo(204);
    assertThat(kinds(asset, id)).contains("other-uv-set");
  }

  private List<String> kinds(long asset, long id) {
    return revision(asset, id).get("inspection").get("findings").valueStream().map(f -> f.get("kind").asString()).toList();
  }
}
