package idiotaxa.server.change;

import static org.assertj.core.api.Assertions.assertThat;

import com.github.kagkarlsson.scheduler.Scheduler;
import idiotaxa.core.group.Palette;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.ChannelMarkerBuoyB;
import idiotaxa.demo.SaltmarshPalette;
import idiotaxa.server.job.JobKind;
import idiotaxa.server.job.JobStore;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.WorkerProcess;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A revision arrives while others claim, or while its worker dies. */
class CarryUnderFireTest {
  private static final int WRITERS = 3;
  private static final int FACES_EACH = 900;

  private final RunningApplication application = RunningApplication.empty();
  private final ApiClient api = new ApiClient(application);

  @Test
  void whatWasAcknowledgedBeforeTheRevisionIsOnIt() throws Exception {
    Map<String, byte[]> model = RevisedAsset.glb("buoy.glb", ChannelMarkerBuoy.target());
    RevisedAsset buoy = new RevisedAsset(api, "Raced", model);
    long[] groups = new long[WRITERS];
    for (int w = 0; w < WRITERS; w++) {
      groups[w] = buoy.first.createGroup("group " + w);
    }
    ExecutorService writers = Executors.newFixedThreadPool(WRITERS);
    List<Future<Integer>> claimed = new ArrayList<>();
    for (int w = 0; w < WRITERS; w++) {
      int writer = w;
      claimed.add(writers.submit(() -> claimUntilRefused(buoy, groups[writer], writer)));
    }
    buoy.revise(model);
    List<Integer> now = buoy.faceGroups();
    Map<Long, Integer> numbers = new HashMap<>();
    buoy.asset().get("groups").forEach(g -> numbers.put(g.get("id").asLong(), g.get("number").asInt()));
    for (int w = 0; w < WRITERS; w++) {
      int acknowledged = claimed.get(w).get();
      assertThat(acknowledged).as("refused in the end, not at once").isBetween(1, FACES_EACH - 1);
      for (int i = 0; i < FACES_EACH; i++) {
        assertThat(now.get(WRITERS * i + w)).isEqualTo(i < acknowledged ? numbers.get(groups[w]) : 0);
      }
    }
    writers.shutdown();
  }

  /** One face after the other, each writer its own; the number of those that were acknowledged. */
  private static int claimUntilRefused(RevisedAsset buoy, long group, int writer) {
    for (int i = 0; i < FACES_EACH; i++) {
      int face = WRITERS * i + writer;
      if (buoy.first.tryToClaim(group, face, face + 1).statusCode() != 200) {
        return i;
      }
    }
    return FACES_EACH;
  }

  @Test
  void aCarryOverWhoseProcessIsKilledIsTakenOver() {
    Palette palette = SaltmarshPalette.create();
    Mesh old = ChannelMarkerBuoy.source(palette, 6);
    RevisedAsset buoy = new RevisedAsset(api, "Killed", RevisedAsset.glb("buoy.glb", old));
    long group = buoy.first.createGroup("painted");
    buoy.first.claim(group, 0, 1000);
    // From here on only the workers take jobs.
    application.bean(Scheduler.class).pause();
    try (WorkerProcess first = WorkerProcess.start()) {
      long id = upload(buoy, ChannelMarkerBuoyB.source(palette, 6));
      JobStore jobs = application.bean(JobStore.class);
      while (!jobs.get(JobKind.READ_REVISION, id).doing().startsWith("c")) {
        assertThat(jobs.get(JobKind.READ_REVISION, id).state()).isIn("waiting", "running");
        Thread.onSpinWait();
      }
      first.kill();
      assertThat(jobs.get(JobKind.READ_REVISION, id).state()).isEqualTo("running");
      assertThat(buoy.revisionView(id).get("isCurrent").asBoolean()).isFalse();
      assertThat(buoy.first.history()).hasSize(1);
      try (WorkerProcess second = WorkerProcess.start()) {
        api.waitFor(
            buoy.asset,
            a -> ApiClient.find(a.get("revisions"), id).get("state").asString().equals("ready"));
        assertThat(second.isAlive()).isTrue();
      }
      buoy.revision = id;
      assertThat(buoy.first.history()).hasSize(2);
      assertThat(buoy.changes().get("counts").asString()).contains("5 new, 3 lost");
      List<Integer> now = buoy.faceGroups();
      assertThat(now.stream().filter(n -> n != 0).count()).as("the hull is cut finer").isGreaterThan(1000);
      assertThat(buoy.review().get("items").size()).isGreaterThan(10);
    } finally {
      application.bean(Scheduler.class).resume();
    }
  }

  private long upload(RevisedAsset buoy, Mesh mesh) {
    JsonNode created =
        JsonMapper.builder()
            .build()
            .readTree(api.upload(buoy.asset, "target", RevisedAsset.glb("buoy_b.glb", mesh)).body());
    return created.get("id").asLong();
  }
}
