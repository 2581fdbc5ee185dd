package idiotaxa.core.format;

import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.image.ImageDecoder;
import idiotaxa.core.image.TextureImage;
import idiotaxa.core.mesh.Mesh;
import java.nio.ByteBuffer;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
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
    if (bundle.mainName().toLowerCase(Locale.ROOT).endsWith(".gltf")) {
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

  private static List<Optional<TextureImage>> ofGltf(GltfDocument document, Mesh mesh) {
    Map<Integer, Optional<TextureImage>> known = new HashMap<>();
    return java.util.stream.IntStream.range(0, mesh.materials().size())
        .mapToObj(m -> known.computeIfAbsent(document.imageOfMaterial(m), document::image))
        .toList();
  }
}
