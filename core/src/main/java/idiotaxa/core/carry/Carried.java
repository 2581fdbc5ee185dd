package idiotaxa.core.carry;

import idiotaxa.core.group.Group;
import java.util.List;

/**
 * What a new model takes over from an old one.
 *
 * @param groups of every new face, 0 for none
 * @param confidence how sure that is, 0 … 1, a new face; of no group as of any other
 * @param doubt of every new face, what makes it worth a look
 * @param oldFace the old face that every new face takes it from, −1 where nothing old is meant
 * @param parts what became of the parts: those of the new model in its order, then the joined and the lost ones
 * @param isOtherModel whether the new model is another one rather than the old one changed
 */
public record Carried(
    int[] groups, float[] confidence, Doubt[] doubt, int[] oldFace, List<PartChange> parts, boolean isOtherModel) {
  /** From this confidence on nobody needs to look; see {@code docs/performance.md} for how it was set. */
  public static final double SURE = 0.6;

  /**
   * The same with rules that are evaluated anew: what they reach is theirs.
   *
   * @param ruleGroups of every new face, 0 where no rule reaches
   */
  public Carried under(int[] ruleGroups) {
    int[] all = groups.clone();
    float[] sure = confidence.clone();
    Doubt[] why = doubt.clone();
    for (int f = 0; f < all.length; f++) {
      if (ruleGroups[f] != Group.UNCLAIMED) {
        all[f] = ruleGroups[f];
        sure[f] = 1;
        why[f] = Doubt.NONE;
      }
    }
    return new Carried(all, sure, why, oldFace, parts, isOtherModel);
  }
}
