package idiotaxa.core.image;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.core.file.FormatException;
import java.awt.Transparency;
import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.SplittableRandom;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class GreyImageTest {
  private static ByteBuffer file(BufferedImage image, String format) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(image, format, out);
    return ByteBuffer.wrap(out.toByteArray());
  }

  @Test
  void greyIsTakenAsTheBytesItIs() throws IOException {
    BufferedImage eight = new BufferedImage(256, 1, BufferedImage.TYPE_BYTE_GRAY);
    BufferedImage sixteen = new BufferedImage(256, 1, BufferedImage.TYPE_USHORT_GRAY);
    BufferedImage colours = new BufferedImage(256, 1, BufferedImage.TYPE_INT_RGB);
    for (int v = 0; v < 256; v++) {
      eight.getRaster().setSample(v, 0, 0, v);
      sixteen.getRaster().setSample(v, 0, 0, 257 * v);
      colours.setRGB(v, 0, v * 0x010101);
    }
    for (BufferedImage image : new BufferedImage[] {eight, sixteen, colours}) {
      char[] values = GreyImage.decode("a.png", file(image, "png")).values();
      for (int v = 0; v < 256; v++) {
        assertThat((int) values[v]).isEqualTo(257 * v);
      }
    }
  }

  @Test
  void sixteenBitsStay() throws IOException {
    BufferedImage grey = new BufferedImage(65536, 1, BufferedImage.TYPE_USHORT_GRAY);
    ComponentColorModel rgb =
        new ComponentColorModel(
            ColorSpace.getInstance(ColorSpace.CS_sRGB), false, false, Transparency.OPAQUE, DataBuffer.TYPE_USHORT);
    BufferedImage colours = new BufferedImage(rgb, rgb.createCompatibleWritableRaster(8192, 1), false, null);
    for (int v = 0; v < 65536; v++) {
      grey.getRaster().setSample(v, 0, 0, v);
    }
    for (int v = 0; v < 8192; v++) {
      colours.getRaster().setPixel(v, 0, new int[] {8 * v + 3, 8 * v + 3, 8 * v + 3});
    }
    // Wider than a texture may be, so that it is read in pieces.
    for (int from = 0; from < 65536; from += 8192) {
      char[] values = GreyImage.decode("a.png", file(grey.getSubimage(from, 0, 8192, 1), "png")).values();
      for (int v = 0; v < values.length; v++) {
        assertThat((int) values[v]).isEqualTo(from + v);
      }
    }
    char[] values = GreyImage.decode("b.png", file(colours, "png")).values();
    for (int v = 0; v < values.length; v++) {
      assertThat((int) values[v]).isEqualTo(8 * v + 3);
    }
    colours.getRaster().setSample(100, 0, 2, 1);
    ByteBuffer wrong = file(colours, "png");
    assertThatThrownBy(() -> GreyImage.decode("b.png", wrong)).hasMessageContaining("pixel 100, 0");
  }

  @Test
  void coloursAreRefusedWithTheirPlace() throws IOException {
    BufferedImage image = new BufferedImage(5, 4, BufferedImage.TYPE_INT_RGB);
    image.setRGB(3, 2, 0x010203);
    ByteBuffer bytes = file(image, "png");
    assertThatThrownBy(() -> GreyImage.decode("tint.png", bytes))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining("tint.png")
        .hasMessageContaining("pixel 3, 2")
        .hasMessageContaining("save the channel");
    assertThatThrownBy(() -> GreyImage.decode("a.txt", ByteBuffer.wrap(new byte[] {1, 2, 3})))
        .hasMessageContaining("no image that is read");
  }

  private static GreyImage noise(int width, int height) {
    char[] values = new char[width * height];
    SplittableRandom random = new SplittableRandom(23);
    for (int i = 0; i < values.length; i++) {
      values[i] = (char) random.nextInt(65536);
    }
    return new GreyImage(width, height, values);
  }

  /** What an area has of a row or column, by its definition. */
  private static double area(GreyImage image, double x0, double x1, double y0, double y1) {
    double sum = 0;
    for (int y = 0; y < image.height(); y++) {
      for (int x = 0; x < image.width(); x++) {
        double w = Math.max(0, Math.min(x1, x + 1) - Math.max(x0, x));
        double h = Math.max(0, Math.min(y1, y + 1) - Math.max(y0, y));
        sum += w * h * image.values()[y * image.width() + x];
      }
    }
    return sum / ((x1 - x0) * (y1 - y0));
  }

  @ParameterizedTest
  @CsvSource({"8, 8, 4, 4", "9, 7, 4, 3", "40, 30, 7, 11", "5, 5, 1, 1"})
  void smallerIsTheMeanOfItsAreas(int width, int height, int toWidth, int toHeight) {
    GreyImage image = noise(width, height);
    GreyImage small = image.resized(toWidth, toHeight);
    double stepX = width / (double) toWidth;
    double stepY = height / (double) toHeight;
    for (int i = 0; i < toWidth * toHeight; i++) {
      int x = i % toWidth;
      int y = i / toWidth;
      double mean = area(image, x * stepX, (x + 1) * stepX, y * stepY, (y + 1) * stepY);
      assertThat((double) small.values()[i]).isCloseTo(mean, within(0.6));
    }
  }

  @Test
  void largerGoesThroughItsPixelsAndKeepsRampsStraight() {
    char[] ramp = new char[20];
    for (int x = 0; x < ramp.length; x++) {
      ramp[x] = (char) (10 * x);
    }
    GreyImage large = new GreyImage(20, 1, ramp).resized(60, 1);
    for (int x = 6; x < 54; x++) {
      double expected = 10 * ((x + 0.5) / 3 - 0.5);
      assertThat((double) large.values()[x]).isCloseTo(expected, within(0.6));
    }
    for (int x = 2; x < 18; x++) {
      assertThat(large.values()[3 * x + 1]).isEqualTo(ramp[x]);
    }
  }
}
