package idiotaxa.server.sort;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class SortTest {
  private final ApiClient api = new ApiClient(RunningApplication.empty());
  private SortedAsset sorted;
  private long oak;

  @BeforeEach
  void bringInTwoQuads() {
    sorted = new SortedAsset(api, "sort", TestModels.twoQuads());
    oak = sorted.createGroup("oak");
  }

  @Test
  void claimIsStoredSharedAndUndone() {
    JsonNode state = sorted.claim(oak, 0, 1);
    assertThat(state.get("claimedShare").asDouble()).isCloseTo(0.5, within(1e-9));
    assertThat(sorted.faceGroups()).containsExactly(1, 0);
    assertThat(sorted.step(-1).get("position").asInt()).isZero();
    assertThat(sorted.faceGroups()).containsExactly(0, 0);
    sorted.step(1);
    assertThat(sorted.faceGroups()).containsExactly(1, 0);
    assertThat(sorted.history()).containsExactly("left → oak");
  }

  @Test
  void claimAfterUndoDropsWhatWasUndone() {
    long slate = sorted.createGroup("slate");
    sorted.claim(oak, 0, 1);
    sorted.claim(oak, 1, 2);
    sorted.step(-1);
    sorted.claim(slate, 1, 2);
    assertThat(sorted.step(5).get("position").asInt()).isEqualTo(2);
    assertThat(sorted.faceGroups()).containsExactly(1, 2);
  }

  @Test
  void randomClaimsUndosAndRedosAgreeWithASimpleTwin() {
    long[] groups = {0, oak, sorted.createGroup("slate"), sorted.createGroup("tin")};
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
        sorted.claim(groups[number], face, face + 1);
      } else {
        int steps = random.nextInt(-3, 3);
        position = Math.max(0, Math.min(states.size() - 1, position + steps));
        sorted.step(steps);
      }
      assertThat(sorted.faceGroups()).as("after action %d", i).isEqualTo(states.get(position));
    }
  }

  @Test
  void proposalFillsDrawersInOneStepAndLeavesHandClaims() {
    sorted.claim(oak, 1, 2);
    String path = sorted.path() + "/proposal?from=materials";
    JsonNode proposal = api.json(path);
    assertThat(proposal).extracting(g -> g.get("name").asString()).containsExactly("oak", "slate");
    assertThat(proposal).extracting(g -> g.get("isNew").asBoolean()).containsExactly(false, true);
    JsonNode state = api.post(path, "");
    assertThat(state.get("position").asInt()).isEqualTo(2);
    assertThat(sorted.faceGroups()).containsExactly(1, 1);
    sorted.step(-1);
    assertThat(sorted.faceGroups()).containsExactly(0, 1);
  }

  @Test
  void facesOutsideTheModelAreRefusedAndNothingIsStored() {
    HttpResponse<byte[]> answer = sorted.tryToClaim(oak, 1, 7);
    assertThat(answer.statusCode()).isEqualTo(400);
    assertThat(ApiClient.detail(answer)).contains("2");
    assertThat(api.json(sorted.assetPath()).get("history")).isEmpty();
  }

  @Test
  void secondChangeOfTheSameStateOfAGroupIsAConflict() {
    String path = sorted.assetPath() + "/groups/" + oak;
    String change = "{\"name\": \"bog oak\", \"color\": \"#102030\"}";
    assertThat(api.send("PATCH", path, change, "If-Match", "\"1\"").statusCode()).isEqualTo(204);
    HttpResponse<byte[]> late = api.send("PATCH", path, change, "If-Match", "\"1\"");
    assertThat(late.statusCode()).isEqualTo(409);
    JsonNode group = api.json(sorted.assetPath()).get("groups").get(0);
    assertThat(group.get("name").asString()).isEqualTo("bog oak");
    assertThat(group.get("color").asString()).isEqualTo("#102030");
  }

  @Test
  void mergedGroupLeavesAndComesBackByUndo() {
    long slate = sorted.createGroup("slate");
    sorted.claim(oak, 0, 1);
    sorted.claim(slate, 1, 2);
    api.post(sorted.assetPath() + "/groups/" + slate + "/merge", "{\"other\": " + oak + "}");
    assertThat(sorted.faceGroups()).containsExactly(1, 1);
    assertThat(sorted.groupNames()).containsExactly("oak");
    assertThat(sorted.history()).last().isEqualTo("slate merged into oak");
    assertThat(sorted.tryToClaim(slate, 0, 1).statusCode()).isEqualTo(404);
    sorted.step(-1);
    assertThat(sorted.faceGroups()).containsExactly(1, 2);
    assertThat(sorted.groupNames()).containsExactly("oak", "slate");
  }

  @Test
  void removedGroupLeavesItsFacesUnclaimed() {
    sorted.claim(oak, 0, 1);
    api.post(sorted.assetPath() + "/groups/" + oak + "/merge", "{\"other\": 0}");
    assertThat(sorted.faceGroups()).containsExactly(0, 0);
    assertThat(sorted.groupNames()).isEmpty();
    long tin = sorted.createGroup("tin");
    sorted.step(-1);
    assertThat(sorted.groupNames()).as("numbers never meet").containsExactly("oak", "tin");
    sorted.claim(tin, 1, 2);
    assertThat(sorted.faceGroups()).containsExactly(1, 2);
  }

  @Test
  void lockedDrawerKeepsWhatLiesInIt() {
    long slate = sorted.createGroup("slate");
    sorted.claim(oak, 0, 1);
    String lock = "{\"isLocked\": true}";
    api.send("PATCH", sorted.assetPath() + "/groups/" + oak, lock, "If-Match", "\"1\"");
    sorted.claim(slate, 0, 2);
    assertThat(sorted.faceGroups()).containsExactly(1, 2);
    HttpResponse<byte[]> refused = sorted.tryToClaim(slate, 0, 1);
    assertThat(refused.statusCode()).isEqualTo(409);
    assertThat(ApiClient.detail(refused)).contains("locked");
  }

  @Test
  void swappedNumbersAndColoursLeaveEveryFaceInItsGroup() {
    long slate = sorted.createGroup("slate");
    sorted.claim(oak, 0, 1);
    JsonNode before = api.json(sorted.assetPath()).get("groups");
    String path = sorted.assetPath() + "/groups/" + oak;
    String other = "{\"other\": " + slate + "}";
    assertThat(api.send("POST", path + "/swap-number", other).statusCode()).isEqualTo(204);
    assertThat(sorted.groupNames()).containsExactly("slate", "oak");
    assertThat(sorted.faceGroups()).containsExactly(2, 0);
    assertThat(api.send("POST", path + "/swap-color", other).statusCode()).isEqualTo(204);
    JsonNode after = api.json(sorted.assetPath()).get("groups");
    assertThat(after.get(1).get("color")).isEqualTo(before.get(1).get("color"));
    assertThat(after.get(0).get("color")).isEqualTo(before.get(0).get("color"));
  }
}
