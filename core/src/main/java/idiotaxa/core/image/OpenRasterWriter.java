package idiotaxa.core.image;

import idiotaxa.core.file.XmlText;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.zip.CRC32;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/**
 * Writes OpenRaster 0.0.5: a zip whose first entry is the media type, stored; {@code stack.xml}, a PNG for
 * every layer, the merged image and a thumbnail of at most 256 px.
 */
public final class OpenRasterWriter {
  private static final byte[] MEDIA_TYPE = "image/openraster".getBytes(StandardCharsets.US_ASCII);

  private final List<OpenRasterLayer> layers;
  private final boolean isSum;
  private final int threads;
  private final ZipOutputStream zip;
  /** In the zip's own field: readers look for the media type at a fixed place, right after its name. */
  private final LocalDateTime time;

  private OpenRasterWriter(
      List<OpenRasterLayer> layers, boolean isSum, Instant created, int threads, OutputStream out) {
    this.layers = layers;
    this.isSum = isSum;
    this.threads = threads;
    time = LocalDateTime.ofInstant(created, ZoneOffset.UTC);
    zip =
        new ZipOutputStream(
            new FilterOutputStream(out) {
              @Override
              public void write(byte[] bytes, int from, int length) throws IOException {
                out.write(bytes, from, length);
              }

              @Override
              public void close() throws IOException {
                flush();
              }
            });
  }

  /**
   * @param layers from the lowest to the topmost, at least one of them visible
   * @param isSum whether visible layers are shares of a whole that add up ({@code svg:plus}), else each
   *     lies over those below it ({@code svg:src-over})
   * @param created time stamp of the entries
   */
  public static void write(
      List<OpenRasterLayer> layers, boolean isSum, Instant created, int threads, OutputStream out)
      throws IOException {
    new OpenRasterWriter(layers, isSum, created, threads, out).write();
  }

  private void write() throws IOException {
    writeMediaType();
    // Images are packed already.
    zip.setLevel(Deflater.NO_COMPRESSION);
    PixelImage merged = OpenRasterLayer.merged(layers, isSum);
    put("stack.xml", stack(merged).getBytes(StandardCharsets.UTF_8));
    for (int l = 0; l < layers.size(); l++) {
      put(path(l), layers.get(l).image());
    }
    put("mergedimage.png", merged);
    put("Thumbnails/thumbnail.png", Thumbnail.of(merged));
    zip.close();
  }

  private void writeMediaType() throws IOException {
    CRC32 crc = new CRC32();
    crc.update(MEDIA_TYPE);
    ZipEntry entry = new ZipEntry("mimetype");
    entry.setTimeLocal(time);
    entry.setMethod(ZipEntry.STORED);
    entry.setSize(MEDIA_TYPE.length);
    entry.setCrc(crc.getValue());
    zip.putNextEntry(entry);
    zip.write(MEDIA_TYPE);
    zip.closeEntry();
  }

  private void put(String path, byte[] content) throws IOException {
    open(path);
    zip.write(content);
    zip.closeEntry();
  }

  private void put(String path, PixelImage image) throws IOException {
    open(path);
    PngWriter.write(image, threads, zip);
    zip.closeEntry();
  }

  private void open(String path) throws IOException {
    ZipEntry entry = new ZipEntry(path);
    entry.setTimeLocal(time);
    zip.putNextEntry(entry);
  }

  private static String path(int layer) {
    return "data/layer%03d.png".formatted(layer);
  }

  /** The topmost layer comes first. */
  private String stack(PixelImage size) {
    StringBuilder xml = new StringBuilder("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n");
    xml.append("<image version=\"0.0.5\" w=\"%d\" h=\"%d\">\n  <stack>\n".formatted(size.width(), size.height()));
    for (int l = layers.size() - 1; l >= 0; l--) {
      OpenRasterLayer layer = layers.get(l);
      xml.append(
          "    <layer name=\"%s\" src=\"%s\" x=\"0\" y=\"0\" opacity=\"1.0\" visibility=\"%s\" composite-op=\"%s\"/>\n"
              .formatted(
                  XmlText.escaped(layer.name()),
                  path(l),
                  layer.isVisible() ? "visible" : "hidden",
                  isSum && layer.isVisible() ? "svg:plus" : "svg:src-over"));
    }
    return xml.append("  </stack>\n</image>\n").toString();
  }
}
