package idiotaxa.receiver;

import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import tools.jackson.databind.JsonNode;

/** The ID maps of the package that was accepted last, as they were in it, and of the one before for who is just reading it. */
final class LatestMaps {
  private static final long MAX_BYTES = 128L << 20;

  private record Held(Summary summary, Map<String, byte[]> imageOfSheet) {}

  /**
   * What is held.
   *
   * @param number of packages accepted so far
   * @param sheets whose maps are held; without those that would make it more than 128 MiB
   */
  record Summary(long number, String asset, List<String> sheets) {}

  private Held held = new Held(new Summary(0, "", List.of()), Map.of());
  private Held before = held;

  /** Takes the place of what was held before, once its images are read. */
  void take(JsonNode manifest, PackageFiles files) throws IOException {
    Map<String, byte[]> images = new LinkedHashMap<>();
    long bytes = 0;
    for (JsonNode sheet : manifest.path("sheets")) {
      String path = sheet.path("idMap").asString("");
      if (!path.isEmpty() && bytes + files.size(path) <= MAX_BYTES) {
        bytes += files.size(path);
        images.put(sheet.path("name").asString(), files.bytes(path));
      }
    }
    String asset = manifest.path("asset").asString();
    synchronized (this) {
      before = held;
      held = new Held(new Summary(held.summary.number() + 1, asset, List.copyOf(images.keySet())), images);
    }
  }

  synchronized Summary summary() {
    return held.summary;
  }

  /** A PNG; nothing when the package of that number is neither the latest nor the one before, or has no such map. */
  synchronized Optional<byte[]> image(long number, String sheet) {
    Held of = number == before.summary.number() ? before : held;
    return Optional.ofNullable(number == of.summary.number() ? of.imageOfSheet.get(sheet) : null);
  }
}
