package idiotaxa.core.image;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.imageio.ImageIO;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;

class OpenRasterWriterTest {
  private static final int SIZE = 300;

  private static PixelImage grey(int left, int right) {
    return new PixelImage(
        SIZE,
        SIZE,
        PixelImage.Layout.GREY_8,
        false,
        () ->
            (y, out, offset) -> {
              for (int x = 0; x < SIZE; x++) {
                out[offset + x] = (byte) (x < SIZE / 2 ? left : right);
              }
            });
  }

  private static Map<String, byte[]> written(List<OpenRasterLayer> layers, boolean isSum)
      throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    OpenRasterWriter.write(layers, isSum, Instant.parse("2026-03-01T10:00:00Z"), 2, out);
    byte[] file = out.toByteArray();
    // The media type can be read at a fixed place: first, stored, without extra fields.
    assertThat(new String(file, 30, 8, StandardCharsets.US_ASCII)).isEqualTo("mimetype");
    assertThat(new String(file, 38, 16, StandardCharsets.US_ASCII)).isEqualTo("image/openraster");
    Map<String, byte[]> entries = new LinkedHashMap<>();
    try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(file))) {
      for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
        entries.put(entry.getName(), zip.readAllBytes());
      }
    }
    return entries;
  }

  private static int pixel(byte[] png, int x) throws IOException {
    BufferedImage image = ImageIO.read(new ByteArrayInputStream(png));
    return image.getRGB(x * image.getWidth() / SIZE, 1);
  }

  @Test
  void sharesOfATexelAddUpToTheMergedImage() throws Exception {
    Map<String, byte[]> entries =
        written(
            List.of(
                new OpenRasterLayer("brass & \"bell\"", 0xFF0000, () -> grey(255, 102), true),
                new OpenRasterLayer("rope", 0x0000FF, () -> grey(0, 153), true),
                new OpenRasterLayer("metal", 0xFFFFFF, () -> grey(255, 255), false)),
            true);
    assertThat(entries.keySet())
        .containsExactly(
            "mimetype",
            "stack.xml",
            "data/layer000.png",
            "data/layer001.png",
            "data/layer002.png",
            "mergedimage.png",
            "Thumbnails/thumbnail.png");
    NodeList layers =
        DocumentBuilderFactory.newInstance()
            .newDocumentBuilder()
            .parse(new ByteArrayInputStream(entries.get("stack.xml")))
            .getElementsByTagName("layer");
    assertThat(layers.getLength()).isEqualTo(3);
    Element lowest = (Element) layers.item(2);
    assertThat(lowest.getAttribute("name")).isEqualTo("brass & \"bell\"");
    assertThat(lowest.getAttribute("src")).isEqualTo("data/layer000.png");
    assertThat(lowest.getAttribute("composite-op")).isEqualTo("svg:plus");
    assertThat(((Element) layers.item(0)).getAttribute("visibility")).isEqualTo("hidden");
    assertThat(pixel(entries.get("data/layer000.png"), 200)).isEqualTo(102 << 24 | 0xFF0000);
    assertThat(pixel(entries.get("mergedimage.png"), 10)).isEqualTo(0xFFFF0000);
    assertThat(pixel(entries.get("mergedimage.png"), 200)).isEqualTo(0xFF660099);
    assertThat(pixel(entries.get("Thumbnails/thumbnail.png"), 200)).isEqualTo(0xFF660099);
    assertThat(ImageIO.read(new ByteArrayInputStream(entries.get("Thumbnails/thumbnail.png"))).getWidth())
        .isEqualTo(256);
  }

  @Test
  void masksLieOverEachOther() throws IOException {
    Map<String, byte[]> entries =
        written(
            List.of(
                new OpenRasterLayer("a", 0xFF0000, () -> grey(255, 0), true),
                new OpenRasterLayer("b", 0x00FF00, () -> grey(102, 0), true)),
            false);
    assertThat(new String(entries.get("stack.xml"), StandardCharsets.UTF_8)).contains("svg:src-over");
    assertThat(pixel(entries.get("mergedimage.png"), 10)).isEqualTo(0xFF996600);
    assertThat(pixel(entries.get("mergedimage.png"), 200)).isZero();
  }
}
