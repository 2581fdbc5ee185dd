package idiotaxa.server.bringin;

import io.swagger.v3.oas.annotations.media.Schema;
import idiotaxa.core.align.Alignment;
import idiotaxa.core.check.Finding;
import idiotaxa.core.check.OpenFindings;
import idiotaxa.core.check.ModelInspection;
import idiotaxa.server.job.JobState;
import idiotaxa.server.asset.HiddenFaceService;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.change.ChangeService;
import idiotaxa.server.job.JobKind;
import idiotaxa.server.job.JobStore;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Models and reference pictures as scripts and pages see them. */
@Component
public class RevisionViews {
  private final RevisionStore revisions;
  private final HiddenFaceService hidden;
  private final LayoutStore layouts;
  private final PictureStore pictures;
  private final JobStore jobs;
  private final ChangeService changes;
  private final JsonMapper json;

  RevisionViews(
      RevisionStore revisions,
      HiddenFaceService hidden,
      LayoutStore layouts,
      PictureStore pictures,
      JobStore jobs,
      ChangeService changes,
      JsonMapper json) {
    this.revisions = revisions;
    this.hidden = hidden;
    this.layouts = layouts;
    this.pictures = pictures;
    this.jobs = jobs;
    this.changes = changes;
    this.json = json;
  }

  /**
   * A revision; the inspection is null until its files are read.
   *
   * @param doing what is done while the files are read
   * @param share of that, 0 … 1
   * @param findings what matters about it as a target or a source, empty until its files are read
   * @param openFindings how many of them may make a bake come out wrong
   * @param readAs what its file does not say of itself
   * @param alignmentVersion to be given back with another alignment
   * @param geometryVersion to be given back with a change of its parts
   * @param geometryKey names what the geometry is made of: two with the same key are the same
   * @param fromId the revision whose place it took, 0 for none
   */
  public record RevisionView(
      long id,
      @Schema(allowableValues = {"target", "source"}) String role,
      String label,
      String fileName,
      @Schema(allowableValues = {"reading", "ready", "refused"}) String state,
      String doing,
      double share,
      String problem,
      double claimedShare,
      boolean isCurrent,
      long fromId,
      int partEdits,
      ReadAsView readAs,
      @Schema(implementation = Alignment.class) JsonNode alignment,
      int alignmentVersion,
      int geometryVersion,
      String geometryKey,
      boolean hasLayout,
      boolean isHiddenKnown,
      LayoutView layout,
      ModelInspection inspection,
      List<Finding> findings,
      int openFindings) {}

  /** The automatic UV layout asked for last; coverage and share 0 … 1. */
  public record LayoutView(
      long id,
      @Schema(allowableValues = {JobState.WAITING, JobState.RUNNING, JobState.DONE, JobState.FAILED, JobState.CANCELLED}) String state,
      String doing,
      double share,
      String problem,
      int charts,
      double coverage) {}

  /**
   * A reference picture; place of its upper left corner and width as shares of the stage.
   *
   * @param version to be given back with another place
   */
  public record PictureView(long id, String name, int version, double x, double y, double width) {}

  /** Those that do not lie in the trash, in order of import. */
  public List<RevisionView> list(long assetId) {
    Set<Long> hiddenKnown = hidden.knownOf(assetId);
    Map<Long, Long> fromIds = changes.fromIds(assetId);
    List<RevisionStore.RevisionRow> rows = revisions.list(assetId).stream().filter(r -> !r.isInTrash()).toList();
    Map<Long, JobStore.JobRow> reading =
        jobs.find(JobKind.READ_REVISION, rows.stream().map(RevisionStore.RevisionRow::id).toList());
    Map<Long, String> keys = revisions.geometryKeys(rows);
    return rows.stream()
        .map(r -> view(r, reading.getOrDefault(r.id(), JobStore.JobRow.none(r.id())), keys.get(r.id()), hiddenKnown, fromIds))
        .toList();
  }

  /**
   * @throws idiotaxa.server.web.NotFoundException when there is no such model
   */
  RevisionView one(long id) {
    RevisionStore.RevisionRow row = revisions.get(id);
    JobStore.JobRow reading = jobs.find(JobKind.READ_REVISION, List.of(id)).getOrDefault(id, JobStore.JobRow.none(id));
    String key = revisions.geometryKeys(List.of(row)).get(id);
    return view(row, reading, key, hidden.knownOf(row.assetId()), changes.fromIds(row.assetId()));
  }

  public List<PictureView> pictures(long assetId) {
    return pictures.list(assetId).stream()
        .map(p -> new PictureView(p.id(), p.name(), p.version(), p.place().x(), p.place().y(), p.place().width()))
        .toList();
  }

  private RevisionView view(
      RevisionStore.RevisionRow r,
      JobStore.JobRow reading,
      String geometryKey,
      Set<Long> hiddenKnown,
      Map<Long, Long> fromIds) {
    boolean isSource = r.role().equals(RevisionStore.SOURCE);
    ModelInspection read =
        r.inspection() == null ? null : json.readValue(r.inspection(), ModelInspection.class);
    return new RevisionView(
        r.id(),
        r.role(),
        r.label(),
        r.fileName(),
        r.state(),
        reading.doing(),
        reading.share(),
        r.problem(),
        r.claimedShare(),
        r.isCurrent(),
        fromIds.getOrDefault(r.id(), 0L),
        r.partEdits() == null ? 0 : json.readTree(r.partEdits()).size(),
        ReadAsView.of(r.readAs()),
        r.alignment() == null ? null : json.readTree(r.alignment()),
        r.alignmentVersion(),
        r.geometryVersion(),
        geometryKey,
        r.uvBlobId() != null,
        hiddenKnown.contains(r.id()),
        layouts.findNewest(r.id()).map(this::layout).orElse(null),
        read,
        read == null ? List.of() : OpenFindings.told(read, isSource),
        read == null ? 0 : OpenFindings.count(read, isSource));
  }

  private LayoutView layout(LayoutStore.LayoutRow l) {
    JobStore.JobRow job = jobs.get(JobKind.LAY_OUT, l.id());
    return new LayoutView(
        l.id(), job.state(), job.doing(), job.share(), job.problem(), l.chartCount(), l.coverage());
  }
}
