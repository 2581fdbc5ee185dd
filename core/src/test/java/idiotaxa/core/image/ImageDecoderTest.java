package idiotaxa.core.image;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Base64;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;

class ImageDecoderTest {
  private static int[] row(TextureImage image, int y) {
    int[] row = new int[image.width()];
    image.row(y, row);
    return row;
  }

  @Test
  void tiffIsReadAlsoInSixteenBits() throws IOException {
    BufferedImage colours = new BufferedImage(2, 1, BufferedImage.TYPE_INT_RGB);
    colours.setRGB(0, 0, 0xC04020);
    BufferedImage grey = new BufferedImage(2, 1, BufferedImage.TYPE_USHORT_GRAY);
    grey.getRaster().setSample(1, 0, 0, 12345);
    ByteArrayOutputStream first = new ByteArrayOutputStream();
    ImageIO.write(colours, "tiff", first);
    ByteArrayOutputStream second = new ByteArrayOutputStream();
    ImageIO.write(grey, "tiff", second);
    assertThat(row(ImageDecoder.decode("a.tif", "", ByteBuffer.wrap(first.toByteArray())), 0)).containsExactly(0xC04020, 0);
    assertThat((int) GreyImage.decode("b.tif", ByteBuffer.wrap(second.toByteArray())).values()[1]).isEqualTo(12345);
  }

  /** Uncompressed, 24 bits, rows upwards, as the format has them first. */
  @Test
  void tgaIsRead() {
    ByteBuffer bytes = ByteBuffer.allocate(18 + 3 * 8 * 8).order(ByteOrder.LITTLE_ENDIAN);
    bytes.put(2, (byte) 2).putShort(12, (short) 8).putShort(14, (short) 8).put(16, (byte) 24);
    bytes.position(18);
    for (int i = 0; i < 64; i++) {
      bytes.put((byte) (3 * i)).put((byte) (2 * i)).put((byte) i);
    }
    TextureImage image = ImageDecoder.decode("a.tga", "", bytes.rewind());
    for (int y = 0; y < 8; y++) {
      int[] row = row(image, y);
      for (int x = 0; x < 8; x++) {
        int i = 8 * (7 - y) + x;
        assertThat(row[x]).isEqualTo(i << 16 | 2 * i << 8 | 3 * i);
      }
    }
  }

  /** One pixel without loss, of which nothing is seen. */
  @Test
  void webpIsRead() {
    byte[] bytes = Base64.getDecoder().decode("UklGRhoAAABXRUJQVlA4TA0AAAAvAAAAEAcQERGIiP4HAA==");
    TextureImage image = ImageDecoder.decode("a.webp", "", ByteBuffer.wrap(bytes));
    int[] alpha = new int[1];
    image.alphaRow(0, alpha);
    assertThat(image.width()).isEqualTo(1);
    assertThat(image.hasAlpha()).isTrue();
    assertThat(alpha).containsExactly(0);
  }
}
