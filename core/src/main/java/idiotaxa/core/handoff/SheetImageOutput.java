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
import java.util.Set;
import java.util.function.Function;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** An image of a sheet, as PNG. */
abstract class SheetImageOutput extends SheetOutput {
  private SheetImageOutput(Place place, String what) {
    super(place, what);
  }

  @Override
  public void write(Ingredients ingredients, OutputStream out) throws IOException {
    PngWriter.write(image(ingredients), ingredients.threads(), out);
  }

  abstract PixelImage image(Ingredients ingredients) throws IOException;

  /** A sheet has one map of each kind in the manifest: the first. */
  private static void putFirst(ObjectNode sheet, String field, String path) {
    if (!sheet.has(field)) {
      sheet.put(field, path);
    }
  }

  /** The ID map. */
  static final class IdMap extends SheetImageOutput {
    IdMap(Place place) {
      super(place, "ID map");
    }

    @Override
    PixelImage image(Ingredients ingredients) {
      return ingredients.images().idMap();
    }

    @Override
    void name(Entry entry) {
      putFirst(entry.sheet(), "idMap", path());
    }
  }

  /** The ID map blended at borders. */
  static final class FilteredIdMap extends SheetImageOutput {
    FilteredIdMap(Place place) {
      super(place, "filtered ID map");
    }

    @Override
    PixelImage image(Ingredients ingredients) {
      return ingredients.images().filteredIdMap();
    }

    @Override
    void name(Entry entry) {
      putFirst(entry.sheet(), "filteredIdMap", path());
    }
  }

  /** The index map. */
  static final class IndexMap extends SheetImageOutput {
    IndexMap(Place place) {
      super(place, "index map");
    }

    @Override
    PixelImage image(Ingredients ingredients) {
      return ingredients.images().indexMap();
    }

    @Override
    void name(Entry entry) {
      putFirst(entry.sheet(), "indexMap", path());
    }
  }

  /** The mask of one group. */
  static final class GroupMask extends SheetImageOutput {
    private final Group group;

    GroupMask(Place place, Group group) {
      super(place, "mask of " + group.name());
      this.group = group;
    }

    @Override
    PixelImage image(Ingredients ingredients) {
      return ingredients.images().mask(group.number());
    }

    @Override
    void name(Entry entry) {
      ObjectNode node = ((ArrayNode) entry.sheet().get("masks")).addObject();
      node.put("name", group.name());
      node.putArray("groups").add(group.number());
      node.put("file", path()).putNull("pick");
      ArrayNode all = node.putArray("picks");
      for (ImagePicks picks : entry.picks()) {
        picks.results().stream()
            .filter(result -> result.group() == group.number())
            .forEach(
                result -> {
                  ObjectNode one = all.addObject();
                  put(one, picks.image(), result);
                  one.put("wronglyTaken", result.wronglyTaken()).put("wronglyLeft", result.wronglyLeft());
                  if (picks.image().variant() == PickTest.Variant.CRISP && result.isExact()) {
                    put(node.putObject("pick"), picks.image(), result);
                  }
                });
      }
    }

    private void put(ObjectNode node, PickedImage image, PickTest.Result result) {
      node.put("color", Rgb.toHex(group.color())).put("image", image.path());
      node.putArray("tolerance").add(result.from()).add(result.to());
    }
  }

  /** A mask that was made of groups, masks and images. */
  static final class MadeMask extends SheetImageOutput {
    private final MaskSpec spec;
    private final Set<Integer> groups;

    /**
     * @param groups numbers that it is made of
     */
    MadeMask(Place place, MaskSpec spec, Set<Integer> groups) {
      super(place, "mask " + spec.name());
      this.spec = spec;
      this.groups = groups;
    }

    @Override
    PixelImage image(Ingredients ingredients) throws IOException {
      return ingredients.masks().mask(spec);
    }

    @Override
    void name(Entry entry) {
      ObjectNode node = ((ArrayNode) entry.sheet().get("masks")).addObject();
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
     * @param wordOfWell what the manifest calls that which lies in a well
     */
    Pack(Place place, PackSpec spec, Function<PackSpec.Well, String> wordOfWell) {
      super(place, "pack " + spec.name());
      this.spec = spec;
      this.wordOfWell = wordOfWell;
    }

    @Override
    PixelImage image(Ingredients ingredients) throws IOException {
      return ingredients.masks().pack(spec);
    }

    @Override
    void name(Entry entry) {
      ObjectNode node = ((ArrayNode) entry.sheet().get("packs")).addObject().put("file", path());
      node.put("name", spec.name());
      String[] channels = {"r", "g", "b", "a"};
      for (int c = 0; c < channels.length; c++) {
        PackSpec.Well well = spec.wells()[c];
        node.put(channels[c], well == null ? null : wordOfWell.apply(well));
      }
      ArrayNode uncut = node.putArray("uncut");
      for (int c = 0; c < channels.length; c++) {
        if (spec.wells()[c] != null && spec.wells()[c].image() != null) {
          uncut.add(channels[c]);
        }
      }
    }
  }
}
