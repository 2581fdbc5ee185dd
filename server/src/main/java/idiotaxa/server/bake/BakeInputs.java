package idiotaxa.server.bake;

import idiotaxa.core.format.TextureFiles;
import idiotaxa.core.group.Group;
import idiotaxa.core.image.TextureImage;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshMerger;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.Origins;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.journal.FaceGroups;
import idiotaxa.server.web.ConflictException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.LongFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.stereotype.Component;

/** What a bake reads IDs from: one revision, or several sources put together. */
@Component
public class BakeInputs {
  private final RevisionStore revisions;
  private final MeshCache meshes;
  private final FaceGroups faceGroups;
  private final GroupService groups;
  private final BakeGroups bakeGroups;

  BakeInputs(
      RevisionStore revisions,
      MeshCache meshes,
      FaceGroups faceGroups,
      GroupService groups,
      BakeGroups bakeGroups) {
    this.revisions = revisions;
    this.meshes = meshes;
    this.faceGroups = faceGroups;
    this.groups = groups;
    this.bakeGroups = bakeGroups;
  }

  /** The surface that is read, as it lies on its target. */
  public Mesh mesh(List<Long> revisionIds) {
    return MeshMerger.merge(revisionIds.stream().map(meshes::aligned).toList());
  }

  /** Triangles of target and sources of a bake. */
  long triangles(BakeRow bake) {
    long triangles = meshes.get(bake.targetId()).mesh().triangleCount();
    for (long source : bake.sourceIds()) {
      triangles += meshes.get(source).mesh().triangleCount();
    }
    return triangles;
  }

  /** Names one state of a revision's geometry and of its place. */
  String state(long revisionId) {
    RevisionStore.RevisionRow row = revisions.get(revisionId);
    return row.id() + " " + row.geometryVersion() + " " + row.alignment();
  }

  /** Whether there is a group that anything could belong to. */
  boolean hasGroups(long assetId) {
    return !groups.list(assetId).isEmpty();
  }

  /** The groups as a map shows them. */
  List<Group> shown(long assetId) {
    return groups.list(assetId).stream().map(g -> g.group()).toList();
  }

  /** Whether an origin tells groups apart on some revisions. */
  boolean hasData(IdOrigin origin, List<Long> revisionIds, Mesh mesh) {
    return origin == IdOrigin.CLAIMS
        ? revisionIds.stream().anyMatch(id -> revisions.get(id).claimedShare() > 0)
        : Origins.hasData(mesh, origin);
  }

  /**
   * @param mesh of these revisions, in this order
   */
  public OriginReading read(
      BakeRow bake, IdOrigin origin, List<Long> revisionIds, Mesh mesh) {
    List<Group> palette = bakeGroups.paletteOf(bake, "asset").groups();
    return read(origin, revisionIds, mesh, palette, id -> claimedCorners(bake, id));
  }

  /**
   * With the groups and claims of now.
   *
   * @param mesh of these revisions, in this order
   */
  OriginReading readNow(
      long assetId, IdOrigin origin, List<Long> revisionIds, Mesh mesh) {
    List<Group> palette = groups.palette(assetId, "asset").groups();
    return read(origin, revisionIds, mesh, palette, id -> claimedCorners(assetId, id));
  }

  private OriginReading read(
      IdOrigin origin,
      List<Long> revisionIds,
      Mesh mesh,
      List<Group> palette,
      LongFunction<Claimed> claimed) {
    if (origin == IdOrigin.CLAIMS) {
      return claims(revisionIds.stream().map(claimed::apply).toList(), revisionIds, mesh, palette);
    }
    if (palette.isEmpty()) {
      throw new ConflictException(
          "The asset has no groups yet; make some on Sort, for example by a proposal.");
    }
    return origin == IdOrigin.TEXTURE
        ? Origins.texture(mesh, textures(revisionIds), palette)
        : Origins.read(mesh, origin, palette);
  }

  /**
   * Numbers of the groups of one revision.
   *
   * @param numbers one a face, or one a corner where a rule by vertex colour claims corners
   */
  private record Claimed(int[] numbers, boolean isOfCorners) {}

  private OriginReading claims(List<Claimed> claimed, List<Long> revisionIds, Mesh mesh, List<Group> palette) {
    if (claimed.stream().noneMatch(Claimed::isOfCorners)) {
      return Origins.claims(mesh, claimed.stream().flatMapToInt(c -> IntStream.of(c.numbers)).toArray(), palette);
    }
    int[] corners = new int[mesh.cornerCount()];
    int at = 0;
    for (int i = 0; i < claimed.size(); i++) {
      int[] numbers = claimed.get(i).numbers;
      if (claimed.get(i).isOfCorners) {
        System.arraycopy(numbers, 0, corners, at, numbers.length);
        at += numbers.length;
        continue;
      }
      int[] start = meshes.get(revisionIds.get(i)).mesh().faceStart();
      for (int f = 0; f < numbers.length; f++) {
        Arrays.fill(corners, at + start[f], at + start[f + 1], numbers[f]);
      }
      at += start[numbers.length];
    }
    return Origins.cornerClaims(mesh, corners, palette);
  }

  private Claimed claimedCorners(BakeRow bake, long revisionId) {
    return faceGroups
        .cornerIds(bake.assetId(), revisionId, bake.journalEntryId())
        .map(ids -> new Claimed(bakeGroups.numbersIn(bake, ids), true))
        .orElseGet(() -> new Claimed(claimed(bake, revisionId), false));
  }

  private Claimed claimedCorners(long assetId, long revisionId) {
    return groups
        .cornerNumbers(assetId, revisionId)
        .map(numbers -> new Claimed(numbers, true))
        .orElseGet(() -> new Claimed(groups.faceNumbers(assetId, revisionId), false));
  }

  /** Number of every face as claims and numbers were when the bake was asked for. */
  public int[] claimed(BakeRow bake, long revisionId) {
    int[] ids = faceGroups.ids(bake.assetId(), revisionId, bake.journalEntryId());
    return bakeGroups.numbersIn(bake, ids);
  }

  /** Textures of the revisions' materials, one after another. */
  List<Optional<TextureImage>> textures(List<Long> revisionIds) {
    List<Optional<TextureImage>> out = new ArrayList<>();
    for (long id : revisionIds) {
      out.addAll(TextureFiles.read(meshes.bundle(id), meshes.get(id).mesh()));
    }
    return out;
  }
}
