package idiotaxa.server.life;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.TestModels;
import idiotaxa.server.TestSettings;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.blob.BlobUseStore;
import idiotaxa.server.people.Access;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.PackedAsset;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

class TrashTest {
  private final RunningApplication application = RunningApplication.empty();
  private final ApiClient api = new ApiClient(application);

  private int post(String path) {
    return api.send("POST", path, "").statusCode();
  }

  private String refusal(String path) {
    var answer = api.send("POST", path, "");
    assertThat(answer.statusCode()).isEqualTo(409);
    return ApiClient.detail(answer);
  }

  private List<String> trash() {
    List<String> items = new ArrayList<>();
    api.json("/api/trash").forEach(i -> items.add(i.get("kind").asString() + " " + i.get("id").asLong()));
    return items;
  }

  private List<Long> catalogue() {
    List<Long> ids = new ArrayList<>();
    api.json("/api/assets?size=200").get("assets").forEach(a -> ids.add(a.get("id").asLong()));
    return ids;
  }

  /** An asset of its own content, so that its bytes are nobody else's. */
  private SortedAsset sorted(String name) {
    String more = "# " + name + "\n";
    Map<String, byte[]> files = new HashMap<>(TestModels.twoQuads());
    files.replaceAll(
        (file, bytes) -> (more + new String(bytes, StandardCharsets.UTF_8)).getBytes(StandardCharsets.UTF_8));
    return new SortedAsset(api, name, files);
  }

  @Test
  void anAssetGoesAndComesBackAsItWas() {
    SortedAsset sorted = sorted("Rope locker");
    long group = sorted.createGroup("rope");
    sorted.claim(group, 0, 2);
    assertThat(post(sorted.assetPath() + "/trash")).isEqualTo(204);
    assertThat(catalogue()).doesNotContain(sorted.asset);
    assertThat(trash()).contains("asset " + sorted.asset);
    assertThat(ApiClient.detail(sorted.tryToClaim(group, 0, 1))).contains("in the trash");
    assertThat(sorted.faceGroups()).contains(1);
    assertThat(post(sorted.assetPath() + "/take-back")).isEqualTo(204);
    assertThat(catalogue()).contains(sorted.asset);
    assertThat(trash()).doesNotContain("asset " + sorted.asset);
    assertThat(sorted.tryToClaim(group, 0, 1).statusCode()).isEqualTo(200);
  }

  @Test
  void whatIsNeededStaysAndSaysWhy() {
    SortedAsset sorted = sorted("Mooring post");
    api.post(sorted.path() + "/proposal?from=materials", "");
    PackedAsset packed = new PackedAsset(api, sorted.asset);
    long bake = packed.bake();
    long handoff = packed.pack(bake);
    assertThat(refusal("/api/revisions/" + sorted.revision + "/trash")).contains("current model");
    assertThat(refusal("/api/bakes/" + bake + "/trash")).contains("Packages");
    assertThat(post("/api/handoffs/" + handoff + "/trash")).isEqualTo(204);
    assertThat(post("/api/bakes/" + bake + "/trash")).isEqualTo(204);
    assertThat(api.json(sorted.assetPath()).get("bakes")).isEmpty();
    assertThat(api.json(sorted.assetPath()).get("handoffs")).isEmpty();
    assertThat(refusal("/api/handoffs/" + handoff + "/take-back")).contains("bake of this package");
    assertThat(post("/api/bakes/" + bake + "/take-back")).isEqualTo(204);
    assertThat(post("/api/handoffs/" + handoff + "/take-back")).isEqualTo(204);
    assertThat(api.json(sorted.assetPath()).get("handoffs")).hasSize(1);
    assertThat(api.send("DELETE", "/api/handoffs/" + handoff, null).statusCode()).isEqualTo(409);
  }

  @Test
  void nothingIsPackedOfABakeInTheTrashSoThatNoPackageGoesWithIt() {
    SortedAsset sorted = sorted("Trashed mooring");
    api.post(sorted.path() + "/proposal?from=materials", "");
    PackedAsset packed = new PackedAsset(api, sorted.asset);
    long bake = packed.bake();
    assertThat(post("/api/bakes/" + bake + "/trash")).isEqualTo(204);
    var refused = api.send("POST", "/api/bakes/" + bake + "/handoffs", PackedAsset.TEMPLATE);
    assertThat(refused.statusCode()).isEqualTo(409);
    assertThat(ApiClient.detail(refused)).contains("lies in the trash");
    // One from before that was refused: it is in nobody's trash and does not go with the bake.
    post("/api/bakes/" + bake + "/take-back");
    long handoff = packed.pack(bake);
    application.bean(TrashStore.class).set(TrashKind.BAKE, bake, java.time.LocalDateTime.now(Clock.systemUTC()));
    var kept = api.send("DELETE", "/api/bakes/" + bake, null);
    assertThat(kept.statusCode()).isEqualTo(409);
    cleanUpAt(Duration.ofDays(40));
    assertThat(api.send("GET", "/api/handoffs/" + handoff + "/files", null).statusCode()).isEqualTo(200);
  }

  @Test
  void aModelThatWasReplacedGoesWithItsFilesAndTheHistoryStays() {
    SortedAsset sorted = sorted("Old davit");
    long group = sorted.createGroup("davit");
    sorted.claim(group, 0, 2);
    api.bringIn(sorted.asset, "target", TestModels.twoQuads());
    assertThat(refusal("/api/revisions/" + sorted.revision + "/trash")).contains("review looks at both");
    api.bringIn(sorted.asset, "target", TestModels.twoQuads());
    assertThat(post("/api/revisions/" + sorted.revision + "/trash")).isEqualTo(204);
    assertThat(api.json(sorted.assetPath()).get("revisions")).hasSize(2);
    assertThat(refusal("/api/revisions/" + sorted.revision + "/make-current")).contains("trash");
    assertThat(api.send("DELETE", "/api/revisions/" + sorted.revision, null).statusCode()).isEqualTo(204);
    assertThat(trash()).doesNotContain("model " + sorted.revision);
    assertThat(refusal("/api/revisions/" + sorted.revision + "/take-back")).contains("removed for good");
    // Undo of its claims meets no model any more, and says nothing wrong.
    int steps = sorted.history().size();
    assertThat(sorted.step(-steps).get("position").asInt()).isZero();
    assertThat(sorted.step(steps).get("position").asInt()).isEqualTo(steps);
  }

  @Test
  void whatIsRemovedForGoodLeavesNothingBehind() {
    SortedAsset sorted = sorted("Broken winch");
    api.post(sorted.path() + "/proposal?from=materials", "");
    PackedAsset packed = new PackedAsset(api, sorted.asset);
    packed.pack(packed.bake());
    api.pin(sorted.asset, "winch.png", TestModels.png());
    post(sorted.assetPath() + "/trash");
    assertThat(api.send("DELETE", sorted.assetPath(), null).statusCode()).isEqualTo(204);
    assertThat(api.send("GET", sorted.assetPath(), null).statusCode()).isEqualTo(404);
    DSLContext db = application.bean(DSLContext.class);
    for (String table : List.of("revision", "bake", "handoff", "material_group", "journal_entry", "mask_state")) {
      assertThat(db.fetchCount(org.jooq.impl.DSL.table(table), org.jooq.impl.DSL.field("asset_id").eq(sorted.asset)))
          .as(table)
          .isZero();
    }
  }

  /** With the clock of a month later: what lies in the trash goes, and the bytes that only it pointed to. */
  @Test
  void theCleanUpTakesWhatIsOverdueWithItsBytesAndNothingElse() {
    SortedAsset kept = sorted("Kept fender");
    SortedAsset gone = sorted("Gone fender");
    SortedAsset twin = new SortedAsset(api, "Twin of the gone", Map.of("shared.obj", TestModels.bytes("v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n")));
    long shared =
        api.bringIn(gone.asset, "source", Map.of("shared.obj", TestModels.bytes("v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n")))
            .get("id")
            .asLong();
    assertThat(shared).isPositive();
    List<Long> blobsOfGone = blobs(gone.asset);
    List<Long> blobsOfTwin = blobs(twin.asset);
    assertThat(blobsOfGone).containsAll(blobsOfTwin).hasSizeGreaterThan(1);
    post(gone.assetPath() + "/trash");
    cleanUpAt(Duration.ZERO);
    assertThat(trash()).contains("asset " + gone.asset);
    cleanUpAt(Duration.ofDays(31));
    assertThat(api.send("GET", gone.assetPath(), null).statusCode()).isEqualTo(404);
    assertThat(present(blobsOfGone)).isEqualTo(blobsOfTwin);
    assertThat(present(blobs(kept.asset))).isEqualTo(blobs(kept.asset));
    assertThat(kept.faceGroups()).isNotEmpty();
  }

  private void cleanUpAt(Duration later) {
    Clock clock = Clock.offset(Clock.systemUTC(), later);
    var settings = TestSettings.with(null, null, null);
    TrashService trash =
        new TrashService(
            application.bean(TrashStore.class),
            application.bean(RemovalStore.class),
            application.bean(AssetStore.class),
            application.bean(Access.class),
            clock,
            settings);
    CleanUp cleanUp = new CleanUp(trash, application.bean(BlobUseStore.class), clock, settings);
    // Without the application's proxies each removal would not be one transaction.
    application.bean(TransactionTemplate.class).executeWithoutResult(status -> cleanUp.run());
  }

  private List<Long> blobs(long asset) {
    return application
        .bean(DSLContext.class)
        .fetch(
            "SELECT DISTINCT f.blob_id FROM revision_file f JOIN revision r ON r.id = f.revision_id WHERE r.asset_id = ? ORDER BY 1", asset)
        .map(r -> r.get(0, Long.class));
  }

  private List<Long> present(List<Long> ids) {
    return ids.stream()
        .filter(id -> application.bean(DSLContext.class).fetchExists(org.jooq.impl.DSL.table("stored_blob"), org.jooq.impl.DSL.field("id").eq(id)))
        .toList();
  }

  @Test
  void spaceIsToldByWhatTakesIt() {
    SortedAsset sorted = sorted("Heavy bell");
    JsonNode space = api.json("/api/space");
    assertThat(space.get("models").asLong()).isPositive();
    assertThat(space.get("database").asLong()).isGreaterThanOrEqualTo(space.get("models").asLong());
    assertThat(space.get("free").asLong()).isPositive();
    assertThat(space.get("assets").toString()).contains("\"bytes\":");
    assertThat(sorted.asset).isPositive();
  }
}
