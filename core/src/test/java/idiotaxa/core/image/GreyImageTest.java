package idiotaxa.core.image;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.core.file.FormatException;
import java.awt.image.BufferedImage;
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
      byte[] values = GreyImage.decode("a.png", file(image, "png")).values();
      for (int v = 0; v < 256; v++) {
        assertThat(values[v] & 0xFF).isEqualTo(v);
      }
    }
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
        .hasMessageContaining("no PNG or JPEG");
  }

  private static GreyImage noise(int width, int height) {
    byte[] values = new byte[width * height];
    new SplittableRandom(23).nextBytes(values);
    return new GreyImage(width, height, values);
  }

  /** What an area has of a row or column, by its definition. */
  private static double area(GreyImage image, double x0, double x1, double y0, double y1) {
    double sum = 0;
    for (int y = 0; y < image.height(); y++) {
      for (int x = 0; x < image.width(); x++) {
        double w = Math.max(0, Math.min(x1, x + 1) - Math.max(x0, x));
        double h = Math.max(0, Math.min(y1, y + 1) - Math.max(y0, y));
        sum += w * h * (image.values()[y * image.width() + x] & 0xFF);
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
      assertThat((double) (small.values()[i] & 0xFF)).isCloseTo(mean, within(0.51));
    }
  }

  @Test
  void largerGoesThroughItsPixelsAndKeepsRampsStraight() {
    byte[] ramp = new byte[20];
    for (int x = 0; x < ramp.length; x++) {
      ramp[x] = (byte) (10 * x);
    }
    GreyImage large = new GreyImage(20, 1, ramp).resized(60, 1);
    for (int x = 6; x < 54; x++) {
      double expected = 10 * ((x + 0.5) / 3 - 0.5);
      assertThat((double) (large.values()[x] & 0xFF)).isCloseTo(expected, within(0.6));
    }
    for (int x = 2; x < 18; x++) {
      assertThat(large.values()[3 * x + 1]).isEqualTo(ramp[x]);
    }
  }
}
