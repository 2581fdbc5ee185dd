package idiotaxa.server.catalogue;

import java.util.Arrays;
import java.util.stream.Collectors;

/** In which order the catalogue shows assets. */
enum CatalogueOrder {
  NAME("name"),
  NEWEST("newest"),
  LEAST_CLAIMED("least-claimed"),
  LAST_BAKED("last-baked");

  private final String word;

  CatalogueOrder(String word) {
    this.word = word;
  }

  /**
   * @throws IllegalArgumentException when there is no such order
   */
  static CatalogueOrder of(String word) {
    return Arrays.stream(values())
        .filter(o -> o.word.equals(word))
        .findFirst()
        .orElseThrow(
            () ->
                new IllegalArgumentException(
                    "order: \"" + word + "\" is none of " + Arrays.stream(values()).map(o -> o.word).collect(Collectors.joining(", ")) + "."));
  }
}
