package idiotaxa.server.bake;

import idiotaxa.core.bake.BakeContent;
import idiotaxa.core.bake.BakeKey;
import idiotaxa.core.bake.BakedSheet;
import idiotaxa.core.map.SheetMapsFile;
import idiotaxa.core.mask.MaskTarget;
import idiotaxa.core.mask.Specks;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.work.Parallel;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.blob.BlobFiles;
import idiotaxa.server.blob.BlobStore;
import idiotaxa.server.job.JobKind;
import idiotaxa.server.job.JobRun;
import idiotaxa.server.job.JobWork;
import idiotaxa.server.web.NotFoundException;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Bakes sheets that were queued. */
@Component
class SheetBakes implements JobWork {
  /** Of a texel: its group, marks, coverage and what packs them. */
  private static final long BYTES_A_TEXEL = 12;
  /** Of a triangle: mesh, hierarchy and what is derived while they are built. */
  private static final long BYTES_A_TRIANGLE = 300;
  /** Of its three corners, where rules by vertex colour claim them: group and colour while the rules are tried, then numbers. */
  private static final long BYTES_A_CLAIMED_TRIANGLE = 60;

  private static final TypeReference<Map<String, String>> PART_KEYS = new TypeReference<>() {};

  private final AssetStore assets;
  private final BakeStore bakes;
  private final BlobStore blobs;
  private final BlobFiles files;
  private final PreparedBakes prepared;
  private final MeshCache meshes;
  private final BakeInputs inputs;
  private final JsonMapper json;

  SheetBakes(
      AssetStore assets,
      BakeStore bakes,
      BlobStore blobs,
      BlobFiles files,
      PreparedBakes prepared,
      MeshCache meshes,
      BakeInputs inputs,
      JsonMapper json) {
    this.assets = assets;
    this.bakes = bakes;
    this.blobs = blobs;
    this.files = files;
    this.prepared = prepared;
    this.meshes = meshes;
    this.inputs = inputs;
    this.json = json;
  }

  @Override
  public JobKind kind() {
    return JobKind.BAKE_SHEET;
  }

  @Override
  public long memoryBytes(long sheetId) {
    BakeRow bake = bakes.find(sheet(sheetId).bakeId()).orElseThrow();
    BakeSettings settings = json.readValue(bake.settings(), BakeSettings.class);
    long size = settings.size();
    long aTriangle = BYTES_A_TRIANGLE + (settings.origin() == IdOrigin.CLAIMS ? BYTES_A_CLAIMED_TRIANGLE : 0);
    return BYTES_A_TEXEL * size * size + aTriangle * inputs.triangles(bake);
  }

  private SheetRow sheet(long sheetId) {
    return bakes.findSheet(sheetId).orElseThrow(() -> new NotFoundException("sheet", sheetId));
  }

  @Override
  public void lock(long sheetId) {
    bakes.findSheet(sheetId).flatMap(row -> bakes.find(row.bakeId())).ifPresent(bake -> assets.lock(bake.assetId()));
  }

  @Override
  public void run(long sheetId, JobRun run) throws IOException {
    SheetRow row = sheet(sheetId);
    BakeRow bake = bakes.find(row.bakeId()).orElseThrow();
    run.checkCancelled();
    run.at("reading the models", 0);
    BakeSettings settings = json.readValue(bake.settings(), BakeSettings.class);
    Sheet sheet = prepared.sheet(bake, row.name());
    OriginReading reading = prepared.reading(bake, settings);
    String key = key(bake, settings, sheet, reading);
    SheetRow same = bakes.findDone(key).filter(s -> blobs.touch(s.mapsBlobId())).orElse(null);
    if (same != null) {
      reuse(sheetId, same, key, reading, run);
      return;
    }
    PreparedBakes.Ready ready = prepared.of(bake, settings, reading, run);
    BakeContent.Keys content = content(bake, settings, sheet, reading, ready);
    same = content == null ? null : bakes.findDoneOfSurface(content.sheet()).filter(s -> blobs.touch(s.mapsBlobId())).orElse(null);
    if (same != null) {
      reuse(sheetId, same, key, reading, run);
      return;
    }
    BakedSheet baked = ready.bake().bake(sheet, settings.sampling(Parallel.cores()), run);
    run.at("storing the maps", 1);
    long blob = store(baked);
    SheetResult result =
        new SheetResult(
            baked.report().withoutProblems(),
            ready.bake().reach().orElse(null),
            ready.pairingWord(),
            reading.strays(),
            specks(bake, sheet, baked),
            changedParts(bake, row.name(), content));
    run.finish(
        () -> {
          bakes.setProblems(sheetId, json.writeValueAsString(baked.report().problems()));
          bakes.setBaked(sheetId, blob, json.writeValueAsString(result), key, false);
          if (content != null) {
            bakes.setSurface(sheetId, content.sheet(), json.writeValueAsString(content.ofPart()));
          }
        });
  }

  /** Takes the maps of a sheet that is made of the same. */
  private void reuse(long sheetId, SheetRow same, String key, OriginReading reading, JobRun run) {
    SheetResult earlier = json.readValue(same.report(), SheetResult.class);
    String report = json.writeValueAsString(earlier.reused(reading.strays()));
    String problems = bakes.problems(same.id());
    run.finish(
        () -> {
          bakes.setProblems(sheetId, problems);
          bakes.setBaked(sheetId, same.mapsBlobId(), report, key, true);
          bakes.copySurface(sheetId, same.id());
        });
  }

  /** Null where content does not tell: texels of textures are known by their files only. */
  private BakeContent.Keys content(
      BakeRow bake,
      BakeSettings settings,
      Sheet sheet,
      OriginReading reading,
      PreparedBakes.Ready ready) {
    boolean isSeeThrough = ready.source() != null && PreparedBakes.isSeeThrough(settings, ready.source());
    if (settings.origin() == IdOrigin.TEXTURE || isSeeThrough) {
      return null;
    }
    Mesh target = meshes.get(bake.targetId()).mesh();
    boolean isMeasured = settings.reachOutward() == null;
    // Of parts with a reach of their own what is missed is not looked for farther away.
    List<String> words =
        List.of(
            "%s %d %d %s %s %s"
                .formatted(
                    settings.origin(),
                    settings.size(),
                    settings.samples(),
                    settings.isExact(),
                    isMeasured,
                    isMeasured ? settings.reachOfPart().keySet() : ""));
    return ready.source() == null
        ? BakeContent.ofTarget(target, sheet, reading, words)
        : BakeContent.ofSource(
            target,
            sheet,
            ready.source(),
            reading,
            ready.pairing(),
            ready.bake().reaches().orElseThrow(),
            isMeasured,
            words);
  }

  /** Null where there is nothing to compare with. */
  private List<String> changedParts(BakeRow bake, String sheetName, BakeContent.Keys content) {
    return content == null
        ? null
        : bakes
            .partKeysBefore(bake, sheetName)
            .map(before -> content.changedSince(json.readValue(before, PART_KEYS)))
            .orElse(null);
  }

  private int specks(BakeRow bake, Sheet sheet, BakedSheet baked) {
    MaskTarget target = MaskTarget.of(meshes.get(bake.targetId()).mesh());
    return Specks.count(
        target.sheet(sheet, baked.maps(), Parallel.cores()), Specks.USUAL);
  }

  /** Padding is no part of it: images are padded when they are written. */
  private String key(
      BakeRow bake, BakeSettings settings, Sheet sheet, OriginReading reading) {
    List<String> words = new ArrayList<>();
    words.add("target " + bake.targetId() + " " + bake.targetVersion());
    for (long source : bake.sourceIds()) {
      words.add("source " + inputs.state(source));
    }
    words.add(
        "%s %d %d %s %s %s %s %s %s %s %s"
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
                settings.links(),
                settings.isSolid()));
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
