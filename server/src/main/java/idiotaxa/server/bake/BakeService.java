package idiotaxa.server.bake;

import idiotaxa.core.bake.ProblemRegion;
import idiotaxa.core.check.Finding;
import java.util.stream.Collectors;
import org.springframework.transaction.support.TransactionTemplate;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.raster.Sheet;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.asset.SheetPlans;
import idiotaxa.server.job.JobKind;
import idiotaxa.server.job.JobQueue;
import idiotaxa.server.job.JobStore;
import idiotaxa.server.journal.Journal;
import idiotaxa.server.web.ConflictException;
import idiotaxa.server.web.NotFoundException;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Takes bakes on: what is asked for is checked and queued, a job a sheet. */
@Service
public class BakeService {
  private final AssetStore assets;
  private final Journal journal;
  private final SheetPlans plans;
  private final BakeModels models;
  private final BakeStore bakes;
  private final PreflightService preflight;
  private final BakeGroups groups;
  private final MeshCache meshes;
  private final JobQueue queue;
  private final JobStore jobs;
  private final TransactionTemplate transaction;
  private final JsonMapper json;

  BakeService(
      AssetStore assets,
      Journal journal,
      SheetPlans plans,
      BakeModels models,
      BakeStore bakes,
      PreflightService preflight,
      BakeGroups groups,
      MeshCache meshes,
      JobQueue queue,
      JobStore jobs,
      TransactionTemplate transaction,
      JsonMapper json) {
    this.assets = assets;
    this.journal = journal;
    this.plans = plans;
    this.models = models;
    this.bakes = bakes;
    this.preflight = preflight;
    this.groups = groups;
    this.meshes = meshes;
    this.queue = queue;
    this.jobs = jobs;
    this.transaction = transaction;
    this.json = json;
  }

  /**
   * Queues one job a sheet of the current target.
   *
   * @throws ConflictException when the preflight has a finding that blocks it
   */
  public long start(long assetId, BakeSettings settings) {
    List<Finding> refusals =
        settings.isAnyway() ? List.of() : preflight.refusals(assetId, settings);
    if (!refusals.isEmpty()) {
      throw new ConflictException(
          refusals.stream().map(Finding::line).collect(Collectors.joining(" ")));
    }
    return transaction.execute(status -> startChecked(assetId, settings));
  }

  /** What would keep a bake with these settings from being worth anything. */
  public List<Finding> refusals(long assetId, BakeSettings settings) {
    return preflight.refusals(assetId, settings);
  }

  /** The same for settings whose refusals the caller knows; within the caller's transaction. */
  @Transactional
  public long startChecked(long assetId, BakeSettings settings) {
    // Claims, groups and models are those of one moment.
    long lastEntry = journal.lock(assetId).entryId();
    assets.setBakeSettings(assetId, json.writeValueAsString(settings));
    RevisionStore.RevisionRow target = models.target(assetId);
    List<Long> sources = settings.isFromSource() ? models.sources(assetId, settings) : List.of();
    Mesh mesh = meshes.get(target.id()).mesh();
    long id =
        bakes.create(
            target,
            sources,
            json.writeValueAsString(settings),
            groups.numbersNow(assetId),
            lastEntry);
    for (Sheet sheet : plans.get(assetId).divide(mesh)) {
      queue.add(JobKind.BAKE_SHEET, bakes.addSheet(id, sheet.name()));
    }
    return id;
  }

  public boolean isInTrash(long bakeId) {
    return bakes.isInTrash(bakeId);
  }

  /**
   * @throws NotFoundException when there is no such bake
   */
  public BakeRow get(long bakeId) {
    return bakes.find(bakeId).orElseThrow(() -> new NotFoundException("bake", bakeId));
  }

  /** By name. */
  public List<SheetRow> sheets(long bakeId) {
    return bakes.sheets(bakeId);
  }

  /**
   * @throws NotFoundException when there is no such sheet
   */
  public SheetRow sheet(long bakeId, String name) {
    return sheets(get(bakeId).id()).stream()
        .filter(s -> s.name().equals(name))
        .findFirst()
        .orElseThrow(() -> new NotFoundException("sheet " + name + " of bake", bakeId));
  }

  /** Where a sheet has problems; an empty list while it is not baked. */
  public record SheetProblems(String sheet, List<ProblemRegion> problems) {}

  public List<SheetProblems> problems(long bakeId) {
    return sheets(get(bakeId).id()).stream()
        .map(s -> new SheetProblems(s.name(), List.of(json.readValue(bakes.problems(s.id()), ProblemRegion[].class))))
        .toList();
  }

  @Transactional
  public void cancel(long bakeId) {
    jobs.cancel(
        JobKind.BAKE_SHEET, sheets(get(bakeId).id()).stream().map(SheetRow::id).toList());
  }
}
