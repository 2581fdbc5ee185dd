package idiotaxa.core.format;

import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.image.ImageDecoder;
import idiotaxa.core.image.TextureImage;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Srgb;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Reads the base colour images of a model, which come inside its file or beside it. */
public final class TextureFiles {
  private TextureFiles() {}

  /**
   * @param mesh the mesh of this bundle
   * @return one a material of the mesh, empty where it has none or where it is not in the upload;
   *     materials that share an image share the instance
   * @throws FormatException when an image is damaged or too large
   */
  public static List<Optional<TextureImage>> read(FileBundle bundle, Mesh mesh) {
    ByteBuffer bytes = bundle.openMain();
    Map<String, Optional<TextureImage>> known = new HashMap<>();
    if (GltfDocument.isGlb(bytes)) {
      return ofGltf(GltfDocument.ofGlb(bundle, bytes), mesh);
    }
    if (GltfDocument.isGltf(bundle)) {
      return ofGltf(GltfDocument.ofJson(bundle, bytes), mesh);
    }
    return mesh.materials().stream()
        .map(m -> m.texture().isEmpty() ? "" : bundle.locate(m.texture()).orElse(""))
        .map(path -> known.computeIfAbsent(path, p -> beside(bundle, p)))
        .toList();
  }

  private static Optional<TextureImage> beside(FileBundle bundle, String name) {
    return name.isEmpty()
        ? Optional.empty()
        : bundle.open(name).map(b -> ImageDecoder.decode(name, "", b));
  }

  /** Materials that look at one image by one factor share the instance. */
  private static List<Optional<TextureImage>> ofGltf(GltfDocument document, Mesh mesh) {
    Map<Integer, Optional<TextureImage>> images = new HashMap<>();
    Map<List<Object>, Optional<TextureImage>> known = new HashMap<>();
    List<Optional<TextureImage>> textures = new ArrayList<>();
    for (int m = 0; m < mesh.materials().size(); m++) {
      int image = document.imageOfMaterial(m);
      double[] factor = document.factorOfMaterial(m);
      textures.add(
          known.computeIfAbsent(
              List.of(image, factor[0], factor[1], factor[2]),
              key -> images.computeIfAbsent(image, document::image).map(texture -> times(texture, factor))));
    }
    return textures;
  }

  /**
   * An image as a material shows it.
   *
   * @param factor of linear red, green and blue, 0 … 1
   */
  private static TextureImage times(TextureImage texture, double[] factor) {
    if (Arrays.stream(factor).allMatch(f -> f == 1)) {
      return texture;
    }
    int[][] tables = new int[3][256];
    for (int channel = 0; channel < 3; channel++) {
      for (int value = 0; value < 256; value++) {
        tables[channel][value] = Srgb.fromLinear(factor[channel] * Srgb.toLinear(value));
      }
    }
    return texture.through(tables);
  }
}
