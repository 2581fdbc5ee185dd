package idiotaxa.core.carry;

import java.util.ArrayList;
import java.util.List;

/**
 * Where a part of the new model comes from.
 *
 * @param oldParts parts that its faces may take groups from, the one that it mostly is first; none for a
 *     new part
 * @param by how the first was found
 * @param placement over the old model
 * @param limit distance beyond which nothing old is meant, metres
 * @param isFaceByFace whether its faces are those of the old part one after another
 * @param rivals other answers that are nearly as good
 */
record PartLink(
    List<Integer> oldParts, By by, Placement placement, double limit, boolean isFaceByFace, List<Rival> rivals) {
  static final PartLink NEW = new PartLink(List.of(), By.NOTHING, Placement.SAME, 0);

  PartLink(List<Integer> oldParts, By by, Placement placement, double limit) {
    this(oldParts, by, placement, limit, false, List.of());
  }

  /** How a part was found. */
  enum By {
    NOTHING,
    /** Its name, and its surface where it is or once moved. */
    NAME,
    /** Its name only: its surface is another. */
    NAME_ALONE,
    /** Its name without number, in a model that is another one. */
    STEM,
    /** Its place or shape. */
    PLACE
  }

  /**
   * What the part may be as well.
   *
   * @param isSymmetry whether it is the same part turned otherwise
   */
  record Rival(int oldPart, Placement placement, boolean isSymmetry) {}

  PartLink faceByFace() {
    return new PartLink(oldParts, by, placement, limit, true, rivals);
  }

  PartLink beside(List<Rival> others) {
    return new PartLink(oldParts, by, placement, limit, isFaceByFace, others);
  }

  /** The same with an old part that was joined to it. */
  PartLink joinedBy(int oldPart) {
    List<Integer> all = new ArrayList<>(oldParts);
    all.add(oldPart);
    return new PartLink(all, by, placement, limit, false, rivals);
  }

  boolean isNew() {
    return oldParts.isEmpty();
  }

  boolean isByName() {
    return by == By.NAME || by == By.NAME_ALONE;
  }

  /** Whether only names tell, so that a part of one group gives it to all of its faces. */
  boolean isNameAlone() {
    return by == By.NAME_ALONE || by == By.STEM;
  }

  int main() {
    return oldParts.get(0);
  }
}
