package idiotaxa.server.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.PackedAsset;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.util.ArrayList;
import java.util.List;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class CatalogueTest {
  private final RunningApplication application = RunningApplication.empty();
  private final ApiClient api = new ApiClient(application);

  private List<String> names(String query) {
    List<String> names = new ArrayList<>();
    api.json("/api/assets?" + query).get("assets").forEach(a -> names.add(a.get("name").asString()));
    return names;
  }

  @Test
  void pagesAreSearchedOrderedAndTogetherEverything() {
    String word = "kelp" + System.nanoTime();
    for (String end : List.of("c", "a", "d", "b", "e")) {
      api.createAsset(word + " " + end);
    }
    JsonNode first = api.json("/api/assets?size=2&search=" + word.toUpperCase());
    assertThat(first.get("total").asInt()).isEqualTo(5);
    List<String> all = new ArrayList<>();
    for (int page = 0; page < 3; page++) {
      all.addAll(names("size=2&page=" + page + "&search=" + word));
    }
    assertThat(all).containsExactly(word + " a", word + " b", word + " c", word + " d", word + " e");
    assertThat(names("order=newest&search=" + word).get(0)).isEqualTo(word + " e");
    assertThat(names("search=%25")).noneMatch(n -> n.startsWith(word));
    for (String wrong : List.of("size=0", "size=201", "page=-1", "order=random", "size=many")) {
      assertThat(api.send("GET", "/api/assets?" + wrong, null).statusCode()).as(wrong).isEqualTo(400);
    }
  }

  /** A card says what the asset itself says. */
  @Test
  void aCardIsTheSameAsItsAsset() {
    SortedAsset sorted = new SortedAsset(api, "Anchor " + System.nanoTime(), TestModels.twoQuads());
    api.post(sorted.path() + "/proposal?from=materials", "");
    PackedAsset packed = new PackedAsset(api, sorted.asset);
    packed.pack(packed.bake());
    JsonNode asset = api.json(sorted.assetPath());
    JsonNode card = api.json("/api/assets?search=" + asset.get("name").asString().replace(" ", "%20")).get("assets").get(0);
    assertThat(card.get("open")).isEqualTo(asset.get("open"));
    assertThat(card.get("claimedShare")).isEqualTo(asset.get("revisions").get(0).get("claimedShare"));
    assertThat(card.get("shownRevision").asLong()).isEqualTo(sorted.revision);
    assertThat(card.get("entryId")).isEqualTo(asset.get("history").get(0).get("id"));
    assertThat(card.get("lastBakeAt")).isEqualTo(asset.get("bakes").get(0).get("createdAt"));
    assertThat(card.get("lastHandoffAt")).isEqualTo(asset.get("handoffs").get(0).get("createdAt"));
    String search = "&search=" + asset.get("name").asString().replace(" ", "%20");
    assertThat(names("order=least-claimed" + search)).hasSize(1);
    assertThat(names("order=last-baked" + search)).hasSize(1);
  }

  @Test
  void whoRenamesWhatSomebodyElseRenamedIsTold() {
    long id = api.createAsset("Buoy");
    String path = "/api/assets/" + id;
    assertThat(api.send("PATCH", path, "{\"name\": \" Bell buoy \"}", "If-Match", "\"0\"").statusCode()).isEqualTo(204);
    assertThat(api.json(path).get("name").asString()).isEqualTo("Bell buoy");
    assertThat(api.send("PATCH", path, "{\"name\": \"Mine\"}", "If-Match", "\"0\"").statusCode()).isEqualTo(409);
    assertThat(api.send("PATCH", path, "{\"name\": \" \"}", "If-Match", "\"1\"").statusCode()).isEqualTo(400);
    assertThat(api.send("PATCH", path, "{\"name\": \"Mine\"}").statusCode()).isEqualTo(400);
  }

  /** A copy that was made while its original was still being looked through has nothing to take over. */
  @Test
  void hiddenFacesOfASortedCopyAreLookedForWhereTheFirstHadNone() {
    SortedAsset first = new SortedAsset(api, "Crate half read", TestModels.boltedPlate());
    api.waitFor(first.asset, a -> a.get("revisions").get(0).get("isHiddenKnown").asBoolean());
    first.claim(first.createGroup("plate"), 0, 3);
    application.bean(DSLContext.class).execute("DELETE FROM hidden_faces WHERE revision_id = " + first.revision);
    long copy = api.post(first.assetPath() + "/copies", "{}").get("id").asLong();
    api.waitFor(copy, a -> a.get("revisions").get(0).get("isHiddenKnown").asBoolean());
  }

  /** Claims by hand, rules, and what was taken back from a rule, whatever their order was. */
  @Test
  void aCopyIsSortedAsTheFirstAndGoesItsOwnWay() {
    SortedAsset first = new SortedAsset(api, "Crate", TestModels.boltedPlate());
    // Shares count what can be seen, and are compared.
    api.waitFor(first.asset, a -> a.get("revisions").get(0).get("isHiddenKnown").asBoolean());
    long plate = first.createGroup("plate");
    long bolts = first.createGroup("bolts");
    int faces = first.faceGroups().size();
    JsonNode rules = api.json(first.path() + "/rules");
    String rule = "{\"version\": %d, \"rules\": [{\"kind\": \"part\", \"word\": \"*\", \"groupId\": %d, \"face\": -1}]}";
    assertThat(api.send("PUT", first.path() + "/rules", rule.formatted(rules.get("version").asLong(), bolts)).statusCode())
        .isEqualTo(200);
    first.claim(plate, 0, 3);
    first.claim(0, faces - 2, faces);
    assertThat(first.faceGroups()).contains(0, 1, 2);
    long copy = api.post(first.assetPath() + "/copies", "{}").get("id").asLong();
    JsonNode asset = api.json("/api/assets/" + copy);
    assertThat(asset.get("name").asString()).isEqualTo("Copy of Crate");
    assertThat(asset.get("bakes")).isEmpty();
    long revision = asset.get("revisions").get(0).get("id").asLong();
    String path = "/api/assets/" + copy + "/revisions/" + revision;
    assertThat(api.bytes(path + "/face-groups")).isEqualTo(api.bytes(first.path() + "/face-groups"));
    assertThat(api.json(path + "/rules").get("rules")).hasSize(1);
    assertThat(asset.get("revisions").get(0).get("claimedShare")).isEqualTo(api.json(first.assetPath()).get("revisions").get(0).get("claimedShare"));
    first.claim(plate, 0, faces);
    assertThat(api.bytes(path + "/face-groups")).isNotEqualTo(api.bytes(first.path() + "/face-groups"));
  }
}
