package idiotaxa.core.group;

import java.util.SplittableRandom;

/**
 * Places colours in the RGB cube as far from each other, and from the straight lines between each two,
 * as it can: from random beginnings, moves that lessen a sum over all distances, in which the small ones
 * weigh more and more (annealing of a soft minimum, after Kirkpatrick, Gelatt and Vecchi 1983).
 * Deterministic: a fixed seed, and arithmetic that is the same on every machine.
 */
final class ColorSearch {
  private static final int ROUNDS = 60;
  /** Moves of each free colour in one round; few colours get more, because they cost little. */
  private static final int MOVES_A_ROUND = 4;

  private static final int MOVES_BESIDE = 24;
  private static final int TRIES = 6;
  private static final double FIRST_SHARPNESS = 0.04;
  private static final double SHARPER = 1.09;
  private static final double FIRST_STEP = 90;
  private static final double SHORTER = 0.93;
  private static final double SHORTEST_STEP = 2;
  /** Entries of the table of weights a unit of distance. */
  private static final int PER_UNIT = 4;

  private static final int TABLE_SIZE = 443 * PER_UNIT;

  private final int[] colors;
  private final int firstFree;
  private final SplittableRandom random;
  private final double[] weights = new double[TABLE_SIZE];
  private final int[] red;
  private final int[] green;
  private final int[] blue;

  /**
   * @param colors those that stay, then the free ones, whose values do not matter
   */
  private ColorSearch(int[] colors, int firstFree, long seed) {
    this.colors = colors.clone();
    this.firstFree = firstFree;
    random = new SplittableRandom(seed);
    red = new int[colors.length];
    green = new int[colors.length];
    blue = new int[colors.length];
    for (int i = 0; i < colors.length; i++) {
      put(i, colors[i]);
    }
  }

  private void put(int at, int color) {
    colors[at] = color;
    red[at] = Rgb.red(color);
    green[at] = Rgb.green(color);
    blue[at] = Rgb.blue(color);
  }

  /** Distances that one beginning looks at, at most: what a search costs. */
  static double cost(int locked, int count) {
    double all = locked + (double) count;
    return ROUNDS * (MOVES_A_ROUND * (double) count + MOVES_BESIDE) * (TRIES + 1) * 1.5 * all * all;
  }

  /**
   * @param locked colours that stay, the background among them
   * @param count how many to place, at least 1
   * @param beginnings how many random beginnings are tried, at least 1
   * @return the placed colours, 0xRRGGBB; of results that are nearly equal, the one whose colours differ
   *     most in lightness
   */
  static int[] place(int[] locked, int count, int beginnings) {
    int[] all = java.util.Arrays.copyOf(locked, locked.length + count);
    int[] best = null;
    double bestScore = -1;
    for (int b = 0; b < beginnings; b++) {
      ColorSearch search = new ColorSearch(all, locked.length, b);
      search.anneal();
      double score = ColorQuality.of(search.colors).score();
      boolean isNear = best != null && Math.abs(score - bestScore) <= 0.5;
      if (best == null
          || (isNear ? lightnessGap(search.colors) > lightnessGap(best) : score > bestScore)) {
        best = search.colors;
        bestScore = score;
      }
    }
    return java.util.Arrays.copyOfRange(best, locked.length, best.length);
  }

  private void anneal() {
    for (int i = firstFree; i < colors.length; i++) {
      put(i, random.nextInt(1 << 24));
    }
    double sharpness = FIRST_SHARPNESS;
    double step = FIRST_STEP;
    int free = colors.length - firstFree;
    for (int round = 0; round < ROUNDS; round++) {
      fillWeights(sharpness);
      for (int m = 0; m < MOVES_A_ROUND * free + MOVES_BESIDE; m++) {
        move(firstFree + random.nextInt(free), step);
      }
      sharpness *= SHARPER;
      step = Math.max(SHORTEST_STEP, step * SHORTER);
    }
  }

  private void fillWeights(double sharpness) {
    for (int i = 0; i < TABLE_SIZE; i++) {
      weights[i] = StrictMath.exp(-sharpness * i / PER_UNIT);
    }
  }

  private void move(int at, double step) {
    double present = crowding(at, Double.POSITIVE_INFINITY);
    for (int t = 0; t < TRIES; t++) {
      int before = colors[at];
      put(
          at,
          Rgb.of(
              moved(Rgb.red(before), step),
              moved(Rgb.green(before), step),
              moved(Rgb.blue(before), step)));
      double after = crowding(at, present);
      if (after < present) {
        present = after;
      } else {
        put(at, before);
      }
    }
  }

  private int moved(int channel, double step) {
    int by = (int) Math.round((random.nextDouble() * 2 - 1) * step);
    return Math.max(0, Math.min(255, channel + by));
  }

  /**
   * Sum of the weights of every distance that a colour takes part in, or what it has come to when it
   * reached the limit.
   */
  private double crowding(int at, double limit) {
    double sum = 0;
    for (int i = 0; i < colors.length && sum < limit; i++) {
      if (i != at) {
        sum += weight(Math.sqrt(Rgb.distanceSq(colors[at], colors[i])) / 2);
        sum += nearTheLine(at, i) + nearLines(at, i);
      }
    }
    return sum;
  }

  /** The weights of all others beside the line from one to another. */
  private double nearTheLine(int from, int to) {
    int ux = red[to] - red[from];
    int uy = green[to] - green[from];
    int uz = blue[to] - blue[from];
    int lengthSq = ux * ux + uy * uy + uz * uz;
    double perLength = lengthSq == 0 ? 0 : 1.0 / lengthSq;
    double sum = 0;
    for (int j = 0; j < colors.length; j++) {
      if (j != from && j != to) {
        sum +=
            weight(
                besideTheLine(
                    ux, uy, uz, lengthSq, perLength,
                    red[j] - red[from], green[j] - green[from], blue[j] - blue[from]));
      }
    }
    return sum;
  }

  /** The weights of one beside the lines from another to all that come after that one. */
  private double nearLines(int at, int from) {
    int vx = red[at] - red[from];
    int vy = green[at] - green[from];
    int vz = blue[at] - blue[from];
    double sum = 0;
    for (int j = from + 1; j < colors.length; j++) {
      if (j != at) {
        int ux = red[j] - red[from];
        int uy = green[j] - green[from];
        int uz = blue[j] - blue[from];
        int lengthSq = ux * ux + uy * uy + uz * uz;
        sum += weight(besideTheLine(ux, uy, uz, lengthSq, 1.0 / Math.max(1, lengthSq), vx, vy, vz));
      }
    }
    return sum;
  }

  /** Distance of a point from a line that begins at the origin and ends at u, in whole numbers as far as they go. */
  private static double besideTheLine(
      int ux, int uy, int uz, int lengthSq, double perLength, int vx, int vy, int vz) {
    int along = ux * vx + uy * vy + uz * vz;
    int farSq = vx * vx + vy * vy + vz * vz;
    if (along <= 0) {
      return Math.sqrt(farSq);
    }
    if (along >= lengthSq) {
      return Math.sqrt(farSq - 2 * along + lengthSq);
    }
    return Math.sqrt(Math.abs(farSq - (double) along * along * perLength));
  }

  private double weight(double distance) {
    return weights[(int) (distance * PER_UNIT)];
  }

  private static double lightnessGap(int[] colors) {
    double gap = 255;
    for (int i = 0; i < colors.length; i++) {
      for (int j = i + 1; j < colors.length; j++) {
        gap = Math.min(gap, Math.abs(Rgb.lightness(colors[i]) - Rgb.lightness(colors[j])));
      }
    }
    return gap;
  }
}
