package idiotaxa.server.job;

import static idiotaxa.server.db.Tables.RUNNING_PROCESS;
import static idiotaxa.server.db.Tables.JOB;
import static idiotaxa.server.db.Tables.RUNNING_PROCESS;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.github.kagkarlsson.scheduler.Scheduler;
import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.PackedAsset;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import idiotaxa.server.running.WorkerProcess;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jooq.DSLContext;
import java.time.Duration;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class QueueTest {
  private final RunningApplication application = RunningApplication.empty();
  private final ApiClient api = new ApiClient(application);

  private static JsonNode find(JsonNode lines, String kind, long id) {
    for (JsonNode line : lines) {
      if (line.get("kind").asString().equals(kind) && line.get("id").asLong() == id) {
        return line;
      }
    }
    return null;
  }

  @Test
  void whatIsDoneAndWhoDidItIsTold() {
    SortedAsset sorted = new SortedAsset(api, "Tide gauge", TestModels.twoQuads());
    JsonNode queue = api.json("/api/queue");
    JsonNode read = find(queue.get("done"), "read-revision", sorted.revision);
    assertThat(read).isNotNull();
    assertThat(read.get("assetName").asString()).isEqualTo("Tide gauge");
    assertThat(read.get("what").asString()).isEqualTo("quads.obj");
    String process = read.get("process").asString();
    JsonNode told = null;
    for (JsonNode each : queue.get("processes")) {
      told = each.get("name").asString().equals(process) ? each : told;
    }
    assertThat(told).isNotNull();
    assertThat(told.get("state").asString()).isEqualTo("there");
    assertThat(told.get("servesPages").asBoolean()).isTrue();
  }

  /** Where workers come and go by the hundred, those that are there stay in sight. */
  @Test
  void processesThatHaveEndedComeLastAndAreNotToldForEver() {
    ProcessStore processes = application.bean(ProcessStore.class);
    for (int i = 0; i < 60; i++) {
      processes.begin(new ProcessStore.ProcessRow("gone " + i, "farm", List.of("bake-sheet"), false, 1, 512));
      processes.end("gone " + i);
    }
    List<String> states = new ArrayList<>();
    api.json("/api/queue").get("processes").forEach(p -> states.add(p.get("state").asString()));
    assertThat(states).startsWith("there");
    int first = states.indexOf("ended");
    assertThat(states.subList(first, states.size())).hasSize(50).containsOnly("ended");
    application
        .bean(DSLContext.class)
        .deleteFrom(RUNNING_PROCESS)
        .where(RUNNING_PROCESS.HOST.eq("farm"))
        .execute();
  }

  @Test
  void aModelThatWasRefusedIsReadAgain() {
    long asset = api.createAsset("Refused");
    JsonNode revision = api.bringIn(asset, "target", Map.of("broken.glb", TestModels.bytes("no model")));
    long id = revision.get("id").asLong();
    JsonNode failed = find(api.json("/api/queue").get("failed"), "read-revision", id);
    assertThat(failed.get("problem").asString()).isEqualTo(revision.get("problem").asString());
    assertThat(api.send("POST", "/api/queue/read-revision/" + id + "/again", "").statusCode()).isEqualTo(204);
    api.waitFor(asset, a -> ApiClient.find(a.get("revisions"), id).get("state").asString().equals("refused"));
    assertThat(api.send("POST", "/api/queue/read-revision/999999999/again", "").statusCode()).isEqualTo(409);
    assertThat(api.send("POST", "/api/queue/no-such-kind/1/again", "").statusCode()).isEqualTo(400);
  }

  /** Two workers with different settings: each does its own kind and leaves the rest to the other. */
  @Test
  void aWorkerTakesOnlyTheKindsThatItsSettingsName() {
    application.bean(Scheduler.class).pause();
    try (WorkerProcess baking = WorkerProcess.start("bake-sheet", "baker");
        WorkerProcess rest = WorkerProcess.start("read-revision,find-hidden,pack-handoff,lay-out", "the rest")) {
      SortedAsset sorted = new SortedAsset(api, "Two yards", TestModels.twoQuads());
      api.post(sorted.path() + "/proposal?from=materials", "");
      PackedAsset packed = new PackedAsset(api, sorted.asset);
      long handoff = packed.pack(packed.bake());
      JsonNode done = api.json("/api/queue").get("done");
      assertThat(find(done, "read-revision", sorted.revision).get("process").asString()).isEqualTo("the rest");
      assertThat(find(done, "pack-handoff", handoff).get("process").asString()).isEqualTo("the rest");
      long sheet = api.json(sorted.assetPath()).get("bakes").get(0).get("sheets").get(0).get("id").asLong();
      assertThat(find(done, "bake-sheet", sheet).get("process").asString()).isEqualTo("baker");
    } finally {
      application.bean(Scheduler.class).resume();
    }
  }

  @Test
  void kindsAreWords() {
    assertThat(JobKind.of(List.of("all"))).containsExactly(JobKind.values());
    assertThat(JobKind.of(List.of("bake-sheet", " lay-out "))).isEqualTo(Set.of(JobKind.BAKE_SHEET, JobKind.LAY_OUT));
    assertThat(JobKind.of(List.of(""))).isEmpty();
    assertThatThrownBy(() -> JobKind.of(List.of("cook"))).hasMessageContaining("cook").hasMessageContaining("bake-sheet");
  }

  /** Jobs of one kind may run while those of another have nobody. */
  @Test
  void aKindThatNobodyTakesIsSaid() {
    DSLContext db = RunningApplication.empty().bean(DSLContext.class);
    QueueService service = RunningApplication.empty().bean(QueueService.class);
    JobStore jobs = RunningApplication.empty().bean(JobStore.class);
    long id = -77;
    jobs.add(JobKind.LAY_OUT, id);
    try {
      db.update(JOB).set(JOB.ADDED_AT, LocalDateTime.now(ZoneOffset.UTC).minusMinutes(5)).where(JOB.SUBJECT_ID.eq(id)).execute();
      assertThat(service.withoutAnybody(Duration.ofMinutes(1))).isEmpty();
      db.update(RUNNING_PROCESS).set(RUNNING_PROCESS.KINDS, "bake-sheet").execute();
      assertThat(service.withoutAnybody(Duration.ofMinutes(1))).containsExactly("lay-out");
      assertThat(service.withoutAnybody(Duration.ofMinutes(10))).isEmpty();
      assertThat(RunningApplication.empty().bean(QueueHealth.class).health().getStatus().getCode()).isEqualTo("OUT_OF_SERVICE");
    } finally {
      db.deleteFrom(JOB).where(JOB.SUBJECT_ID.eq(id)).execute();
      String all = Arrays.stream(JobKind.values()).map(JobKind::word).collect(Collectors.joining(" "));
      db.update(RUNNING_PROCESS).set(RUNNING_PROCESS.KINDS, all).execute();
    }
  }
}
