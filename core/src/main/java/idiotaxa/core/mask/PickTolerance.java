package idiotaxa.core.mask;

import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.map.SheetImages;

/**
 * The tolerances with which a pick of a group's colour takes exactly its texels of a crisp ID map:
 * from 0 up to just before the nearest other colour or the background is taken in too.
 */
public final class PickTolerance {
  private static final int MAX = 128;

  private PickTolerance() {}

  /**
   * @return the largest safe tolerance, 0 … 128; −1 when another group has the same colour
   */
  public static int largestSafe(Group group, Palette palette) {
    int nearestSq = Rgb.distanceSq(group.color(), SheetImages.BACKGROUND);
    for (Group other : palette.groups()) {
      if (other.number() != group.number()) {
        nearestSq = Math.min(nearestSq, Rgb.distanceSq(group.color(), other.color()));
      }
    }
    int tolerance = (int) Math.ceil(Math.sqrt(nearestSq)) - 1;
    return Math.min(MAX, tolerance);
  }
}
