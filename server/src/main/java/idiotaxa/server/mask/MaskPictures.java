package idiotaxa.server.mask;

import idiotaxa.core.group.Palette;
import idiotaxa.core.image.PixelImage;
import idiotaxa.core.image.PngWriter;
import idiotaxa.core.map.NearestCovered;
import idiotaxa.core.map.SheetImages;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.mask.GreyImages;
import idiotaxa.core.mask.MaskImages;
import idiotaxa.core.mask.MaskMaker;
import idiotaxa.core.mask.MaskPlan;
import idiotaxa.core.mask.MaskSheet;
import idiotaxa.core.mask.MaskSpec;
import idiotaxa.core.mask.PackSpec;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import idiotaxa.server.bake.BakeGroups;
import idiotaxa.server.bake.BakeRow;
import idiotaxa.server.bake.BakeService;
import idiotaxa.server.bake.BakeSettings;
import idiotaxa.server.cache.ReadMemory;
import idiotaxa.server.cache.RecentResults;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Map;
import java.util.HashMap;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Pictures of masks, packs and edits, made from a plan that need not be kept yet. */
@Component
public class MaskPictures {
  private static final int KEPT = 24;
  private static final long BYTES_A_BAKED_TEXEL = 16;
  private static final long BYTES_A_TEXEL = 72;

  private final BakeService bakes;
  private final BakeGroups groups;
  private final MaskSheets sheets;
  private final MaskImageService images;
  private final JsonMapper json;
  private final ReadMemory memory;
  private final RecentResults<Asked, Picture> recent = new RecentResults<>(KEPT);

  MaskPictures(
      BakeService bakes,
      BakeGroups groups,
      MaskSheets sheets,
      MaskImageService images,
      JsonMapper json,
      ReadMemory memory) {
    this.memory = memory;
    this.bakes = bakes;
    this.groups = groups;
    this.sheets = sheets;
    this.images = images;
    this.json = json;
  }

  /**
   * What a picture is asked of.
   *
   * @param largest side of the picture, px: a larger sheet is shrunk before anything is computed
   * @param imageIds grey images that there are: another one changes the answer
   */
  private record Asked(
      long bakeId,
      String sheet,
      String kind,
      String name,
      MaskPlan plan,
      boolean isPadded,
      int largest,
      List<Long> imageIds,
      List<Integer> colors) {}

  /**
   * A picture as PNG.
   *
   * @param share of the sheet that a mask has, 0 … 1; of other pictures 0
   */
  public record Picture(byte[] png, double share) {}

  /** Which channels of a pack are wanted. */
  public enum Channel {
    /** All four, as they leave. */
    RGBA,
    /** The three colours together, without what alpha would hide. */
    RGB,
    R,
    G,
    B,
    A
  }

  /** A mask in grey. */
  public Picture mask(
      long bakeId, String sheet, MaskPlan plan, String name, boolean isPadded, int largest) {
    return picture(bakeId, sheet, "mask", name, plan, isPadded, largest);
  }

  /** A pack, or a channel of it in grey. */
  public Picture pack(
      long bakeId,
      String sheet,
      MaskPlan plan,
      String name,
      Channel channel,
      boolean isPadded,
      int largest) {
    return picture(
        bakeId, sheet, "pack " + channel, name, plan, isPadded, largest);
  }

  /** The ID map after edits, as PNG; what they change is in full colour, the rest is pale. */
  public Picture edits(long bakeId, String sheet, MaskPlan plan, int largest) {
    return picture(bakeId, sheet, "edits", "", plan, false, largest);
  }

  private Picture picture(
      long bakeId,
      String sheet,
      String kind,
      String name,
      MaskPlan plan,
      boolean isPadded,
      int largest) {
    BakeRow bake = bakes.get(bakeId);
    List<Long> imageIds = images.list(bake.assetId()).stream().map(i -> i.id()).toList();
    List<Integer> colors =
        groups.paletteOf(bake, "asset").groups().stream().map(g -> g.color()).toList();
    Asked asked =
        new Asked(bakeId, sheet, kind, name, plan, isPadded, largest, imageIds, colors);
    return recent.get(asked, key -> memory.with(bytes(bake, key), () -> draw(bake, key)));
  }

  /** What it takes while it is computed, about: a picture of 2048 px was seen to take 300 MB. */
  private long bytes(BakeRow bake, Asked asked) {
    long size = json.readValue(bake.settings(), BakeSettings.class).size();
    long side = Math.min(size, asked.largest());
    return BYTES_A_BAKED_TEXEL * size * size + BYTES_A_TEXEL * side * side;
  }

  private Picture draw(BakeRow bake, Asked asked) {
    MaskPlan plan = sheets.numbered(bake, asked.plan());
    SheetMaps whole = sheets.plain(bake, asked.sheet(), 1).maps();
    int shrink = 1;
    while (Math.max(whole.width(), whole.height()) / shrink > asked.largest()) {
      shrink *= 2;
    }
    MaskPlan shrunk = shrink == 1 ? plan : plan.shrunk(shrink);
    int padding = json.readValue(bake.settings(), BakeSettings.class).padding();
    int radius =
        !asked.isPadded() ? 0 : padding < 0 ? NearestCovered.EVERYWHERE : padding / shrink;
    if (asked.kind().equals("edits")) {
      return new Picture(png(editsImage(bake, asked, plan, shrink)), 0);
    }
    Maker maker = new Maker(bake, asked.sheet(), plan, shrunk, shrink);
    MaskImages made = maker.images(images.of(bake.assetId()), radius);
    if (asked.kind().equals("mask")) {
      char[] plane = maker.plane(asked.name());
      return new Picture(png(made.mask(maker.sheet.maps(), plane, 8)), share(plane));
    }
    Channel channel = Channel.valueOf(asked.kind().substring("pack ".length()));
    return new Picture(png(channel(packImage(asked, shrunk, maker, made), channel)), 0);
  }

  private static double share(char[] plane) {
    double sum = 0;
    for (char value : plane) {
      sum += value;
    }
    return sum / (65535.0 * plane.length);
  }

  private static PixelImage channel(PixelImage pack, Channel channel) {
    if (channel == Channel.RGBA) {
      return pack;
    }
    boolean isGrey = channel != Channel.RGB;
    int first = isGrey ? channel.ordinal() - Channel.R.ordinal() : 0;
    int kept = isGrey ? 1 : 3;
    return new PixelImage(
        pack.width(),
        pack.height(),
        isGrey ? PixelImage.Layout.GREY_8 : PixelImage.Layout.RGB_8,
        false,
        () -> {
          PixelImage.Rows rows = pack.rows().get();
          byte[] row = new byte[4 * pack.width()];
          return (y, out, offset) -> {
            rows.row(y, row, 0);
            for (int x = 0, at = offset; x < pack.width(); x++) {
              for (int c = 0; c < kept; c++) {
                out[at++] = row[4 * x + first + c];
              }
            }
          };
        });
  }

  private static byte[] png(PixelImage image) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try {
      PngWriter.write(image, Parallel.cores(), out);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toByteArray();
  }

  /** Makes masks of one sheet, of all at once where that is needed. */
  private final class Maker {
    private final BakeRow bake;
    private final MaskPlan plan;
    private final int shrink;
    private final MaskSheet sheet;
    private final MaskMaker maker;

    /**
     * @param plan of the whole size, for the edits
     * @param shrunk of the picture's size, for the masks
     */
    Maker(BakeRow bake, String sheet, MaskPlan plan, MaskPlan shrunk, int shrink) {
      this.bake = bake;
      this.plan = plan;
      this.shrink = shrink;
      this.sheet = sheets.edited(bake, sheet, plan, shrink);
      maker =
          new MaskMaker(
              sheets.target(bake),
              shrunk.masks(),
              images.of(bake.assetId()),
              Parallel.cores(),
              Progress.NONE);
    }

    char[] plane(String name) {
      MaskSpec spec = maker.find(name);
      if (!maker.needsAllSheets(spec)) {
        return maker.make(spec, List.of(sheet))[0];
      }
      List<MaskSheet> all = sheets.allEdited(bake, plan, shrink);
      char[][] planes = maker.make(spec, all);
      for (int s = 0; s < planes.length; s++) {
        if (all.get(s).name().equals(sheet.name())) {
          return planes[s];
        }
      }
      throw new IllegalStateException("a sheet of the bake is one of its sheets");
    }

    MaskImages images(GreyImages greys, int radius) {
      return new MaskImages(maker, greys, radius, Parallel.cores());
    }
  }

  private static PixelImage packImage(
      Asked asked, MaskPlan shrunk, Maker maker, MaskImages made) {
    PackSpec spec =
        shrunk.packs().stream()
            .filter(p -> p.name().equals(asked.name()))
            .findFirst()
            .orElseThrow(
                () -> new IllegalArgumentException("There is no pack " + asked.name() + "."));
    Map<String, char[]> planes = new HashMap<>();
    for (PackSpec.Well well : spec.wells()) {
      if (well != null && well.mask() != null) {
        planes.computeIfAbsent(well.mask(), maker::plane);
      }
    }
    return made.pack(spec, maker.sheet, planes::get);
  }

  private PixelImage editsImage(BakeRow bake, Asked asked, MaskPlan plan, int shrink) {
    char[] before = sheets.plain(bake, asked.sheet(), shrink).maps().groups();
    SheetMaps after = sheets.edited(bake, asked.sheet(), plan, shrink).maps();
    Palette palette = groups.paletteOf(bake, "asset");
    int[] colors = palette.colorTable(SheetImages.BACKGROUND);
    int width = after.width();
    return new PixelImage(
        width,
        after.height(),
        PixelImage.Layout.RGB_8,
        true,
        () ->
            (y, out, offset) -> {
              int at = offset;
              for (int i = y * width; i < (y + 1) * width; i++) {
                char group = after.groups()[i];
                int rgb = group < colors.length ? colors[group] : SheetImages.BACKGROUND;
                boolean isPale = group == before[i] && group < SheetMaps.MISSED;
                for (int shift = 16; shift >= 0; shift -= 8) {
                  int value = rgb >> shift & 0xFF;
                  out[at++] = (byte) (isPale ? 165 + value * 70 / 255 : value);
                }
              }
            });
  }
}
