package idiotaxa.server.service;

import idiotaxa.core.claim.ClaimLayers;
import idiotaxa.core.claim.ClaimRule;
import idiotaxa.core.claim.RuleFaces;
import idiotaxa.core.group.Group;
import idiotaxa.server.store.GroupStore;
import idiotaxa.server.store.JournalStore;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** What the journal makes of the faces of a revision, at any of its positions. */
@Component
public class FaceGroups {
  /** States of hand claims that are kept; each has three numbers a face. */
  private static final int KEPT_STATES = 6;

  private static final int KEPT_REACHES = 64;

  private final JournalStore journal;
  private final GroupStore groups;
  private final MeshCache meshes;
  private final JsonMapper json;

  /**
   * What lies before an entry never changes as long as it is not dropped, so that its identity names
   * the state after it.
   */
  private final RecentResults<StateKey, ClaimLayers> handClaims = new RecentResults<>(KEPT_STATES);

  private final RecentResults<ReachKey, BitSet> reaches = new RecentResults<>(KEPT_REACHES);

  private record StateKey(long revisionId, long lastEntryId) {}

  private record ReachKey(CachedMesh mesh, ClaimRule.Kind kind, String word, int face) {}

  public FaceGroups(JournalStore journal, GroupStore groups, MeshCache meshes, JsonMapper json) {
    this.journal = journal;
    this.groups = groups;
    this.meshes = meshes;
    this.json = json;
  }

  /**
   * The rules of a revision.
   *
   * @param version names this state of the list, 0 when there never was a rule
   */
  record Rules(long version, List<ClaimRule> list) {}

  /**
   * Every face with the claim that holds it.
   *
   * @param groupIds identity of the group, 0 for unclaimed
   * @param rule index of the rule, {@link #BY_HAND} or {@link #BY_NOTHING}
   */
  record Held(int[] groupIds, int[] rule, List<ClaimRule> rules) {
    static final int BY_NOTHING = -1;
    static final int BY_HAND = -2;
  }

  /** Group number of every face of a revision; 0 is unclaimed. */
  public int[] numbers(long assetId, long revisionId, int position) {
    int[] faces = ids(assetId, revisionId, position);
    List<GroupStore.GroupRow> rows = groups.list(assetId);
    int[] numberOfId = new int[1 + rows.stream().mapToInt(g -> (int) g.id()).max().orElse(0)];
    rows.forEach(g -> numberOfId[(int) g.id()] = g.group().number());
    Arrays.setAll(faces, f -> numberOfId[faces[f]]);
    return faces;
  }

  /** Identity of the group of every face; 0 is unclaimed. */
  int[] ids(long assetId, long revisionId, int position) {
    return held(assetId, revisionId, position).groupIds();
  }

  /** The same with what holds each face. */
  Held held(long assetId, long revisionId, int position) {
    List<JournalStore.EntryHead> entries = journal.inForce(assetId, revisionId, position);
    ClaimLayers layers = handClaims(revisionId, entries).copy();
    List<ClaimRule> rules = rules(entries).list();
    int[] by = new int[meshes.get(revisionId).mesh().faceCount()];
    Arrays.setAll(by, f -> layers.isByHand(f) ? Held.BY_HAND : Held.BY_NOTHING);
    for (int r = 0; r < rules.size(); r++) {
      ClaimRule rule = rules.get(r);
      BitSet reach = reach(revisionId, rule);
      for (int f = reach.nextSetBit(0); f >= 0; f = reach.nextSetBit(f + 1)) {
        if (layers.claimByRule(f, rule.group(), rule.since()) && by[f] != Held.BY_HAND) {
          by[f] = r;
        }
      }
    }
    return new Held(layers.groups(), by, rules);
  }

  Rules rules(long assetId, long revisionId, int position) {
    return rules(journal.inForce(assetId, revisionId, position));
  }

  /** The faces that a rule reaches, whatever other claims say. */
  BitSet reach(long revisionId, ClaimRule rule) {
    CachedMesh cached = meshes.get(revisionId);
    return reaches.get(
        new ReachKey(cached, rule.kind(), rule.word(), rule.face()),
        key -> new RuleFaces(cached.mesh(), cached.pieces(), cached::alike).of(rule));
  }

  private Rules rules(List<JournalStore.EntryHead> entries) {
    long version = 0;
    List<ClaimRule> rules = List.of();
    for (JournalStore.EntryHead entry : lastRulesOn(entries)) {
      version = entry.id();
      if (EntryKind.RULES.is(entry.kind())) {
        rules = List.of(json.readValue(journal.claims(entry.id()), ClaimRule[].class));
      } else {
        rules = merged(rules, GroupMerge.unpack(journal.claims(entry.id())));
      }
    }
    return new Rules(version, rules);
  }

  /** The last list of rules with the merges behind it. */
  private static List<JournalStore.EntryHead> lastRulesOn(List<JournalStore.EntryHead> entries) {
    List<JournalStore.EntryHead> out = new ArrayList<>();
    for (JournalStore.EntryHead entry : entries) {
      if (EntryKind.RULES.is(entry.kind())) {
        out.clear();
        out.add(entry);
      } else if (EntryKind.MERGE.is(entry.kind())) {
        out.add(entry);
      }
    }
    return out;
  }

  private static List<ClaimRule> merged(List<ClaimRule> rules, GroupMerge merge) {
    List<ClaimRule> out = new ArrayList<>();
    for (ClaimRule rule : rules) {
      if (rule.group() != merge.from()) {
        out.add(rule);
      } else if (merge.into() != ClaimSet.UNCLAIMED) {
        out.add(rule.into(Math.toIntExact(merge.into())));
      }
    }
    return out;
  }

  /** Not to be changed, because it is kept. */
  private ClaimLayers handClaims(long revisionId, List<JournalStore.EntryHead> all) {
    List<JournalStore.EntryHead> entries =
        all.stream().filter(e -> !EntryKind.RULES.is(e.kind())).toList();
    int known = entries.size();
    ClaimLayers layers = null;
    while (layers == null && known > 0) {
      long last = entries.get(known - 1).id();
      layers = handClaims.find(new StateKey(revisionId, last)).orElse(null);
      known -= layers == null ? 1 : 0;
    }
    if (layers != null && known == entries.size()) {
      return layers;
    }
    layers =
        layers == null
            ? new ClaimLayers(meshes.get(revisionId).mesh().faceCount())
            : layers.copy();
    for (JournalStore.EntryHead entry : entries.subList(known, entries.size())) {
      apply(entry, layers);
    }
    if (!entries.isEmpty()) {
      handClaims.put(new StateKey(revisionId, entries.get(entries.size() - 1).id()), layers);
    }
    return layers;
  }

  private void apply(JournalStore.EntryHead entry, ClaimLayers layers) {
    byte[] packed = journal.claims(entry.id());
    if (EntryKind.MERGE.is(entry.kind())) {
      GroupMerge merge = GroupMerge.unpack(packed);
      layers.merge(
          Math.toIntExact(merge.from()), Math.toIntExact(merge.into()), entry.ordinal());
      return;
    }
    ClaimSet.unpack(packed)
        .facesOfGroup()
        .forEach(
            (id, faces) -> {
              int group = id == ClaimSet.UNCLAIMED ? Group.UNCLAIMED : Math.toIntExact(id);
              faces.forEach((int f) -> layers.claimByHand(f, group, entry.ordinal()));
            });
  }
}
