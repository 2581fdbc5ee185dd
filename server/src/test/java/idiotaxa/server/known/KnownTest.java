package idiotaxa.server.known;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.PackedAsset;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What one asset was sorted as is proposed for another that shares its pieces. */
class KnownTest {
  private static int runs;

  private final ApiClient api = new ApiClient(RunningApplication.empty());
  /** Every test has pieces of its own size: the memory is the studio's, not the test's. */
  private double size;

  @BeforeEach
  void takeASize() {
    size = Math.pow(1.07, ++runs);
  }

  /** Boxes in a row with UVs; a turn swaps two axes. */
  private Map<String, byte[]> boxes(boolean isTurned, double... heights) {
    StringBuilder obj = new StringBuilder();
    String[] corners = {"0 0", "1 0", "1 1", "0 1"};
    for (String uv : corners) {
      obj.append("vt ").append(uv).append('\n');
    }
    int first = 1;
    for (int b = 0; b < heights.length; b++) {
      obj.append("o box ").append(b).append('\n');
      for (int v = 0; v < 8; v++) {
        double x = size * ((v & 1) * 0.5 + 3 * b);
        double y = size * (v >> 1 & 1) * 0.3;
        double z = size * (v >> 2 & 1) * heights[b];
        obj.append("v ").append(isTurned ? y + " " + z + " " + x : x + " " + y + " " + z).append('\n');
      }
      for (int[] f : new int[][] {{0, 2, 3, 1}, {4, 5, 7, 6}, {0, 1, 5, 4}, {2, 6, 7, 3}, {0, 4, 6, 2}, {1, 3, 7, 5}}) {
        obj.append('f');
        for (int k = 0; k < 4; k++) {
          obj.append(' ').append(first + f[k]).append('/').append(k + 1);
        }
        obj.append('\n');
      }
      first += 8;
    }
    return Map.of("boxes.obj", obj.toString().getBytes(StandardCharsets.UTF_8));
  }

  private JsonNode known(SortedAsset asset) {
    return api.json(asset.path() + "/known");
  }

  private void awaitLearned(SortedAsset other, int rows) {
    for (int i = 0; i < 600 && known(other).get("rows").size() < rows; i++) {
      api.json(other.assetPath());
      LockSupport.parkNanos(100_000_000L);
    }
    assertThat(known(other).get("rows")).hasSize(rows);
  }

  private SortedAsset teach(String name, String group, Map<String, byte[]> model, int boxes) {
    SortedAsset asset = new SortedAsset(api, name, model);
    asset.claim(asset.createGroup(group), 0, 6 * boxes);
    api.post(asset.assetPath() + "/known", "");
    return asset;
  }

  @Test
  void whatWasHandedOffIsKnownInTheNextAsset() {
    SortedAsset first = new SortedAsset(api, "Harbour lamp", boxes(false, 0.9, 0.9, 1.4));
    first.claim(first.createGroup("brass"), 0, 12);
    first.claim(first.createGroup("slate"), 12, 18);
    PackedAsset packed = new PackedAsset(api, first.asset);
    packed.pack(packed.bake());
    SortedAsset next = new SortedAsset(api, "Pier lamp", boxes(true, 1.4, 0.9, 2.5));
    awaitLearned(next, 2);
    JsonNode view = known(next);
    assertThat(view.get("words").asString()).isEqualTo("2 of 3 pieces are known, from 1 asset");
    JsonNode row = view.get("rows").get(0);
    assertThat(row.get("isSure").asBoolean()).isTrue();
    assertThat(row.get("faceRanges").toString()).isEqualTo("[0,6]");
    JsonNode option = row.get("options").get(0);
    assertThat(option.get("name").asString()).isEqualTo("slate");
    assertThat(option.get("groupId").isNull()).isTrue();
    assertThat(option.get("places").get(0).get("name").asString()).isEqualTo("Harbour lamp");
    // One press: the groups are made, and it is one step to undo.
    api.post(next.path() + "/known", "");
    List<Integer> sorted = next.faceGroups();
    assertThat(new HashSet<>(sorted.subList(0, 6))).hasSize(1).doesNotContain(0);
    assertThat(new HashSet<>(sorted.subList(6, 12))).hasSize(1).doesNotContain(0, sorted.get(0));
    assertThat(new HashSet<>(sorted.subList(12, 18))).containsExactly(0);
    next.step(-1);
    assertThat(new HashSet<>(next.faceGroups())).containsExactly(0);
  }

  @Test
  void manyAreSortedAtOnceEachAsOneStep() {
    teach("Teacher", "brass", boxes(false, 0.9, 1.3), 2);
    SortedAsset one = new SortedAsset(api, "Pupil one", boxes(true, 0.9, 2.5));
    SortedAsset other = new SortedAsset(api, "Pupil two", boxes(true, 1.3));
    SortedAsset stranger = new SortedAsset(api, "Stranger", boxes(true, 3.7));
    long empty = api.createAsset("Empty");
    awaitLearned(one, 1);
    String ids = List.of(one.asset, other.asset, stranger.asset, empty).toString();
    JsonNode done = api.post("/api/many/known", "{\"assetIds\": " + ids + "}");
    assertThat(done.get(0).get("remarks").get(0).asString()).isEqualTo("1 of 2 pieces is known, from 1 asset");
    assertThat(done.get(1).get("problem").isNull()).isTrue();
    assertThat(done.get(2).get("problem").asString()).isEqualTo("Nothing that is known is left without a group.");
    assertThat(done.get(3).get("problem").asString()).isEqualTo("There is no target that was read.");
    assertThat(new HashSet<>(one.faceGroups().subList(0, 6))).hasSize(1).doesNotContain(0);
    assertThat(new HashSet<>(one.faceGroups().subList(6, 12))).containsExactly(0);
    assertThat(new HashSet<>(other.faceGroups())).hasSize(1).doesNotContain(0);
    one.step(-1);
    assertThat(new HashSet<>(one.faceGroups())).containsExactly(0);
  }

  @Test
  void oneAssetMayTeachTwoGroupsOfOneKind() {
    SortedAsset teacher = new SortedAsset(api, "Teacher", boxes(false, 0.9, 0.9));
    teacher.claim(teacher.createGroup("brass"), 0, 6);
    teacher.claim(teacher.createGroup("slate"), 6, 12);
    api.post(teacher.assetPath() + "/known", "");
    SortedAsset next = new SortedAsset(api, "Pupil", boxes(true, 0.9));
    awaitLearned(next, 1);
    JsonNode row = known(next).get("rows").get(0);
    assertThat(row.get("isSure").asBoolean()).isFalse();
    assertThat(row.get("options").valueStream().map(o -> o.get("key").asString())).containsExactlyInAnyOrder("brass", "slate");
  }

  @Test
  void claimsOfHandStayAndNothingIsClaimedTwice() {
    teach("Teacher", "brass", boxes(false, 0.9), 1);
    SortedAsset next = new SortedAsset(api, "Pupil", boxes(true, 0.9, 0.9));
    awaitLearned(next, 1);
    long rope = next.createGroup("rope");
    next.claim(rope, 0, 3);
    assertThat(known(next).get("rows").get(0).get("unclaimed").asInt()).isEqualTo(9);
    api.post(next.path() + "/known", "");
    List<Integer> sorted = next.faceGroups();
    assertThat(new HashSet<>(sorted.subList(0, 3))).hasSize(1);
    assertThat(new HashSet<>(sorted.subList(3, 12))).hasSize(1).doesNotContain(sorted.get(0), 0);
    assertThat(api.send("POST", next.path() + "/known", "").statusCode()).isEqualTo(409);
  }

  @Test
  void twoGroupsAreAskedAboutAndARefusalIsKept() {
    teach("One", "brass", boxes(false, 0.9), 1);
    SortedAsset next = new SortedAsset(api, "Pupil", boxes(true, 0.9));
    awaitLearned(next, 1);
    teach("Two", "timber", boxes(true, 0.9), 1);
    for (int i = 0; i < 600 && known(next).get("rows").get(0).get("options").size() < 2; i++) {
      LockSupport.parkNanos(100_000_000L);
    }
    JsonNode row = known(next).get("rows").get(0);
    assertThat(row.get("isSure").asBoolean()).isFalse();
    assertThat(row.get("options").valueStream().map(o -> o.get("key").asString())).containsExactlyInAnyOrder("brass", "timber");
    assertThat(api.send("POST", next.path() + "/known", "").statusCode()).isEqualTo(409);
    api.send("POST", next.path() + "/known/refusals", "{\"faces\": [0], \"key\": \"brass\"}");
    assertThat(known(next).get("rows").get(0).get("isSure").asBoolean()).isTrue();
    api.post(next.path() + "/known", "{\"choices\": [{\"face\": 0, \"key\": \"timber\"}]}");
    assertThat(new HashSet<>(next.faceGroups())).hasSize(1).doesNotContain(0);
  }

  @Test
  void whatLiesInTheTrashIsNotProposedAndWhatIsGoneIsForgotten() {
    SortedAsset teacher = teach("Teacher", "brass", boxes(false, 0.9), 1);
    SortedAsset next = new SortedAsset(api, "Pupil", boxes(true, 0.9));
    awaitLearned(next, 1);
    assertThat(api.send("POST", teacher.assetPath() + "/trash", "").statusCode()).isEqualTo(204);
    assertThat(rowsOf(next, "brass")).isZero();
    assertThat(api.send("POST", teacher.assetPath() + "/take-back", "").statusCode()).isEqualTo(204);
    assertThat(rowsOf(next, "brass")).isEqualTo(1);
    api.send("POST", teacher.assetPath() + "/trash", "");
    assertThat(api.send("DELETE", teacher.assetPath(), "").statusCode()).isEqualTo(204);
    assertThat(rowsOf(next, "brass")).isZero();
  }

  /** Rows that propose a group in this very size. */
  private long rowsOf(SortedAsset asset, String key) {
    return known(asset).get("rows").valueStream()
        .filter(row -> !row.get("isInAnotherSize").asBoolean())
        .filter(row -> row.get("options").get(0).get("key").asString().equals(key))
        .count();
  }

  @Test
  void severalLearnAtOnceAndAgain() {
    List<SortedAsset> teachers = new ArrayList<>();
    for (int i = 0; i < 4; i++) {
      teachers.add(teach("Teacher " + i, "brass", boxes(i % 2 == 0, 0.9, 1.3), 2));
    }
    CompletableFuture.allOf(
            teachers.stream()
                .flatMap(t -> IntStream.range(0, 3).mapToObj(k -> CompletableFuture.runAsync(() -> api.post(t.assetPath() + "/known", ""))))
                .toArray(CompletableFuture[]::new))
        .join();
    SortedAsset next = new SortedAsset(api, "Pupil", boxes(true, 0.9, 1.3));
    awaitLearned(next, 2);
    Set<String> keys = new HashSet<>();
    known(next).get("rows").forEach(row -> row.get("options").forEach(o -> keys.add(o.get("key").asString())));
    assertThat(keys).containsExactly("brass");
    known(next).get("rows").forEach(row -> assertThat(row.get("options").get(0).get("pieces").asInt()).isBetween(1, 4));
  }
}
