package idiotaxa.server.bringin;

import idiotaxa.core.check.ModelInspection;
import idiotaxa.core.check.ModelInspector;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.unwrap.UnwrapSettings;
import idiotaxa.core.unwrap.UvUnwrap;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.asset.UvFile;
import idiotaxa.server.blob.BlobFiles;
import idiotaxa.server.blob.BlobStore;
import idiotaxa.server.job.JobKind;
import idiotaxa.server.job.JobQueue;
import idiotaxa.server.job.JobRun;
import idiotaxa.server.job.JobStore;
import idiotaxa.server.job.JobWork;
import idiotaxa.server.web.NotFoundException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Makes automatic UV layouts. */
@Service
public class LayoutService implements JobWork {
  /** Of a triangle: mesh, charts and their packing. */
  private static final long BYTES_A_TRIANGLE = 600;

  private final AssetStore assets;
  private final RevisionStore revisions;
  private final LayoutStore layouts;
  private final BlobStore blobs;
  private final BlobFiles files;
  private final MeshCache meshes;
  private final ModelService models;
  private final JobQueue queue;
  private final JobStore jobs;
  private final JsonMapper json;

  public LayoutService(
      AssetStore assets,
      RevisionStore revisions,
      LayoutStore layouts,
      BlobStore blobs,
      BlobFiles files,
      MeshCache meshes,
      ModelService models,
      JobQueue queue,
      JobStore jobs,
      JsonMapper json) {
    this.assets = assets;
    this.revisions = revisions;
    this.layouts = layouts;
    this.blobs = blobs;
    this.files = files;
    this.meshes = meshes;
    this.models = models;
    this.queue = queue;
    this.jobs = jobs;
    this.json = json;
  }

  @Transactional
  public long start(long revisionId, UnwrapSettings settings) {
    meshes.get(revisionId);
    long id = layouts.create(revisionId, json.writeValueAsString(settings));
    queue.add(JobKind.LAY_OUT, id);
    return id;
  }

  public void cancel(long layoutId) {
    jobs.cancel(JobKind.LAY_OUT, List.of(find(layoutId).id()));
  }

  private LayoutStore.LayoutRow find(long layoutId) {
    return layouts.find(layoutId).orElseThrow(() -> new NotFoundException("UV layout", layoutId));
  }

  @Override
  public JobKind kind() {
    return JobKind.LAY_OUT;
  }

  @Override
  public long memoryBytes(long layoutId) {
    return BYTES_A_TRIANGLE
        * meshes.get(find(layoutId).revisionId()).mesh().triangleCount();
  }

  @Override
  public void run(long layoutId, JobRun run) throws IOException {
    LayoutStore.LayoutRow row = find(layoutId);
    RevisionStore.RevisionRow before = revisions.get(row.revisionId());
    Mesh mesh = meshes.get(row.revisionId()).mesh();
    UvUnwrap.Result result = UvUnwrap.of(mesh, json.readValue(row.settings(), UnwrapSettings.class), run);
    long blob = store(result.uvs());
    // Takes long: nobody is to wait for it behind the asset's lock.
    ModelInspection seen = ModelInspector.inspect(mesh.withCornerUvs(result.uvs()), before.fileName(), run);
    int version = before.geometryVersion() + 1;
    run.finish(
        () -> {
          revisions.setUvs(row.revisionId(), blob);
          layouts.setLaidOut(layoutId, result.charts(), result.coverage());
          models.keepInspection(before, version, seen);
        });
    if (revisions.get(row.revisionId()).geometryVersion() != version) {
      models.inspectAnew(row.revisionId());
    }
  }

  @Override
  public void lock(long layoutId) {
    layouts.find(layoutId).flatMap(row -> revisions.find(row.revisionId())).ifPresent(row -> assets.lock(row.assetId()));
  }

  private long store(float[] uvs) throws IOException {
    Path file = files.temporary(".uvs");
    try {
      UvFile.write(uvs, file);
      return blobs.put(file).id();
    } finally {
      Files.deleteIfExists(file);
    }
  }
}
