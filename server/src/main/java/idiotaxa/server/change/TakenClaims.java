package idiotaxa.server.change;

import idiotaxa.core.carry.Carried;
import idiotaxa.core.carry.CarryOver;
import idiotaxa.core.carry.RuleCarry;
import idiotaxa.core.claim.ClaimLayers;
import idiotaxa.core.claim.ClaimRule;
import idiotaxa.core.claim.RuleFaces;
import idiotaxa.core.group.Group;
import idiotaxa.core.work.Progress;
import idiotaxa.server.asset.CachedMesh;
import idiotaxa.server.journal.FaceGroups;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;
import org.roaringbitmap.RoaringBitmap;

/**
 * The claims of a revision as its successor takes them over: what was held by hand, what was put into the
 * unclaimed drawer, and the rules. What a rule held and reaches no more goes by hand, since it is still true.
 *
 * @param lastEntry of the journal that is seen in it
 * @param oldGroups of every old face, by their identities
 * @param carried groups by their identities, with the rules evaluated anew
 */
record TakenClaims(
    long lastEntry,
    int[] oldGroups,
    Carried carried,
    List<ClaimRule> rules,
    Map<Long, RoaringBitmap> byHand,
    Map<Integer, RoaringBitmap> freedAt,
    List<String> remarks) {

  /** The claims of the revision before, as of one entry. */
  record Before(
      long lastEntry, FaceGroups.Held held, ClaimLayers layers, Function<ClaimRule, BitSet> reached) {}

  static TakenClaims of(
      Before before, CachedMesh old, CarryOver geometry, CachedMesh fresh, Progress progress) {
    Carried carried = geometry.carry(before.held().groupIds(), progress);
    List<String> remarks = new ArrayList<>();
    List<ClaimRule> rules = new ArrayList<>();
    for (ClaimRule rule : before.held().rules()) {
      rules.add(
          RuleCarry.carry(
              rule, before.reached().apply(rule), old.pieces(), carried, fresh.mesh()));
    }
    ClaimLayers layers = new ClaimLayers(fresh.mesh().faceCount());
    Map<Integer, RoaringBitmap> freedAt = new TreeMap<>();
    for (int f = 0; f < carried.oldFace().length; f++) {
      int from = carried.oldFace()[f];
      int position = from < 0 ? 0 : before.layers().freedAt(from);
      if (position > 0) {
        freedAt.computeIfAbsent(position, p -> new RoaringBitmap()).add(f);
        layers.claimByHand(f, Group.UNCLAIMED, position);
      }
    }
    RuleFaces faces = new RuleFaces(fresh.mesh(), fresh.pieces(), fresh::alike);
    for (ClaimRule rule : rules) {
      BitSet reached = faces.of(rule);
      if (reached.isEmpty() && !before.reached().apply(rule).isEmpty()) {
        remarks.add("The rule for " + rule.words() + " reaches nothing any more.");
      }
      reached.stream().forEach(f -> layers.claimByRule(f, rule.group(), rule.since()));
    }
    int[] byRule = layers.groups();
    Map<Long, RoaringBitmap> byHand = new HashMap<>();
    for (int f = 0; f < byRule.length; f++) {
      int group = carried.groups()[f];
      int from = carried.oldFace()[f];
      boolean isHeld = group != Group.UNCLAIMED && from >= 0;
      if (isHeld && (before.layers().isByHand(from) || byRule[f] == Group.UNCLAIMED)) {
        byHand.computeIfAbsent((long) group, g -> new RoaringBitmap()).add(f);
        byRule[f] = Group.UNCLAIMED;
      }
    }
    return new TakenClaims(
        before.lastEntry(), before.held().groupIds(), carried.under(byRule), rules, byHand, freedAt, remarks);
  }
}
