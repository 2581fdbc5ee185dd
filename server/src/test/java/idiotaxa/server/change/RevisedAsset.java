package idiotaxa.server.change;

import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.SortedAsset;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import tools.jackson.databind.JsonNode;

/** An asset whose target is replaced, and what a page asks about that. */
final class RevisedAsset {
  final ApiClient api;
  final SortedAsset first;
  final long asset;
  long revision;

  RevisedAsset(ApiClient api, String name, Map<String, byte[]> model) {
    this.api = api;
    first = new SortedAsset(api, name, model);
    asset = first.asset;
    revision = first.revision;
  }

  static Map<String, byte[]> glb(String name, Mesh mesh) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try {
      GlbWriter.write(mesh, out);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return Map.of(name, out.toByteArray());
  }

  /** The next revision is brought in and read. */
  RevisedAsset revise(Map<String, byte[]> model) {
    revision = api.bringIn(asset, "target", model).get("id").asLong();
    return this;
  }

  String path() {
    return "/api/assets/" + asset + "/revisions/" + revision;
  }

  JsonNode changes() {
    return api.json("/api/revisions/" + revision + "/changes");
  }

  JsonNode review() {
    return api.json(path() + "/review");
  }

  JsonNode item(Predicate<JsonNode> isWanted) {
    for (JsonNode item : review().get("items")) {
      if (isWanted.test(item)) {
        return item;
      }
    }
    throw new AssertionError("no such item in " + review());
  }

  JsonNode item(String reason, String part) {
    return item(
        i ->
            i.get("reason").asString().equals(reason)
                && (i.get("newPart").asString() + i.get("oldPart").asString()).contains(part));
  }

  JsonNode answer(String body) {
    return api.post(path() + "/review/answers", body);
  }

  JsonNode asset() {
    return api.json("/api/assets/" + asset);
  }

  JsonNode revisionView(long id) {
    return ApiClient.find(asset().get("revisions"), id);
  }

  List<Integer> faceGroups(long ofRevision) {
    byte[] bytes = api.bytes("/api/assets/" + asset + "/revisions/" + ofRevision + "/face-groups");
    List<Integer> out = new ArrayList<>();
    for (int i = 0; i < bytes.length; i += 2) {
      out.add((bytes[i] & 255) | (bytes[i + 1] & 255) << 8);
    }
    return out;
  }

  List<Integer> faceGroups() {
    return faceGroups(revision);
  }
}
