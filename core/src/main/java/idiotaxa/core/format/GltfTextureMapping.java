package idiotaxa.core.format;

import tools.jackson.databind.JsonNode;

/**
 * How a texture is looked up: which UV set, and the offset, rotation and scale of {@code
 * KHR_texture_transform} (2018), in glTF's UV space with its origin top-left.
 *
 * @param set number of the UV set
 * @param rotation radians, counter-clockwise
 */
record GltfTextureMapping(
    int set, double offsetU, double offsetV, double rotation, double scaleU, double scaleV) {
  static final GltfTextureMapping PLAIN = new GltfTextureMapping(0, 0, 0, 0, 1, 1);

  private static final String EXTENSION = "KHR_texture_transform";
  private static final int MAX_SET = 7;

  /**
   * @param texture the JSON that refers to it
   */
  static GltfTextureMapping of(GltfDocument document, String place, JsonNode texture) {
    JsonNode transform = texture.path("extensions").path(EXTENSION);
    int set = transform.path("texCoord").asInt(texture.path("texCoord").asInt(0));
    if (set < 0 || set > MAX_SET) {
      throw document.refuse(place, "there is no UV set " + set);
    }
    double[] offset = document.vector(place, transform, "offset", 0, 0);
    double[] scale = document.vector(place, transform, "scale", 1, 1);
    double rotation = transform.path("rotation").asDouble(0);
    return new GltfTextureMapping(set, offset[0], offset[1], rotation, scale[0], scale[1]);
  }

  boolean isPlain() {
    return equals(PLAIN);
  }

  /** Where a UV of the set lies on the image: offset · rotation · scale applied, as the extension says. */
  double u(double u, double v) {
    return offsetU + Math.cos(rotation) * u * scaleU + Math.sin(rotation) * v * scaleV;
  }

  double v(double u, double v) {
    return offsetV - Math.sin(rotation) * u * scaleU + Math.cos(rotation) * v * scaleV;
  }
}
