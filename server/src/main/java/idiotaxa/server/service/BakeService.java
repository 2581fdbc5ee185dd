package idiotaxa.server.service;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.raster.Sheet;
import idiotaxa.server.store.AssetStore;
import idiotaxa.server.store.BakeStore;
import idiotaxa.server.store.RevisionStore;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Takes bakes on: what is asked for is checked and queued, a job a sheet. */
@Service
public class BakeService {
  private final AssetStore assets;
  private final AssetService assetService;
  private final RevisionStore revisions;
  private final BakeStore bakes;
  private final BakeInputs inputs;
  private final GroupService groups;
  private final MeshCache meshes;
  private final JobQueue jobs;
  private final JsonMapper json;

  public BakeService(
      AssetStore assets,
      AssetService assetService,
      RevisionStore revisions,
      BakeStore bakes,
      BakeInputs inputs,
      GroupService groups,
      MeshCache meshes,
      JobQueue jobs,
      JsonMapper json) {
    this.assets = assets;
    this.assetService = assetService;
    this.revisions = revisions;
    this.bakes = bakes;
    this.inputs = inputs;
    this.groups = groups;
    this.meshes = meshes;
    this.jobs = jobs;
    this.json = json;
  }

  /** Queues one job a sheet of the current target. */
  @Transactional
  public long start(long assetId, BakeSettings settings) {
    AssetStore.AssetRow asset =
        assets.find(assetId).orElseThrow(() -> new NotFoundException("asset", assetId));
    RevisionStore.RevisionRow target = target(assetId);
    List<Long> sources = settings.isFromSource() ? sources(assetId, settings) : List.of();
    inputs.check(
        IdOrigin.parse(settings.origin()), sources.isEmpty() ? List.of(target.id()) : sources);
    Mesh mesh = meshes.get(target.id()).mesh();
    long id =
        bakes.create(
            target,
            sources,
            json.writeValueAsString(settings),
            groups.numbersNow(assetId),
            asset.journalPosition());
    for (Sheet sheet : assetService.sheetPlan(assetId).divide(mesh)) {
      jobs.bakeSheet(bakes.addSheet(id, sheet.name()));
    }
    return id;
  }

  int journalPosition(long assetId) {
    return assets
        .find(assetId)
        .orElseThrow(() -> new NotFoundException("asset", assetId))
        .journalPosition();
  }

  /** The target that a bake is for. */
  RevisionStore.RevisionRow target(long assetId) {
    return revisions
        .currentTarget(assetId)
        .orElseThrow(() -> new ConflictException("Bring in a target first."));
  }

  /** The sources that are read. */
  List<Long> sources(long assetId, BakeSettings settings) {
    List<Long> current =
        revisions.currentSources(assetId).stream().map(RevisionStore.RevisionRow::id).toList();
    if (current.isEmpty()) {
      throw new ConflictException("Bring in a source first.");
    }
    if (settings.sourceIds() == null) {
      return current;
    }
    if (settings.sourceIds().isEmpty() || !current.containsAll(settings.sourceIds())) {
      throw new ConflictException(
          "The sources of this asset have changed; choose again which of them are read.");
    }
    return current.stream().filter(settings.sourceIds()::contains).toList();
  }

  /** Where a sheet has problems; an empty list while it is not baked. */
  public record SheetProblems(String sheet, JsonNode problems) {}

  public List<SheetProblems> problems(long bakeId) {
    bakes.find(bakeId).orElseThrow(() -> new NotFoundException("bake", bakeId));
    return bakes.sheets(bakeId).stream()
        .map(s -> new SheetProblems(s.name(), json.readTree(bakes.problems(s.id()))))
        .toList();
  }

  public void cancel(long bakeId) {
    bakes.cancel(bakeId);
  }
}
