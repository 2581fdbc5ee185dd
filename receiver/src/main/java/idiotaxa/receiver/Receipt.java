package idiotaxa.receiver;

import java.util.List;

/**
 * What the receiver understood of a package.
 *
 * @param isAccepted whether there are no problems
 * @param problems in words, each naming the file
 * @param files number of files whose checksum was right
 * @param sheets what a pick by colour selects on each sheet
 */
public record Receipt(
    boolean isAccepted, String asset, List<String> problems, int files, List<SheetReceipt> sheets) {

  /** Size in texels. */
  public record SheetReceipt(String name, int width, int height, List<MaskReceipt> masks) {}

  /**
   * A mask against a pick of its colour on the ID map.
   *
   * @param tolerance the pick used, the middle of the range that the manifest calls safe
   * @param picked texels that the pick takes
   * @param expected texels of which the mask covers at least half
   * @param wronglyTaken picked but not expected
   * @param wronglyLeft expected but not picked
   */
  public record MaskReceipt(
      String name,
      String color,
      int tolerance,
      long picked,
      long expected,
      long wronglyTaken,
      long wronglyLeft) {}
}
