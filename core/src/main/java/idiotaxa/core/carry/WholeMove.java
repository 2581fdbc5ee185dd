package idiotaxa.core.carry;

import idiotaxa.core.align.Alignment;
import idiotaxa.core.align.AlignmentCheck;
import idiotaxa.core.mesh.Bounds;
import idiotaxa.core.mesh.Mesh;
import java.util.Arrays;
import java.util.Optional;

/** Whether a new model as a whole came turned, in other units or with another up-axis. */
public final class WholeMove {
  /** Of the diagonal: boxes that differ by less are in place. */
  private static final double SAME_BOX = 0.02;

  /** Units differ at least by this factor. */
  private static final double OTHER_UNIT = 2;

  private static final double NEARER = 1 / 3.0;

  /** Of the diagonal: surfaces that come as near as this by a turn were turned, however near they lay before. */
  private static final double ON_EACH_OTHER = 0.004;

  private WholeMove() {}

  /**
   * What would lay it on the old one.
   *
   * @param words {@code turned by 90° about X}
   */
  public record Found(Alignment alignment, String words) {}

  public static Optional<Found> of(Mesh old, Mesh fresh, int threads) {
    if (old.triangleCount() == 0 || fresh.triangleCount() == 0 || isInPlace(old.bounds(), fresh.bounds())) {
      return Optional.empty();
    }
    AlignmentCheck.Result check = AlignmentCheck.of(old, fresh, threads);
    Alignment proposal = check.proposal();
    boolean isTurned = !Arrays.equals(proposal.rotation(), Alignment.NONE.rotation());
    boolean isOtherUnit = Math.abs(Math.log(proposal.scale())) > Math.log(OTHER_UNIT);
    boolean isMeant =
        (check.isElsewhere() || check.proposedDistance() < ON_EACH_OTHER * old.bounds().diagonal())
            && proposal.isUniform()
            && (isTurned || isOtherUnit)
            && check.proposedDistance() < NEARER * check.meanDistance();
    return isMeant ? Optional.of(new Found(proposal, check.words())) : Optional.empty();
  }

  private static boolean isInPlace(Bounds a, Bounds b) {
    double slack = SAME_BOX * a.diagonal();
    return Math.abs(a.minX() - b.minX()) < slack
        && Math.abs(a.minY() - b.minY()) < slack
        && Math.abs(a.minZ() - b.minZ()) < slack
        && Math.abs(a.maxX() - b.maxX()) < slack
        && Math.abs(a.maxY() - b.maxY()) < slack
        && Math.abs(a.maxZ() - b.maxZ()) < slack;
  }
}
