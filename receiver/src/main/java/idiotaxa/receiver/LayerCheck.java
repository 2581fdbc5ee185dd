package idiotaxa.receiver;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import javax.imageio.ImageIO;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;
import org.xml.sax.SAXException;
import tools.jackson.databind.JsonNode;

/** Opens a layered file by the OpenRaster specification and compares its layers with the masks. */
final class LayerCheck {
  private static final int ALPHA = 3;

  private final PackageImages images;
  private final JsonNode sheet;

  LayerCheck(PackageImages images, JsonNode sheet) {
    this.images = images;
    this.sheet = sheet;
  }

  /**
   * @throws PackageException when it is no OpenRaster file, or has other layers than the manifest says
   */
  Receipt.LayersReceipt check(JsonNode entry, Path file) throws IOException {
    String path = entry.path("file").asString();
    try (ZipFile zip = new ZipFile(file.toFile())) {
      checkFrame(path, zip);
      NodeList layers = stack(path, zip).getElementsByTagName("layer");
      List<Receipt.ChannelReceipt> compared = new ArrayList<>();
      int count = entry.path("names").size();
      if (layers.getLength() != count) {
        throw new PackageException(
            "%s has %d layers, the manifest says %d".formatted(path, layers.getLength(), count));
      }
      for (int l = 0; l < count; l++) {
        // The topmost comes first in the file, the lowest in the manifest.
        Element layer = (Element) layers.item(count - 1 - l);
        String name = entry.path("names").path(l).asString();
        if (!layer.getAttribute("name").equals(name)) {
          throw new PackageException(
              "%s has a layer %s where the manifest says %s"
                  .formatted(path, layer.getAttribute("name"), name));
        }
        compared.add(
            new Receipt.ChannelReceipt("layer", name, differing(zip, layer.getAttribute("src"), name)));
      }
      return new Receipt.LayersReceipt(path, compared);
    }
  }

  private static void checkFrame(String path, ZipFile zip) throws IOException {
    ZipEntry type = zip.getEntry("mimetype");
    boolean isTyped = type != null && type.getMethod() == ZipEntry.STORED;
    if (!isTyped || !new String(bytes(zip, "mimetype")).equals("image/openraster")) {
      throw new PackageException(path + " is no OpenRaster file: its media type is not told");
    }
    for (String needed : List.of("stack.xml", "mergedimage.png", "Thumbnails/thumbnail.png")) {
      if (zip.getEntry(needed) == null) {
        throw new PackageException(path + " is no whole OpenRaster file: it has no " + needed);
      }
    }
  }

  private static byte[] bytes(ZipFile zip, String name) throws IOException {
    try (InputStream in = zip.getInputStream(zip.getEntry(name))) {
      return in.readAllBytes();
    }
  }

  private static Document stack(String path, ZipFile zip) throws IOException {
    try (InputStream in = zip.getInputStream(zip.getEntry("stack.xml"))) {
      DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
      factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
      factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
      return factory.newDocumentBuilder().parse(in);
    } catch (ParserConfigurationException | SAXException e) {
      throw new PackageException(path + " has a stack.xml that cannot be read: " + e.getMessage());
    }
  }

  /** −1 when the package has no mask of that name. */
  private long differing(ZipFile zip, String source, String name) throws IOException {
    for (JsonNode mask : sheet.path("masks")) {
      if (mask.path("name").asString().equals(name)) {
        if (zip.getEntry(source) == null) {
          throw new PackageException("a layered file has no " + source);
        }
        BufferedImage layer;
        try (InputStream in = zip.getInputStream(zip.getEntry(source))) {
          layer = ImageIO.read(in);
        }
        return Coverages.differing(
            layer.getRaster(), ALPHA, images.read(mask.path("file").asString()).getRaster());
      }
    }
    return -1;
  }
}
