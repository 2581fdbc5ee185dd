package idiotaxa.core.carry;

import idiotaxa.core.claim.ClaimRule;
import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.Mesh;
import java.util.BitSet;

/**
 * Takes rules to a new model. Names, materials and colours are looked for anew; pieces are known by their
 * shape, so that a rule for alike pieces gets a face of one that was alike before, whatever its number now.
 */
public final class RuleCarry {
  private static final int GONE = -1;

  private RuleCarry() {}

  /**
   * @param oldReached faces of the old model that the rule reached
   * @param oldPieces of the old model's faces
   * @return a rule for the new model; one whose pieces are all gone reaches nothing
   */
  public static ClaimRule carry(
      ClaimRule rule, BitSet oldReached, FaceLabels oldPieces, Carried carried, Mesh fresh) {
    if (rule.kind() != ClaimRule.Kind.ALIKE) {
      return rule;
    }
    int face = sameOrAlike(rule.face(), oldReached, oldPieces, carried.oldFace());
    if (face == GONE) {
      return rule.from(rule.word(), GONE);
    }
    String part = fresh.parts().get(fresh.facePart()[face]).name();
    return rule.from(part.isBlank() ? rule.word() : part, face);
  }

  /** A new face from the very piece, else from one that is alike. */
  private static int sameOrAlike(
      int oldRuleFace, BitSet oldReached, FaceLabels oldPieces, int[] oldFace) {
    int alike = GONE;
    for (int f = 0; f < oldFace.length; f++) {
      int from = oldFace[f];
      if (from < 0 || !oldReached.get(from)) {
        continue;
      }
      if (oldPieces.ofFace()[from] == oldPieces.ofFace()[oldRuleFace]) {
        return f;
      }
      alike = alike == GONE ? f : alike;
    }
    return alike;
  }
}
