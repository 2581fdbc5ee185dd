package idiotaxa.server.handoff;

import idiotaxa.server.bake.BakeGroups;
import idiotaxa.server.bake.BakeService;
import idiotaxa.server.job.JobKind;
import idiotaxa.core.file.FileNames;
import idiotaxa.core.group.Palette;
import idiotaxa.core.handoff.HandoffOutputs;
import idiotaxa.core.handoff.HandoffRequest;
import idiotaxa.core.handoff.PlannedFile;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.bake.SheetRow;
import idiotaxa.server.bake.BakeRow;
import idiotaxa.server.blob.BlobFiles;
import idiotaxa.core.mask.MaskPlan;
import idiotaxa.server.job.JobQueue;
import idiotaxa.server.mask.MapFindings;
import idiotaxa.server.mask.MaskService;
import idiotaxa.server.mask.MaskSheets;
import idiotaxa.server.web.ConflictException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Takes hand-offs on, and gives out the packages that were made. */
@Service
public class HandoffService {
  private final AssetStore assets;
  private final RevisionStore revisions;
  private final BakeService bakes;
  private final BakeGroups groups;
  private final HandoffStore handoffs;
  private final BlobFiles files;
  private final MaskService masks;
  private final MaskSheets sheets;
  private final MapFindings findings;
  private final JobQueue jobs;
  private final JsonMapper json;

  HandoffService(
      AssetStore assets,
      RevisionStore revisions,
      BakeService bakes,
      BakeGroups groups,
      HandoffStore handoffs,
      BlobFiles files,
      MaskService masks,
      MaskSheets sheets,
      MapFindings findings,
      JobQueue jobs,
      JsonMapper json) {
    this.assets = assets;
    this.revisions = revisions;
    this.bakes = bakes;
    this.groups = groups;
    this.handoffs = handoffs;
    this.files = files;
    this.masks = masks;
    this.sheets = sheets;
    this.findings = findings;
    this.jobs = jobs;
    this.json = json;
  }

  /** A package with its local copy. */
  public record FinishedPackage(String fileName, Path file) {}

  /**
   * @throws ConflictException when the package is not made yet
   */
  public FinishedPackage finished(long handoffId) {
    HandoffStore.HandoffRow row = handoffs.get(handoffId);
    if (row.blobId() == null) {
      throw new ConflictException("The package is not made yet; wait until it is done.");
    }
    return new FinishedPackage(row.fileName(), files.file(row.blobId()));
  }

  /** The exact list of files that a package of a bake will hold. */
  public List<PlannedFile> plan(long bakeId, HandoffRequest.Contents contents) {
    BakeRow bake = bakes.get(bakeId);
    Palette palette = groups.paletteOf(bake, assetName(bake));
    List<String> sheets = bakes.sheets(bakeId).stream().map(SheetRow::name).toList();
    return new HandoffOutputs(palette.name(), palette, sheets, true, maskPlan(bake), contents).plan();
  }

  @Transactional
  public long start(long bakeId, HandoffRequest.Contents contents) {
    BakeRow bake = bakes.get(bakeId);
    if (!bakes.sheets(bakeId).stream().allMatch(SheetRow::isBaked)) {
      throw new ConflictException("The bake is not finished; bake first, then hand off.");
    }
    RevisionStore.RevisionRow target = revisions.get(bake.targetId());
    if (target.geometryVersion() != bake.targetVersion()) {
      // The mesh in the package would not fit the maps beside it.
      throw new ConflictException(
          "The target's UVs or parts were changed after this bake; bake again, then hand off.");
    }
    if (groups.areNumbersOld(bake)) {
      throw new ConflictException(
          "Groups have other numbers than when this was baked; bake again, then hand off.");
    }
    List<MaskPlan.Gap> gaps = findings.gaps(bakeId).gaps();
    if (!gaps.isEmpty()) {
      throw new ConflictException(
          gaps.stream().map(MaskPlan.Gap::text).collect(Collectors.joining(" "))
              + " Mend it on Masks, then hand off.");
    }
    String name = FileNames.clean(assetName(bake)) + "-" + target.label().toLowerCase(Locale.ROOT) + ".zip";
    long id =
        handoffs.create(
            bake.assetId(),
            bakeId,
            name,
            json.writeValueAsString(contents),
            masks.stateId(bake.assetId()).orElse(null));
    jobs.add(JobKind.PACK_HANDOFF, id);
    return id;
  }

  private MaskPlan maskPlan(BakeRow bake) {
    return sheets.numbered(bake, masks.state(bake.assetId()).plan());
  }

  private String assetName(BakeRow bake) {
    return assets.find(bake.assetId()).orElseThrow().name();
  }
}
