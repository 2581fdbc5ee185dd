package idiotaxa.server.handoff;

import idiotaxa.core.handoff.ClaimedMesh;
import idiotaxa.core.handoff.HandoffRequest;
import idiotaxa.core.handoff.HandoffSheet;
import idiotaxa.core.handoff.HandoffWriter;
import idiotaxa.core.handoff.ZipSink;
import idiotaxa.core.group.Palette;
import idiotaxa.core.mask.MaskPlan;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.SurfaceGroups;
import idiotaxa.core.work.Parallel;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.bake.BakeGroups;
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
import idiotaxa.server.mask.MaskImageService;
import idiotaxa.server.mask.MaskService;
import idiotaxa.server.mask.MaskSheets;
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

  /** Of a triangle: the mesh and its copy with colours. */
  private static final long BYTES_A_TRIANGLE = 200;

  private final AssetStore assets;
  private final RevisionStore revisions;
  private final BakeService bakes;
  private final HandoffStore handoffs;
  private final BlobStore blobs;
  private final BlobFiles files;
  private final MaskService masks;
  private final MaskSheets maskSheets;
  private final MaskImageService images;
  private final MeshCache meshes;
  private final BakeInputs inputs;
  private final BakeGroups groups;
  private final JsonMapper json;

  PackWork(
      AssetStore assets,
      RevisionStore revisions,
      BakeService bakes,
      HandoffStore handoffs,
      BlobStore blobs,
      BlobFiles files,
      MaskService masks,
      MaskSheets maskSheets,
      MaskImageService images,
      MeshCache meshes,
      BakeInputs inputs,
      BakeGroups groups,
      JsonMapper json) {
    this.assets = assets;
    this.revisions = revisions;
    this.bakes = bakes;
    this.handoffs = handoffs;
    this.blobs = blobs;
    this.files = files;
    this.masks = masks;
    this.maskSheets = maskSheets;
    this.images = images;
    this.meshes = meshes;
    this.inputs = inputs;
    this.groups = groups;
    this.json = json;
  }

  @Override
  public JobKind kind() {
    return JobKind.PACK_HANDOFF;
  }

  @Override
  public long memoryBytes(long handoffId) {
    BakeRow bake = bakes.get(handoffs.get(handoffId).bakeId());
    long size = settings(bake).size();
    return BYTES_A_TEXEL * size * size
        + BYTES_A_TRIANGLE * meshes.get(bake.targetId()).mesh().triangleCount();
  }

  private BakeSettings settings(BakeRow bake) {
    return json.readValue(bake.settings(), BakeSettings.class);
  }

  @Override
  public void run(long handoffId, JobRun run) throws IOException {
    HandoffRequest request = request(handoffs.get(handoffId));
    Path file = files.temporary(".zip");
    try {
      try (ZipSink sink =
          new ZipSink(new BufferedOutputStream(Files.newOutputStream(file)), request.created())) {
        new HandoffWriter(request, sink, Parallel.cores(), run).write();
      }
      long blob = blobs.put(file).id();
      run.finish(() -> handoffs.setPackage(handoffId, blob));
    } finally {
      Files.deleteIfExists(file);
    }
  }

  private HandoffRequest request(HandoffStore.HandoffRow row) {
    BakeRow bake = bakes.get(row.bakeId());
    BakeSettings settings = settings(bake);
    Palette palette =
        groups.paletteOf(bake, assets.find(bake.assetId()).orElseThrow().name());
    MaskPlan plan =
        maskSheets.numbered(
            bake, masks.plan(row.maskStateId() == null ? 0 : row.maskStateId()));
    List<HandoffSheet> sheets = new ArrayList<>();
    SheetResult last = null;
    for (SheetRow sheet : bakes.sheets(bake.id())) {
      last = json.readValue(sheet.report(), SheetResult.class);
      sheets.add(new HandoffSheet(sheet.name(), last.report(), () -> maskSheets.edited(bake, sheet.name(), plan, 1)));
    }
    Mesh target = meshes.get(bake.targetId()).mesh();
    int[] faces = inputs.claimed(bake, bake.targetId());
    Instant created = row.createdAt().withNano(0).toInstant(ZoneOffset.UTC);
    return new HandoffRequest(
        palette.name(),
        revisions.get(bake.targetId()).label(),
        created,
        palette,
        sheets,
        ClaimedMesh.of(target, SurfaceGroups.ofFaces(target, faces), palette),
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
        json.readValue(row.contents(), HandoffRequest.Contents.class));
  }
}
