package idiotaxa.server.kept;

import idiotaxa.core.check.Finding;
import idiotaxa.core.file.FileNames;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.bake.BakeService;
import idiotaxa.server.bake.BakeSettings;
import idiotaxa.server.bake.SheetRow;
import idiotaxa.server.handoff.HandoffService;
import idiotaxa.server.handoff.TemplateService;
import idiotaxa.server.job.JobKind;
import idiotaxa.server.job.JobState;
import idiotaxa.server.job.JobStore;
import idiotaxa.server.life.TrashService;
import idiotaxa.server.web.ConflictException;
import idiotaxa.server.web.NotFoundException;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDateTime;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * Takes packages that are kept up to date a step further: a change that was quiet for a moment is baked by the asset's own
 * settings, packed by its own template, and what differs goes into the hand-off folder. Every step is one transaction
 * behind the asset's lock, so that any process may take the next one, also after one that died.
 */
@Service
public class KeptService {
  /** Without a change, before anything is begun. */
  private static final Duration QUIET = Duration.ofSeconds(1);

  /** Without a package, after which the next one is an entry of its own in the history. */
  private static final Duration SITTING = Duration.ofMinutes(30);

  private static final String NO_SETTINGS = "It was never baked: bake once, so that it is known how.";

  private final KeptStore store;
  private final KeptFolder folder;
  private final AssetStore assets;
  private final BakeService bakes;
  private final HandoffService handoffs;
  private final TemplateService templates;
  private final TrashService trash;
  private final JobStore jobs;
  private final TransactionTemplate transaction;
  private final Clock clock;
  private final JsonMapper json;

  KeptService(
      KeptStore store,
      KeptFolder folder,
      AssetStore assets,
      BakeService bakes,
      HandoffService handoffs,
      TemplateService templates,
      TrashService trash,
      JobStore jobs,
      TransactionTemplate transaction,
      Clock clock,
      JsonMapper json) {
    this.store = store;
    this.folder = folder;
    this.assets = assets;
    this.bakes = bakes;
    this.handoffs = handoffs;
    this.templates = templates;
    this.trash = trash;
    this.jobs = jobs;
    this.transaction = transaction;
    this.clock = clock;
    this.json = json;
  }

  /**
   * Keeps the package of an asset up to date from now on; without effect where that is so already.
   *
   * @throws ConflictException when there is no hand-off folder
   */
  @Transactional
  public void keep(long assetId) {
    if (!folder.isThere()) {
      throw new ConflictException("There is no hand-off folder; name one by IDIOTAXA_HANDOFF_FOLDER and start again.");
    }
    AssetStore.AssetRow asset = assets.lock(assetId);
    if (asset.isInTrash()) {
      throw new ConflictException("This asset lies in the trash; take it back first.");
    }
    store.add(assetId, FileNames.clean(asset.name()).toLowerCase(Locale.ROOT) + "-kept-" + assetId);
  }

  /** Leaves the package as it is. What was put into the folder stays there. */
  @Transactional
  public void leave(long assetId) {
    assets.lock(assetId);
    store.find(assetId).filter(row -> !isDone(row)).map(KeptStore.KeptRow::bakeId).ifPresent(this::stop);
    store.remove(assetId);
  }

  private static boolean isDone(KeptStore.KeptRow row) {
    return row.handoffId() != null && row.handoffId().equals(row.writtenId());
  }

  private void stop(long bakeId) {
    try {
      bakes.cancel(bakeId);
    } catch (NotFoundException e) {
      // Somebody has removed it.
    }
  }

  /** Looks at all that are kept, and takes each as far as it goes now. */
  void stepAll(Collection<Long> assetIds, Failure failed) {
    var stamps = store.stamps(assetIds);
    for (long id : assetIds) {
      try {
        step(id, stamps.get(id));
      } catch (RuntimeException e) {
        failed.hear(id, e);
      }
    }
  }

  /** Hears of an asset that could not be looked at; the others are all the same. */
  interface Failure {
    void hear(long assetId, RuntimeException problem);
  }

  private void step(long assetId, String stamp) {
    KeptStore.KeptRow row = store.find(assetId).orElse(null);
    if (row == null || stamp == null) {
      return;
    }
    LocalDateTime now = LocalDateTime.now(clock);
    if (!stamp.equals(row.seenStamp())) {
      store.see(assetId, row.seenStamp(), stamp, now);
    } else if (now.isBefore(row.seenAt().plus(QUIET))) {
      return;
    } else if (!stamp.equals(row.askedStamp())) {
      begin(row, stamp);
    } else if (row.problem() == null || isOfFolder(row)) {
      goOn(row, now);
    }
  }

  /** Whether all is made and the folder alone stands in the way, which may be mended at any time. */
  private boolean isOfFolder(KeptStore.KeptRow row) {
    return row.handoffId() != null && handoffs.packed(row.handoffId()).isPresent();
  }

  private void begin(KeptStore.KeptRow row, String stamp) {
    long assetId = row.assetId();
    if (row.bakeId() != null && !isDone(row) && isBusy(row)) {
      // What is under way is of a state that nobody wants any more.
      stop(row.bakeId());
      if (row.handoffId() != null) {
        handoffs.cancel(row.handoffId());
      }
      return;
    }
    String kept = assets.find(assetId).map(AssetStore.AssetRow::bakeSettings).orElse(null);
    if (kept == null) {
      store.ask(assetId, stamp, null, NO_SETTINGS);
      return;
    }
    BakeSettings settings = json.readValue(kept, BakeSettings.class);
    String refusals;
    try {
      refusals = bakes.refusals(assetId, settings).stream().map(Finding::line).collect(Collectors.joining(" "));
    } catch (ConflictException | IllegalArgumentException e) {
      refusals = e.getMessage();
    }
    if (!refusals.isEmpty() && !settings.isAnyway()) {
      store.ask(assetId, stamp, null, refusals);
      return;
    }
    transaction.executeWithoutResult(
        status -> {
          assets.lock(assetId);
          KeptStore.KeptRow now = store.lock(assetId).orElse(null);
          if (now != null && Objects.equals(now.askedStamp(), row.askedStamp())) {
            long bake = bakes.startChecked(assetId, settings);
            store.ask(assetId, stamp, bake, null);
            if (!isDone(row)) {
              clear(row);
            }
          }
        });
  }

  /** What was made for a state that did not reach the folder. */
  private void clear(KeptStore.KeptRow row) {
    if (row.handoffId() != null) {
      trash.removeReplaced(row.handoffId());
    } else if (row.bakeId() != null) {
      trash.removeUnused(row.bakeId());
    }
  }

  private boolean isBusy(KeptStore.KeptRow row) {
    return row.handoffId() == null
        ? sheetJobs(row.bakeId()).stream().anyMatch(job -> !JobState.isEnded(job.state()))
        : !JobState.isEnded(packJob(row.handoffId()).state());
  }

  private Collection<JobStore.JobRow> sheetJobs(long bakeId) {
    return jobs.find(JobKind.BAKE_SHEET, sheets(bakeId).stream().map(SheetRow::id).toList()).values();
  }

  private List<SheetRow> sheets(long bakeId) {
    return bakes.sheets(bakeId);
  }

  private JobStore.JobRow packJob(long handoffId) {
    return Optional.ofNullable(jobs.find(JobKind.PACK_HANDOFF, List.of(handoffId)).get(handoffId))
        .orElse(JobStore.JobRow.none(handoffId));
  }

  private void goOn(KeptStore.KeptRow row, LocalDateTime now) {
    if (row.handoffId() != null) {
      afterPacking(row, now);
    } else if (row.bakeId() != null) {
      afterBaking(row);
    } else {
      // Bake or package were removed by somebody: it is made anew.
      store.ask(row.assetId(), null, null, null);
    }
  }

  private void afterBaking(KeptStore.KeptRow row) {
    Collection<JobStore.JobRow> sheets = sheetJobs(row.bakeId());
    Optional<JobStore.JobRow> lost = sheets.stream().filter(KeptService::isLost).findFirst();
    if (lost.isPresent()) {
      store.setProblem(row.assetId(), row.askedStamp(), why("The bake", lost.get()));
    } else if (sheets(row.bakeId()).stream().allMatch(SheetRow::isBaked)) {
      try {
        transaction.executeWithoutResult(status -> pack(row));
      } catch (ConflictException | IllegalArgumentException e) {
        store.setProblem(row.assetId(), row.askedStamp(), e.getMessage());
      }
    }
  }

  private static boolean isLost(JobStore.JobRow job) {
    return job.state().equals(JobState.FAILED) || job.state().equals(JobState.CANCELLED);
  }

  private static String why(String what, JobStore.JobRow job) {
    return job.state().equals(JobState.CANCELLED)
        ? what + " was stopped; the next change begins it anew."
        : what + " failed: " + job.problem();
  }

  private void pack(KeptStore.KeptRow row) {
    AssetStore.AssetRow asset = assets.lock(row.assetId());
    KeptStore.KeptRow now = store.lock(row.assetId()).orElse(null);
    if (now != null && row.bakeId().equals(now.bakeId()) && now.handoffId() == null) {
      store.setPackage(row.assetId(), handoffs.startByItself(row.bakeId(), templates.of(asset.template())));
    }
  }

  private void afterPacking(KeptStore.KeptRow row, LocalDateTime now) {
    JobStore.JobRow job = packJob(row.handoffId());
    if (isLost(job)) {
      store.setProblem(row.assetId(), row.askedStamp(), why("The package", job));
    } else if (job.state().equals(JobState.DONE) && (!isDone(row) || folder.isGone(row.folder()))) {
      try {
        write(row, now);
      } catch (ConflictException e) {
        if (!e.getMessage().equals(row.problem())) {
          store.setProblem(row.assetId(), row.askedStamp(), e.getMessage());
        }
      }
    }
  }

  private void write(KeptStore.KeptRow row, LocalDateTime now) {
    HandoffService.Packed packed = handoffs.packed(row.handoffId()).orElseThrow(() -> new ConflictException("The package is gone."));
    Optional<HandoffService.Packed> before = row.writtenId() == null ? Optional.empty() : handoffs.packed(row.writtenId());
    Optional<List<KeptFolder.Replaced>> replaced =
        folder.bring(
            row.folder(),
            handoffs.finished(row.handoffId()).file(),
            packed.files(),
            before.map(HandoffService.Packed::files).orElse(List.of()),
            () -> store.find(row.assetId()).filter(r -> row.handoffId().equals(r.handoffId())).isPresent());
    if (replaced.isEmpty()) {
      return;
    }
    String changes = replaced.get().isEmpty() ? null : json.writeValueAsString(replaced.get());
    transaction.executeWithoutResult(
        status -> {
          assets.lock(row.assetId());
          store.setWritten(row.assetId(), row.handoffId(), now, changes);
          boolean isSameSitting = before.isPresent() && before.get().createdAt().isAfter(packed.createdAt().minus(SITTING));
          if (isSameSitting && !row.writtenId().equals(row.handoffId())) {
            trash.removeReplaced(row.writtenId());
          }
        });
  }
}
