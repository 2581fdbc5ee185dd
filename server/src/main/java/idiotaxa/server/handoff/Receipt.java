package idiotaxa.server.handoff;

import java.util.List;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * What a receiver says of a package, as far as it is shown: everything that is missing makes it unreadable.
 *
 * @param isAccepted whether there are no problems
 * @param problems in words
 * @param files number of files whose checksum was right
 */
public record Receipt(
    Boolean isAccepted, String asset, List<String> problems, Integer files, List<Sheet> sheets) {
  private static final JsonMapper JSON =
      JsonMapper.builder().disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES).build();

  /** A sheet; size in texels. */
  public record Sheet(String name, Integer width, Integer height, List<Mask> masks) {
    public Sheet {
      need(name, width, height, masks);
      need(masks.toArray());
    }
  }

  /** A mask against a pick of its colour; numbers of texels. */
  public record Mask(
      String name,
      String color,
      Integer tolerance,
      Long picked,
      Long expected,
      Long wronglyTaken,
      Long wronglyLeft) {
    public Mask {
      need(name, color, tolerance, picked, expected, wronglyTaken, wronglyLeft);
    }
  }

  public Receipt {
    need(isAccepted, problems, files, sheets);
    need(problems.toArray());
    need(sheets.toArray());
  }

  private static void need(Object... values) {
    for (Object value : values) {
      if (value == null) {
        throw new IllegalArgumentException("a receipt has all of its fields");
      }
    }
  }

  /**
   * @throws IllegalArgumentException when this is no receipt
   */
  static Receipt read(String json) {
    try {
      Receipt receipt = JSON.readValue(json, Receipt.class);
      need(receipt);
      return receipt;
    } catch (JacksonException e) {
      throw new IllegalArgumentException("this is no receipt", e);
    }
  }

  String write() {
    return JSON.writeValueAsString(this);
  }
}
