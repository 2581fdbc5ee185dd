package idiotaxa.core.clean;

import idiotaxa.core.group.Rgb;
import idiotaxa.core.image.TextureImage;

/**
 * Whether an image of few colours is crisp already: at its borders two colours meet, and no third that lies between them. What is crisp has
 * nothing to be gathered, however near its colours are to each other.
 */
final class Crispness {
  /** Of an image with more, some are noise. */
  static final int MOST_COLORS = 256;

  /** Of the texels at borders. */
  private static final double MOST_BLENDS = 0.02;

  /** 8-bit RGB distance from what lies exactly between. */
  private static final double ON_THE_WAY = 3;

  private final TextureImage image;
  private long borders;
  private long blends;

  private Crispness(TextureImage image) {
    this.image = image;
  }

  static boolean isCrisp(TextureImage image) {
    Crispness crispness = new Crispness(image);
    crispness.look();
    return crispness.blends <= MOST_BLENDS * crispness.borders;
  }

  private void look() {
    int width = image.width();
    int[] above = new int[width];
    int[] row = new int[width];
    int[] below = new int[width];
    for (int y = 1; y + 1 < image.height(); y++) {
      image.row(y - 1, above);
      image.row(y, row);
      image.row(y + 1, below);
      for (int x = 1; x + 1 < width; x++) {
        boolean isBorder = row[x] != row[x - 1] || row[x] != row[x + 1] || row[x] != above[x] || row[x] != below[x];
        if (isBorder) {
          borders++;
          if (isBetween(row[x], row[x - 1], row[x + 1]) || isBetween(row[x], above[x], below[x])) {
            blends++;
          }
        }
      }
    }
  }

  private static boolean isBetween(int rgb, int one, int other) {
    return rgb != one
        && rgb != other
        && one != other
        && Rgb.distanceToBlend(rgb, one, other) <= ON_THE_WAY
        && Math.min(Rgb.distance(rgb, one), Rgb.distance(rgb, other)) > ON_THE_WAY;
  }
}
