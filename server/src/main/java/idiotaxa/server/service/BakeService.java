package idiotaxa.server.service;

import idiotaxa.core.array.Parallel;
import idiotaxa.core.bake.BakedSheet;
import idiotaxa.core.bake.CancelledException;
import idiotaxa.core.bake.IdOrigin;
import idiotaxa.core.bake.OriginReading;
import idiotaxa.core.bake.Origins;
import idiotaxa.core.bake.Pairing;
import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.bake.Progress;
import idiotaxa.core.bake.Reach;
import idiotaxa.core.bake.Sheet;
import idiotaxa.core.bake.SheetMapsFile;
import idiotaxa.core.bake.SheetSettings;
import idiotaxa.core.group.Palette;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.server.store.AssetStore;
import idiotaxa.server.store.BakeStore;
import idiotaxa.server.store.BlobStore;
import idiotaxa.server.store.JobState;
import idiotaxa.server.store.RevisionStore;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Queues bakes and bakes sheets. */
@Service
public class BakeService {
  private static final Logger LOG = LoggerFactory.getLogger(BakeService.class);

  private final AssetStore assets;
  private final AssetService assetService;
  private final RevisionStore revisions;
  private final BakeStore bakes;
  private final BlobStore blobs;
  private final BlobFiles files;
  private final MeshCache meshes;
  private final ClaimService claims;
  private final GroupService groups;
  private final JobQueue jobs;
  private final JsonMapper json;

  public BakeService(
      AssetStore assets,
      AssetService assetService,
      RevisionStore revisions,
      BakeStore bakes,
      BlobStore blobs,
      BlobFiles files,
      MeshCache meshes,
      ClaimService claims,
      GroupService groups,
      JobQueue jobs,
      JsonMapper json) {
    this.assets = assets;
    this.assetService = assetService;
    this.revisions = revisions;
    this.bakes = bakes;
    this.blobs = blobs;
    this.files = files;
    this.meshes = meshes;
    this.claims = claims;
    this.groups = groups;
    this.jobs = jobs;
    this.json = json;
  }

  /** Queues one job a sheet of the current target. */
  @Transactional
  public long start(long assetId, BakeSettings settings) {
    AssetStore.AssetRow asset =
        assets.find(assetId).orElseThrow(() -> new NotFoundException("asset", assetId));
    RevisionStore.RevisionRow target = current(assetId, RevisionStore.TARGET);
    Long sourceId =
        settings.isFromSource() ? current(assetId, RevisionStore.SOURCE).id() : null;
    checkOrigin(settings, sourceId != null ? sourceId : target.id());
    Mesh mesh = meshes.get(target.id()).mesh();
    long id =
        bakes.create(
            target, sourceId, json.writeValueAsString(settings), asset.journalPosition());
    for (Sheet sheet : assetService.sheetPlan(assetId).divide(mesh)) {
      jobs.bakeSheet(bakes.addSheet(id, sheet.name()));
    }
    return id;
  }

  private RevisionStore.RevisionRow current(long assetId, String role) {
    return revisions.list(assetId).stream()
        .filter(r -> r.isCurrent() && r.role().equals(role))
        .reduce((first, last) -> last)
        .orElseThrow(() -> new ConflictException("Bring in a " + role + " first."));
  }

  /** A bake that would come out empty or in one colour is refused with the cure. */
  private void checkOrigin(BakeSettings settings, long readFrom) {
    IdOrigin origin = IdOrigin.parse(settings.origin());
    RevisionStore.RevisionRow row = revisions.find(readFrom).orElseThrow();
    Mesh mesh = meshes.get(readFrom).mesh();
    if (origin == IdOrigin.CLAIMS && row.claimedShare() == 0) {
      throw new ConflictException(
          "Nothing is claimed on " + row.fileName() + "; sort it first or choose another origin.");
    }
    if (origin != IdOrigin.CLAIMS && !Origins.hasData(mesh, origin)) {
      throw new ConflictException(
          "%s has no %s to tell groups by, the map would come out in one colour; %s has data."
              .formatted(
                  row.fileName(), origin.word().replace('-', ' '), Origins.best(mesh).word()));
    }
  }

  public void cancel(long bakeId) {
    bakes.cancel(bakeId);
  }

  /** Bakes a sheet; run by a job, repeatable: the result is written in one step at the end. */
  public void bakeSheet(long sheetId) {
    BakeStore.SheetRow row = bakes.findSheet(sheetId).orElse(null);
    if (row == null || JobState.isEnded(row.state())) {
      return;
    }
    BakeStore.BakeRow bake = bakes.find(row.bakeId()).orElseThrow();
    DatabaseProgress progress =
        new DatabaseProgress(
            (doing, share) -> bakes.setProgress(sheetId, doing, share),
            () -> bakes.isCancelled(bake.id()));
    try {
      bake(bake, row, progress);
    } catch (CancelledException e) {
      bakes.setEnded(sheetId, JobState.CANCELLED, null);
    } catch (IllegalArgumentException | ConflictException e) {
      bakes.setEnded(sheetId, JobState.FAILED, e.getMessage());
    } catch (IOException | RuntimeException e) {
      LOG.error("Sheet {} of bake {} failed and will not be tried again", row.name(), bake.id(), e);
      bakes.setEnded(sheetId, JobState.FAILED, "The bake failed: " + e);
    }
  }

  private void bake(BakeStore.BakeRow bake, BakeStore.SheetRow row, Progress progress)
      throws IOException {
    if (progress.isCancelled()) {
      throw new CancelledException();
    }
    progress.at("reading the models", 0);
    BakeSettings settings = json.readValue(bake.settings(), BakeSettings.class);
    Mesh target = meshes.get(bake.targetId()).mesh();
    Sheet sheet =
        assetService.sheetPlan(bake.assetId()).divide(target).stream()
            .filter(s -> s.name().equals(row.name()))
            .findFirst()
            .orElseThrow(() -> new ConflictException("The target has no sheet " + row.name()));
    Pairing pairing = bake.sourceId() == null ? null : pairing(settings, target, bake);
    long readFrom = bake.sourceId() != null ? bake.sourceId() : bake.targetId();
    Mesh readMesh = meshes.aligned(readFrom);
    OriginReading reading = read(bake, settings, readFrom, readMesh);
    PreparedBake prepared =
        pairing == null
            ? PreparedBake.fromTarget(target, reading)
            : PreparedBake.fromSource(
                target, readMesh, reading, pairing, reach(settings), Parallel.cores(), progress);
    int threads = Parallel.cores();
    SheetSettings sampling =
        new SheetSettings(settings.size(), settings.size(), settings.samples(), false, threads);
    BakedSheet baked = prepared.bake(sheet, sampling, progress);
    progress.at("storing the maps", 1);
    long blob = store(baked);
    SheetResult result =
        new SheetResult(
            baked.report(),
            prepared.reach().orElse(null),
            pairing == null ? "none" : pairing.word(),
            reading.strays());
    bakes.setDone(row.id(), blob, json.writeValueAsString(result));
  }

  private Pairing pairing(BakeSettings settings, Mesh target, BakeStore.BakeRow bake) {
    Mesh source = meshes.get(bake.sourceId()).mesh();
    return switch (settings.pairing()) {
      case "all" -> Pairing.all(target);
      case "names" -> Pairing.byNames(target, source);
      default -> Pairing.fitting(target, source);
    };
  }

  private static Optional<Reach> reach(BakeSettings settings) {
    return settings.reachOutward() == null
        ? Optional.empty()
        : Optional.of(new Reach(settings.reachOutward(), settings.reachInward()));
  }

  private OriginReading read(
      BakeStore.BakeRow bake, BakeSettings settings, long revisionId, Mesh mesh) {
    Palette palette = groups.palette(bake.assetId(), "asset");
    IdOrigin origin = IdOrigin.parse(settings.origin());
    if (origin == IdOrigin.CLAIMS) {
      int[] faces = claims.faceGroups(bake.assetId(), revisionId, bake.journalPosition());
      return Origins.claims(mesh, faces, palette.groups());
    }
    if (palette.groups().isEmpty()) {
      throw new ConflictException(
          "The asset has no groups yet; make some on Sort, for example by a proposal.");
    }
    return Origins.read(mesh, origin, palette.groups());
  }

  private long store(BakedSheet baked) throws IOException {
    Path file = files.temporary(".maps");
    try {
      try (OutputStream out = Files.newOutputStream(file)) {
        SheetMapsFile.write(baked.maps(), out);
      }
      return blobs.put(file).id();
    } finally {
      Files.deleteIfExists(file);
    }
  }
}
