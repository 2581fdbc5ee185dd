package idiotaxa.core.handoff;

import idiotaxa.core.image.PixelImage;
import idiotaxa.core.mask.GreyImages;
import idiotaxa.core.mask.MaskImages;
import idiotaxa.core.mask.MaskMaker;
import idiotaxa.core.mask.MaskSheet;
import idiotaxa.core.mask.MaskSpec;
import idiotaxa.core.mask.PackSpec;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Makes the masks and packs of one layer of a sheet. Masks that are measured on the surface are computed for
 * all sheets at once, at the first that is written.
 */
final class LayerMasks {
  private final HandoffRequest request;
  private final MaskMaker maker;
  private final int threads;
  private final Map<String, char[][]> onSurface = new HashMap<>();
  private MaskSheet sheet;
  private int index;
  private int radius;

  LayerMasks(HandoffRequest request, MaskMaker maker, int threads) {
    this.request = request;
    this.maker = maker;
    this.threads = threads;
  }

  /** Goes on to a layer. */
  void open(MaskSheet opened, int indexOfSheet, int paddingRadius) {
    sheet = opened;
    index = indexOfSheet;
    radius = paddingRadius;
  }

  PixelImage mask(MaskSpec spec) throws IOException {
    return images().mask(sheet.maps(), plane(spec), spec.bits());
  }

  PixelImage pack(PackSpec spec) throws IOException {
    Map<String, char[]> planes = new HashMap<>();
    for (PackSpec.Well well : spec.wells()) {
      if (well != null && well.mask() != null) {
        planes.put(well.mask(), plane(maker.find(well.mask())));
      }
    }
    return images().pack(spec, sheet, planes::get);
  }

  private MaskImages images() {
    GreyImages images = request.masks().images();
    return new MaskImages(maker, images, radius, threads);
  }

  private char[] plane(MaskSpec spec) throws IOException {
    if (!maker.needsAllSheets(spec)) {
      return maker.make(spec, List.of(sheet))[0];
    }
    char[][] planes = onSurface.get(spec.name());
    if (planes == null) {
      List<MaskSheet> all = new ArrayList<>();
      for (HandoffSheet other : request.sheets()) {
        all.add(other.name().equals(sheet.name()) ? sheet : other.maps().load());
      }
      planes = maker.make(spec, all);
      onSurface.put(spec.name(), planes);
    }
    return planes[index];
  }
}
