package idiotaxa.core.origin;

import com.carrotsearch.hppc.IntIntHashMap;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Rgb;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;

/** Snaps colours to the nearest group within a tolerance. Every colour is looked up once. */
final class ColorSnap {
  private static final int UNKNOWN = -1;

  private final List<Group> groups;
  private final double tolerance;
  private final IntIntHashMap groupOfColor = new IntIntHashMap();
  private final Set<Integer> strays = new LinkedHashSet<>();
  private int lastColor = -1;
  private int lastGroup;

  /**
   * @param tolerance 8-bit RGB distance
   */
  ColorSnap(List<Group> groups, double tolerance) {
    this.groups = groups;
    this.tolerance = tolerance;
  }

  /**
   * @param color 0xRRGGBB
   * @return a group number, {@link Group#UNCLAIMED} for a stray
   */
  int groupOf(int color) {
    // Most corners have the colour of the one before; that needs no look into the map.
    if (color != lastColor) {
      lastColor = color;
      lastGroup = groupOfColor.getOrDefault(color, UNKNOWN);
      if (lastGroup == UNKNOWN) {
        lastGroup = search(color);
        groupOfColor.put(color, lastGroup);
      }
    }
    return lastGroup;
  }

  private int search(int color) {
    int best = Group.UNCLAIMED;
    double bestDistance = Double.POSITIVE_INFINITY;
    for (Group group : groups) {
      double distance = Rgb.distance(group.color(), color);
      if (distance <= tolerance && distance < bestDistance) {
        best = group.number();
        bestDistance = distance;
      }
    }
    if (best == Group.UNCLAIMED) {
      strays.add(color);
    }
    return best;
  }

  /** Colours that matched no group in any of some, each once, in order of appearance. */
  static List<String> strays(ColorSnap... snaps) {
    return Stream.of(snaps).flatMap(snap -> snap.strays.stream()).distinct().map(Rgb::toHex).toList();
  }
}
