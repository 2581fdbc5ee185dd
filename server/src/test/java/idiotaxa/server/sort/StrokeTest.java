package idiotaxa.server.sort;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A welded strip with one fold, sorted by strokes. */
class StrokeTest {
  private static final int ROWS = 20;
  private static final int HALF = 12;
  private static final int FACES = 2 * HALF * ROWS;

  private final ApiClient api = new ApiClient(RunningApplication.empty());
  private SortedAsset asset;
  private long left;
  private long right;

  /** Faces go row by row, those left of the fold first. */
  private static Map<String, byte[]> folded() {
    StringBuilder obj = new StringBuilder("o strip\n");
    int across = 2 * HALF + 1;
    for (int y = 0; y <= ROWS; y++) {
      for (int x = 0; x < across; x++) {
        obj.append("v ").append(x).append(' ').append(y).append(' ').append(Math.abs(x - HALF)).append('\n');
      }
    }
    for (int y = 0; y < ROWS; y++) {
      for (int x = 0; x < 2 * HALF; x++) {
        int a = y * across + x + 1;
        obj.append("f ").append(a).append(' ').append(a + 1).append(' ');
        obj.append(a + across + 1).append(' ').append(a + across).append('\n');
      }
    }
    return Map.of("strip.obj", obj.toString().getBytes(StandardCharsets.UTF_8));
  }

  @BeforeEach
  void bringIn() {
    asset = new SortedAsset(api, "Strip", folded());
    left = asset.createGroup("left");
    right = asset.createGroup("right");
  }

  private static int face(int x, int y) {
    return y * 2 * HALF + x;
  }

  private static String stroke(long group, int face) {
    return "{\"groupId\": %d, \"faceRanges\": [%d, %d]}".formatted(group, face, face + 1);
  }

  private JsonNode spread(String more, String... strokes) {
    return api.post(asset.path() + "/spread", "{\"strokes\": [" + String.join(", ", strokes) + "]" + more + "}");
  }

  private String keep(JsonNode following, boolean isUnclaimedOnly) {
    return "{\"claims\": " + following.get("groups") + ", \"isUnclaimedOnly\": " + isUnclaimedOnly + "}";
  }

  private List<Integer> expected(int ofLeft, int ofRight) {
    List<Integer> out = new ArrayList<>();
    for (int f = 0; f < FACES; f++) {
      out.add(f % (2 * HALF) < HALF ? ofLeft : ofRight);
    }
    return out;
  }

  @Test
  void whatFollowsIsCutAtTheFoldAndKeptAsOneStep() {
    JsonNode following = spread("", stroke(left, face(2, 3)), stroke(right, face(20, 9)));
    assertThat(following.get("free").asInt()).isEqualTo(FACES);
    assertThat(asset.faceGroups()).as("nothing is kept yet").containsOnly(0);
    int before = asset.history().size();
    api.post(asset.path() + "/claims/several", keep(following, true));
    assertThat(asset.faceGroups()).isEqualTo(expected(1, 2));
    assertThat(asset.history()).hasSize(before + 1).contains("strip → 2 groups");
    asset.step(-1);
    assertThat(asset.faceGroups()).containsOnly(0);
  }

  @Test
  void whatIsLeftAloneGoesNowhere() {
    JsonNode following = spread("", stroke(left, face(2, 3)), stroke(0, face(20, 9)));
    assertThat(following.get("groups")).hasSize(2);
    List<Integer> ranges = new ArrayList<>();
    following.get("groups").forEach(g -> ranges.add(g.get("groupId").asInt()));
    assertThat(ranges).containsExactlyInAnyOrder(0, (int) left);
  }

  @Test
  void onlyWhatIsUnclaimedFollowsUnlessItWasPicked() {
    asset.claim(right, 0, FACES / 2);
    assertThat(spread("", stroke(left, face(2, 15))).get("free").asInt()).isEqualTo(FACES / 2);
    JsonNode picked = spread(", \"faceRanges\": [0, " + FACES + "]", stroke(left, face(2, 15)));
    assertThat(picked.get("free").asInt()).isEqualTo(FACES);
    api.post(asset.path() + "/claims/several", keep(picked, false));
    assertThat(asset.faceGroups()).containsOnly(1);
  }

  @Test
  void aLockedDrawerKeepsWhatItHasThoughItIsPicked() {
    asset.claim(right, 0, FACES / 2);
    int version = ApiClient.find(api.json(asset.assetPath()).get("groups"), right).get("version").asInt();
    HttpResponse<byte[]> locked =
        api.send("PATCH", asset.assetPath() + "/groups/" + right, "{\"isLocked\": true}", "If-Match", "\"" + version + "\"");
    assertThat(locked.statusCode()).isEqualTo(204);
    JsonNode picked = spread(", \"faceRanges\": [0, " + FACES + "]", stroke(left, face(2, 15)));
    assertThat(picked.get("free").asInt()).isEqualTo(FACES / 2);
  }

  @Test
  void whatSomebodyElseClaimedMeanwhileStaysTheirs() {
    JsonNode following = spread("", stroke(left, face(2, 3)), stroke(right, face(20, 9)));
    asset.claim(right, 0, 2 * HALF);
    api.post(asset.path() + "/claims/several", keep(following, true));
    List<Integer> expected = expected(1, 2);
    for (int f = 0; f < 2 * HALF; f++) {
      expected.set(f, 2);
    }
    assertThat(asset.faceGroups()).isEqualTo(expected);
    // A page that heard no answer sends it again.
    api.post(asset.path() + "/claims/several", keep(following, true));
    assertThat(asset.faceGroups()).isEqualTo(expected);
    asset.claim(right, 0, FACES);
    String taken = "{\"claims\": [" + stroke(left, face(2, 3)) + "], \"isUnclaimedOnly\": true}";
    HttpResponse<byte[]> refused = api.send("POST", asset.path() + "/claims/several", taken);
    assertThat(refused.statusCode()).isEqualTo(409);
    assertThat(ApiClient.detail(refused)).isEqualTo("All of these faces have a group by now.");
  }

  @Test
  void whatIsNotOfTheModelIsRefused() {
    String beyond = "{\"groupId\": %d, \"faceRanges\": [0, %d]}".formatted(left, FACES + 1);
    assertThat(send("/spread", "{\"strokes\": [" + beyond + "]}")).isEqualTo(400);
    assertThat(send("/spread", "{\"strokes\": [" + stroke(left + 1_000_000, 0) + "]}")).isEqualTo(404);
    assertThat(send("/claims/several", "{\"claims\": [" + stroke(left, 0) + ", " + stroke(right, 0) + "]}")).isEqualTo(400);
    assertThat(send("/claims/several", "{\"claims\": []}")).isEqualTo(400);
    assertThat(send("/spread", "{}")).as("measures only").isEqualTo(200);
  }

  @Test
  void theSurfaceIsDividedAtTheFoldByItself() {
    List<Integer> two = expected(0, 1);
    assertThat(asset.labels("regions?regions=2")).isEqualTo(two);
    assertThat(new HashSet<>(asset.labels("regions?regions=7"))).hasSize(7);
    assertThat(api.send("GET", asset.path() + "/labels/regions?regions=some", null).statusCode()).isEqualTo(400);
  }

  private int send(String path, String body) {
    return api.send("POST", asset.path() + path, body).statusCode();
  }
}
