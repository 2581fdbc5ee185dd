package idiotaxa.server.service;

import idiotaxa.core.bake.Origins;
import idiotaxa.core.group.ColorProposer;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.GroupProposal;
import idiotaxa.core.group.GroupProposer;
import idiotaxa.core.group.Palette;
import idiotaxa.core.mask.SheetImages;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.server.store.GroupStore;
import idiotaxa.server.store.RevisionStore;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Groups of an asset, and proposals of groups from what a file holds. */
@Service
public class GroupService {
  private final GroupStore groups;
  private final RevisionStore revisions;
  private final MeshCache meshes;
  private final ClaimService claims;

  public GroupService(
      GroupStore groups, RevisionStore revisions, MeshCache meshes, ClaimService claims) {
    this.groups = groups;
    this.revisions = revisions;
    this.meshes = meshes;
    this.claims = claims;
  }

  public List<GroupStore.GroupRow> list(long assetId) {
    return groups.list(assetId);
  }

  public List<Integer> numbers(long assetId) {
    return groups.list(assetId).stream().map(g -> g.group().number()).toList();
  }

  /** The asset's groups as a palette, for images and manifests. */
  public Palette palette(long assetId, String name) {
    return new Palette(name, groups.list(assetId).stream().map(GroupStore.GroupRow::group).toList());
  }

  /**
   * @param color null for a proposed one, far from the others
   */
  @Transactional
  public long create(long assetId, String name, Integer color) {
    List<GroupStore.GroupRow> present = groups.list(assetId);
    int number = present.stream().mapToInt(g -> g.group().number()).max().orElse(0) + 1;
    int chosen = color != null ? color : proposeColor(present);
    return groups.create(assetId, Group.of(number, name, chosen));
  }

  private static int proposeColor(List<GroupStore.GroupRow> present) {
    int[] locked = new int[present.size() + 1];
    locked[0] = SheetImages.BACKGROUND;
    for (int i = 0; i < present.size(); i++) {
      locked[i + 1] = present.get(i).group().color();
    }
    return ColorProposer.propose(locked, 1)[0];
  }

  /**
   * @param name null to keep it
   * @param color null to keep it
   * @throws ConflictException when somebody else changed the group meanwhile
   */
  @Transactional
  public void change(long groupId, int version, String name, Integer color) {
    GroupStore.GroupRow row =
        groups.find(groupId).orElseThrow(() -> new NotFoundException("group", groupId));
    Group old = row.group();
    Group changed =
        new Group(
            old.number(),
            name == null ? old.name() : name,
            color == null ? old.color() : color,
            old.keywords(),
            old.look());
    if (!groups.update(groupId, version, changed.name(), changed.color())) {
      throw new ConflictException(
          "The group " + old.name() + " was changed by somebody else; look at it again.");
    }
  }

  /**
   * Groups that a revision's own data suggests.
   *
   * @param from {@code materials}, {@code vertex-colors} or {@code parts}
   */
  public GroupProposal propose(long revisionId, String from) {
    RevisionStore.RevisionRow revision =
        revisions.find(revisionId).orElseThrow(() -> new NotFoundException("revision", revisionId));
    Mesh mesh = meshes.get(revisionId).mesh();
    List<Group> present = groups.list(revision.assetId()).stream().map(g -> g.group()).toList();
    GroupProposer proposer = new GroupProposer(mesh, present, SheetImages.BACKGROUND);
    return switch (from) {
      case "materials" -> proposer.fromMaterials();
      case "parts" -> proposer.fromParts();
      case "vertex-colors" -> proposer.fromVertexColors(Origins.COLOR_TOLERANCE);
      default ->
          throw new IllegalArgumentException(
              "Groups are proposed from materials, vertex-colors or parts, not from " + from + ".");
    };
  }

  /** Keeps a proposal: makes the groups that are missing and one journal entry with all claims. */
  @Transactional
  public ClaimService.JournalState keep(long revisionId, String from) {
    RevisionStore.RevisionRow revision =
        revisions.find(revisionId).orElseThrow(() -> new NotFoundException("revision", revisionId));
    GroupProposal proposal = propose(revisionId, from);
    Map<Integer, Long> idOfNumber = new HashMap<>();
    groups.list(revision.assetId()).forEach(g -> idOfNumber.put(g.group().number(), g.id()));
    Map<Long, RoaringBitmap> faces = new LinkedHashMap<>();
    for (int f = 0; f < proposal.faceGroup().length; f++) {
      int index = proposal.faceGroup()[f];
      if (index < 0) {
        continue;
      }
      Group group = proposal.groups().get(index);
      long id =
          idOfNumber.computeIfAbsent(
              group.number(), n -> groups.create(revision.assetId(), group));
      faces.computeIfAbsent(id, k -> new RoaringBitmap()).add(f);
    }
    if (faces.isEmpty()) {
      throw new ConflictException("The model has no " + from + " to propose groups from.");
    }
    String origin = from.replace("vertex-colors", "vertex colours");
    String words = "proposal from " + origin + " → " + faces.size() + " groups";
    return claims.append(
        revision.assetId(), revisionId, ClaimService.RULE, words, new ClaimSet(faces));
  }
}
