package idiotaxa.server.journal;

import idiotaxa.core.claim.ClaimLayers;
import idiotaxa.core.claim.ClaimRule;
import idiotaxa.core.claim.CornerClaims;
import idiotaxa.core.claim.RuleFaces;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.server.asset.CachedMesh;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.cache.RecentResults;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.function.LongFunction;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import tools.jackson.databind.json.JsonMapper;

/**
 * What the journal makes of the faces of a revision, as of any of its entries. A state is named by its
 * last entry, and kept by the entries that made it, so that a wrong one cannot stay.
 */
@Component
public class FaceGroups {
  /** States of hand claims that are kept; each has three numbers a face. */
  private static final int KEPT_STATES = 64;

  private static final long BYTES_A_FACE = 3L * Integer.BYTES;

  /** Of the heap. */
  private static final double SHARE = 0.06;

  private static final int KEPT_RULES = 64;
  private static final int KEPT_JOURNALS = 128;

  private final JournalStore journal;
  private final MeshCache meshes;
  private final JsonMapper json;

  private final RecentResults<StateKey, ClaimLayers> handClaims = 
      new RecentResults<>(KEPT_STATES, RecentResults.ofHeap(SHARE), layers -> BYTES_A_FACE * layers.faceCount());

  private final RecentResults<JournalOf, Heads> heads = new RecentResults<>(KEPT_JOURNALS);

  private final RecentResults<RuleKey, BitSet> reached = new RecentResults<>(KEPT_RULES);

  /**
   * @param chain mixed from the numbers of all entries, in their order
   */
  private record StateKey(long revisionId, int entries, long chain) {}

  private record JournalOf(long assetId, long revisionId) {}

  private record Heads(long lastEntryId, List<JournalStore.EntryHead> list) {}

  private record RuleKey(CachedMesh mesh, ClaimRule.Kind kind, String word, int face) {}

  public FaceGroups(JournalStore journal, MeshCache meshes, JsonMapper json) {
    this.journal = journal;
    this.meshes = meshes;
    this.json = json;
  }

  /**
   * The rules of a revision.
   *
   * @param version names this state of the list, 0 when there never was a rule
   */
  public record Rules(long version, List<ClaimRule> list) {}

  /**
   * Every face with the claim that holds it.
   *
   * @param groupIds identity of the group, 0 for unclaimed
   * @param rule index of the rule, {@link #BY_HAND} or {@link #BY_NOTHING}
   */
  public record Held(int[] groupIds, int[] rule, List<ClaimRule> rules) {
    public static final int BY_NOTHING = -1;
    public static final int BY_HAND = -2;
  }

  /** Identity of the group of every face; 0 is unclaimed. */
  public int[] ids(long assetId, long revisionId, long lastEntryId) {
    return held(assetId, revisionId, lastEntryId).groupIds();
  }

  /** The same with what holds each face. */
  public Held held(long assetId, long revisionId, long lastEntryId) {
    return held(revisionId, heads(assetId, revisionId, lastEntryId), journal::claims);
  }

  /**
   * The group of every face once an entry is written behind another, while the asset is held: it is gone on from
   * what is known, and nothing is read back.
   *
   * @param lastEntryId the last entry before it, 0 for none
   * @param packed what the new entry holds
   */
  int[] idsAfter(
      long assetId, long revisionId, long lastEntryId, JournalStore.EntryHead added, byte[] packed) {
    List<JournalStore.EntryHead> list = new ArrayList<>(heads(assetId, revisionId, lastEntryId));
    list.add(added);
    return held(revisionId, keep(new JournalOf(assetId, revisionId), added.id(), list), id -> id == added.id() ? packed : journal.claims(id)).groupIds();
  }

  private Held held(long revisionId, List<JournalStore.EntryHead> entries, LongFunction<byte[]> packed) {
    ClaimLayers layers = handClaims(revisionId, entries, packed).copy();
    List<ClaimRule> rules = rules(entries, packed).list();
    int[] by = new int[meshes.get(revisionId).mesh().faceCount()];
    Arrays.setAll(by, f -> layers.isByHand(f) ? Held.BY_HAND : Held.BY_NOTHING);
    for (int r = 0; r < rules.size(); r++) {
      ClaimRule rule = rules.get(r);
      BitSet reached = reachedBy(revisionId, rule);
      for (int f = reached.nextSetBit(0); f >= 0; f = reached.nextSetBit(f + 1)) {
        if (layers.claimByRule(f, rule.group(), rule.since()) && by[f] != Held.BY_HAND) {
          by[f] = r;
        }
      }
    }
    return new Held(layers.groups(), by, rules);
  }

  /**
   * Identity of the group of every corner of every face; 0 is unclaimed. Rules by vertex colour claim corners.
   *
   * @return empty where every face has one group, as {@link #ids} has it
   */
  public Optional<int[]> cornerIds(long assetId, long revisionId, long lastEntryId) {
    List<JournalStore.EntryHead> entries = heads(assetId, revisionId, lastEntryId);
    List<ClaimRule> rules = rules(entries, journal::claims).list();
    Mesh mesh = meshes.get(revisionId).mesh();
    if (!mesh.hasColors() || rules.stream().noneMatch(rule -> rule.kind() == ClaimRule.Kind.COLOR)) {
      return Optional.empty();
    }
    ClaimLayers layers = handClaims(revisionId, entries, journal::claims);
    CornerClaims corners = new CornerClaims(mesh);
    for (ClaimRule rule : rules) {
      if (rule.kind() == ClaimRule.Kind.COLOR) {
        corners.claimColor(
            Rgb.parse(rule.word()), RuleFaces.COLOR_TOLERANCE, rule.group(), f -> rule.since() > layers.freedAt(f));
      } else {
        reachedBy(revisionId, rule).stream()
            .filter(f -> rule.since() > layers.freedAt(f))
            .forEach(f -> corners.claim(f, rule.group()));
      }
    }
    int[] byHand = layers.groups();
    for (int f = 0; f < byHand.length; f++) {
      if (layers.isByHand(f)) {
        corners.claim(f, byHand[f]);
      }
    }
    return Optional.of(corners.groups());
  }

  /** Claims by hand without the rules, to be carried on by the caller. */
  public ClaimLayers layers(long assetId, long revisionId, long lastEntryId) {
    return handClaims(revisionId, heads(assetId, revisionId, lastEntryId), journal::claims).copy();
  }

  public Rules rulesAt(long assetId, long revisionId, long lastEntryId) {
    return rules(heads(assetId, revisionId, lastEntryId), journal::claims);
  }

  /** The faces that a rule reached, whatever other claims say. */
  public BitSet reachedBy(long revisionId, ClaimRule rule) {
    CachedMesh cached = meshes.get(revisionId);
    return reached.get(
        new RuleKey(cached, rule.kind(), rule.word(), rule.face()),
        key -> new RuleFaces(cached.mesh(), cached.pieces(), cached::alike).of(rule));
  }

  /**
   * As {@link JournalStore#inForce}: the list that was asked for last is gone on from, so that a claim reads what
   * is new and not a journal of years.
   */
  private List<JournalStore.EntryHead> heads(long assetId, long revisionId, long lastEntryId) {
    JournalOf key = new JournalOf(assetId, revisionId);
    Heads known = heads.find(key).filter(h -> h.lastEntryId() <= lastEntryId).orElse(null);
    if (known != null && known.lastEntryId() == lastEntryId) {
      return known.list();
    }
    List<JournalStore.EntryHead> list;
    if (known == null) {
      list = journal.inForce(assetId, revisionId, lastEntryId);
    } else {
      JournalStore.Since since = journal.since(assetId, revisionId, known.lastEntryId(), lastEntryId);
      list = new ArrayList<>(known.list());
      list.removeIf(e -> since.dropped().contains(e.id()));
      list.addAll(since.added());
    }
    return keep(key, lastEntryId, list);
  }

  private List<JournalStore.EntryHead> keep(
      JournalOf key, long lastEntryId, List<JournalStore.EntryHead> list) {
    List<JournalStore.EntryHead> kept = List.copyOf(list);
    onceCommitted(() -> heads.put(key, new Heads(lastEntryId, kept)));
    return kept;
  }

  private Rules rules(List<JournalStore.EntryHead> entries, LongFunction<byte[]> packed) {
    long version = 0;
    List<ClaimRule> rules = List.of();
    for (JournalStore.EntryHead entry : lastRulesOn(entries)) {
      version = entry.id();
      if (EntryKind.RULES.is(entry.kind())) {
        rules = List.of(json.readValue(packed.apply(entry.id()), ClaimRule[].class));
      } else if (EntryKind.CARRY.is(entry.kind())) {
        String carried = CarriedClaims.unpack(packed.apply(entry.id())).rules();
        rules = List.of(json.readValue(carried, ClaimRule[].class));
      } else {
        rules = merged(rules, GroupMerge.unpack(packed.apply(entry.id())));
      }
    }
    return new Rules(version, rules);
  }

  /** The last list of rules with the merges behind it. */
  private static List<JournalStore.EntryHead> lastRulesOn(List<JournalStore.EntryHead> entries) {
    List<JournalStore.EntryHead> out = new ArrayList<>();
    for (JournalStore.EntryHead entry : entries) {
      if (EntryKind.RULES.is(entry.kind()) || EntryKind.CARRY.is(entry.kind())) {
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
  private ClaimLayers handClaims(
      long revisionId, List<JournalStore.EntryHead> all, LongFunction<byte[]> packed) {
    List<JournalStore.EntryHead> entries =
        all.stream().filter(e -> !EntryKind.RULES.is(e.kind())).toList();
    StateKey[] keys = keys(revisionId, entries);
    int known = entries.size();
    ClaimLayers layers = null;
    while (layers == null && known > 0) {
      layers = handClaims.find(keys[known]).orElse(null);
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
      apply(entry, packed.apply(entry.id()), layers);
    }
    if (!entries.isEmpty()) {
      ClaimLayers made = layers;
      onceCommitted(() -> handClaims.put(keys[entries.size()], made));
    }
    return layers;
  }

  /** The state after every number of entries. */
  private static StateKey[] keys(long revisionId, List<JournalStore.EntryHead> entries) {
    StateKey[] keys = new StateKey[entries.size() + 1];
    long chain = 0;
    keys[0] = new StateKey(revisionId, 0, chain);
    for (int i = 0; i < entries.size(); i++) {
      chain = new SplittableRandom(31 * chain + entries.get(i).id()).nextLong();
      keys[i + 1] = new StateKey(revisionId, i + 1, chain);
    }
    return keys;
  }

  /** What a transaction that may still be rolled back has seen is not for others. */
  private static void onceCommitted(Runnable keep) {
    if (!TransactionSynchronizationManager.isSynchronizationActive()) {
      keep.run();
      return;
    }
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCommit() {
            keep.run();
          }
        });
  }

  private static void apply(JournalStore.EntryHead entry, byte[] packed, ClaimLayers layers) {
    if (EntryKind.MERGE.is(entry.kind())) {
      GroupMerge merge = GroupMerge.unpack(packed);
      layers.merge(
          Math.toIntExact(merge.from()), Math.toIntExact(merge.into()), entry.ordinal());
      return;
    }
    if (EntryKind.CARRY.is(entry.kind())) {
      CarriedClaims carried = CarriedClaims.unpack(packed);
      carried
          .freedAt()
          .forEach(
              (position, faces) ->
                  faces.forEach((int f) -> layers.claimByHand(f, Group.UNCLAIMED, position)));
      claim(carried.byHand(), entry.ordinal(), layers);
      return;
    }
    claim(ClaimSet.unpack(packed).facesOfGroup(), entry.ordinal(), layers);
  }

  private static void claim(Map<Long, RoaringBitmap> facesOfGroup, int position, ClaimLayers layers) {
    facesOfGroup.forEach(
        (id, faces) -> {
          int group = id == ClaimSet.UNCLAIMED ? Group.UNCLAIMED : Math.toIntExact(id);
          faces.forEach((int f) -> layers.claimByHand(f, group, position));
        });
  }
}
