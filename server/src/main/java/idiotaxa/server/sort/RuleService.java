package idiotaxa.server.sort;

import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.journal.JournalStore;
import idiotaxa.core.claim.ClaimRule;
import idiotaxa.server.asset.FaceRanges;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.group.GroupStore;
import idiotaxa.server.journal.EntryKind;
import idiotaxa.server.journal.FaceGroups;
import idiotaxa.server.journal.Journal;
import idiotaxa.server.web.ConflictException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Claims as rules: kept in order, evaluated anew whenever they are asked for. */
@Service
public class RuleService {
  private static final int MAX_RULES = 1000;

  private final Journal journal;
  private final FaceGroups faceGroups;
  private final GroupService groups;
  private final MeshCache meshes;
  private final RevisionStore revisions;
  private final JsonMapper json;

  public RuleService(
      Journal journal,
      FaceGroups faceGroups,
      GroupService groups,
      MeshCache meshes,
      RevisionStore revisions,
      JsonMapper json) {
    this.journal = journal;
    this.faceGroups = faceGroups;
    this.groups = groups;
    this.meshes = meshes;
    this.revisions = revisions;
    this.json = json;
  }

  /**
   * A rule with what it does.
   *
   * @param words what it reaches, in words
   * @param reached faces that it fits
   * @param holds faces that are in their drawer because of it
   */
  public record RuleView(
      ClaimRule.Kind kind,
      String word,
      int face,
      long groupId,
      int since,
      String words,
      int reached,
      int holds) {}

  /**
   * @param version to be given back with a change
   */
  public record RuleList(long version, List<RuleView> rules) {}

  /** Why faces are in a drawer; areas in square metres. */
  public record Reason(String words, int faces, double area) {}

  /**
   * What a rule would do.
   *
   * @param faceRanges all faces that it fits
   * @param byHand faces among them that a hand claim holds, where the rule changes nothing
   */
  public record Preview(String words, int reached, int byHand, double area, int[] faceRanges) {}

  /** A rule is about the revision of the asset whose journal it goes into, and of no other. */
  private void checkOwn(long assetId, long revisionId) {
    revisions.getReady(assetId, revisionId);
  }

  public RuleList list(long assetId, long revisionId) {
    checkOwn(assetId, revisionId);
    long lastEntry = journal.lastEntry(assetId);
    FaceGroups.Rules rules = faceGroups.rulesAt(assetId, revisionId, lastEntry);
    int[] holds = new int[rules.list().size()];
    for (int by : faceGroups.held(assetId, revisionId, lastEntry).rule()) {
      if (by >= 0) {
        holds[by]++;
      }
    }
    List<RuleView> views = new ArrayList<>();
    for (ClaimRule rule : rules.list()) {
      views.add(
          new RuleView(
              rule.kind(),
              rule.word(),
              rule.face(),
              rule.group(),
              rule.since(),
              rule.words(),
              faceGroups.reachedBy(revisionId, rule).cardinality(),
              holds[views.size()]));
    }
    return new RuleList(rules.version(), views);
  }

  public Preview preview(long assetId, long revisionId, ClaimRule rule) {
    checkOwn(assetId, revisionId);
    BitSet reached = faceGroups.reachedBy(revisionId, rule);
    double[] areas = meshes.get(revisionId).areas();
    int[] by = faceGroups.held(assetId, revisionId, journal.lastEntry(assetId)).rule();
    int byHand = (int) reached.stream().filter(f -> by[f] == FaceGroups.Held.BY_HAND).count();
    double area = reached.stream().mapToDouble(f -> areas[f]).sum();
    return new Preview(
        rule.words(), reached.cardinality(), byHand, area, FaceRanges.of(reached));
  }

  /** By hand first, then rules in their order. */
  public List<Reason> reasons(long assetId, long revisionId, long groupId) {
    checkOwn(assetId, revisionId);
    FaceGroups.Held held = faceGroups.held(assetId, revisionId, journal.lastEntry(assetId));
    double[] areas = meshes.get(revisionId).areas();
    int[] faces = new int[held.rules().size() + 1];
    double[] area = new double[faces.length];
    for (int f = 0; f < areas.length; f++) {
      if (held.groupIds()[f] == groupId && held.rule()[f] != FaceGroups.Held.BY_NOTHING) {
        int reason = held.rule()[f] == FaceGroups.Held.BY_HAND ? 0 : held.rule()[f] + 1;
        faces[reason]++;
        area[reason] += areas[f];
      }
    }
    List<Reason> out = new ArrayList<>();
    for (int r = 0; r < faces.length; r++) {
      if (faces[r] > 0) {
        out.add(
            new Reason(r == 0 ? "by hand" : held.rules().get(r - 1).words(), faces[r], area[r]));
      }
    }
    return out;
  }

  /**
   * Replaces the rules of a revision.
   *
   * @param version of the list that the change is based on
   * @param rules with 0 as position for new ones
   * @throws ConflictException when somebody else changed the rules meanwhile
   */
  @Transactional
  public Journal.State keep(long assetId, long revisionId, long version, List<ClaimRule> rules) {
    checkOwn(assetId, revisionId);
    JournalStore.Cursor cursor = journal.lock(assetId);
    rules.stream().mapToInt(ClaimRule::group).distinct().forEach(g -> groups.check(assetId, g));
    FaceGroups.Rules present = faceGroups.rulesAt(assetId, revisionId, cursor.entryId());
    if (present.version() != version) {
      throw new ConflictException("The rules were changed by somebody else; look at them again.");
    }
    if (rules.size() > MAX_RULES) {
      throw new IllegalArgumentException("A model has at most " + MAX_RULES + " rules.");
    }
    return append(assetId, revisionId, cursor.position(), words(assetId, present.list(), rules), rules);
  }

  /** Adds rules behind the others; those that look for the same go. */
  @Transactional
  public Journal.State add(long assetId, long revisionId, String words, List<ClaimRule> added) {
    JournalStore.Cursor cursor = journal.lock(assetId);
    List<ClaimRule> rules =
        new ArrayList<>(faceGroups.rulesAt(assetId, revisionId, cursor.entryId()).list());
    rules.removeIf(old -> added.stream().anyMatch(old::looksForSameAs));
    rules.addAll(added);
    return append(assetId, revisionId, cursor.position(), words, rules);
  }

  private Journal.State append(
      long assetId, long revisionId, int position, String words, List<ClaimRule> rules) {
    ClaimRule[] made = rules.toArray(ClaimRule[]::new);
    Arrays.setAll(
        made, r -> made[r].since() <= 0 ? made[r].madeAt(position + 1) : made[r]);
    byte[] packed = json.writeValueAsString(made).getBytes(StandardCharsets.UTF_8);
    return journal.append(assetId, revisionId, EntryKind.RULES, words, packed);
  }

  private String words(long assetId, List<ClaimRule> before, List<ClaimRule> after) {
    List<ClaimRule> added = after.stream().filter(r -> !before.contains(r)).toList();
    List<ClaimRule> gone = before.stream().filter(r -> !after.contains(r)).toList();
    if (added.size() == 1 && gone.size() <= 1) {
      ClaimRule rule = added.get(0);
      GroupStore.GroupRow group = groups.row(assetId, rule.group());
      return rule.words() + " → " + group.group().name() + ", rule";
    }
    if (added.isEmpty() && gone.size() == 1) {
      return "rule taken away: " + gone.get(0).words();
    }
    return added.isEmpty() && gone.isEmpty() ? "rules in another order" : "rules changed";
  }
}
