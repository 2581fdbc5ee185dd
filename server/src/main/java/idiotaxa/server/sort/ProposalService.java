package idiotaxa.server.sort;

import io.swagger.v3.oas.annotations.media.Schema;
import idiotaxa.core.origin.IdOrigin;
import java.util.Optional;
import idiotaxa.core.claim.ClaimRule;
import idiotaxa.core.group.Group;
import idiotaxa.core.map.SheetImages;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.GroupProposal;
import idiotaxa.core.origin.GroupProposer;
import idiotaxa.core.origin.Origins;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.group.GroupStore;
import idiotaxa.server.journal.Journal;
import idiotaxa.server.web.ConflictException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Proposals of groups and rules from what a file holds. */
@Service
public class ProposalService {
  private final GroupService groups;
  private final GroupStore store;
  private final RevisionStore revisions;
  private final MeshCache meshes;
  private final RuleService rules;
  private final Journal journal;

  public ProposalService(
      GroupService groups,
      GroupStore store,
      RevisionStore revisions,
      MeshCache meshes,
      RuleService rules,
      Journal journal) {
    this.groups = groups;
    this.store = store;
    this.revisions = revisions;
    this.meshes = meshes;
    this.rules = rules;
    this.journal = journal;
  }

  /**
   * Something that groups can be made of.
   *
   * @param role of the model: {@code target} or {@code source}
   * @param from origin that it lies in
   * @param groups that it would fill
   * @param tolerance distance within which colours count as one unless another is asked for, 8-bit RGB
   * @param newGroups of these that the asset does not have yet
   */
  public record Offer(
      long revisionId,
      @Schema(allowableValues = {"target", "source"}) String role,
      String fileName,
      IdOrigin from,
      int groups,
      int newGroups,
      double tolerance) {}

  /** Of the target and all sources; colours before materials before face groups before parts, sources before the target. */
  public List<Offer> offers(long assetId) {
    List<RevisionStore.RevisionRow> models =
        new ArrayList<>(revisions.currentSources(assetId));
    revisions.currentTarget(assetId).ifPresent(models::add);
    List<Offer> offers = new ArrayList<>();
    for (IdOrigin from : List.of(IdOrigin.VERTEX_COLORS, IdOrigin.MATERIALS, IdOrigin.FACE_GROUPS, IdOrigin.PARTS)) {
      for (RevisionStore.RevisionRow model : models) {
        if (Origins.hasData(meshes.get(model.id()).mesh(), from)) {
          offer(assetId, model, from).ifPresent(offers::add);
        }
      }
    }
    return offers;
  }

  private Optional<Offer> offer(
      long assetId, RevisionStore.RevisionRow model, IdOrigin from) {
    List<Integer> present = groups.numbers(assetId);
    try {
      GroupProposal proposal = propose(assetId, model.id(), from.word(), null);
      int filled = 0;
      int made = 0;
      for (int g = 0; g < proposal.groups().size(); g++) {
        boolean isFilled = proposal.areas()[g] > 0;
        filled += isFilled ? 1 : 0;
        made += isFilled && !present.contains(proposal.groups().get(g).number()) ? 1 : 0;
      }
      return filled < 2
          ? Optional.empty()
          : Optional.of(
              new Offer(model.id(), model.role(), model.fileName(), from, filled, made, Origins.COLOR_TOLERANCE));
    } catch (IllegalArgumentException e) {
      // Too many names to make groups of: nothing to offer.
      return Optional.empty();
    }
  }

  /**
   * Groups that a revision's own data suggests.
   *
   * @param from {@code materials}, {@code vertex-colors}, {@code face-groups} or {@code parts}
   * @param tolerance 8-bit RGB distance within which vertex colours are one; null for the usual one
   */
  public GroupProposal propose(long assetId, long revisionId, String from, Double tolerance) {
    Mesh mesh = meshes.get(revisions.getReady(assetId, revisionId).id()).mesh();
    List<Group> present = groups.palette(assetId, "asset").groups();
    GroupProposer proposer = new GroupProposer(mesh, present, SheetImages.BACKGROUND);
    return switch (IdOrigin.parse(from)) {
      case MATERIALS -> proposer.fromMaterials();
      case FACE_GROUPS -> proposer.fromFaceWords();
      case PARTS -> proposer.fromParts();
      case VERTEX_COLORS ->
          proposer.fromVertexColors(tolerance == null ? Origins.COLOR_TOLERANCE : tolerance);
      default ->
          throw new IllegalArgumentException(
              "from: groups are proposed from materials, vertex-colors, face-groups or parts, not from " + from + ".");
    };
  }

  /**
   * Keeps a proposal: makes the groups that are missing, and one entry of the journal with the rules.
   *
   * @param without numbers of proposed groups that are not wanted
   */
  @Transactional
  public Journal.State keep(
      long assetId, long revisionId, String from, Double tolerance, Set<Integer> without) {
    journal.lock(assetId);
    GroupProposal proposal = propose(assetId, revisionId, from, tolerance);
    Map<Integer, Long> idOfNumber = new HashMap<>();
    groups.list(assetId).forEach(g -> idOfNumber.put(g.group().number(), g.id()));
    List<ClaimRule> added = new ArrayList<>();
    for (GroupProposal.Rule rule : proposal.rules()) {
      Group group = proposal.groups().get(rule.group());
      if (!without.contains(group.number())) {
        long id = idOfNumber.computeIfAbsent(group.number(), n -> create(assetId, group));
        added.add(ClaimRule.of(rule.kind(), rule.word(), Math.toIntExact(id), 0));
      }
    }
    if (added.isEmpty()) {
      throw new ConflictException("The model has no " + from + " to propose groups from.");
    }
    long filled = added.stream().mapToInt(ClaimRule::group).distinct().count();
    String origin = IdOrigin.parse(from).spoken();
    String words = "proposal from " + origin + " → " + filled + " groups, rules";
    return rules.add(assetId, revisionId, words, added);
  }

  /** Under a number that is free, because a proposal does not know of merged groups. */
  private long create(long assetId, Group group) {
    return store.create(assetId, group.withNumber(groups.freeNumber(assetId)));
  }
}
