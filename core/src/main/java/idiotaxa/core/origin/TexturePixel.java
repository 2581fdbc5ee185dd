package idiotaxa.core.origin;

import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;

/**
 * The pixel of a base colour image at a point of a surface: the nearest one. What it shows
 * outside the unit square is said by the material.
 */
public final class TexturePixel {
  private TexturePixel() {}

  /**
   * @return index of the pixel in an image of this size, rows downwards
   */
  public static int at(
      Mesh mesh, int triangle, double w0, double w1, double w2, int width, int height) {
    float[] uv = mesh.textureUv();
    int a = 2 * mesh.triangleCorner(triangle, 0);
    int b = 2 * mesh.triangleCorner(triangle, 1);
    int c = 2 * mesh.triangleCorner(triangle, 2);
    double u = w0 * uv[a] + w1 * uv[b] + w2 * uv[c];
    double v = w0 * uv[a + 1] + w1 * uv[b + 1] + w2 * uv[c + 1];
    Material material = mesh.materials().get(mesh.faceMaterial()[mesh.triangleFace(triangle)]);
    int x = pixel(material.wrapU().into(u), width);
    int y = height - 1 - pixel(material.wrapV().into(v), height);
    return y * width + x;
  }

  /** Whether a triangle has a place on an image. */
  static boolean isOn(Mesh mesh, int triangle) {
    boolean isComplete = mesh.textureUv() != null;
    for (int k = 0; k < 3 && isComplete; k++) {
      isComplete = Float.isFinite(mesh.textureUv()[2 * mesh.triangleCorner(triangle, k)]);
    }
    return isComplete;
  }

  private static int pixel(double share, int size) {
    return Math.min(size - 1, (int) (share * size));
  }
}
