package idiotaxa.server.bringin;

import static org.assertj.core.api.Assertions.assertThat;

import com.github.kagkarlsson.scheduler.Scheduler;
import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.PackedAsset;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Work that waits is stopped before it began; what is done stays done. */
class StoppedReadingTest {
  private final RunningApplication application = RunningApplication.empty();
  private final ApiClient api = new ApiClient(application);

  @BeforeEach
  void takeNoJobs() {
    application.bean(Scheduler.class).pause();
  }

  @AfterEach
  void takeJobs() {
    application.bean(Scheduler.class).resume();
  }

  private static JsonNode parsed(byte[] body) {
    return JsonMapper.builder().build().readTree(new String(body, StandardCharsets.UTF_8));
  }

  @Test
  void aModelThatWaitsToBeReadIsStoppedAndSaysSo() {
    long asset = api.createAsset("Stopped");
    long revision = parsed(api.upload(asset, "target", TestModels.twoQuads()).body()).get("id").asLong();
    assertThat(api.send("POST", "/api/revisions/" + revision + "/stop", null).statusCode()).isEqualTo(204);
    JsonNode view = ApiClient.find(api.json("/api/assets/" + asset).get("revisions"), revision);
    assertThat(view.get("state").asString()).isEqualTo("refused");
    assertThat(view.get("problem").asString()).contains("stopped").contains("Bring the model in again");
    application.bean(Scheduler.class).resume();
    // Brought in again it is read, and the stopped one stays what it is.
    assertThat(api.bringIn(asset, "target", TestModels.twoQuads()).get("state").asString()).isEqualTo("ready");
    view = ApiClient.find(api.json("/api/assets/" + asset).get("revisions"), revision);
    assertThat(view.get("state").asString()).isEqualTo("refused");
  }

  @Test
  void aModelThatIsReadIsNotStoppedAnyMore() {
    application.bean(Scheduler.class).resume();
    SortedAsset sorted = new SortedAsset(api, "Read", TestModels.twoQuads());
    assertThat(api.send("POST", "/api/revisions/" + sorted.revision + "/stop", null).statusCode()).isEqualTo(204);
    JsonNode view = ApiClient.find(api.json(sorted.assetPath()).get("revisions"), sorted.revision);
    assertThat(view.get("state").asString()).isEqualTo("ready");
    assertThat(api.send("POST", "/api/revisions/987654/stop", null).statusCode()).isEqualTo(404);
  }

  @Test
  void aPackageThatWaitsIsStoppedAndCanBeMadeAgain() {
    application.bean(Scheduler.class).resume();
    SortedAsset sorted = new SortedAsset(api, "Packed later", TestModels.twoQuads());
    sorted.claim(sorted.createGroup("hull"), 0, 2);
    long bake = new PackedAsset(api, sorted.asset).bake();
    application.bean(Scheduler.class).pause();
    long handoff = api.post("/api/bakes/" + bake + "/handoffs", PackedAsset.TEMPLATE).get("id").asLong();
    assertThat(api.send("POST", "/api/handoffs/" + handoff + "/cancel", null).statusCode()).isEqualTo(204);
    JsonNode view = ApiClient.find(api.json(sorted.assetPath()).get("handoffs"), handoff);
    assertThat(view.get("state").asString()).isEqualTo("cancelled");
    application.bean(Scheduler.class).resume();
    assertThat(api.send("POST", "/api/handoffs/" + handoff + "/again", null).statusCode()).isEqualTo(202);
    api.waitFor(
        sorted.asset, a -> ApiClient.find(a.get("handoffs"), handoff).get("state").asString().equals("done"));
    assertThat(api.send("POST", "/api/handoffs/987654/cancel", null).statusCode()).isEqualTo(404);
  }
}
