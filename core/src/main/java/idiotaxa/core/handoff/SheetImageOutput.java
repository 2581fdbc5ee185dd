package idiotaxa.core.handoff;

import idiotaxa.core.group.Group;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.image.PixelImage;
import idiotaxa.core.image.PngWriter;
import idiotaxa.core.mask.MaskSpec;
import idiotaxa.core.mask.PackSpec;
import idiotaxa.core.mask.PickTest;
import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
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
    PngWriter.write(image(ingredients), ingredients.threads(), out);
  }

  @Override
  public void describe(ObjectNode root, ObjectNode sheet, List<PickTest.Result> picks) {
    // The manifest names the padded images; the others lie beside them under the same names.
    if (layer.isPadded()) {
      describe(sheet, picks);
    }
  }

  abstract PixelImage image(Ingredients ingredients) throws IOException;

  abstract void describe(ObjectNode sheet, List<PickTest.Result> picks);

  /** The ID map. */
  static final class IdMap extends SheetImageOutput {
    IdMap(SheetLayer layer, String stem) {
      super(layer, stem + "_id.png", "ID map");
    }

    @Override
    PixelImage image(Ingredients ingredients) {
      return ingredients.images().idMap();
    }

    @Override
    void describe(ObjectNode sheet, List<PickTest.Result> picks) {
      sheet.put("idMap", path());
    }
  }

  /** The index map. */
  static final class IndexMap extends SheetImageOutput {
    IndexMap(SheetLayer layer, String stem) {
      super(layer, stem + "_index.png", "index map");
    }

    @Override
    PixelImage image(Ingredients ingredients) {
      return ingredients.images().indexMap();
    }

    @Override
    void describe(ObjectNode sheet, List<PickTest.Result> picks) {
      sheet.put("indexMap", path());
    }
  }

  /** The mask of one group. */
  static final class GroupMask extends SheetImageOutput {
    private final Group group;

    /**
     * @param name of the group as part of the file's name
     */
    GroupMask(SheetLayer layer, String stem, String name, Group group) {
      super(layer, "masks/" + stem + "_" + name + ".png", "mask of " + group.name());
      this.group = group;
    }

    @Override
    PixelImage image(Ingredients ingredients) {
      return ingredients.images().mask(group.number());
    }

    @Override
    void describe(ObjectNode sheet, List<PickTest.Result> picks) {
      ObjectNode node = ((ArrayNode) sheet.get("masks")).addObject();
      node.put("name", group.name());
      node.putArray("groups").add(group.number());
      node.put("file", path());
      PickTest.Result pick =
          picks.stream().filter(p -> p.group() == group.number()).findFirst().orElseThrow();
      if (pick.isExact()) {
        ObjectNode exact = node.putObject("pick").put("color", Rgb.toHex(group.color()));
        exact.putArray("tolerance").add(pick.from()).add(pick.to());
      } else {
        node.putNull("pick");
      }
    }
  }

  /** A mask that was made of groups, masks and images. */
  static final class MadeMask extends SheetImageOutput {
    private final MaskSpec spec;
    private final Set<Integer> groups;

    /**
     * @param name of the mask as part of the file's name
     * @param groups numbers that it is made of
     */
    MadeMask(SheetLayer layer, String stem, String name, MaskSpec spec, Set<Integer> groups) {
      super(layer, "masks/" + stem + "_" + name + ".png", "mask " + spec.name());
      this.spec = spec;
      this.groups = groups;
    }

    @Override
    PixelImage image(Ingredients ingredients) throws IOException {
      return ingredients.masks().mask(spec);
    }

    @Override
    void describe(ObjectNode sheet, List<PickTest.Result> picks) {
      ObjectNode node = ((ArrayNode) sheet.get("masks")).addObject();
      node.put("name", spec.name());
      ArrayNode of = node.putArray("groups");
      groups.forEach(of::add);
      node.put("file", path()).putNull("pick");
    }
  }

  /** Several masks or images in the channels of one image. */
  static final class Pack extends SheetImageOutput {
    private final PackSpec spec;
    private final Function<PackSpec.Well, String> wordOfWell;

    /**
     * @param name of the pack as part of the file's name
     * @param wordOfWell what the manifest calls that which lies in a well
     */
    Pack(
        SheetLayer layer,
        String stem,
        String name,
        PackSpec spec,
        Function<PackSpec.Well, String> wordOfWell) {
      super(layer, "packs/" + stem + "_" + name + ".png", "pack " + spec.name());
      this.spec = spec;
      this.wordOfWell = wordOfWell;
    }

    @Override
    PixelImage image(Ingredients ingredients) throws IOException {
      return ingredients.masks().pack(spec);
    }

    @Override
    void describe(ObjectNode sheet, List<PickTest.Result> picks) {
      ObjectNode node = ((ArrayNode) sheet.get("packs")).addObject().put("file", path());
      String[] channels = {"r", "g", "b", "a"};
      for (int c = 0; c < channels.length; c++) {
        PackSpec.Well well = spec.wells()[c];
        node.put(channels[c], well == null ? null : wordOfWell.apply(well));
      }
    }
  }
}
