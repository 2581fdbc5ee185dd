package idiotaxa.core.mask;

import idiotaxa.core.image.GreyImage;
import java.util.Optional;

/** Grey images of the artist's own, by the names under which masks and packs use them. */
public interface GreyImages {
  /** Stands for the sheet's name in an image's name. */
  String SHEET = "{sheet}";

  /** There are none. */
  GreyImages NONE = name -> Optional.empty();

  /**
   * @param name without tokens
   */
  Optional<GreyImage> find(String name);

  /**
   * The image that a mask or a pack means on a sheet, in the sheet's size.
   *
   * @throws IllegalArgumentException when it is not there
   */
  default GreyImage of(String name, MaskSheet sheet) {
    String meant = name.replace(SHEET, sheet.name());
    return find(meant)
        .orElseThrow(
            () ->
                new IllegalArgumentException(
                    "the image " + meant + " is not there; bring it in or take it out of the mask or pack"))
        .resized(sheet.maps().width(), sheet.maps().height());
  }
}
