package idiotaxa.demo;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Lays the patches' rectangles on shelves of the unit square at one texel density, with a margin
 * between them and to the border.
 */
final class UvLayout {
  private static final double MARGIN = 0.004;

  /** Lower left corner and size of a patch in UV space. */
  record Rect(double u, double v, double width, double height) {
    /** The same place on another tile. */
    Rect onTile(int tile) {
      return new Rect(u + tile, v, width, height);
    }
  }

  private UvLayout() {}

  /** One rectangle a patch, in the order given. */
  static List<Rect> of(List<Patch> patches) {
    double low = 0;
    double high = 1;
    while (place(patches, high) != null) {
      high *= 2;
    }
    for (int round = 0; round < 40; round++) {
      double middle = (low + high) / 2;
      if (place(patches, middle) != null) {
        low = middle;
      } else {
        high = middle;
      }
    }
    return place(patches, low);
  }

  /** Null when the patches do not fit at {@code scale} UV units a metre. */
  private static List<Rect> place(List<Patch> patches, double scale) {
    List<Integer> order = new ArrayList<>();
    for (int i = 0; i < patches.size(); i++) {
      order.add(i);
    }
    order.sort(
        Comparator.<Integer>comparingDouble(i -> -patches.get(i).height())
            .thenComparing(Comparator.naturalOrder()));
    Rect[] rects = new Rect[patches.size()];
    double u = MARGIN;
    double v = MARGIN;
    double shelf = 0;
    for (int i : order) {
      double width = patches.get(i).width() * scale;
      double height = patches.get(i).height() * scale;
      if (u + width + MARGIN > 1) {
        u = MARGIN;
        v += shelf + MARGIN;
        shelf = 0;
      }
      if (u + width + MARGIN > 1 || v + height + MARGIN > 1) {
        return null;
      }
      rects[i] = new Rect(u, v, width, height);
      u += width + MARGIN;
      shelf = Math.max(shelf, height);
    }
    return List.of(rects);
  }
}
