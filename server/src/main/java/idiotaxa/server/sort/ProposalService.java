package idiotaxa.server.sort;

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
import idiotaxa.server.web.NotFoundException;
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

  public ProposalService(
      GroupService groups,
      GroupStore store,
      RevisionStore revisions,
      MeshCache meshes,
      RuleService rules) {
    this.groups = groups;
    this.store = store;
    this.revisions = revisions;
    this.meshes = meshes;
    this.rules = rules;
  }

  /**
   * Groups that a revision's own data suggests.
   *
   * @param from {@code materials}, {@code vertex-colors} or {@code parts}
   * @param tolerance 8-bit RGB distance within which vertex colours are one; null for the usual one
   */
  public GroupProposal propose(long revisionId, String from, Double tolerance) {
    RevisionStore.RevisionRow revision = revision(revisionId);
    Mesh mesh = meshes.get(revisionId).mesh();
    List<Group> present = groups.palette(revision.assetId(), "asset").groups();
    GroupProposer proposer = new GroupProposer(mesh, present, SheetImages.BACKGROUND);
    return switch (from) {
      case "materials" -> proposer.fromMaterials();
      case "parts" -> proposer.fromParts();
      case "vertex-colors" ->
          proposer.fromVertexColors(tolerance == null ? Origins.COLOR_TOLERANCE : tolerance);
      default ->
          throw new IllegalArgumentException(
              "Groups are proposed from materials, vertex-colors or parts, not from " + from + ".");
    };
  }

  /**
   * Keeps a proposal: makes the groups that are missing, and one entry of the journal with the rules.
   *
   * @param without numbers of proposed groups that are not wanted
   */
  @Transactional
  public Journal.State keep(
      long revisionId, String from, Double tolerance, Set<Integer> without) {
    long assetId = revision(revisionId).assetId();
    GroupProposal proposal = propose(revisionId, from, tolerance);
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
    String origin = from.replace("vertex-colors", "vertex colours");
    String words = "proposal from " + origin + " → " + filled + " groups, rules";
    return rules.add(assetId, revisionId, words, added);
  }

  /** Under a number that is free, because a proposal does not know of merged groups. */
  private long create(long assetId, Group group) {
    return store.create(assetId, group.withNumber(groups.freeNumber(assetId)));
  }

  private RevisionStore.RevisionRow revision(long revisionId) {
    return revisions
        .find(revisionId)
        .orElseThrow(() -> new NotFoundException("revision", revisionId));
  }
}
