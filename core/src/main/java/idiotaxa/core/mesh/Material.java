package idiotaxa.core.mesh;

/**
 * A material of a file.
 *
 * @param baseColor sRGB, {@code 0xRRGGBB}
 * @param roughness 0 … 1
 * @param metalness 0 … 1
 * @param texture name of the base colour image in the file, empty when it has none
 */
public record Material(
    String name, int baseColor, float roughness, float metalness, String texture) {
  private static final int MID_GREY = 0x808080;

  /** A material of which only the name is known. */
  public static Material named(String name) {
    return new Material(name, MID_GREY, 0.5f, 0f, "");
  }

  /** A matt material of one colour. */
  public static Material coloured(String name, int baseColor) {
    return new Material(name, baseColor, 0.5f, 0f, "");
  }

  /** The same material with a base colour image. */
  public Material withTexture(String image) {
    return new Material(name, baseColor, roughness, metalness, image);
  }
}
