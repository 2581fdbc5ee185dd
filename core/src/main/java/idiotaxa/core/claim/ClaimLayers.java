package idiotaxa.core.claim;

import idiotaxa.core.group.Group;
import java.util.Arrays;

/**
 * What claims make of the faces of one mesh: later claims win over earlier ones, and hand claims over
 * rules, whichever came first. Putting faces into the unclaimed drawer by hand takes every claim off
 * them that was made so far; a rule that is made later may reach them again.
 *
 * <p>Hand claims come in order first, then the rules in theirs. Groups are told by their identities,
 * which stay when their numbers change.
 */
public final class ClaimLayers {
  private static final int NO_HAND_CLAIM = -1;

  private final int[] byRule;
  private final int[] byHand;
  /** Rules made up to this position of the journal do not reach the face. */
  private final int[] freedAt;

  /** All faces unclaimed. */
  public ClaimLayers(int faceCount) {
    byRule = new int[faceCount];
    byHand = new int[faceCount];
    freedAt = new int[faceCount];
    Arrays.fill(byHand, NO_HAND_CLAIM);
  }

  private ClaimLayers(ClaimLayers other) {
    byRule = other.byRule.clone();
    byHand = other.byHand.clone();
    freedAt = other.freedAt.clone();
  }

  public int faceCount() {
    return byHand.length;
  }

  /** The same state, to be carried on by itself. */
  public ClaimLayers copy() {
    return new ClaimLayers(this);
  }

  /**
   * A face is put into a drawer by hand.
   *
   * @param group {@link Group#UNCLAIMED} for the unclaimed drawer
   * @param position of the journal
   */
  public void claimByHand(int face, int group, int position) {
    if (group == Group.UNCLAIMED) {
      freedAt[face] = position;
      byHand[face] = NO_HAND_CLAIM;
    } else {
      byHand[face] = group;
    }
  }

  /** What was put into one group by hand lies in another from now on. */
  public void merge(int from, int into, int position) {
    for (int f = 0; f < byHand.length; f++) {
      if (byHand[f] == from) {
        claimByHand(f, into, position);
      }
    }
  }

  /**
   * A rule reaches a face.
   *
   * @param since position of the journal at which the rule was made
   * @return whether it holds there as long as no later claim wins
   */
  public boolean claimByRule(int face, int group, int since) {
    boolean holds = since > freedAt[face];
    if (holds) {
      byRule[face] = group;
    }
    return holds;
  }

  /** Whether a hand claim holds a face. */
  public boolean isByHand(int face) {
    return byHand[face] != NO_HAND_CLAIM;
  }

  /** Position of the journal at which a face was put into the unclaimed drawer last, 0 for never. */
  public int freedAt(int face) {
    return freedAt[face];
  }

  /** Identity of the group of every face, 0 for unclaimed. */
  public int[] groups() {
    int[] groups = byRule.clone();
    for (int f = 0; f < groups.length; f++) {
      if (byHand[f] != NO_HAND_CLAIM) {
        groups[f] = byHand[f];
      }
    }
    return groups;
  }
}
