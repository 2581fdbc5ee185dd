package idiotaxa.server.bake;

import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.bake.SheetSettings;
import idiotaxa.core.image.PixelImage;
import idiotaxa.core.image.PngWriter;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import idiotaxa.server.cache.RecentResults;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** The own colours of what a bake read, laid out as on its sheets, to be compared by eye. */
@Service
public class OwnColorImages {
  /** Enough to compare by eye; every texel costs a ray. */
  private static final int LARGEST = 2048;

  private static final int KEPT = 8;

  private final BakeService bakes;
  private final PreparedBakes prepared;
  private final JsonMapper json;
  private final RecentResults<String, byte[]> recent = new RecentResults<>(KEPT);

  OwnColorImages(BakeService bakes, PreparedBakes prepared, JsonMapper json) {
    this.bakes = bakes;
    this.prepared = prepared;
    this.json = json;
  }

  /** A PNG of the bake's own size, or of {@value #LARGEST} px where that is larger. */
  public byte[] png(long bakeId, String sheetName) {
    BakeRow bake = bakes.get(bakes.sheet(bakeId, sheetName).bakeId());
    return recent.get(bakeId + " " + sheetName, key -> paint(bake, sheetName));
  }

  private byte[] paint(BakeRow bake, String sheetName) {
    BakeSettings settings = json.readValue(bake.settings(), BakeSettings.class);
    int size = Math.min(LARGEST, settings.size());
    Sheet sheet = prepared.sheet(bake, sheetName);
    PreparedBake ready = prepared.of(bake, settings, Progress.NONE).bake();
    int[] colors =
        ready.ownColors(
            sheet,
            prepared.textures(bake, settings),
            new SheetSettings(size, size, 1, false, Parallel.cores()),
            Progress.NONE);
    PixelImage image =
        new PixelImage(
            size,
            size,
            PixelImage.Layout.RGB_8,
            true,
            () -> (y, out, offset) -> putRow(colors, y * size, size, out, offset));
    try {
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      PngWriter.write(image, Parallel.cores(), out);
      return out.toByteArray();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static void putRow(int[] colors, int from, int count, byte[] out, int offset) {
    for (int x = 0, at = offset; x < count; x++) {
      int rgb = colors[from + x];
      out[at++] = (byte) (rgb >> 16);
      out[at++] = (byte) (rgb >> 8);
      out[at++] = (byte) rgb;
    }
  }
}
