package idiotaxa.core.origin;

import idiotaxa.core.claim.ClaimRule;
import idiotaxa.core.group.Group;
import java.util.List;

/**
 * Groups that a mesh's own data suggests.
 *
 * @param groups those that were there first, then new ones
 * @param faceGroup index into {@code groups} for every face, −1 for none
 * @param areas square metres, one a group
 * @param rules what makes the same of the faces, one a name or colour in order of appearance
 */
public record GroupProposal(
    List<Group> groups, int[] faceGroup, double[] areas, List<Rule> rules) {

  /**
   * A rule of the proposal.
   *
   * @param word see {@link ClaimRule}
   * @param group index into the proposal's groups
   */
  public record Rule(ClaimRule.Kind kind, String word, int group) {}
}
