package idiotaxa.core.origin;

import idiotaxa.core.image.TextureImage;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Opacity;
import idiotaxa.core.trace.SurfaceFilter;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Lets rays pass where a material is not there: by the alpha of its image, its factor and the vertex colours. */
public final class SeeThrough implements SurfaceFilter {
  private final Mesh mesh;
  private final Opacity[] ofMaterial;
  private final AlphaImage[] images;

  /** Alpha of a texture, rows downwards. */
  private record AlphaImage(int width, int height, byte[] alpha) {}

  private SeeThrough(Mesh mesh, Opacity[] ofMaterial, AlphaImage[] images) {
    this.mesh = mesh;
    this.ofMaterial = ofMaterial;
    this.images = images;
  }

  /** Names of the materials of a mesh whose alpha counts. */
  public static List<String> materials(Mesh mesh) {
    return mesh.materials().stream()
        .filter(m -> m.opacity().mode() != Opacity.Mode.OPAQUE)
        .map(Material::name)
        .distinct()
        .toList();
  }

  /**
   * @param textures one a material, empty where there is none
   * @return empty where all of the surface is there
   */
  public static Optional<SurfaceFilter> of(Mesh mesh, List<Optional<TextureImage>> textures) {
    if (materials(mesh).isEmpty()) {
      return Optional.empty();
    }
    Map<TextureImage, AlphaImage> known = new IdentityHashMap<>();
    List<Opacity> opacities = new ArrayList<>();
    AlphaImage[] images = new AlphaImage[mesh.materials().size()];
    for (int m = 0; m < images.length; m++) {
      Opacity opacity = mesh.materials().get(m).opacity();
      opacities.add(opacity);
      Optional<TextureImage> texture = m < textures.size() ? textures.get(m) : Optional.empty();
      if (opacity.mode() != Opacity.Mode.OPAQUE && texture.isPresent() && texture.get().hasAlpha()) {
        images[m] = known.computeIfAbsent(texture.get(), SeeThrough::alpha);
      }
    }
    return Optional.of(new SeeThrough(mesh, opacities.toArray(Opacity[]::new), images));
  }

  private static AlphaImage alpha(TextureImage texture) {
    byte[] alpha = new byte[texture.width() * texture.height()];
    int[] row = new int[texture.width()];
    for (int y = 0; y < texture.height(); y++) {
      texture.alphaRow(y, row);
      for (int x = 0; x < row.length; x++) {
        alpha[y * row.length + x] = (byte) row[x];
      }
    }
    return new AlphaImage(texture.width(), texture.height(), alpha);
  }

  @Override
  public boolean isThere(int triangle, double weight0, double weight1) {
    int material = mesh.faceMaterial()[mesh.triangleFace(triangle)];
    if (material == Mesh.NO_MATERIAL || ofMaterial[material].mode() == Opacity.Mode.OPAQUE) {
      return true;
    }
    double alpha = vertexAlpha(triangle, weight0, weight1);
    AlphaImage image = images[material];
    if (image != null && TexturePixel.isOn(mesh, triangle)) {
      int pixel =
          TexturePixel.at(mesh, triangle, weight0, weight1, 1 - weight0 - weight1, image.width(), image.height());
      alpha *= (image.alpha()[pixel] & 0xFF) / 255.0;
    }
    return ofMaterial[material].isThere(alpha);
  }

  private double vertexAlpha(int triangle, double weight0, double weight1) {
    if (!mesh.hasColors()) {
      return 1;
    }
    int[] colors = mesh.cornerColor();
    double sum =
        weight0 * (colors[mesh.triangleCorner(triangle, 0)] >>> 24)
            + weight1 * (colors[mesh.triangleCorner(triangle, 1)] >>> 24)
            + (1 - weight0 - weight1) * (colors[mesh.triangleCorner(triangle, 2)] >>> 24);
    return sum / 255;
  }
}
