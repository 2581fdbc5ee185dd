package idiotaxa.core.group;

import java.util.List;

/**
 * A material group.
 *
 * @param number ID number, 1 … 65533; 0 is kept for unclaimed
 * @param name not blank, at most 80 characters
 * @param color ID colour, 0xRRGGBB
 * @param keywords other words for it, 2000 characters together at most
 */
public record Group(int number, String name, int color, List<String> keywords, Look look) {
  public static final int UNCLAIMED = 0;
  /** The two numbers above are marks of the baked planes. */
  public static final int MAX_NUMBER = 65533;
  private static final int MAX_NAME_LENGTH = 80;
  private static final int MAX_KEYWORDS_LENGTH = 2000;

  public Group {
    if (number < 1 || number > MAX_NUMBER) {
      throw new IllegalArgumentException(
          "a group's number must be in 1 … " + MAX_NUMBER + ", got " + number);
    }
    if (name == null || name.isBlank() || name.length() > MAX_NAME_LENGTH) {
      throw new IllegalArgumentException(
          "a group's name must have 1 … " + MAX_NAME_LENGTH + " characters, got \"" + name + "\"");
    }
    if (color < 0 || color > 0xFFFFFF) {
      throw new IllegalArgumentException("a group's colour must be 0xRRGGBB, got " + color);
    }
    keywords = List.copyOf(keywords);
    if (String.join("\n", keywords).length() > MAX_KEYWORDS_LENGTH) {
      throw new IllegalArgumentException(
          "the keywords of " + name + " are longer than " + MAX_KEYWORDS_LENGTH + " characters");
    }
  }

  /** The same under another number. */
  public Group withNumber(int otherNumber) {
    return new Group(otherNumber, name, color, keywords, look);
  }

  /** The same in another ID colour. */
  public Group withColor(int otherColor) {
    return new Group(number, name, otherColor, keywords, look);
  }

  /** The same with another look. */
  public Group withLook(Look otherLook) {
    return new Group(number, name, color, keywords, otherLook);
  }

  /** A group without keywords whose look is its ID colour, matt. */
  public static Group of(int number, String name, int color) {
    return new Group(number, name, color, List.of(), Look.matt(color));
  }
}
