package idiotaxa.server.sort;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.net.http.HttpResponse;
import java.util.HashSet;
import java.util.List;
import java.util.function.Predicate;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Picks and labels of a plate with bolts, over the API. */
class PickTest {
  private final RunningApplication application = RunningApplication.empty();
  private final ApiClient api = new ApiClient(application);
  private final SortedAsset plate = new SortedAsset(api, "picks", TestModels.boltedPlate());

  private String pick(String body) {
    return api.post(plate.path() + "/picks", body).get("faceRanges").toString();
  }

  @Test
  void growTakesTheNeighboursAndShrinkGivesThemBack() {
    assertThat(pick("{\"verb\": \"grow\", \"faceRanges\": [6, 7]}")).isEqualTo("[6,7,8,12]");
    assertThat(pick("{\"verb\": \"shrink\", \"faceRanges\": [6, 12]}")).isEqualTo("[6,12]");
    assertThat(pick("{\"verb\": \"shrink\", \"faceRanges\": [6, 11]}"))
        .as("only the one opposite of the missing face").isEqualTo("[10,11]");
  }

  @Test
  void ringRunsAroundABox() {
    assertThat(pick("{\"verb\": \"ring\", \"faceRanges\": [0, 1, 2, 3]}")).isEqualTo("[0,4]");
    HttpResponse<byte[]> apart =
        api.send(
            "POST", plate.path() + "/picks", "{\"verb\": \"ring\", \"faceRanges\": [0, 1, 9, 10]}");
    assertThat(apart.statusCode()).isEqualTo(400);
    assertThat(ApiClient.detail(apart)).contains("side by side");
  }

  @Test
  void cornerTakesTheFacesAroundIt() {
    JsonNode faces =
        api.post(
                plate.path() + "/picks",
                "{\"verb\": \"corner\", \"faceRanges\": [], \"triangle\": 0, \"corner\": 0}")
            .get("faceRanges");
    int count = 0;
    for (int i = 0; i < faces.size(); i += 2) {
      count += faces.get(i + 1).asInt() - faces.get(i).asInt();
    }
    assertThat(count).isEqualTo(3);
  }

  @Test
  void facingNarrowsAPickOrLooksEverywhere() {
    String up = "\"direction\": [0, 1, 0], \"angle\": 30}";
    assertThat(pick("{\"verb\": \"facing\", \"faceRanges\": [0, 12], " + up)).isEqualTo("[3,4,9,10]");
    assertThat(pick("{\"verb\": \"facing\", \"faceRanges\": [], " + up))
        .isEqualTo("[3,4,9,10,15,16,21,22,27,28]");
  }

  @Test
  void labelsTellAlikePiecesAndPatchesApart() {
    List<Integer> alike = plate.labels("alike");
    assertThat(alike.subList(6, 24)).containsOnly(alike.get(6));
    assertThat(new HashSet<>(alike)).hasSize(3);
    assertThat(new HashSet<>(plate.labels("patches"))).hasSize(30);
    assertThat(plate.labels("materials")).containsOnly(-1);
    assertThat(api.send("GET", plate.path() + "/labels/colors", null).statusCode()).isEqualTo(400);
  }

  @Test
  void hiddenFacesDoNotCountAsForgotten() {
    api.waitFor(
        plate.asset, a -> a.get("revisions").get(0).get("isHiddenKnown").asBoolean());
    List<Integer> hidden = plate.labels("hidden");
    assertThat(hidden.subList(24, 30)).containsOnly(1);
    assertThat(hidden.subList(0, 24)).as("the bolts' and the plate's").doesNotContain(1);
    long all = plate.createGroup("all");
    JsonNode state = plate.claim(all, 0, 24);
    assertThat(state.get("claimedShare").asDouble()).isCloseTo(1, within(1e-12));
  }

  @Test
  void hiddenFacesThatWereNeverLookedForAreFoundOnceSomebodyAsks() {
    Predicate<JsonNode> isKnown =
        a -> a.get("revisions").get(0).get("isHiddenKnown").asBoolean();
    api.waitFor(plate.asset, isKnown);
    application
        .bean(DSLContext.class)
        .execute("DELETE FROM hidden_faces WHERE revision_id = " + plate.revision);
    assertThat(isKnown.test(api.json(plate.assetPath()))).isFalse();
    plate.labels("hidden");
    api.waitFor(plate.asset, isKnown);
  }

  @Test
  void pieceHasItsOwnPicture() {
    byte[] bolt = api.bytes(plate.path() + "/pieces/1.png?size=64");
    byte[] other = api.bytes(plate.path() + "/pieces/0.png?size=64");
    assertThat(bolt).startsWith(0x89, 'P', 'N', 'G').isNotEqualTo(other);
    assertThat(api.send("GET", plate.path() + "/pieces/99.png", null).statusCode()).isEqualTo(404);
  }
}
