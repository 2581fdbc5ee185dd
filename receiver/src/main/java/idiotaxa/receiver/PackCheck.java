package idiotaxa.receiver;

import java.awt.image.BufferedImage;
import java.awt.image.Raster;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import tools.jackson.databind.JsonNode;

/** Compares a pack with the masks that its channels are said to hold, channel by channel. */
final class PackCheck {
  private static final String[] CHANNELS = {"r", "g", "b", "a"};

  private final PackageImages images;
  private final Map<String, String> fileOfMask = new HashMap<>();

  PackCheck(PackageImages images, JsonNode sheet) {
    this.images = images;
    for (JsonNode mask : sheet.path("masks")) {
      fileOfMask.put(mask.path("name").asString().toLowerCase(), mask.path("file").asString());
    }
  }

  Receipt.PackReceipt check(JsonNode pack) throws IOException {
    Raster packed = images.read(pack.path("file").asString()).getRaster();
    List<Receipt.ChannelReceipt> channels = new ArrayList<>();
    for (int c = 0; c < CHANNELS.length; c++) {
      JsonNode of = pack.path(CHANNELS[c]);
      if (of.isNull() || c >= packed.getNumBands()) {
        continue;
      }
      Optional<String> mask = Optional.ofNullable(fileOfMask.get(of.asString().toLowerCase()));
      long differing = mask.isEmpty() ? -1 : differing(packed, c, images.read(mask.get()));
      channels.add(new Receipt.ChannelReceipt(CHANNELS[c], of.asString(), differing));
    }
    return new Receipt.PackReceipt(pack.path("file").asString(), channels);
  }

  private static long differing(Raster packed, int band, BufferedImage mask) {
    int width = packed.getWidth();
    if (mask.getWidth() != width || mask.getHeight() != packed.getHeight()) {
      return (long) width * packed.getHeight();
    }
    long differing = 0;
    int[] a = new int[width];
    int[] b = new int[width];
    for (int y = 0; y < packed.getHeight(); y++) {
      packed.getSamples(0, y, width, 1, band, a);
      Coverages.row(mask.getRaster(), 0, y, b);
      for (int x = 0; x < width; x++) {
        differing += a[x] == b[x] ? 0 : 1;
      }
    }
    return differing;
  }
}
