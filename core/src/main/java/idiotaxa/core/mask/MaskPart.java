package idiotaxa.core.mask;

import java.util.Locale;

/**
 * One thing that a mask is made of.
 *
 * @param group number, 0 when it is another thing
 * @param mask name of an earlier mask, null when it is another thing
 * @param image name of a grey image, null when it is another thing
 */
public record MaskPart(int group, String mask, String image, How how) {
  /** What a part does with what the parts before it gave. */
  public enum How {
    /** Sum, at most 1. */
    ADD,
    /** Difference, at least 0. */
    SUBTRACT,
    /** The smaller of both. */
    INTERSECT;

    public String word() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  public MaskPart {
    int named = (group > 0 ? 1 : 0) + (mask != null ? 1 : 0) + (image != null ? 1 : 0);
    if (named != 1) {
      throw new IllegalArgumentException(
          "a part of a mask is one of: a group's number, the name of a mask, the name of an image");
    }
  }

  public static MaskPart ofGroup(int number, How how) {
    return new MaskPart(number, null, null, how);
  }

  public static MaskPart ofMask(String name, How how) {
    return new MaskPart(0, name, null, how);
  }

  public static MaskPart ofImage(String name, How how) {
    return new MaskPart(0, null, name, how);
  }
}
