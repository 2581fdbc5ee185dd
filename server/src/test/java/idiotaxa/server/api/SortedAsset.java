package idiotaxa.server.api;

import idiotaxa.server.running.ApiClient;
import java.net.http.HttpResponse;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** An asset with one target, and what a page asks of it while it is sorted. */
final class SortedAsset {
  final ApiClient api;
  final long asset;
  final long revision;

  SortedAsset(ApiClient api, String name, Map<String, byte[]> model) {
    this.api = api;
    asset = api.createAsset(name);
    revision = api.bringIn(asset, "target", model).get("id").asLong();
  }

  String assetPath() {
    return "/api/assets/" + asset;
  }

  String path() {
    return assetPath() + "/revisions/" + revision;
  }

  long createGroup(String name) {
    return api.post(assetPath() + "/groups", "{\"name\": \"" + name + "\"}").get("id").asLong();
  }

  JsonNode claim(long group, int from, int to) {
    return api.post(path() + "/claims", claimBody(group, from, to));
  }

  HttpResponse<byte[]> tryToClaim(long group, int from, int to) {
    return api.send("POST", path() + "/claims", claimBody(group, from, to));
  }

  private static String claimBody(long group, int from, int to) {
    return "{\"groupId\": %d, \"faceRanges\": [%d, %d]}".formatted(group, from, to);
  }

  JsonNode step(int steps) {
    return api.post(assetPath() + "/journal/steps", "{\"steps\": " + steps + "}");
  }

  /** Group number of every face. */
  List<Integer> faceGroups() {
    ByteBuffer bytes =
        ByteBuffer.wrap(api.bytes(path() + "/face-groups")).order(ByteOrder.LITTLE_ENDIAN);
    List<Integer> numbers = new ArrayList<>();
    while (bytes.hasRemaining()) {
      numbers.add((int) bytes.getShort());
    }
    return numbers;
  }

  List<Integer> labels(String kind) {
    ByteBuffer bytes =
        ByteBuffer.wrap(api.bytes(path() + "/labels/" + kind)).order(ByteOrder.LITTLE_ENDIAN);
    List<Integer> labels = new ArrayList<>();
    while (bytes.hasRemaining()) {
      labels.add(bytes.getInt());
    }
    return labels;
  }

  /** Words of every entry of the journal. */
  List<String> history() {
    List<String> words = new ArrayList<>();
    api.json(assetPath()).get("history").forEach(e -> words.add(e.get("words").asString()));
    return words;
  }

  List<String> groupNames() {
    List<String> names = new ArrayList<>();
    api.json(assetPath()).get("groups").forEach(g -> names.add(g.get("name").asString()));
    return names;
  }
}
