package idiotaxa.server.handoff;

import idiotaxa.core.handoff.GroupedMesh;
import idiotaxa.core.handoff.HandoffRequest;
import idiotaxa.core.handoff.HandoffSheet;
import idiotaxa.core.handoff.HandoffWriter;
import idiotaxa.core.handoff.SheetGroups;
import idiotaxa.core.handoff.ZipSink;
import idiotaxa.core.mask.MapFaceGroups;
import idiotaxa.core.mask.MaskPlan;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.work.Parallel;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.bake.BakeInputs;
import idiotaxa.server.bake.BakeRow;
import idiotaxa.server.bake.BakeService;
import idiotaxa.server.bake.BakeSettings;
import idiotaxa.server.bake.SheetResult;
import idiotaxa.server.bake.SheetRow;
import idiotaxa.server.blob.BlobFiles;
import idiotaxa.server.blob.BlobStore;
import idiotaxa.server.job.JobKind;
import idiotaxa.server.job.JobRun;
import idiotaxa.server.job.JobWork;
import idiotaxa.server.known.LearnService;
import idiotaxa.server.mask.MaskImageService;
import idiotaxa.server.mask.MaskService;
import idiotaxa.server.mask.MaskSheets;
import idiotaxa.server.web.ConflictException;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Makes packages; one appears whole or not at all. */
@Component
class PackWork implements JobWork {
  /** Of a texel: the maps of one sheet, their islands and padding, and masks under way. */
  private static final long BYTES_A_TEXEL = 20;

  /** Of a texel and a mask that is held while others are laid over it. */
  private static final long BYTES_A_HELD_MASK = 4;

  /** Of a triangle: the mesh and its copy with colours. */
  private static final long BYTES_A_TRIANGLE = 200;

  private final AssetStore assets;
  private final BakeService bakes;
  private final HandoffStore handoffs;
  private final BlobStore blobs;
  private final BlobFiles files;
  private final MaskService masks;
  private final MaskSheets maskSheets;
  private final MaskImageService images;
  private final MeshCache meshes;
  private final BakeInputs inputs;
  private final SheetPresence presence;
  private final LearnService learning;
  private final JsonMapper json;

  PackWork(
      AssetStore assets,
      BakeService bakes,
      HandoffStore handoffs,
      BlobStore blobs,
      BlobFiles files,
      MaskService masks,
      MaskSheets maskSheets,
      MaskImageService images,
      MeshCache meshes,
      BakeInputs inputs,
      SheetPresence presence,
      LearnService learning,
      JsonMapper json) {
    this.assets = assets;
    this.bakes = bakes;
    this.handoffs = handoffs;
    this.blobs = blobs;
    this.files = files;
    this.masks = masks;
    this.maskSheets = maskSheets;
    this.images = images;
    this.meshes = meshes;
    this.inputs = inputs;
    this.presence = presence;
    this.learning = learning;
    this.json = json;
  }

  @Override
  public JobKind kind() {
    return JobKind.PACK_HANDOFF;
  }

  @Override
  public void lock(long handoffId) {
    handoffs.find(handoffId).ifPresent(row -> assets.lock(row.assetId()));
  }

  @Override
  public long memoryBytes(long handoffId) {
    HandoffStore.HandoffRow row = handoffs.get(handoffId);
    BakeRow bake = bakes.get(row.bakeId());
    long size = settings(bake).size();
    long texel = BYTES_A_TEXEL + BYTES_A_HELD_MASK * request(row).outputs().heldMasks();
    return texel * size * size
        + BYTES_A_TRIANGLE * meshes.get(bake.targetId()).mesh().triangleCount();
  }

  private BakeSettings settings(BakeRow bake) {
    return json.readValue(bake.settings(), BakeSettings.class);
  }

  @Override
  public void run(long handoffId, JobRun run) throws IOException {
    HandoffStore.HandoffRow row = handoffs.get(handoffId);
    HandoffRequest request = request(row);
    Path file = files.temporary(".zip");
    try {
      List<HandoffWriter.WrittenFile> written;
      try (ZipSink sink =
          new ZipSink(new BufferedOutputStream(Files.newOutputStream(file)), request.created())) {
        written = new HandoffWriter(request, sink, Parallel.cores(), run).write();
      }
      keep(row, written, file, run);
    } finally {
      Files.deleteIfExists(file);
    }
  }

  private void keep(
      HandoffStore.HandoffRow row, List<HandoffWriter.WrittenFile> written, Path file, JobRun run)
      throws IOException {
    BlobStore.BlobInfo stored = blobs.put(file);
    if (row.blobId() != null && row.blobId() != stored.id()) {
      // What was handed off stays what it was.
      throw new ConflictException(
          "Made again, the package came out different: what it was made from, or the program, has changed"
              + " since. The package that was handed off is kept; hand off anew for one of now.");
    }
    List<HandoffWriter.WrittenFile> before =
        handoffs.before(row).map(b -> PackedFiles.read(b.files())).orElse(null);
    run.finish(
        () -> {
          handoffs.setPackage(row.id(), stored.id(), PackedFiles.write(written), PackedFiles.words(written, before));
          // What somebody hands off is meant to be right: others learn from it.
          if (!HandoffOrder.read(row.order()).isByItself()) {
            learning.learn(row.assetId());
          }
        });
  }

  private HandoffRequest request(HandoffStore.HandoffRow row) {
    HandoffOrder order = HandoffOrder.read(row.order());
    BakeRow bake = bakes.get(row.bakeId());
    BakeSettings settings = settings(bake);
    MaskPlan plan =
        maskSheets.numbered(
            bake, masks.plan(row.maskStateId() == null ? 0 : row.maskStateId()));
    List<HandoffSheet> sheets = new ArrayList<>();
    SheetResult last = null;
    for (SheetGroups sheet : presence.of(bake, plan)) {
      last = json.readValue(bakes.sheet(bake.id(), sheet.name()).report(), SheetResult.class);
      sheets.add(
          new HandoffSheet(
              sheet.name(),
              last.report(),
              sheet.groups(),
              () -> maskSheets.edited(bake, sheet.name(), plan, 1)));
    }
    Instant created = row.createdAt().withNano(0).toInstant(ZoneOffset.UTC);
    return new HandoffRequest(
        order.asset(),
        order.revision(),
        created,
        order.palette(),
        sheets,
        () -> mesh(bake, settings, plan),
        meshes.original(bake.targetId()),
        new HandoffRequest.MaskRequest(
            plan, maskSheets.target(bake), images.of(bake.assetId())),
        new HandoffRequest.Settings(
            settings.origin().word(),
            settings.size(),
            settings.size(),
            settings.samples(),
            settings.padding(),
            last == null ? null : last.reach(),
            last == null ? "none" : last.pairing()),
        order.template());
  }

  /** A target that was read itself has its own groups, another those that its maps show. */
  private GroupedMesh mesh(BakeRow bake, BakeSettings settings, MaskPlan plan) {
    Mesh target = meshes.get(bake.targetId()).mesh();
    if (bake.isFromTarget() && settings.origin() != IdOrigin.IMAGE) {
      List<Long> ids = List.of(bake.targetId());
      return GroupedMesh.of(target, inputs.read(bake, settings.origin(), ids, target).surface());
    }
    MapFaceGroups faces = new MapFaceGroups(target);
    for (SheetRow sheet : bakes.sheets(bake.id())) {
      faces.add(maskSheets.edited(bake, sheet.name(), plan, 1), Parallel.cores());
    }
    return GroupedMesh.ofFaces(target, faces.groups());
  }
}
