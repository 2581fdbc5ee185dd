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

/** What a list beside a model says of its faces, from the upload to the map. */
class FaceGroupsTest {
  private final ApiClient api = new ApiClient(RunningApplication.empty());

  private static Map<String, byte[]> model(String list) {
    Map<String, byte[]> files = new HashMap<>(TestModels.twoQuads());
    files.put("quads.groups.csv", list.getBytes(StandardCharsets.UTF_8));
    return files;
  }

  @Test
  void theyAreProposedKeptAndBaked() {
    long asset = api.createAsset("listed");
    JsonNode read = api.bringIn(asset, "target", model("face,group\n0,hull\n1,deck\n"));
    assertThat(read.at("/inspection/faceGroups").valueStream().map(g -> g.path("name").asString())).containsExactly("hull", "deck");
    String path = "/api/assets/" + asset;
    assertThat(api.json(path + "/origins?isFromSource=false").valueStream().filter(o -> o.get("hasData").asBoolean()).map(o -> o.get("origin").asString()))
        .contains("face-groups");
    assertThat(api.json(path + "/proposals").valueStream().map(o -> o.get("from").asString())).contains("face-groups");
    api.post(path + "/revisions/" + read.get("id").asLong() + "/proposal?from=face-groups", "");
    JsonNode now = api.json(path);
    assertThat(now.get("groups").valueStream().map(g -> g.get("name").asString())).containsExactly("hull", "deck");
    assertThat(now.at("/revisions/0/claimedShare").asDouble()).isEqualTo(1);
    api.post(
        path + "/bakes",
        """
        {"origin": "face-groups", "isFromSource": false, "size": 64, "samples": 1, "padding": 0,
         "reachOutward": 0.1, "reachInward": 0.1, "pairing": "names"}
        """);
    JsonNode done = api.waitFor(asset, a -> !a.at("/bakes/0/sheets/0/result").isMissingNode() && !a.at("/bakes/0/sheets/0/result").isNull());
    assertThat(done.at("/bakes/0/sheets/0/result/report/groupTexels").toString()).isEqualTo("[0,2048,2048]");
  }

  @Test
  void aListOfAnotherModelIsSaid() {
    long asset = api.createAsset("listed wrongly");
    JsonNode read = api.bringIn(asset, "target", model("face,group\n7,hull\n"));
    assertThat(read.get("state").asString()).isEqualTo("refused");
    assertThat(read.get("problem").asString()).contains("quads.groups.csv").contains("face 7 is asked for");
  }
}
