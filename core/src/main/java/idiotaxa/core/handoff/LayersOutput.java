package idiotaxa.core.handoff;

import idiotaxa.core.group.Group;
import idiotaxa.core.image.OpenRasterLayer;
import idiotaxa.core.image.OpenRasterWriter;
import idiotaxa.core.mask.MaskSpec;
import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * A layer for every group and mask, as OpenRaster. Groups are shares of the surface that add up to it;
 * where there are groups, masks are in the file but hidden, since they would cover them.
 */
final class LayersOutput extends SheetOutput {
  private static final int MASK_COLOR = 0xFFFFFF;

  private final List<Group> groups;
  private final List<MaskSpec> masks;

  LayersOutput(Place place, List<Group> groups, List<MaskSpec> masks) {
    super(place, "layers of " + words(groups.size(), "group") + " and " + words(masks.size(), "mask"));
    this.groups = groups;
    this.masks = masks;
  }

  private static String words(int count, String of) {
    return count + " " + of + (count == 1 ? "" : "s");
  }

  @Override
  public void write(Ingredients ingredients, OutputStream out) throws IOException {
    List<OpenRasterLayer> layers = new ArrayList<>();
    for (Group group : groups) {
      layers.add(
          new OpenRasterLayer(
              group.name(),
              group.color(),
              () -> ingredients.images().mask(group.number()),
              true));
    }
    for (MaskSpec mask : masks) {
      layers.add(
          new OpenRasterLayer(
              mask.name(), MASK_COLOR, () -> ingredients.masks().mask(mask), groups.isEmpty()));
    }
    OpenRasterWriter.write(
        layers, !groups.isEmpty(), ingredients.created(), ingredients.threads(), out);
  }

  /** Masks that are shown are all held while they are laid over each other. */
  int heldMasks() {
    return groups.isEmpty() ? masks.size() : 1;
  }

  @Override
  void name(Entry entry) {
    ObjectNode node = entry.sheet().withArray("layers").addObject().put("file", path());
    ArrayNode names = node.putArray("names");
    groups.forEach(group -> names.add(group.name()));
    masks.forEach(mask -> names.add(mask.name()));
  }
}
