package idiotaxa.server.web;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.PackedAsset;
import idiotaxa.server.running.RunningApplication;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Whoever makes something is told where it is, and it is told there as its asset lists it. */
class LocationTest {
  private static final String WALL =
      "o wall\nv 0 0 0\nv 1 0 0\nv 1 1 0\nv 0 1 0\nvt 0 0\nvt 1 0\nvt 1 1\nvt 0 1\nf 1/1 2/2 3/3 4/4\n";

  private final ApiClient api = new ApiClient(RunningApplication.empty());
  private final long asset = api.createAsset("Wall");

  /** The address that an answer gives; its body tells nothing but the number. */
  private static String address(HttpResponse<byte[]> made) {
    JsonNode body = JsonMapper.builder().build().readTree(made.body());
    assertThat(body.propertyNames()).containsExactly("id");
    String location = made.headers().firstValue("Location").orElseThrow();
    assertThat(location).endsWith("/" + body.get("id").asLong());
    return location;
  }

  /** What stands there is what the asset lists. */
  private void assertListed(String list, String location) {
    JsonNode one = api.json(location);
    assertThat(one).isEqualTo(ApiClient.find(api.json("/api/assets/" + asset).get(list), one.get("id").asLong()));
  }

  @Test
  void fromAnAssetToAPackage() {
    assertThat(address(api.send("POST", "/api/assets", "{\"name\": \"Another wall\"}"))).startsWith("/api/assets/");
    String model = address(api.upload(asset, "target", Map.of("wall.obj", WALL.getBytes(StandardCharsets.UTF_8))));
    assertThat(model).startsWith("/api/revisions/");
    api.waitFor(asset, a -> a.get("revisions").get(0).get("state").asString().equals("ready"));
    assertListed("revisions", model);
    long group = api.post("/api/assets/" + asset + "/groups", "{\"name\": \"stone\"}").get("id").asLong();
    api.post("/api/assets/" + asset + model.substring("/api".length()) + "/claims", "{\"groupId\": " + group + ", \"faceRanges\": [0, 1]}");
    long bake = new PackedAsset(api, asset).bake();
    assertListed("bakes", "/api/bakes/" + bake);
    String handoff = address(api.send("POST", "/api/bakes/" + bake + "/handoffs", PackedAsset.TEMPLATE));
    assertThat(handoff).startsWith("/api/handoffs/");
    api.waitFor(asset, a -> a.get("handoffs").get(0).get("state").asString().equals("done"));
    assertListed("handoffs", handoff);
    String copy = address(api.send("POST", "/api/assets/" + asset + "/copies", "{\"name\": \"Copied wall\"}"));
    assertThat(api.json(copy).get("name").asString()).isEqualTo("Copied wall");
  }

  @ParameterizedTest
  @ValueSource(strings = {"/api/bakes/999999999", "/api/handoffs/999999999", "/api/revisions/999999999", "/api/bakes/+1"})
  void whatIsNotThereIsNotFound(String address) {
    assertThat(api.send("GET", address, null).statusCode()).isEqualTo(404);
  }
}
