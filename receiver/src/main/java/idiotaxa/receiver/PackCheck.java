package idiotaxa.receiver;

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
      long differing =
          mask.isEmpty() ? -1 : Coverages.differing(packed, c, images.read(mask.get()).getRaster());
      channels.add(new Receipt.ChannelReceipt(CHANNELS[c], of.asString(), differing));
    }
    return new Receipt.PackReceipt(pack.path("file").asString(), channels);
  }
}
