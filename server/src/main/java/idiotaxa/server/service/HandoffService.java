package idiotaxa.server.service;

import idiotaxa.core.bake.BakedSheet;
import idiotaxa.core.file.FileNames;
import idiotaxa.core.group.Palette;
import idiotaxa.core.handoff.ClaimedMesh;
import idiotaxa.core.handoff.HandoffPlan;
import idiotaxa.core.handoff.HandoffRequest;
import idiotaxa.core.handoff.HandoffWriter;
import idiotaxa.core.handoff.PlannedFile;
import idiotaxa.core.handoff.ZipSink;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.SurfaceGroups;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import idiotaxa.server.store.AssetStore;
import idiotaxa.server.store.BakeStore;
import idiotaxa.server.store.BlobStore;
import idiotaxa.server.store.HandoffStore;
import idiotaxa.server.store.JobState;
import idiotaxa.server.store.RevisionStore;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Makes packages from finished bakes. */
@Service
public class HandoffService {
  private static final Logger LOG = LoggerFactory.getLogger(HandoffService.class);

  private final AssetStore assets;
  private final RevisionStore revisions;
  private final BakeStore bakes;
  private final HandoffStore handoffs;
  private final BlobStore blobs;
  private final BlobFiles files;
  private final BakeImages images;
  private final MeshCache meshes;
  private final BakeInputs inputs;
  private final GroupService groups;
  private final JobQueue jobs;
  private final JsonMapper json;

  public HandoffService(
      AssetStore assets,
      RevisionStore revisions,
      BakeStore bakes,
      HandoffStore handoffs,
      BlobStore blobs,
      BlobFiles files,
      BakeImages images,
      MeshCache meshes,
      BakeInputs inputs,
      GroupService groups,
      JobQueue jobs,
      JsonMapper json) {
    this.assets = assets;
    this.revisions = revisions;
    this.bakes = bakes;
    this.handoffs = handoffs;
    this.blobs = blobs;
    this.files = files;
    this.images = images;
    this.meshes = meshes;
    this.inputs = inputs;
    this.groups = groups;
    this.jobs = jobs;
    this.json = json;
  }

  /** A package with its local copy. */
  public record FinishedPackage(String fileName, Path file) {}

  /**
   * @throws ConflictException when the package is not made yet
   */
  public FinishedPackage finished(long handoffId) {
    HandoffStore.HandoffRow row =
        handoffs.find(handoffId).orElseThrow(() -> new NotFoundException("hand-off", handoffId));
    if (row.blobId() == null) {
      throw new ConflictException("The package is not made yet; wait until it is done.");
    }
    return new FinishedPackage(row.fileName(), files.file(row.blobId()));
  }

  /** The exact list of files that a package of a bake will hold. */
  public List<PlannedFile> plan(long bakeId, HandoffRequest.Contents contents) {
    BakeStore.BakeRow bake = bake(bakeId);
    Palette palette = groups.paletteOf(bake, assetName(bake));
    List<String> sheets = bakes.sheets(bakeId).stream().map(BakeStore.SheetRow::name).toList();
    return new HandoffPlan(palette.name(), palette.groups(), contents).files(sheets, true);
  }

  @Transactional
  public long start(long bakeId, HandoffRequest.Contents contents) {
    BakeStore.BakeRow bake = bake(bakeId);
    if (!bakes.sheets(bakeId).stream().allMatch(s -> s.state().equals(JobState.DONE))) {
      throw new ConflictException("The bake is not finished; bake first, then hand off.");
    }
    RevisionStore.RevisionRow target = revisions.find(bake.targetId()).orElseThrow();
    if (target.geometryVersion() != bake.targetVersion()) {
      // The mesh in the package would not fit the maps beside it.
      throw new ConflictException(
          "The target's UVs or parts were changed after this bake; bake again, then hand off.");
    }
    if (groups.areNumbersOld(bake, groups.presentNumbers(bake.assetId()))) {
      throw new ConflictException(
          "Groups have other numbers than when this was baked; bake again, then hand off.");
    }
    String name = FileNames.clean(assetName(bake)) + "-" + target.label().toLowerCase(Locale.ROOT) + ".zip";
    long id =
        handoffs.create(bake.assetId(), bakeId, name, json.writeValueAsString(contents));
    jobs.packHandoff(id);
    return id;
  }

  private BakeStore.BakeRow bake(long bakeId) {
    return bakes.find(bakeId).orElseThrow(() -> new NotFoundException("bake", bakeId));
  }

  private String assetName(BakeStore.BakeRow bake) {
    return assets.find(bake.assetId()).orElseThrow().name();
  }

  /** Makes the package; run by a job, repeatable: it appears whole or not at all. */
  public void pack(long handoffId) {
    HandoffStore.HandoffRow row = handoffs.find(handoffId).orElse(null);
    if (row == null || JobState.isEnded(row.state())) {
      return;
    }
    DatabaseProgress progress =
        new DatabaseProgress(
            (doing, share, secondsLeft) -> handoffs.setProgress(handoffId, doing, share), () -> false);
    try {
      handoffs.setDone(handoffId, write(row, progress));
    } catch (IOException | RuntimeException e) {
      LOG.error("Hand-off {} failed and will not be tried again", handoffId, e);
      handoffs.setFailed(handoffId, "The package could not be made: " + e.getMessage());
    }
  }

  private long write(HandoffStore.HandoffRow row, Progress progress) throws IOException {
    HandoffRequest request = request(row);
    Path file = files.temporary(".zip");
    try {
      try (ZipSink sink =
          new ZipSink(new BufferedOutputStream(Files.newOutputStream(file)), request.created())) {
        new HandoffWriter(request, sink, Parallel.cores(), progress).write();
      }
      return blobs.put(file).id();
    } finally {
      Files.deleteIfExists(file);
    }
  }

  private HandoffRequest request(HandoffStore.HandoffRow row) throws IOException {
    BakeStore.BakeRow bake = bake(row.bakeId());
    BakeSettings settings = json.readValue(bake.settings(), BakeSettings.class);
    Palette palette = groups.paletteOf(bake, assetName(bake));
    List<BakedSheet> sheets = new ArrayList<>();
    SheetResult last = null;
    for (BakeStore.SheetRow sheet : bakes.sheets(bake.id())) {
      last = json.readValue(sheet.report(), SheetResult.class);
      sheets.add(new BakedSheet(sheet.name(), images.maps(sheet), last.report()));
    }
    Mesh target = meshes.get(bake.targetId()).mesh();
    int[] faces = inputs.claimed(bake, bake.targetId());
    Instant created = row.createdAt().withNano(0).toInstant(ZoneOffset.UTC);
    return new HandoffRequest(
        palette.name(),
        revisions.find(bake.targetId()).orElseThrow().label(),
        created,
        palette,
        sheets,
        ClaimedMesh.of(target, SurfaceGroups.ofFaces(target, faces), palette),
        new HandoffRequest.Settings(
            settings.origin(),
            settings.size(),
            settings.size(),
            settings.samples(),
            settings.padding(),
            last == null ? null : last.reach(),
            last == null ? "none" : last.pairing()),
        json.readValue(row.contents(), HandoffRequest.Contents.class));
  }
}
