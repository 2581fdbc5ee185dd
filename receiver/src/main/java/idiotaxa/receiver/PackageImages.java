package idiotaxa.receiver;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.util.HashMap;
import java.util.Map;
import javax.imageio.ImageIO;

/** Images of a package by the paths in its manifest; those of one sheet are kept until the next. */
final class PackageImages {
  private static final int KEPT = 24;

  private final PackageFiles files;
  private final Map<String, BufferedImage> kept = new HashMap<>();

  PackageImages(PackageFiles files) {
    this.files = files;
  }

  /**
   * @throws PackageException when it is no image
   */
  BufferedImage read(String path) throws IOException {
    BufferedImage image = kept.get(path);
    if (image == null) {
      image = ImageIO.read(files.path(path).toFile());
      if (image == null) {
        throw new PackageException(path + " is no image");
      }
      if (kept.size() < KEPT) {
        kept.put(path, image);
      }
    }
    return image;
  }

  void forget() {
    kept.clear();
  }
}
