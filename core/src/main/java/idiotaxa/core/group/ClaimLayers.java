package idiotaxa.core.group;

import java.util.Arrays;

/**
 * What a sequence of claims makes of the faces of one mesh: later claims win over earlier ones, and
 * hand claims over rules, whichever came first. Putting faces into the unclaimed drawer by hand takes
 * every claim off them that reached them so far; a later rule may reach them again.
 */
public final class ClaimLayers {
  private static final int NO_HAND_CLAIM = -1;

  private final int[] byRule;
  private final int[] byHand;

  /** All faces unclaimed. */
  public ClaimLayers(int faceCount) {
    byRule = new int[faceCount];
    byHand = new int[faceCount];
    Arrays.fill(byHand, NO_HAND_CLAIM);
  }

  /** A rule reaches a face. */
  public void claimByRule(int face, int groupNumber) {
    byRule[face] = groupNumber;
  }

  /** A face is put into a drawer by hand. */
  public void claimByHand(int face, int groupNumber) {
    if (groupNumber == Group.UNCLAIMED) {
      byRule[face] = Group.UNCLAIMED;
      byHand[face] = NO_HAND_CLAIM;
    } else {
      byHand[face] = groupNumber;
    }
  }

  /** Group number of every face, 0 for unclaimed. */
  public int[] faceGroups() {
    int[] groups = byRule.clone();
    for (int f = 0; f < groups.length; f++) {
      if (byHand[f] != NO_HAND_CLAIM) {
        groups[f] = byHand[f];
      }
    }
    return groups;
  }
}
