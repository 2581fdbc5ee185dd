package idiotaxa.server.sort;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.net.http.HttpResponse;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Claims as rules on a plate with bolts, over the API. */
class RuleTest {
  private final ApiClient api = new ApiClient(RunningApplication.empty());
  private SortedAsset plate;
  private long steel;
  private long brass;

  @BeforeEach
  void bringInThePlate() {
    plate = new SortedAsset(api, "plate", TestModels.boltedPlate());
    steel = plate.createGroup("steel");
    brass = plate.createGroup("brass");
  }

  private static String rule(String kind, String word, long group) {
    return "{\"kind\": \"%s\", \"word\": \"%s\", \"groupId\": %d}".formatted(kind, word, group);
  }

  private HttpResponse<byte[]> put(long version, String... rules) {
    String body = "{\"version\": %d, \"rules\": [%s]}".formatted(version, String.join(",", rules));
    return api.send("PUT", plate.path() + "/rules", body);
  }

  private JsonNode rules() {
    return api.json(plate.path() + "/rules");
  }

  /** The group that all of some faces have. */
  private int groupOf(int from, int to) {
    List<Integer> groups = plate.faceGroups().subList(from, to);
    assertThat(groups).containsOnly(groups.get(0));
    return groups.get(0);
  }

  @Test
  void laterRuleWinsOverEarlierAndHandOverBoth() {
    plate.claim(steel, 6, 12);
    assertThat(put(0, rule("part", "*", steel), rule("part", "bolt", brass)).statusCode())
        .isEqualTo(200);
    assertThat(groupOf(0, 6)).isEqualTo(1);
    assertThat(groupOf(6, 12)).as("claimed by hand before").isEqualTo(1);
    assertThat(groupOf(12, 24)).isEqualTo(2);
    JsonNode list = rules();
    assertThat(list.get("rules").get(0).get("reached").asInt()).isEqualTo(30);
    assertThat(list.get("rules").get(0).get("holds").asInt()).isEqualTo(12);
    assertThat(list.get("rules").get(1).get("reached").asInt()).isEqualTo(18);
    assertThat(list.get("rules").get(1).get("holds").asInt()).isEqualTo(12);
  }

  @Test
  void orderCanBeTurnedAndUndone() {
    put(0, rule("part", "*", steel), rule("part", "bolt", brass));
    long version = rules().get("version").asLong();
    put(version, rule("part", "bolt", brass), rule("part", "*", steel));
    assertThat(groupOf(0, 30)).isEqualTo(1);
    plate.step(-1);
    assertThat(groupOf(6, 24)).isEqualTo(2);
    assertThat(rules().get("version").asLong()).isEqualTo(version);
  }

  @Test
  void alikeRuleReachesEveryBoltAndSaysSoBeforeItIsKept() {
    String alike =
        "{\"kind\": \"alike\", \"word\": \"bolt_2\", \"face\": 13, \"groupId\": " + brass + "}";
    plate.claim(steel, 18, 24);
    JsonNode preview = api.post(plate.path() + "/rules/preview", alike);
    assertThat(preview.get("reached").asInt()).isEqualTo(18);
    assertThat(preview.get("byHand").asInt()).isEqualTo(6);
    assertThat(preview.get("faceRanges").toString()).isEqualTo("[6,24]");
    assertThat(plate.faceGroups()).doesNotContain(2);
    put(0, alike);
    assertThat(groupOf(6, 18)).isEqualTo(2);
    assertThat(groupOf(18, 24)).isEqualTo(1);
    assertThat(plate.history()).last().isEqualTo("pieces alike to one of bolt_2 → brass, rule");
  }

  @Test
  void drawerSaysWhyFacesAreInIt() {
    put(0, rule("part", "bolt", brass));
    plate.claim(brass, 0, 2);
    JsonNode reasons = api.json(plate.path() + "/reasons?group=" + brass);
    assertThat(reasons).extracting(r -> r.get("words").asString())
        .containsExactly("by hand", "parts named bolt");
    assertThat(reasons).extracting(r -> r.get("faces").asInt()).containsExactly(2, 18);
  }

  @Test
  void rulesChangedBySomebodyElseAreAConflict() {
    put(0, rule("part", "bolt", brass));
    HttpResponse<byte[]> late = put(0, rule("part", "plate", steel));
    assertThat(late.statusCode()).isEqualTo(409);
    assertThat(ApiClient.detail(late)).contains("look at them again");
    assertThat(rules().get("rules")).hasSize(1);
  }

  @Test
  void unknownKindIsSaidWithThoseThatThereAre() {
    HttpResponse<byte[]> answer = put(0, rule("mood", "calm", steel));
    assertThat(answer.statusCode()).isEqualTo(400);
    assertThat(ApiClient.detail(answer)).contains("material").contains("mood");
    assertThat(put(0, rule("part", "x", 999_999)).statusCode()).isEqualTo(404);
  }

  @Test
  void mergedGroupTakesItsRulesAlongAndARemovedOneDoesNot() {
    put(0, rule("part", "bolt", brass), rule("part", "plate", steel));
    String path = plate.assetPath() + "/groups/" + brass + "/merge";
    api.post(path, "{\"other\": " + steel + "}");
    assertThat(groupOf(0, 24)).isEqualTo(1);
    assertThat(rules().get("rules")).extracting(r -> r.get("groupId").asLong())
        .containsExactly(steel, steel);
    plate.step(-1);
    api.post(path, "{\"other\": 0}");
    assertThat(groupOf(6, 24)).isZero();
    assertThat(rules().get("rules")).hasSize(1);
  }

  @Test
  void proposalIsKeptWithoutWhatIsNotWanted() {
    JsonNode proposal = api.json(plate.path() + "/proposal?from=parts");
    assertThat(proposal).extracting(g -> g.get("name").asString())
        .containsExactly("plate", "bolt", "core");
    int unwanted = proposal.get(2).get("number").asInt();
    api.post(plate.path() + "/proposal?from=parts", "{\"without\": [" + unwanted + "]}");
    assertThat(plate.groupNames()).containsExactly("steel", "brass", "plate", "bolt");
    assertThat(Collections.frequency(plate.faceGroups(), 0)).isEqualTo(6);
    assertThat(rules().get("rules")).hasSize(2);
  }

  @Test
  void groupIsSplitByPieceAndAlikeOnesStayTogether() {
    plate.claim(steel, 0, 30);
    String path = plate.path() + "/split";
    api.post(path, "{\"groupId\": " + steel + "}");
    assertThat(plate.groupNames()).containsExactly("steel", "brass", "core", "bolt_1");
    assertThat(groupOf(0, 6)).as("the largest stays").isEqualTo(1);
    assertThat(groupOf(6, 24)).isEqualTo(4);
    assertThat(groupOf(24, 30)).isEqualTo(3);
    plate.step(-1);
    assertThat(groupOf(0, 30)).isEqualTo(1);
    HttpResponse<byte[]> nothing = api.send("POST", path, "{\"groupId\": " + brass + "}");
    assertThat(nothing.statusCode()).isEqualTo(409);
  }
}
