package idiotaxa.core.handoff;

import idiotaxa.core.map.PaddedMaps;
import idiotaxa.core.map.SheetImages;
import idiotaxa.core.mask.PickTest;
import java.io.IOException;
import java.io.OutputStream;
import java.time.Instant;
import java.util.List;
import tools.jackson.databind.node.ObjectNode;

/**
 * One file of a hand-off: where it goes, what it is in words, how its bytes are made and what the
 * manifest says of it. A new kind of file is one new class.
 */
interface Output {
  /** Relative, with {@code /} between folders. */
  String path();

  /** In words for the artist. */
  String what();

  /** The sheet that it is made from; null when it is made from none. */
  default SheetLayer layer() {
    return null;
  }

  /** Writes without closing the stream. */
  void write(Ingredients ingredients, OutputStream out) throws IOException;

  /**
   * Adds what the manifest says of the file beside its checksum.
   *
   * @param entry where it is added
   */
  void describe(Entry entry) throws IOException;

  /**
   * A sheet with or without its padding.
   *
   * @param sheet its name
   */
  record SheetLayer(String sheet, boolean isPadded) {
    String words() {
      return isPadded ? "padded" : "unpadded";
    }
  }

  /**
   * An image that is written to be picked from.
   *
   * @param variant how its borders are
   */
  record PickedImage(SheetLayer layer, String path, PickTest.Variant variant) {}

  /** What picks of the groups do on an image. */
  record ImagePicks(PickedImage image, List<PickTest.Result> results) {}

  /**
   * What files are made from.
   *
   * @param images of the output's layer, null when it has none
   * @param maps of the output's layer, null when it has none
   * @param masks of the output's layer, null when it has none
   * @param mesh loaded once, when it is asked for
   * @param created of the package
   * @param threads that may be used
   */
  record Ingredients(
      SheetImages images,
      PaddedMaps maps,
      LayerMasks masks,
      GroupedMesh.Source mesh,
      Instant created,
      int threads) {}

  /**
   * Where the manifest takes a file in.
   *
   * @param root of the manifest
   * @param sheet its node of the sheet that the file is made from; null when it is made from none
   * @param picks of that sheet's groups on the images that the manifest names and that are of the same layer as
   *     the file
   * @param mesh loaded once, when it is asked for
   */
  record Entry(
      ObjectNode root, ObjectNode sheet, List<ImagePicks> picks, GroupedMesh.Source mesh) {}
}
