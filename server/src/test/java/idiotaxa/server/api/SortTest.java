package idiotaxa.server.api;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.service.ClaimService;
import java.net.http.HttpResponse;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class SortTest {
  private final RunningApplication application = RunningApplication.empty();
  private final ApiClient api = new ApiClient(application);
  private long asset;
  private long revision;
  private long oak;

  @BeforeEach
  void bringInTwoQuads() {
    asset = api.createAsset("sort");
    revision = api.bringIn(asset, "target", TestModels.twoQuads()).get("id").asLong();
    oak = createGroup("oak");
  }

  private long createGroup(String name) {
    return api.post("/api/assets/" + asset + "/groups", "{\"name\": \"" + name + "\"}")
        .get("id")
        .asLong();
  }

  private JsonNode claim(long group, int from, int to) {
    return api.post(
        "/api/assets/" + asset + "/revisions/" + revision + "/claims",
        "{\"groupId\": %d, \"faceRanges\": [%d, %d]}".formatted(group, from, to));
  }

  private JsonNode step(int steps) {
    return api.post("/api/assets/" + asset + "/journal/steps", "{\"steps\": " + steps + "}");
  }

  private List<Integer> faceGroups() {
    ByteBuffer bytes =
        ByteBuffer.wrap(
                api.bytes("/api/assets/" + asset + "/revisions/" + revision + "/face-groups"))
            .order(ByteOrder.LITTLE_ENDIAN);
    List<Integer> numbers = new ArrayList<>();
    while (bytes.hasRemaining()) {
      numbers.add((int) bytes.getShort());
    }
    return numbers;
  }

  @Test
  void claimIsStoredSharedAndUndone() {
    JsonNode state = claim(oak, 0, 1);
    assertThat(state.get("claimedShare").asDouble()).isCloseTo(0.5, within(1e-9));
    assertThat(faceGroups()).containsExactly(1, 0);
    assertThat(step(-1).get("position").asInt()).isZero();
    assertThat(faceGroups()).containsExactly(0, 0);
    step(1);
    assertThat(faceGroups()).containsExactly(1, 0);
    JsonNode history = api.json("/api/assets/" + asset).get("history");
    assertThat(history.get(0).get("words").asString()).isEqualTo("left → oak");
  }

  @Test
  void claimAfterUndoDropsWhatWasUndone() {
    long slate = createGroup("slate");
    claim(oak, 0, 1);
    claim(oak, 1, 2);
    step(-1);
    claim(slate, 1, 2);
    assertThat(step(5).get("position").asInt()).isEqualTo(2);
    assertThat(faceGroups()).containsExactly(1, 2);
  }

  @Test
  void randomClaimsUndosAndRedosAgreeWithASimpleTwin() {
    long[] groups = {0, oak, createGroup("slate"), createGroup("tin")};
    SplittableRandom random = new SplittableRandom(20261125);
    List<List<Integer>> states = new ArrayList<>(List.of(List.of(0, 0)));
    int position = 0;
    for (int i = 0; i < 60; i++) {
      if (random.nextInt(3) > 0) {
        int face = random.nextInt(2);
        int number = random.nextInt(groups.length);
        List<Integer> next = new ArrayList<>(states.get(position));
        next.set(face, number);
        states.subList(position + 1, states.size()).clear();
        states.add(next);
        position++;
        claim(groups[number], face, face + 1);
      } else {
        int steps = random.nextInt(-3, 3);
        position = Math.max(0, Math.min(states.size() - 1, position + steps));
        step(steps);
      }
      assertThat(faceGroups()).as("after action %d", i).isEqualTo(states.get(position));
    }
  }

  @Test
  void journalOutlivesEveryCache() {
    claim(oak, 1, 2);
    assertThat(application.bean(ClaimService.class).faceGroups(asset, revision, 1))
        .containsExactly(0, 1);
  }

  @Test
  void proposalFillsDrawersInOneStepAndLeavesHandClaims() {
    claim(oak, 1, 2);
    String path = "/api/assets/" + asset + "/revisions/" + revision + "/proposal?from=materials";
    JsonNode proposal = api.json(path);
    assertThat(proposal).extracting(g -> g.get("name").asString()).containsExactly("oak", "slate");
    assertThat(proposal).extracting(g -> g.get("isNew").asBoolean()).containsExactly(false, true);
    JsonNode state = api.post(path, "");
    assertThat(state.get("position").asInt()).isEqualTo(2);
    assertThat(faceGroups()).containsExactly(1, 1);
    step(-1);
    assertThat(faceGroups()).containsExactly(0, 1);
  }

  @Test
  void facesOutsideTheModelAreRefusedAndNothingIsStored() {
    HttpResponse<byte[]> answer =
        api.send(
            "POST",
            "/api/assets/" + asset + "/revisions/" + revision + "/claims",
            "{\"groupId\": " + oak + ", \"faceRanges\": [1, 7]}");
    assertThat(answer.statusCode()).isEqualTo(400);
    assertThat(ApiClient.detail(answer)).contains("2");
    assertThat(api.json("/api/assets/" + asset).get("history")).isEmpty();
  }

  @Test
  void secondChangeOfTheSameStateOfAGroupIsAConflict() {
    String path = "/api/assets/" + asset + "/groups/" + oak;
    String change = "{\"name\": \"bog oak\", \"color\": \"#102030\"}";
    assertThat(api.send("PATCH", path, change, "If-Match", "\"1\"").statusCode()).isEqualTo(204);
    HttpResponse<byte[]> late = api.send("PATCH", path, change, "If-Match", "\"1\"");
    assertThat(late.statusCode()).isEqualTo(409);
    JsonNode group = api.json("/api/assets/" + asset).get("groups").get(0);
    assertThat(group.get("name").asString()).isEqualTo("bog oak");
    assertThat(group.get("color").asString()).isEqualTo("#102030");
  }
}
