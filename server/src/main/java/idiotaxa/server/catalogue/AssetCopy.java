package idiotaxa.server.catalogue;

import idiotaxa.core.claim.ClaimLayers;
import idiotaxa.core.claim.ClaimRule;
import idiotaxa.core.group.Group;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.asset.RevisionStore.RevisionRow;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.group.GroupStore.GroupRow;
import idiotaxa.server.journal.CarriedClaims;
import idiotaxa.server.journal.EntryKind;
import idiotaxa.server.journal.FaceGroups;
import idiotaxa.server.journal.Journal;
import idiotaxa.server.mask.MaskService;
import idiotaxa.server.web.NotFoundException;
import java.nio.charset.StandardCharsets;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * Copies an asset as it stands now: its current models, groups, claims, rules, masks and pictures. History, bakes
 * and packages stay with the first; the files of models are kept once for both.
 */
@Component
class AssetCopy {
  /** Position at which the copy puts faces into the unclaimed drawer, so that its rules, which are older, leave them. */
  private static final int FREED_AT = 1;

  private final AssetStore assets;
  private final AssetCopyStore store;
  private final RevisionStore revisions;
  private final GroupService groups;
  private final FaceGroups faceGroups;
  private final Journal journal;
  private final MaskService masks;
  private final TransactionTemplate transaction;
  private final JsonMapper json;

  AssetCopy(
      AssetStore assets,
      AssetCopyStore store,
      RevisionStore revisions,
      GroupService groups,
      FaceGroups faceGroups,
      Journal journal,
      MaskService masks,
      TransactionTemplate transaction,
      JsonMapper json) {
    this.assets = assets;
    this.store = store;
    this.revisions = revisions;
    this.groups = groups;
    this.faceGroups = faceGroups;
    this.journal = journal;
    this.masks = masks;
    this.transaction = transaction;
    this.json = json;
  }

  /**
   * @param name of the copy
   * @return the copy's number
   */
  long copy(long assetId, String name) {
    // Models are read before anything is held.
    models(assetId).forEach(r -> faceGroups.held(assetId, r.id(), journal.lastEntry(assetId)));
    return transaction.execute(status -> copyLocked(assetId, name));
  }

  private List<RevisionRow> models(long assetId) {
    return revisions.list(assetId).stream().filter(r -> r.isCurrent() && r.state().equals(RevisionStore.READY)).toList();
  }

  private long copyLocked(long assetId, String name) {
    assets.find(assetId).orElseThrow(() -> new NotFoundException("asset", assetId));
    long lastEntry = journal.lock(assetId).entryId();
    long copy = store.copyAsset(assetId, name);
    Map<Long, Long> groupOf = new HashMap<>();
    for (GroupRow group : groups.list(assetId)) {
      groupOf.put(group.id(), store.copyGroup(group.id(), copy));
    }
    Map<Long, Long> revisionOf = new HashMap<>();
    for (RevisionRow model : models(assetId)) {
      long to = store.copyRevision(model.id(), copy);
      revisionOf.put(model.id(), to);
      CarriedClaims claims = claims(faceGroups.held(assetId, model.id(), lastEntry), model.id(), groupOf);
      if (claims != null) {
        journal.append(copy, to, EntryKind.CARRY, "copied from another asset", claims.pack());
      }
    }
    store.copySettings(assetId, copy, revisionOf);
    var plan = masks.state(assetId).plan().withGroups(id -> Math.toIntExact(groupOf.getOrDefault((long) id, 0L)));
    if (!plan.equals(masks.state(copy).plan())) {
      masks.keep(copy, 0, "masks of the first asset", plan);
    }
    store.copyImages(assetId, copy);
    return copy;
  }

  /**
   * What holds each face now, as one step: rules keep reaching what they reach, and what they would take
   * otherwise is held by hand. Null where nothing is claimed.
   */
  private CarriedClaims claims(FaceGroups.Held held, long revisionId, Map<Long, Long> groupOf) {
    int[] ids = held.groupIds();
    List<ClaimRule> rules =
        held.rules().stream()
            .filter(r -> groupOf.containsKey((long) r.group()))
            .map(r -> r.madeAt(0))
            .toList();
    ClaimLayers layers = new ClaimLayers(ids.length);
    for (ClaimRule rule : rules) {
      BitSet reached = faceGroups.reachedBy(revisionId, rule);
      reached.stream().forEach(f -> layers.claimByRule(f, rule.group(), rule.since()));
    }
    int[] byRule = layers.groups();
    Map<Long, RoaringBitmap> byHand = new HashMap<>();
    Map<Integer, RoaringBitmap> freedAt = new TreeMap<>();
    boolean isClaimed = !rules.isEmpty();
    for (int f = 0; f < ids.length; f++) {
      if (ids[f] == Group.UNCLAIMED) {
        if (byRule[f] != Group.UNCLAIMED) {
          freedAt.computeIfAbsent(FREED_AT, p -> new RoaringBitmap()).add(f);
        }
      } else if (held.rule()[f] == FaceGroups.Held.BY_HAND || byRule[f] != ids[f]) {
        byHand.computeIfAbsent(groupOf.get((long) ids[f]), g -> new RoaringBitmap()).add(f);
        isClaimed = true;
      }
    }
    if (!isClaimed) {
      return null;
    }
    List<ClaimRule> mapped = rules.stream().map(r -> r.into(Math.toIntExact(groupOf.get((long) r.group())))).toList();
    return new CarriedClaims(byHand, freedAt, new String(json.writeValueAsBytes(mapped), StandardCharsets.UTF_8));
  }
}
