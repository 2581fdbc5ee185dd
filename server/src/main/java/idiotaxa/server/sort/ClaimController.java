package idiotaxa.server.sort;

import idiotaxa.core.claim.ClaimRule;
import idiotaxa.server.journal.AssetTurns;
import idiotaxa.server.journal.Journal;
import java.util.List;
import java.util.Locale;
import idiotaxa.server.people.OnlyReads;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Claims on one revision: by hand and by rules. */
@RestController
@RequestMapping("/api/assets/{assetId}/revisions/{id}")
class ClaimController {
  private final ClaimService claims;
  private final RuleService rules;
  private final GroupSplitService splits;
  private final AssetTurns turns;

  ClaimController(
      ClaimService claims,
      RuleService rules,
      GroupSplitService splits,
      AssetTurns turns) {
    this.turns = turns;
    this.claims = claims;
    this.rules = rules;
    this.splits = splits;
  }

  /**
   * @param groupId 0 for the unclaimed drawer
   * @param faceRanges pairs of first and one past the last face
   */
  record NewClaim(Long groupId, int[] faceRanges) {}

  /**
   * @param kind {@code part}, {@code material}, {@code color} or {@code alike}
   * @param face of the piece for {@code alike}, absent otherwise
   * @param since absent for a new rule
   */
  record WrittenRule(String kind, String word, Integer face, int groupId, Integer since) {
    ClaimRule read() {
      ClaimRule.Kind read;
      try {
        read = ClaimRule.Kind.valueOf(String.valueOf(kind).toUpperCase(Locale.ROOT));
      } catch (IllegalArgumentException e) {
        throw new IllegalArgumentException(
            "A rule looks at part, material, color or alike, not at " + kind + ".", e);
      }
      return new ClaimRule(
          read, word, face == null ? -1 : face, groupId, since == null ? 0 : since);
    }
  }

  /**
   * @param version of the list that was changed
   */
  record WrittenRules(long version, List<WrittenRule> rules) {}

  /** Puts faces into a drawer, as one step of the journal. */
  @PostMapping("/claims")
  Journal.State claim(
      @PathVariable("assetId") long assetId,
      @PathVariable("id") long id,
      @RequestBody NewClaim claim) {
    long group = claim.groupId() == null ? 0 : claim.groupId();
    return turns.take(assetId, () -> claims.claim(assetId, id, group, claim.faceRanges()));
  }

  /**
   * @param claims what goes where
   * @param isUnclaimedOnly whether faces that have a group by now stay in it; absent for no
   */
  record NewClaims(List<ClaimService.Share> claims, Boolean isUnclaimedOnly) {}

  /** Puts faces into several drawers, as one step of the journal. */
  @PostMapping("/claims/several")
  Journal.State claimSeveral(
      @PathVariable("assetId") long assetId, @PathVariable("id") long id, @RequestBody NewClaims claim) {
    List<ClaimService.Share> shares = claim.claims() == null ? List.of() : claim.claims();
    boolean isUnclaimedOnly = Boolean.TRUE.equals(claim.isUnclaimedOnly());
    return turns.take(assetId, () -> claims.claimSeveral(assetId, id, shares, isUnclaimedOnly));
  }

  /**
   * @param groupId the group to divide
   */
  record Split(long groupId) {}

  /** Gives every piece of a group its own group; alike pieces stay together. */
  @PostMapping("/split")
  Journal.State split(
      @PathVariable("assetId") long assetId,
      @PathVariable("id") long id,
      @RequestBody Split split) {
    return splits.split(assetId, id, split.groupId());
  }

  /** The rules, with what each reaches on this model. */
  @GetMapping("/rules")
  RuleService.RuleList rules(@PathVariable("assetId") long assetId, @PathVariable("id") long id) {
    return rules.list(assetId, id);
  }

  /** Replaces all rules; one step to undo. */
  @PutMapping("/rules")
  Journal.State keepRules(
      @PathVariable("assetId") long assetId,
      @PathVariable("id") long id,
      @RequestBody WrittenRules written) {
    List<ClaimRule> list = written.rules().stream().map(WrittenRule::read).toList();
    return rules.keep(assetId, id, written.version(), list);
  }

  /** What a rule would reach, without keeping it. */
  @PostMapping("/rules/preview")
  @OnlyReads
  RuleService.Preview preview(
      @PathVariable("assetId") long assetId,
      @PathVariable("id") long id,
      @RequestBody WrittenRule rule) {
    return rules.preview(assetId, id, rule.read());
  }

  /** Why faces are in a drawer. */
  @GetMapping("/reasons")
  List<RuleService.Reason> reasons(
      @PathVariable("assetId") long assetId,
      @PathVariable("id") long id,
      @RequestParam("group") long groupId) {
    return rules.reasons(assetId, id, groupId);
  }
}
