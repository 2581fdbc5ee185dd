package idiotaxa.core.mesh;

/**
 * A material of a file.
 *
 * @param baseColor sRGB, {@code 0xRRGGBB}
 * @param roughness 0 … 1
 * @param metalness 0 … 1
 * @param texture name of the base colour image in the file, empty when it has none
 * @param wrapU what the image shows beyond its left and right side
 * @param wrapV the same above and below
 * @param opacity what of it is there
 */
public record Material(
    String name,
    int baseColor,
    float roughness,
    float metalness,
    String texture,
    TextureWrap wrapU,
    TextureWrap wrapV,
    Opacity opacity) {
  private static final int MID_GREY = 0x808080;

  /** A material without an image. */
  public static Material plain(String name, int baseColor, float roughness, float metalness) {
    return new Material(name, baseColor, roughness, metalness, "", TextureWrap.REPEAT, TextureWrap.REPEAT, Opacity.SOLID);
  }

  /** A material of which only the name is known. */
  public static Material named(String name) {
    return coloured(name, MID_GREY);
  }

  /** A matt material of one colour. */
  public static Material coloured(String name, int baseColor) {
    return plain(name, baseColor, 0.5f, 0f);
  }

  /** The same material with a base colour image, which repeats. */
  public Material withTexture(String image) {
    return withTexture(image, TextureWrap.REPEAT, TextureWrap.REPEAT);
  }

  /** The same material with a base colour image. */
  public Material withTexture(String image, TextureWrap u, TextureWrap v) {
    return new Material(name, baseColor, roughness, metalness, image, u, v, opacity);
  }

  /** The same material, of which not all is there. */
  public Material withOpacity(Opacity other) {
    return new Material(name, baseColor, roughness, metalness, texture, wrapU, wrapV, other);
  }
}
