package idiotaxa.core.image;

import idiotaxa.core.file.FormatException;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.Iterator;
import java.util.Locale;
import java.util.Set;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;

/** Decodes image files, bounded. */
public final class ImageDecoder {
  private static final int MAX_SIDE = 16384;
  private static final long MAX_PIXELS = 8192L * 8192;

  /** As their readers are called: those of the JDK, and of plug-ins for the last two. */
  private static final Set<String> FORMATS = Set.of("png", "jpeg", "tiff", "tif", "tga", "webp");

  private ImageDecoder() {}

  /**
   * @param place where in the upload the image is, for errors
   * @throws FormatException when this is no image of a kind that is read, or has more than 8192² pixels
   */
  public static TextureImage decode(String file, String place, ByteBuffer bytes) {
    byte[] copy = new byte[bytes.remaining()];
    bytes.duplicate().get(copy);
    try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(copy))) {
      Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
      while (readers.hasNext()) {
        ImageReader reader = readers.next();
        String format = reader.getFormatName().toLowerCase(Locale.ROOT);
        if (FORMATS.contains(format)) {
          return read(file, place, reader, in);
        }
      }
    } catch (IOException | RuntimeException e) {
      if (e instanceof FormatException refused) {
        throw refused;
      }
      throw new FormatException(
          file, place, "the image is damaged (" + e.getMessage() + ")", "save it again");
    }
    throw new FormatException(file, place, "this is no image that is read, which are PNG, JPEG, TIFF, TGA and WebP", "save it as PNG");
  }

  /** The size is known from the head of the file, before anything of that size is allocated. */
  private static TextureImage read(
      String file, String place, ImageReader reader, ImageInputStream in) throws IOException {
    reader.setInput(in, false, true);
    try {
      int width = reader.getWidth(0);
      int height = reader.getHeight(0);
      if (width > MAX_SIDE || height > MAX_SIDE || (long) width * height > MAX_PIXELS) {
        throw new FormatException(
            file,
            place,
            "the image has %d × %d px, more than 8192 × 8192".formatted(width, height),
            "make it smaller");
      }
      return new TextureImage(reader.read(0));
    } finally {
      reader.dispose();
    }
  }
}
