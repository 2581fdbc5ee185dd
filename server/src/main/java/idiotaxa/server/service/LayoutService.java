package idiotaxa.server.service;

import idiotaxa.core.unwrap.UnwrapSettings;
import idiotaxa.core.unwrap.UvUnwrap;
import idiotaxa.server.store.BlobStore;
import idiotaxa.server.store.JobState;
import idiotaxa.server.store.LayoutStore;
import idiotaxa.server.store.RevisionStore;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Makes automatic UV layouts. */
@Service
public class LayoutService {
  private static final Logger LOG = LoggerFactory.getLogger(LayoutService.class);

  private final RevisionStore revisions;
  private final LayoutStore layouts;
  private final BlobStore blobs;
  private final BlobFiles files;
  private final MeshCache meshes;
  private final ModelService models;
  private final JobQueue jobs;
  private final JsonMapper json;

  public LayoutService(
      RevisionStore revisions,
      LayoutStore layouts,
      BlobStore blobs,
      BlobFiles files,
      MeshCache meshes,
      ModelService models,
      JobQueue jobs,
      JsonMapper json) {
    this.revisions = revisions;
    this.layouts = layouts;
    this.blobs = blobs;
    this.files = files;
    this.meshes = meshes;
    this.models = models;
    this.jobs = jobs;
    this.json = json;
  }

  @Transactional
  public long start(long revisionId, UnwrapSettings settings) {
    meshes.get(revisionId);
    long id = layouts.create(revisionId, json.writeValueAsString(settings));
    jobs.layOut(id);
    return id;
  }

  public void cancel(long layoutId) {
    layouts.cancel(layoutId);
  }

  /** Lays a model out; run by a job, repeatable: the UVs are put in place in one step at the end. */
  public void layOut(long layoutId) {
    LayoutStore.LayoutRow row = layouts.find(layoutId).orElse(null);
    if (row == null || JobState.isEnded(row.state())) {
      return;
    }
    DatabaseProgress progress =
        new DatabaseProgress(
            (doing, share, secondsLeft) -> layouts.setProgress(layoutId, doing, share),
            () -> layouts.isCancelled(layoutId));
    try {
      UvUnwrap.Result result =
          UvUnwrap.of(
              meshes.get(row.revisionId()).mesh(),
              json.readValue(row.settings(), UnwrapSettings.class),
              new Listener(progress));
      if (result == null) {
        layouts.setEnded(layoutId, JobState.CANCELLED, null);
        return;
      }
      revisions.setUvs(row.revisionId(), store(result.uvs()));
      models.inspectAnew(row.revisionId());
      layouts.setDone(layoutId, result.charts(), result.coverage());
    } catch (IllegalArgumentException e) {
      layouts.setEnded(layoutId, JobState.FAILED, e.getMessage());
    } catch (IOException | RuntimeException e) {
      LOG.error("UV layout {} failed and will not be tried again", layoutId, e);
      layouts.setEnded(layoutId, JobState.FAILED, "The layout failed: " + e);
    }
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

  private record Listener(DatabaseProgress progress) implements UvUnwrap.Listener {
    @Override
    public void at(String doing, double share) {
      progress.at(doing, share);
    }

    @Override
    public boolean isCancelled() {
      return progress.isCancelled();
    }
  }
}
