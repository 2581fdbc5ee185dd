package idiotaxa.server.sort;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A step that says from where it is taken never takes back what it has not seen. */
class StepFromTest {
  private static final int PEOPLE = 8;

  private final ApiClient api = new ApiClient(RunningApplication.empty());
  private final SortedAsset sorted = new SortedAsset(api, "Stepped", TestModels.boltedPlate());
  private final long group = sorted.createGroup("hull");

  private HttpResponse<byte[]> step(int steps, long from) {
    return api.send(
        "POST", sorted.assetPath() + "/journal/steps", "{\"steps\": %d, \"from\": %d}".formatted(steps, from));
  }

  @Test
  void aStepFromWhereTheJournalStandsIsTaken() {
    long first = sorted.claim(group, 0, 3).get("entryId").asLong();
    long second = sorted.claim(group, 3, 6).get("entryId").asLong();
    assertThat(step(-1, second).statusCode()).isEqualTo(200);
    assertThat(step(-1, first).statusCode()).isEqualTo(200);
    assertThat(step(2, 0).statusCode()).isEqualTo(200);
    assertThat(api.json(sorted.assetPath()).get("journalPosition").asInt()).isEqualTo(2);
  }

  @Test
  void aStepThatHasNotSeenTheLastEntryIsRefusedAndSaysWhatThatIs() {
    long seen = sorted.claim(group, 0, 3).get("entryId").asLong();
    sorted.claim(group, 3, 4);
    HttpResponse<byte[]> refused = step(-1, seen);
    assertThat(refused.statusCode()).isEqualTo(409);
    assertThat(ApiClient.detail(refused)).contains("gone on").contains("1 face");
    assertThat(sorted.faceGroups().subList(0, 4)).containsOnly(1);
    // Undone behind one's back, it is refused too.
    sorted.step(-2);
    assertThat(ApiClient.detail(step(-1, seen))).contains("nothing is done now");
  }

  @Test
  void ofManyWhoUndoTheSameStepOneDoes() throws Exception {
    for (int i = 0; i < PEOPLE; i++) {
      sorted.claim(group, i, i + 1);
    }
    long last = sorted.claim(group, 20, 30).get("entryId").asLong();
    ExecutorService people = Executors.newFixedThreadPool(PEOPLE);
    List<Callable<Integer>> all = new ArrayList<>();
    for (int i = 0; i < PEOPLE; i++) {
      all.add(() -> step(-1, last).statusCode());
    }
    List<Integer> answers = new ArrayList<>();
    for (Future<Integer> answer : people.invokeAll(all)) {
      answers.add(answer.get());
    }
    people.shutdown();
    assertThat(answers).containsOnly(200, 409);
    assertThat(answers.stream().filter(a -> a == 200)).hasSize(1);
    JsonNode state = api.json(sorted.assetPath());
    assertThat(state.get("journalPosition").asInt()).isEqualTo(PEOPLE);
    assertThat(sorted.faceGroups().subList(0, PEOPLE)).containsOnly(1);
  }
}
