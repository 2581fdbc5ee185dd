package idiotaxa.core.mask;

/**
 * Up to four masks, groups or grey images in the channels of one image.
 *
 * @param r well of the red channel, null for 0
 * @param g null for 0
 * @param b null for 0
 * @param a null for 255
 */
public record PackSpec(String name, Well r, Well g, Well b, Well a) {
  /**
   * What lies in a well.
   *
   * @param group number, 0 when it is another thing
   * @param mask name, null when it is another thing
   * @param image name, null when it is another thing
   */
  public record Well(int group, String mask, String image) {
    public Well {
      new MaskPart(group, mask, image, MaskPart.How.ADD);
    }

    MaskPart asPart() {
      return new MaskPart(group, mask, image, MaskPart.How.ADD);
    }
  }

  public PackSpec {
    MaskSpec.checkName("a pack", name);
  }

  /** Red, green, blue, alpha. */
  public Well[] wells() {
    return new Well[] {r, g, b, a};
  }
}
