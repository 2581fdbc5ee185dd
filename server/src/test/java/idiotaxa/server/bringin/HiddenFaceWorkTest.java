package idiotaxa.server.bringin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.jooq.impl.DSL.condition;
import static org.jooq.impl.DSL.table;

import idiotaxa.core.mesh.PartEdit;
import idiotaxa.server.TestModels;
import idiotaxa.server.asset.HiddenFaceService;
import idiotaxa.server.job.JobKind;
import idiotaxa.server.job.JobRun;
import idiotaxa.server.job.JobStore;
import idiotaxa.server.journal.Journal;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.util.BitSet;
import java.util.List;
import java.util.SplittableRandom;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicBoolean;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.support.TransactionTemplate;

class HiddenFaceWorkTest {
  private static final int FACES = 30;

  private final RunningApplication application = RunningApplication.empty();
  private final HiddenFaceWork work = application.bean(HiddenFaceWork.class);
  private final TransactionTemplate transaction = application.bean(TransactionTemplate.class);

  /** What it keeps and what a claim counts are two rows of one asset, written by both. */
  @Test
  void isKeptWhileOthersClaimAndNeitherGivesUp() throws Exception {
    SortedAsset plate =
        new SortedAsset(new ApiClient(application), "claims beside the search", TestModels.boltedPlate());
    long oak = plate.createGroup("oak");
    AtomicBoolean isOver = new AtomicBoolean();
    CompletableFuture<Integer> searches =
        CompletableFuture.supplyAsync(
            () -> {
              int count = 0;
              for (; !isOver.get(); count++) {
                work.run(plate.revision, new KeptAtOnce(plate.revision));
              }
              return count;
            });
    SplittableRandom random = new SplittableRandom(5);
    try {
      for (int i = 0; i < 150; i++) {
        plate.claim(random.nextBoolean() ? oak : 0, random.nextInt(FACES - 1), FACES);
        plate.step(-random.nextInt(2));
      }
    } finally {
      isOver.set(true);
    }
    assertThat(searches.get()).isPositive();
  }

  /**
   * What is found refers to the revision, whose share is counted after: whoever renames a part in between waits for the end of
   * that, and neither is ended by the database.
   */
  @Test
  void partsAreEditedWhileItsEndIsKept() throws Exception {
    SortedAsset plate = new SortedAsset(new ApiClient(application), "parts edited beside the search", TestModels.boltedPlate());
    HiddenFaceService hidden = application.bean(HiddenFaceService.class);
    Journal journal = application.bean(Journal.class);
    CompletableFuture<Void> edit =
        transaction.execute(
            status -> {
              work.lock(plate.revision);
              hidden.keep(plate.revision, new BitSet());
              CompletableFuture<Void> begun = CompletableFuture.runAsync(() -> rename(plate));
              awaitChange();
              journal.countAnew(plate.asset, plate.revision);
              return begun;
            });
    edit.get();
    assertThat(plate.api.json("/api/assets/" + plate.asset).get("revisions").get(0).get("partEdits").asInt()).isEqualTo(1);
  }

  private void rename(SortedAsset plate) {
    application
        .bean(ModelService.class)
        .editParts(plate.revision, 0, new PartEdit(PartEdit.Kind.RENAME, new int[] {0}, "renamed beside the search"));
  }

  /** Until the other's change is with the database, which lets it wait. */
  private void awaitChange() {
    DSLContext db = application.bean(DSLContext.class);
    String waits = "db = database() AND id <> connection_id() AND (info LIKE '%for update' OR info LIKE 'update `revision`%')";
    while (db.fetchCount(table("information_schema.processlist"), condition(waits)) == 0) {
      Thread.onSpinWait();
    }
  }

  /** Most sources bring their groups along; to look through millions of triangles that nobody sorts would cost minutes. */
  @Test
  void isAskedForASourceOnceItIsSorted() {
    ApiClient api = new ApiClient(application);
    SortedAsset plate = new SortedAsset(api, "a source that is sorted by hand", TestModels.boltedPlate());
    long source = api.bringIn(plate.asset, "source", TestModels.boltedPlate()).get("id").asLong();
    List<Long> both = List.of(plate.revision, source);
    JobStore jobs = application.bean(JobStore.class);
    assertThat(jobs.find(JobKind.FIND_HIDDEN, both)).containsOnlyKeys(plate.revision);
    long oak = plate.createGroup("oak");
    api.post(
        plate.assetPath() + "/revisions/" + source + "/claims",
        "{\"groupId\": %d, \"faceRanges\": [0, 3]}".formatted(oak));
    api.waitFor(plate.asset, a -> ApiClient.find(a.get("revisions"), source).get("isHiddenKnown").asBoolean());
    assertThat(jobs.find(JobKind.FIND_HIDDEN, both)).containsOnlyKeys(both);
  }

  /** Ends as a job does: what others hold first. */
  private final class KeptAtOnce implements JobRun {
    private final long id;

    KeptAtOnce(long id) {
      this.id = id;
    }

    @Override
    public boolean isCancelled() {
      return false;
    }

    @Override
    public void finish(Runnable keepResult) {
      transaction.executeWithoutResult(
          status -> {
            work.lock(id);
            keepResult.run();
          });
    }
  }
}
