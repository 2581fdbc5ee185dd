package idiotaxa.receiver;

import java.util.List;

/**
 * What the receiver understood of a package.
 *
 * @param isAccepted whether there are no problems
 * @param problems in words, each naming the file
 * @param files number of files whose checksum was right
 * @param sheets what a pick by colour selects on each sheet
 * @param meshes whose faces were compared with the ID maps
 * @param remarks what a stranger would get wrong, in words
 */
public record Receipt(
    boolean isAccepted,
    String asset,
    List<String> problems,
    int files,
    List<SheetReceipt> sheets,
    List<MeshReceipt> meshes,
    List<String> remarks) {

  /** A package that cannot be understood. */
  static Receipt refused(List<String> problems) {
    return new Receipt(false, "", problems, 0, List.of(), List.of(), List.of());
  }

  /** Size in texels; 0 where the sheet has no image of its own. */
  public record SheetReceipt(
      String name,
      int width,
      int height,
      List<MaskReceipt> masks,
      List<PackReceipt> packs,
      List<LayersReceipt> layers) {}

  /** A pack, channel by channel. */
  public record PackReceipt(String file, List<ChannelReceipt> channels) {}

  /** A layered file, layer by layer from the lowest. */
  public record LayersReceipt(String file, List<ChannelReceipt> layers) {}

  /**
   * A channel or layer against the mask that it is said to hold.
   *
   * @param differing texels that are not as in the mask, −1 when the package has no such mask
   */
  public record ChannelReceipt(String channel, String of, long differing) {}

  /**
   * A mesh against the ID maps.
   *
   * @param faces that were compared
   * @param differing whose middle lies in another group on the map
   * @param beside whose middle lies on no sheet that has an ID map
   */
  public record MeshReceipt(String file, String carries, long faces, long differing, long beside) {}

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
