package idiotaxa.server.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.PackedAsset;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Whatever changes what is shown of an asset changes its stamp; what does not, does not. */
class ChangeStampTest {
  private final RunningApplication application = RunningApplication.empty();
  private final ApiClient api = new ApiClient(application);
  private final ChangeStampStore stamps = application.bean(ChangeStampStore.class);
  private final SortedAsset sorted = new SortedAsset(api, "Stamped " + System.nanoTime(), TestModels.twoQuads());
  private JsonNode lastState;
  private BigDecimal lastStamp;

  private BigDecimal stamp() {
    return stamps.of(List.of(sorted.asset)).get(sorted.asset);
  }

  /** Hidden faces are looked for on their own; what they change is not what is tested here. */
  private void rest() {
    api.waitFor(
        sorted.asset, a -> ApiClient.find(a.get("revisions"), sorted.revision).get("isHiddenKnown").asBoolean());
    lastState = api.json(sorted.assetPath());
    lastStamp = stamp();
  }

  private void send(String method, String path, String body) {
    var answer = api.change(sorted.asset, method, path, body);
    assertThat(answer.statusCode()).as(path + " " + new String(answer.body())).isLessThan(300);
    follow(method + " " + path);
  }

  private void follow(String what) {
    JsonNode state = api.json(sorted.assetPath());
    BigDecimal stamp = stamp();
    assertThat(state).as("%s changes something that is shown", what).isNotEqualTo(lastState);
    assertThat(stamp).as("the stamp after %s", what).isNotEqualTo(lastStamp);
    lastState = state;
    lastStamp = stamp;
  }

  private void post(String path, String body) {
    send("POST", path, body);
  }

  @Test
  void everyStepOfTheWorkChangesIt() {
    String asset = sorted.assetPath();
    String revision = "/api/revisions/" + sorted.revision;
    rest();
    post(asset + "/groups", "{\"name\": \"hull\"}");
    post(asset + "/groups", "{\"name\": \"rope\"}");
    JsonNode groups = lastState.get("groups");
    long hull = groups.get(0).get("id").asLong();
    long rope = groups.get(1).get("id").asLong();
    post(asset + "/groups/" + hull + "/swap-number", "{\"other\": " + rope + "}");
    post(asset + "/groups/" + hull + "/swap-color", "{\"other\": " + rope + "}");
    post(sorted.path() + "/claims", "{\"groupId\": %d, \"faceRanges\": [0, 2]}".formatted(hull));
    post(asset + "/journal/steps", "{\"steps\": -1}");
    post(asset + "/journal/steps", "{\"steps\": 1}");
    post(asset + "/groups/" + rope + "/merge", "{\"other\": " + hull + "}");
    post(revision + "/part-edits", "{\"kind\": \"rename\", \"parts\": [0], \"word\": \"port\"}");
    send("DELETE", revision + "/part-edits/last", null);
    long palette = api.post("/api/palettes", "{\"name\": \"%s\", \"fromAsset\": null}".formatted(System.nanoTime())).get("id").asLong();
    send("PUT", asset + "/palette", "{\"paletteId\": " + palette + "}");
    send("PUT", asset + "/palette", "{\"paletteId\": null}");
    String template = api.json("/api/templates").get(1).get("key").asString();
    send("PUT", asset + "/template", "{\"key\": \"" + template + "\"}");

    PackedAsset packed = new PackedAsset(api, sorted.asset);
    long bake = packed.bake();
    follow("a bake");
    packed.pack(bake);
    follow("a package");
    long picture = api.pin(sorted.asset, "buoy.png", TestModels.png());
    follow("a picture");
    send("PATCH", "/api/pictures/" + picture, "{\"x\": 0.5, \"y\": 0.25, \"width\": 0.125}");
    send("DELETE", "/api/pictures/" + picture, null);
    api.bringIn(sorted.asset, "source", TestModels.twoQuads());
    follow("a source");
  }

  @Test
  void whatIsOnlyLookedAtOrElsewhereLeavesItAsItIs() {
    rest();
    api.json(sorted.assetPath());
    api.bytes(sorted.path() + "/geometry");
    api.bytes(sorted.path() + "/face-groups");
    new SortedAsset(api, "Beside", TestModels.twoQuads()).createGroup("elsewhere");
    assertThat(stamp()).isEqualTo(lastStamp);
  }

  @Test
  void manyAreAskedForAtOnce() {
    SortedAsset other = new SortedAsset(api, "Other", TestModels.twoQuads());
    Map<Long, BigDecimal> both = stamps.of(List.of(sorted.asset, other.asset, 987_654_321L));
    assertThat(both).containsOnlyKeys(sorted.asset, other.asset);
    assertThat(stamps.of(List.of())).isEmpty();
  }
}
