package idiotaxa.receiver;

import java.awt.image.BufferedImage;
import java.awt.image.Raster;
import tools.jackson.databind.JsonNode;

/** Picks a colour with a tolerance on an ID map, as texturing tools do, and compares with a mask. */
final class MaskPick {
  private static final int HALF = 128;

  private final Raster idMap;
  private final Raster mask;

  MaskPick(BufferedImage idMap, BufferedImage mask) {
    if (idMap.getWidth() != mask.getWidth() || idMap.getHeight() != mask.getHeight()) {
      throw new PackageException("a mask has another size than its ID map");
    }
    this.idMap = idMap.getRaster();
    this.mask = mask.getRaster();
  }

  Receipt.MaskReceipt compare(JsonNode entry) {
    JsonNode pick = entry.path("pick");
    String color = pick.path("color").asString();
    int rgb = Integer.parseInt(color.substring(1), 16);
    int tolerance =
        (pick.path("tolerance").path(0).asInt() + pick.path("tolerance").path(1).asInt()) / 2;
    long picked = 0;
    long expected = 0;
    long wronglyTaken = 0;
    long wronglyLeft = 0;
    int width = idMap.getWidth();
    int[] texels = new int[width * idMap.getNumBands()];
    int[] coverage = new int[width];
    for (int y = 0; y < idMap.getHeight(); y++) {
      idMap.getPixels(0, y, width, 1, texels);
      mask.getSamples(0, y, width, 1, 0, coverage);
      for (int x = 0; x < width; x++) {
        boolean isPicked = isNear(texels, x * idMap.getNumBands(), rgb, tolerance);
        boolean isExpected = coverage[x] >= HALF;
        picked += isPicked ? 1 : 0;
        expected += isExpected ? 1 : 0;
        wronglyTaken += isPicked && !isExpected ? 1 : 0;
        wronglyLeft += isExpected && !isPicked ? 1 : 0;
      }
    }
    return new Receipt.MaskReceipt(
        entry.path("name").asString(),
        color,
        tolerance,
        picked,
        expected,
        wronglyTaken,
        wronglyLeft);
  }

  private static boolean isNear(int[] texels, int at, int rgb, int tolerance) {
    int dr = texels[at] - (rgb >> 16);
    int dg = texels[at + 1] - (rgb >> 8 & 0xFF);
    int db = texels[at + 2] - (rgb & 0xFF);
    return dr * dr + dg * dg + db * db <= tolerance * tolerance;
  }
}
