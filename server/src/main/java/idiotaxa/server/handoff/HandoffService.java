package idiotaxa.server.handoff;

import idiotaxa.server.bake.BakeGroups;
import idiotaxa.server.bake.BakeService;
import idiotaxa.server.bake.BakeSettings;
import idiotaxa.server.job.JobKind;
import idiotaxa.core.file.FileNames;
import idiotaxa.core.handoff.HandoffOutputs;
import idiotaxa.core.handoff.HandoffWriter.WrittenFile;
import idiotaxa.core.handoff.PlannedFile;
import idiotaxa.core.template.Template;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.bake.SheetRow;
import idiotaxa.server.bake.BakeRow;
import idiotaxa.server.blob.BlobFiles;
import idiotaxa.core.mask.MaskPlan;
import idiotaxa.server.job.JobQueue;
import idiotaxa.server.job.JobState;
import idiotaxa.server.job.JobStore;
import idiotaxa.server.mask.MapFindings;
import idiotaxa.server.mask.MaskService;
import idiotaxa.server.mask.MaskSheets;
import idiotaxa.server.web.ConflictException;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
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
  private final SheetPresence presence;
  private final MeshCache meshes;
  private final JobQueue jobs;
  private final JobStore jobStore;
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
      SheetPresence presence,
      MeshCache meshes,
      JobQueue jobs,
      JobStore jobStore,
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
    this.presence = presence;
    this.meshes = meshes;
    this.jobs = jobs;
    this.jobStore = jobStore;
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

  /**
   * What a package holds.
   *
   * @param createdAt UTC
   */
  public record Packed(List<WrittenFile> files, LocalDateTime createdAt) {}

  /** Empty where it is not made, or gone. */
  public Optional<Packed> packed(long handoffId) {
    return handoffs
        .find(handoffId)
        .filter(row -> row.files() != null)
        .map(row -> new Packed(PackedFiles.read(row.files()), row.createdAt()));
  }

  /** The exact list of files that a template makes of a bake, and why it may not be written. */
  public record HandoffPlan(
      List<PlannedFile> files, List<Template.Problem> problems, List<Template.Problem> notes) {}

  public HandoffPlan plan(long bakeId, Template template) {
    BakeRow bake = bakes.get(bakeId);
    HandoffOutputs outputs = outputs(bake, order(bake, template, false));
    return new HandoffPlan(outputs.plan(), outputs.problems(), outputs.notes());
  }

  private HandoffOutputs outputs(BakeRow bake, HandoffOrder order) {
    MaskPlan plan = maskPlan(bake);
    BakeSettings settings = json.readValue(bake.settings(), BakeSettings.class);
    return new HandoffOutputs(
        new HandoffOutputs.Context(
            order.asset(),
            order.revision(),
            settings.size(),
            order.palette(),
            presence.of(bake, plan),
            plan,
            meshes.original(bake.targetId())),
        order.template());
  }

  private HandoffOrder order(BakeRow bake, Template template, boolean isByItself) {
    String asset = assetName(bake);
    return new HandoffOrder(
        asset,
        revisions.get(bake.targetId()).label(),
        groups.paletteOf(bake, asset),
        template,
        isByItself);
  }

  /** Makes a package that somebody asked for. */
  @Transactional
  public long start(long bakeId, Template template) {
    return start(bakeId, template, false);
  }

  /** Makes one for the folder that is kept up to date: nobody says of it that it is well sorted. */
  @Transactional
  public long startByItself(long bakeId, Template template) {
    return start(bakeId, template, true);
  }

  private long start(long bakeId, Template template, boolean isByItself) {
    BakeRow bake = bakes.get(bakeId);
    // The lock that the trash takes: a bake is put there or a package is made of it, not both.
    assets.lock(bake.assetId());
    if (bakes.isInTrash(bakeId)) {
      throw new ConflictException("This bake lies in the trash; take it back first, then hand off.");
    }
    if (!bakes.sheets(bakeId).stream().allMatch(SheetRow::isBaked)) {
      throw new ConflictException("The bake is not finished; bake first, then hand off.");
    }
    checkTarget(bake);
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
    HandoffOrder order = order(bake, template, isByItself);
    List<Template.Problem> problems = outputs(bake, order).problems();
    if (!problems.isEmpty()) {
      throw new IllegalArgumentException(
          problems.stream().map(Template.Problem::text).collect(Collectors.joining(" ")));
    }
    String name =
        FileNames.clean(order.asset()) + "-" + order.revision().toLowerCase(Locale.ROOT) + ".zip";
    long id =
        handoffs.create(
            bake.assetId(), bakeId, name, order, masks.stateId(bake.assetId()).orElse(null));
    jobs.add(JobKind.PACK_HANDOFF, id);
    return id;
  }

  private void checkTarget(BakeRow bake) {
    if (revisions.get(bake.targetId()).geometryVersion() != bake.targetVersion()) {
      // The mesh in the package would not fit the maps beside it.
      throw new ConflictException(
          "The target's UVs or parts were changed after this bake; bake again, then hand off.");
    }
  }

  /**
   * Makes a package again from what is kept of it; it comes out as it was, or the job says that it does not.
   *
   * @throws ConflictException when it is under way, or when the target has changed
   */
  @Transactional
  public void again(long handoffId) {
    HandoffStore.HandoffRow row = handoffs.get(handoffId);
    assets.lock(row.assetId());
    if (!JobState.isEnded(jobStore.get(JobKind.PACK_HANDOFF, handoffId).state())) {
      throw new ConflictException("The package is being made; wait until it is done.");
    }
    HandoffOrder.read(row.order());
    checkTarget(bakes.get(row.bakeId()));
    jobs.add(JobKind.PACK_HANDOFF, handoffId);
  }

  /** Stops the making of a package; one that is done already stays. */
  public void cancel(long handoffId) {
    jobStore.cancel(JobKind.PACK_HANDOFF, List.of(handoffs.get(handoffId).id()));
  }

  /**
   * The files of a package.
   *
   * @param since id of the package that it is compared with, null for none
   */
  public record FilesView(Long since, List<PackedFiles.Change> files) {}

  /**
   * @throws ConflictException when the package is not made yet
   */
  public FilesView files(long handoffId) {
    HandoffStore.HandoffRow row = handoffs.get(handoffId);
    if (row.files() == null) {
      throw new ConflictException("There is no list of this package's files; make it again.");
    }
    Optional<HandoffStore.HandoffRow> before = handoffs.before(row);
    return new FilesView(
        before.map(HandoffStore.HandoffRow::id).orElse(null),
        PackedFiles.compare(
            PackedFiles.read(row.files()),
            before.map(b -> PackedFiles.read(b.files())).orElse(null)));
  }

  private MaskPlan maskPlan(BakeRow bake) {
    return sheets.numbered(bake, masks.state(bake.assetId()).plan());
  }

  private String assetName(BakeRow bake) {
    return assets.find(bake.assetId()).orElseThrow().name();
  }
}
