package idiotaxa.core.handoff;

import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.image.PixelImage;
import idiotaxa.core.image.PngWriter;
import idiotaxa.core.map.SheetImages;
import idiotaxa.core.mask.PickTolerance;
import java.io.IOException;
import java.io.OutputStream;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** An image of a sheet, as PNG. */
abstract class SheetImageOutput implements Output {
  private final SheetLayer layer;
  private final String path;
  private final String what;

  /**
   * @param path without the folder of the layer
   */
  private SheetImageOutput(SheetLayer layer, String path, String what) {
    this.layer = layer;
    this.path = layer.folder() + path;
    this.what = what + ", " + layer.words();
  }

  @Override
  public String path() {
    return path;
  }

  @Override
  public String what() {
    return what;
  }

  @Override
  public SheetLayer layer() {
    return layer;
  }

  @Override
  public void write(Ingredients ingredients, OutputStream out) throws IOException {
    PngWriter.write(image(ingredients.images()), ingredients.threads(), out);
  }

  @Override
  public void describe(ObjectNode root, ObjectNode sheet) {
    // The manifest names the padded images; the others lie beside them under the same names.
    if (layer.isPadded()) {
      describe(sheet);
    }
  }

  abstract PixelImage image(SheetImages images);

  abstract void describe(ObjectNode sheet);

  /** The ID map. */
  static final class IdMap extends SheetImageOutput {
    IdMap(SheetLayer layer, String stem) {
      super(layer, stem + "_id.png", "ID map");
    }

    @Override
    PixelImage image(SheetImages images) {
      return images.idMap();
    }

    @Override
    void describe(ObjectNode sheet) {
      sheet.put("idMap", path());
    }
  }

  /** The index map. */
  static final class IndexMap extends SheetImageOutput {
    IndexMap(SheetLayer layer, String stem) {
      super(layer, stem + "_index.png", "index map");
    }

    @Override
    PixelImage image(SheetImages images) {
      return images.indexMap();
    }

    @Override
    void describe(ObjectNode sheet) {
      sheet.put("indexMap", path());
    }
  }

  /** The mask of one group. */
  static final class GroupMask extends SheetImageOutput {
    private final Group group;
    private final Palette palette;

    /**
     * @param name of the group as part of the file's name
     */
    GroupMask(SheetLayer layer, String stem, String name, Group group, Palette palette) {
      super(layer, "masks/" + stem + "_" + name + ".png", "mask of " + group.name());
      this.group = group;
      this.palette = palette;
    }

    @Override
    PixelImage image(SheetImages images) {
      return images.mask(group.number());
    }

    @Override
    void describe(ObjectNode sheet) {
      ObjectNode node = ((ArrayNode) sheet.get("masks")).addObject();
      node.put("name", group.name());
      node.putArray("groups").add(group.number());
      node.put("file", path());
      int tolerance = PickTolerance.largestSafe(group, palette);
      if (tolerance < 0) {
        node.putNull("pick");
      } else {
        ObjectNode pick = node.putObject("pick").put("color", Rgb.toHex(group.color()));
        pick.putArray("tolerance").add(0).add(tolerance);
      }
    }
  }
}
