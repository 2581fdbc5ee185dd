package idiotaxa.server.bringin;

import idiotaxa.server.asset.AlignmentChecks;
import idiotaxa.core.check.OpenFindings;
import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.asset.SheetPlans;
import idiotaxa.core.align.Alignment;
import idiotaxa.core.align.AlignmentCheck;
import idiotaxa.core.check.ModelInspection;
import idiotaxa.core.format.MeshFiles;
import idiotaxa.core.format.ReadAs;
import idiotaxa.core.check.ModelInspector;
import idiotaxa.core.image.PixelImage;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.PartEdit;
import idiotaxa.core.mesh.SmoothNormals;
import idiotaxa.core.mesh.Weld;
import idiotaxa.core.picture.OverlapImage;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.SheetPlan;
import idiotaxa.core.raster.UvOverlaps;
import idiotaxa.server.asset.LocalOrigin;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.web.ConflictException;
import idiotaxa.server.web.NotFoundException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** What is changed about a model beside its file, and what is measured on it. */
@Service
public class ModelService {
  private final RevisionStore revisions;
  private final MeshCache meshes;
  private final GroupService groups;
  private final SheetPlans plans;
  private final JsonMapper json;
  private final AlignmentChecks checks;

  public ModelService(
      RevisionStore revisions,
      MeshCache meshes,
      GroupService groups,
      SheetPlans plans,
      AlignmentChecks checks,
      JsonMapper json) {
    this.revisions = revisions;
    this.meshes = meshes;
    this.groups = groups;
    this.plans = plans;
    this.checks = checks;
    this.json = json;
  }

  /** Direction of a bake's rays at every vertex: three little-endian floats each. */
  public byte[] directions(long revisionId) {
    Mesh mesh = meshes.get(revisionId).mesh();
    Weld weld = Weld.of(mesh);
    float[] ofWelded = SmoothNormals.of(mesh, weld);
    ByteBuffer out = ByteBuffer.allocate(12 * mesh.vertexCount()).order(ByteOrder.LITTLE_ENDIAN);
    for (int v = 0; v < mesh.vertexCount(); v++) {
      for (int axis = 0; axis < 3; axis++) {
        out.putFloat(ofWelded[3 * weld.of(v) + axis]);
      }
    }
    return out.array();
  }

  /**
   * @param version of the geometry whose parts are meant
   * @throws IllegalArgumentException when the edit makes no sense for the model
   * @throws ConflictException when somebody else changed the parts meanwhile
   */
  public void editParts(long revisionId, int version, PartEdit edit) {
    RevisionStore.RevisionRow row = row(revisionId, version);
    edit.apply(meshes.get(revisionId).mesh());
    List<PartEdit> edits = new ArrayList<>();
    if (row.partEdits() != null) {
      edits.addAll(Arrays.asList(json.readValue(row.partEdits(), PartEdit[].class)));
    }
    edits.add(edit);
    store(row, edits);
  }

  /**
   * @param version of the geometry that this is based on
   * @throws idiotaxa.core.file.FormatException when the file has no such UV set
   * @throws ConflictException when somebody else changed the geometry meanwhile, or UVs are laid over the file's own
   */
  public void readAs(long revisionId, int version, ReadAs as) {
    RevisionStore.RevisionRow row = row(revisionId, version);
    if (row.uvBlobId() != null && as.uvSet() != row.readAs().uvSet()) {
      throw new ConflictException("The UVs are an automatic layout; go back to those of the file first.");
    }
    Mesh read = MeshFiles.read(meshes.bundle(revisionId), as, Progress.NONE);
    if (!revisions.setReadAs(revisionId, version, as, LocalOrigin.of(read))) {
      throw otherParts();
    }
    inspectAnew(revisionId);
  }

  /** Takes the last edit of the parts back; as {@link #editParts}. */
  public void takeBackEdit(long revisionId, int version) {
    RevisionStore.RevisionRow row = row(revisionId, version);
    if (row.partEdits() == null) {
      throw new ConflictException("The parts are as the file has them; there is nothing to undo.");
    }
    PartEdit[] edits = json.readValue(row.partEdits(), PartEdit[].class);
    store(row, Arrays.asList(edits).subList(0, edits.length - 1));
  }

  private void store(RevisionStore.RevisionRow row, List<PartEdit> edits) {
    String words = edits.isEmpty() ? null : json.writeValueAsString(edits);
    if (!revisions.setPartEdits(row.id(), row.geometryVersion(), words)) {
      throw otherParts();
    }
    inspectAnew(row.id());
  }

  private RevisionStore.RevisionRow row(long revisionId, int geometryVersion) {
    RevisionStore.RevisionRow row = row(revisionId);
    if (row.geometryVersion() != geometryVersion) {
      throw otherParts();
    }
    return row;
  }

  private static ConflictException otherParts() {
    return new ConflictException("The parts were changed by somebody else meanwhile; look at them again.");
  }

  /** Back to the UVs of the file. */
  public void dropLayout(long revisionId) {
    revisions.setUvs(row(revisionId).id(), null);
    inspectAnew(revisionId);
  }

  /**
   * Brings what is said about a model up to date with its parts and UVs. What was looked through before somebody changed these
   * again is not kept: whoever changed them looks through it as well.
   */
  void inspectAnew(long revisionId) {
    RevisionStore.RevisionRow row = row(revisionId);
    ModelInspection seen = ModelInspector.inspect(meshes.get(revisionId).mesh(), row.fileName(), Progress.NONE);
    keepInspection(row, row.geometryVersion(), meshes.otherUvSet(revisionId).map(seen::with).orElse(seen));
  }

  /**
   * @param version of the geometry that was looked through
   */
  void keepInspection(RevisionStore.RevisionRow row, int version, ModelInspection inspection) {
    boolean isSource = row.role().equals(RevisionStore.SOURCE);
    revisions.setInspection(
        row.id(), version, json.writeValueAsString(inspection), OpenFindings.count(inspection, isSource));
  }

  /** How a source lies to the current target as its file has it, and what would bring it there. */
  public AlignmentCheck.Result checkAlignment(long revisionId) {
    RevisionStore.RevisionRow source = row(revisionId);
    RevisionStore.RevisionRow target =
        revisions
            .currentTarget(source.assetId())
            .orElseThrow(() -> new ConflictException("Bring in a target first."));
    // Surfaces never change, whatever happens to parts and UVs.
    return checks.of(
        List.of("target " + target.id(), "source " + revisionId),
        () -> meshes.get(target.id()).mesh(),
        () ->
            TracedSource.of(meshes.get(revisionId).mesh(), Parallel.cores(), Progress.NONE));
  }

  /**
   * @param version of the alignment that this is based on
   * @throws ConflictException for a target, or when somebody else moved the source meanwhile
   */
  public void align(long revisionId, int version, Alignment alignment) {
    RevisionStore.RevisionRow row = row(revisionId);
    if (!row.role().equals(RevisionStore.SOURCE)) {
      throw new ConflictException("Only a source is moved; the target stays where it is.");
    }
    String words = alignment.changesNothing() ? null : json.writeValueAsString(alignment);
    if (!revisions.setAlignment(revisionId, version, words)) {
      throw new ConflictException("The source was moved by somebody else meanwhile; look at it again.");
    }
  }

  /** Takes a source off the desk; bringing its file in again puts it back. */
  public void setAside(long revisionId) {
    if (!row(revisionId).role().equals(RevisionStore.SOURCE)) {
      throw new ConflictException("A target is replaced by bringing in another, not set aside.");
    }
    revisions.setAside(revisionId);
  }

  /** Overlaps of one sheet. */
  public record SheetOverlaps(
      String sheet, int tileU, int tileV, UvOverlaps.Result overlaps) {}

  /** Texels with more than one owner, told apart by the present claims. */
  public List<SheetOverlaps> overlaps(long revisionId, int size) {
    RevisionStore.RevisionRow row = row(revisionId);
    Mesh mesh = meshes.get(revisionId).mesh();
    SheetPlan plan = plans.get(row.assetId());
    int[] faces = groups.faceNumbers(row.assetId(), revisionId);
    List<SheetOverlaps> out = new ArrayList<>();
    for (Sheet sheet : plan.divide(mesh)) {
      out.add(
          new SheetOverlaps(
              sheet.name(),
              sheet.tileU(),
              sheet.tileV(),
              UvOverlaps.of(mesh, sheet, size, faces)));
    }
    return out;
  }

  /** Where the overlaps of one sheet are, as a picture to lay over it. */
  public PixelImage overlapImage(long revisionId, String sheetName, int size) {
    RevisionStore.RevisionRow row = row(revisionId);
    Mesh mesh = meshes.get(revisionId).mesh();
    Sheet sheet =
        plans.get(row.assetId()).divide(mesh).stream()
            .filter(s -> s.name().equals(sheetName))
            .findFirst()
            .orElseThrow(() -> new NotFoundException("sheet " + sheetName + " of", revisionId));
    int[] faces = groups.faceNumbers(row.assetId(), revisionId);
    return OverlapImage.of(size, UvOverlaps.texels(mesh, sheet, size, faces));
  }

  private RevisionStore.RevisionRow row(long revisionId) {
    return revisions.getReady(revisionId);
  }
}
