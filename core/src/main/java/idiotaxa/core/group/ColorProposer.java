package idiotaxa.core.group;

import java.util.Arrays;

/**
 * Proposes ID colours far from the ones that are there: first by the smaller of half separation and
 * blend clearance, then by distance in lightness for people. Greedy over a lattice of the RGB cube,
 * then every new colour is moved again to the best place among the others until nothing improves.
 * Deterministic.
 */
public final class ColorProposer {
  private static final int MAX_ROUNDS = 6;
  private static final int FINE_UP_TO = 10;

  private ColorProposer() {}

  /**
   * @param locked colours that stay, the background among them
   * @param count how many new ones, at least 0
   * @return the new colours, 0xRRGGBB, in order of proposal
   */
  public static int[] propose(int[] locked, int count) {
    if (count < 0) {
      throw new IllegalArgumentException("count must not be negative, got " + count);
    }
    int[] colors = Arrays.copyOf(locked, locked.length + count);
    int[] lattice = lattice(colors.length <= FINE_UP_TO ? 17 : 9);
    for (int i = locked.length; i < colors.length; i++) {
      colors[i] = best(colors, i, i, lattice);
    }
    for (int round = 0; round < MAX_ROUNDS && count > 1; round++) {
      if (!improve(colors, locked.length, lattice)) {
        break;
      }
    }
    return Arrays.copyOfRange(colors, locked.length, colors.length);
  }

  private static boolean improve(int[] colors, int firstFree, int[] lattice) {
    boolean hasMoved = false;
    for (int i = firstFree; i < colors.length; i++) {
      int before = colors[i];
      colors[i] = best(colors, i, colors.length, lattice);
      hasMoved |= colors[i] != before;
    }
    return hasMoved;
  }

  /** The best colour for place {@code at} among the first {@code size} places. */
  private static int best(int[] colors, int at, int size, int[] lattice) {
    int best = lattice[0];
    double bestScore = -1;
    double bestLightness = -1;
    for (int candidate : lattice) {
      double score = score(colors, at, size, candidate, bestScore);
      if (score < bestScore) {
        continue;
      }
      double lightness = lightnessGap(colors, at, size, candidate);
      if (score > bestScore || lightness > bestLightness) {
        best = candidate;
        bestScore = score;
        bestLightness = lightness;
      }
    }
    return best;
  }

  /** Only terms with the candidate; ends early once it can no longer reach {@code enough}. */
  private static double score(int[] colors, int at, int size, int candidate, double enough) {
    double score = Double.POSITIVE_INFINITY;
    for (int i = 0; i < size; i++) {
      if (i == at) {
        continue;
      }
      score = Math.min(score, Rgb.distance(candidate, colors[i]) / 2);
      for (int j = 0; j < size && score >= enough; j++) {
        if (j == at || j == i) {
          continue;
        }
        score = Math.min(score, Rgb.distanceToBlend(colors[j], candidate, colors[i]));
        if (j > i) {
          score = Math.min(score, Rgb.distanceToBlend(candidate, colors[i], colors[j]));
        }
      }
      if (score < enough) {
        return score;
      }
    }
    return score;
  }

  private static double lightnessGap(int[] colors, int at, int size, int candidate) {
    double gap = 255;
    for (int i = 0; i < size; i++) {
      if (i != at) {
        gap = Math.min(gap, Math.abs(Rgb.lightness(candidate) - Rgb.lightness(colors[i])));
      }
    }
    return gap;
  }

  private static int[] lattice(int levels) {
    int[] out = new int[levels * levels * levels];
    int n = 0;
    for (int r = 0; r < levels; r++) {
      for (int g = 0; g < levels; g++) {
        for (int b = 0; b < levels; b++) {
          out[n++] = Rgb.of(level(r, levels), level(g, levels), level(b, levels));
        }
      }
    }
    return out;
  }

  private static int level(int step, int levels) {
    return step * 255 / (levels - 1);
  }
}
