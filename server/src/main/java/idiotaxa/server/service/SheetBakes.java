package idiotaxa.server.service;

import idiotaxa.core.bake.BakeKey;
import idiotaxa.core.bake.BakedSheet;
import idiotaxa.core.map.SheetMapsFile;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.work.CancelledException;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import idiotaxa.server.store.BakeStore;
import idiotaxa.server.store.BlobStore;
import idiotaxa.server.store.JobState;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** Bakes sheets that were queued. */
@Service
public class SheetBakes {
  private static final Logger LOG = LoggerFactory.getLogger(SheetBakes.class);

  private final BakeStore bakes;
  private final BlobStore blobs;
  private final BlobFiles files;
  private final PreparedBakes prepared;
  private final BakeInputs inputs;
  private final JsonMapper json;

  public SheetBakes(
      BakeStore bakes,
      BlobStore blobs,
      BlobFiles files,
      PreparedBakes prepared,
      BakeInputs inputs,
      JsonMapper json) {
    this.bakes = bakes;
    this.blobs = blobs;
    this.files = files;
    this.prepared = prepared;
    this.inputs = inputs;
    this.json = json;
  }

  /** Bakes a sheet; run by a job, repeatable: the result is written in one step at the end. */
  public void bake(long sheetId) {
    BakeStore.SheetRow row = bakes.findSheet(sheetId).orElse(null);
    if (row == null || JobState.isEnded(row.state())) {
      return;
    }
    BakeStore.BakeRow bake = bakes.find(row.bakeId()).orElseThrow();
    DatabaseProgress progress =
        new DatabaseProgress(
            (doing, share, secondsLeft) ->
                bakes.setProgress(sheetId, doing, share, secondsLeft),
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
    Sheet sheet = prepared.sheet(bake, row.name());
    OriginReading reading = prepared.reading(bake, settings);
    String key = key(bake, settings, sheet, reading);
    Optional<BakeStore.SheetRow> same = bakes.findDone(key);
    if (same.isPresent()) {
      SheetResult earlier = json.readValue(same.get().report(), SheetResult.class);
      SheetResult result = earlier.withStrays(reading.strays());
      bakes.setProblems(row.id(), bakes.problems(same.get().id()));
      bakes.setDone(
          row.id(), same.get().mapsBlobId(), json.writeValueAsString(result), key, true);
      return;
    }
    PreparedBakes.Ready ready = prepared.of(bake, settings, reading, progress);
    BakedSheet baked = ready.bake().bake(sheet, settings.sampling(Parallel.cores()), progress);
    progress.at("storing the maps", 1);
    long blob = store(baked);
    SheetResult result =
        new SheetResult(
            baked.report().withoutProblems(),
            ready.bake().reach().orElse(null),
            ready.pairingWord(),
            reading.strays());
    bakes.setProblems(row.id(), json.writeValueAsString(baked.report().problems()));
    bakes.setDone(row.id(), blob, json.writeValueAsString(result), key, false);
  }

  /** Padding is no part of it: images are padded when they are written. */
  private String key(
      BakeStore.BakeRow bake, BakeSettings settings, Sheet sheet, OriginReading reading) {
    List<String> words = new ArrayList<>();
    words.add("target " + bake.targetId() + " " + bake.targetVersion());
    for (long source : bake.sourceIds()) {
      words.add("source " + inputs.state(source));
    }
    words.add(
        "%s %d %d %s %s %s %s %s %s %s"
            .formatted(
                settings.origin(),
                settings.size(),
                settings.samples(),
                settings.isExact(),
                settings.reachOutward(),
                settings.reachInward(),
                settings.partReaches(),
                settings.pairing(),
                settings.affixes(),
                settings.links()));
    return BakeKey.of(sheet, reading, bake.isFromTarget(), words);
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
