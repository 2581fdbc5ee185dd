package idiotaxa.server.bake;

import static org.assertj.core.api.Assertions.assertThat;

import com.github.kagkarlsson.scheduler.Scheduler;
import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.WorkerProcess;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Workers in processes of their own, on the same database. */
class WorkerTest {
  private static final int SIZE = 1024;

  private final RunningApplication application = RunningApplication.empty();
  private final ApiClient api = new ApiClient(application);
  private final List<WorkerProcess> workers = new ArrayList<>();
  private long asset;

  @BeforeEach
  void bringInTwoSheetsWithASource() {
    asset = api.createAsset("Two piers");
    long target = api.bringIn(asset, "target", TestModels.twoQuads()).get("id").asLong();
    api.post("/api/assets/" + asset + "/revisions/" + target + "/proposal?from=materials", "");
    api.bringIn(asset, "source", TestModels.twoQuads());
    api.change(asset, "PUT", "/api/assets/" + asset + "/sheet-plan", "{\"by\": \"material\", \"hand\": []}");
    // From here on only the workers take jobs.
    application.bean(Scheduler.class).pause();
  }

  @AfterEach
  void giveTheJobsBack() {
    workers.forEach(WorkerProcess::close);
    application.bean(Scheduler.class).resume();
  }

  private void startWorker() {
    workers.add(WorkerProcess.start());
  }

  /** The number of a bake that takes some seconds. */
  private long startBake() {
    return startBake(SIZE);
  }

  private long startBake(int size) {
    String settings =
        """
        {"origin": "materials", "isFromSource": true, "size": %d, "samples": 16,
         "isExact": true, "padding": 0, "reachOutward": 0.1, "reachInward": 0.1,
         "pairing": "all"}
        """
            .formatted(size);
    return api.post("/api/assets/" + asset + "/bakes", settings).get("id").asLong();
  }

  private JsonNode sheets(JsonNode state) {
    return state.get("bakes").get(0).get("sheets");
  }

  private boolean areAll(JsonNode state, String wanted) {
    for (JsonNode sheet : sheets(state)) {
      if (!sheet.get("state").asString().equals(wanted)) {
        return false;
      }
    }
    return true;
  }

  @Test
  void twoWorkersBakeTwoSheetsAtOnceAndOneTakesOverFromAKilledOne() throws IOException {
    startWorker();
    startWorker();
    long bake = startBake();
    JsonNode atOnce =
        api.waitFor(asset, state -> areAll(state, "running") && hasShare(state));
    assertThat(sheets(atOnce)).hasSize(2);
    workers.get(0).kill();
    JsonNode after = api.json("/api/assets/" + asset);
    assertThat(workers.get(1).isAlive()).isTrue();
    assertThat(sheets(after).get(0).get("result").isNull() || sheets(after).get(1).get("result").isNull())
        .as("one sheet at least was under way when its worker was killed")
        .isTrue();
    JsonNode done = api.waitFor(asset, state -> areAll(state, "done"));
    for (JsonNode sheet : sheets(done)) {
      JsonNode report = sheet.get("result").get("report");
      assertThat(report.get("covered").asLong()).isEqualTo((long) SIZE * SIZE / 2);
      assertThat(report.get("missed").asLong()).isZero();
      checkHalf(bake, sheet.get("name").asString());
    }
  }

  /** A pause is longer than a worker is waited for: another bakes its sheet, and who wakes up keeps nothing. */
  @Test
  void whoWasPausedTooLongKeepsNothingAndTheSheetIsBakedOnce() throws IOException {
    workers.add(WorkerProcess.start("bake-sheet", "paused"));
    long bake = startBake();
    api.waitFor(asset, state -> state.get("bakes").get(0).get("sheets").toString().contains("\"running\""));
    workers.get(0).pause();
    workers.add(WorkerProcess.start("bake-sheet", "other"));
    JsonNode done = api.waitFor(asset, state -> areAll(state, "done"));
    List<String> ended = endedAt();
    assertThat(ended).hasSize(2);
    workers.get(1).kill();
    workers.get(0).wake();
    // It takes one job at a time: what it does next it does after it has given up the sheet that it was paused in.
    startBake(16);
    api.waitFor(asset, state -> areAll(state, "done") && state.get("bakes").size() == 2);
    assertThat(endedAt()).containsAll(ended).hasSize(4);
    for (JsonNode sheet : sheets(done)) {
      checkHalf(bake, sheet.get("name").asString());
    }
    assertThat(ended).allMatch(line -> line.contains("\"other\""));
  }

  /** Who did each sheet, and when it was done. */
  private List<String> endedAt() {
    List<String> lines = new ArrayList<>();
    for (JsonNode line : api.json("/api/queue").get("done")) {
      if (line.get("kind").asString().equals("bake-sheet") && line.get("assetId").asLong() == asset) {
        lines.add(line.get("process") + " " + line.get("endedAt"));
      }
    }
    return lines;
  }

  private boolean hasShare(JsonNode state) {
    for (JsonNode sheet : sheets(state)) {
      if (sheet.get("share").asDouble() < 0.02) {
        return false;
      }
    }
    return true;
  }

  /** Each sheet has one quad, in its own half, in its own group. */
  private void checkHalf(long bake, String sheet) throws IOException {
    BufferedImage index =
        ImageIO.read(
            new ByteArrayInputStream(
                api.bytes("/api/bakes/" + bake + "/sheets/" + sheet + "/index.png")));
    boolean isLeft = sheet.equals("oak");
    for (int x = 0; x < SIZE; x++) {
      boolean isInside = isLeft == x < SIZE / 2;
      assertThat(index.getRaster().getSample(x, 700, 0))
          .as("%s, column %d", sheet, x)
          .isEqualTo(isInside ? isLeft ? 1 : 2 : 0);
    }
  }
}
