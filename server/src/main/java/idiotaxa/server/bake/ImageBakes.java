package idiotaxa.server.bake;

import idiotaxa.core.bake.SheetReport;
import idiotaxa.core.clean.CleanImage;
import idiotaxa.core.group.Group;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.map.SheetMapsFile;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.pairing.PairingMode;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.work.ContentKey;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.asset.SheetPlans;
import idiotaxa.server.blob.BlobFiles;
import idiotaxa.server.blob.BlobStore;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.group.GroupStore;
import idiotaxa.server.job.JobKind;
import idiotaxa.server.job.JobStore;
import idiotaxa.server.journal.Journal;
import idiotaxa.server.web.ConflictException;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Bakes that came as images: there is nothing to compute, only to keep. */
@Component
public class ImageBakes {
  private final Journal journal;
  private final BakeModels models;
  private final SheetPlans plans;
  private final MeshCache meshes;
  private final BakeStore bakes;
  private final BakeGroups bakeGroups;
  private final GroupService groups;
  private final GroupStore groupStore;
  private final JobStore jobs;
  private final BlobStore blobs;
  private final BlobFiles files;
  private final TransactionTemplate transaction;
  private final JsonMapper json;

  ImageBakes(
      Journal journal,
      BakeModels models,
      SheetPlans plans,
      MeshCache meshes,
      BakeStore bakes,
      BakeGroups bakeGroups,
      GroupService groups,
      GroupStore groupStore,
      JobStore jobs,
      BlobStore blobs,
      BlobFiles files,
      TransactionTemplate transaction,
      JsonMapper json) {
    this.journal = journal;
    this.models = models;
    this.plans = plans;
    this.meshes = meshes;
    this.bakes = bakes;
    this.bakeGroups = bakeGroups;
    this.groups = groups;
    this.groupStore = groupStore;
    this.jobs = jobs;
    this.blobs = blobs;
    this.files = files;
    this.transaction = transaction;
    this.json = json;
  }

  /**
   * Keeps a cleaned image as a finished bake of one sheet of the present target.
   *
   * @param image whose groups were matched to the asset's; those that are missing are made
   * @throws ConflictException when the target has no such sheet, or the groups were changed meanwhile
   */
  public long keep(long assetId, String sheet, String fileName, CleanImage image)
      throws IOException {
    RevisionStore.RevisionRow target = models.target(assetId);
    List<Sheet> sheets = plans.get(assetId).divide(meshes.get(target.id()).mesh());
    if (sheets.stream().noneMatch(s -> s.name().equals(sheet))) {
      throw new ConflictException("The target has no sheet " + sheet + ".");
    }
    long blob = store(image.maps());
    return transaction.execute(
        status -> {
          long lastEntry = journal.lock(assetId).entryId();
          makeGroups(assetId, image);
          long id =
              bakes.create(
                  target,
                  List.of(),
                  json.writeValueAsString(settings(image.maps())),
                  bakeGroups.numbersNow(assetId),
                  lastEntry);
          long sheetId = bakes.addSheet(id, sheet);
          SheetResult result =
              new SheetResult(report(sheet, image), null, "none", List.of(), null, null);
          bakes.setProblems(sheetId, "[]");
          String key = new ContentKey().add("image " + fileName).add(image.maps().groups()).hex();
          bakes.setBaked(sheetId, blob, json.writeValueAsString(result), key, false);
          jobs.addDone(JobKind.BAKE_SHEET, sheetId);
          return id;
        });
  }

  /** Under the numbers that the map has them; somebody may have taken one of them meanwhile. */
  private void makeGroups(long assetId, CleanImage image) {
    List<Integer> taken =
        groups.listWithMerged(assetId).stream().map(g -> g.group().number()).toList();
    for (Group group : image.groups()) {
      if (!image.matched().contains(group.number())) {
        if (taken.contains(group.number())) {
          throw new ConflictException(
              "The groups were changed meanwhile; look at the image again, then keep it.");
        }
        groupStore.create(assetId, group);
      }
    }
  }

  private static BakeSettings settings(SheetMaps maps) {
    return new BakeSettings(
        IdOrigin.IMAGE,
        false,
        null,
        Math.max(maps.width(), maps.height()),
        1,
        false,
        0,
        null,
        null,
        null,
        PairingMode.FITTING,
        null,
        null,
        false,
        false);
  }

  private static SheetReport report(String sheet, CleanImage image) {
    SheetMaps maps = image.maps();
    int most = image.groups().stream().mapToInt(Group::number).max().orElse(0);
    return new SheetReport(
        sheet,
        maps.width(),
        maps.height(),
        maps.countCovered(),
        0,
        0,
        0,
        0,
        0,
        maps.texelsOfGroup(most),
        List.of(),
        List.of(),
        List.of(),
        0,
        0);
  }

  private long store(SheetMaps maps) throws IOException {
    Path file = files.temporary(".maps");
    try {
      try (OutputStream out = Files.newOutputStream(file)) {
        SheetMapsFile.write(maps, out);
      }
      return blobs.put(file).id();
    } finally {
      Files.deleteIfExists(file);
    }
  }
}
