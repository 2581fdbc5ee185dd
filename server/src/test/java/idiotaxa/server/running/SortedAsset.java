package idiotaxa.server.running;

import java.net.http.HttpResponse;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** An asset with one target, and what a page asks of it while it is sorted. */
public final class SortedAsset {
  public final ApiClient api;
  public final long asset;
  public final long revision;

  public SortedAsset(ApiClient api, String name, Map<String, byte[]> model) {
    this.api = api;
    asset = api.createAsset(name);
    revision = api.bringIn(asset, "target", model).get("id").asLong();
  }

  public String assetPath() {
    return "/api/assets/" + asset;
  }

  public String path() {
    return assetPath() + "/revisions/" + revision;
  }

  public long createGroup(String name) {
    return api.post(assetPath() + "/groups", "{\"name\": \"" + name + "\"}").get("id").asLong();
  }

  public JsonNode claim(long group, int from, int to) {
    return api.post(path() + "/claims", claimBody(group, from, to));
  }

  public HttpResponse<byte[]> tryToClaim(long group, int from, int to) {
    return api.send("POST", path() + "/claims", claimBody(group, from, to));
  }

  private static String claimBody(long group, int from, int to) {
    return "{\"groupId\": %d, \"faceRanges\": [%d, %d]}".formatted(group, from, to);
  }

  public JsonNode step(int steps) {
    return api.post(assetPath() + "/journal/steps", "{\"steps\": " + steps + "}");
  }

  /** Group number of every face. */
  public List<Integer> faceGroups() {
    ByteBuffer bytes =
        ByteBuffer.wrap(api.bytes(path() + "/face-groups")).order(ByteOrder.LITTLE_ENDIAN);
    List<Integer> numbers = new ArrayList<>();
    while (bytes.hasRemaining()) {
      numbers.add((int) bytes.getShort());
    }
    return numbers;
  }

  public List<Integer> labels(String kind) {
    ByteBuffer bytes =
        ByteBuffer.wrap(api.bytes(path() + "/labels/" + kind)).order(ByteOrder.LITTLE_ENDIAN);
    List<Integer> labels = new ArrayList<>();
    while (bytes.hasRemaining()) {
      labels.add(bytes.getInt());
    }
    return labels;
  }

  /** Words of every entry of the journal. */
  public List<String> history() {
    List<String> words = new ArrayList<>();
    api.json(assetPath()).get("history").forEach(e -> words.add(e.get("words").asString()));
    return words;
  }

  public List<String> groupNames() {
    List<String> names = new ArrayList<>();
    api.json(assetPath()).get("groups").forEach(g -> names.add(g.get("name").asString()));
    return names;
  }
}
