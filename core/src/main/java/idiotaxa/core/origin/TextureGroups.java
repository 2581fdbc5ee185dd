package idiotaxa.core.origin;

import idiotaxa.core.mesh.Mesh;

/** The group of every point of a textured surface: the nearest texel's. */
final class TextureGroups {
  private final Mesh mesh;
  private final IndexImage[] ofMaterial;
  private final char[] plainOfMaterial;

  /** Group numbers of a texture, rows downwards. */
  record IndexImage(int width, int height, char[] groups) {}

  /**
   * @param ofMaterial one a material, null where it has no texture
   * @param plainOfMaterial group of a material without texture, and last that of no material
   */
  TextureGroups(Mesh mesh, IndexImage[] ofMaterial, char[] plainOfMaterial) {
    this.mesh = mesh;
    this.ofMaterial = ofMaterial;
    this.plainOfMaterial = plainOfMaterial;
  }

  private int material(int triangle) {
    return mesh.faceMaterial()[mesh.triangleFace(triangle)];
  }

  boolean hasTexture(int triangle) {
    int m = material(triangle);
    return m != Mesh.NO_MATERIAL && ofMaterial[m] != null && TexturePixel.isOn(mesh, triangle);
  }

  int plainGroup(int triangle) {
    int m = material(triangle);
    return plainOfMaterial[m == Mesh.NO_MATERIAL ? plainOfMaterial.length - 1 : m];
  }

  /** Only for triangles that have a texture. */
  int at(int triangle, double w0, double w1, double w2) {
    IndexImage image = ofMaterial[material(triangle)];
    return image.groups()[
        TexturePixel.at(mesh, triangle, w0, w1, w2, image.width(), image.height())];
  }
}
