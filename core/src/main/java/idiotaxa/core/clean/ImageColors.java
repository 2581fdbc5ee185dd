package idiotaxa.core.clean;

import com.carrotsearch.hppc.IntIntHashMap;
import idiotaxa.core.group.ColorClusters;
import idiotaxa.core.group.Rgb;

/** The colours of an ID image that may be groups, and which of them each colour belongs to. */
interface ImageColors {
  int count();

  /** 0xRRGGBB. */
  int color(int index);

  /** Texels that belong to it. */
  double weight(int index);

  /** The index of what a colour belongs to, −1 for none. */
  int of(int rgb);

  /** Colours that lie near to each other are one. */
  static ImageColors gathered(ColorClusters clusters) {
    return new ImageColors() {
      @Override
      public int count() {
        return clusters.count();
      }

      @Override
      public int color(int index) {
        return clusters.color(index);
      }

      @Override
      public double weight(int index) {
        return clusters.weight(index);
      }

      @Override
      public int of(int rgb) {
        return clusters.clusterOf(rgb);
      }
    };
  }

  /**
   * Those that are listed and no others; a colour belongs to the nearest within a tolerance.
   *
   * @param tolerance 8-bit RGB distance; 0 for the very colours
   */
  static ImageColors closed(int[] colors, double tolerance) {
    IntIntHashMap exact = new IntIntHashMap();
    for (int i = colors.length - 1; i >= 0; i--) {
      exact.put(colors[i], i);
    }
    return new ImageColors() {
      @Override
      public int count() {
        return colors.length;
      }

      @Override
      public int color(int index) {
        return colors[index];
      }

      @Override
      public double weight(int index) {
        return 0;
      }

      @Override
      public int of(int rgb) {
        int known = exact.getOrDefault(rgb, -1);
        if (known >= 0 || tolerance == 0) {
          return known;
        }
        int best = -1;
        double least = tolerance;
        for (int i = 0; i < colors.length; i++) {
          double distance = Rgb.distance(rgb, colors[i]);
          if (distance <= least && (best < 0 || distance < least)) {
            least = distance;
            best = i;
          }
        }
        return best;
      }
    };
  }
}
