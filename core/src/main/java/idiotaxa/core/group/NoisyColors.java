package idiotaxa.core.group;

import java.util.Arrays;
import java.util.Optional;

/**
 * Whether colours that were told apart look like few colours with noise: they gather in clouds that lie
 * far apart, by the gaps of their minimum spanning tree (Zahn 1971, "Graph-theoretical methods for
 * detecting and describing gestalt clusters").
 */
public final class NoisyColors {
  /** More are a picture. */
  private static final int MOST = 2048;

  /** The next cloud must lie so much farther away than colours of one cloud do from each other. */
  private static final double GAP = 2;

  private NoisyColors() {}

  /**
   * What would join them.
   *
   * @param colors that were told apart
   * @param nearest distance of the two nearest, 8-bit RGB
   * @param tolerance with which there would be {@code clouds}
   */
  public record Joined(int colors, double nearest, int tolerance, int clouds) {
    /** {@code 54 colours were told apart, of which the nearest two lie 25 apart; with a tolerance of 60 there would be 3.} */
    public String words() {
      return "%d colours were told apart, of which the nearest two lie %.0f apart; with a tolerance of %d there would be %d."
          .formatted(colors, nearest, tolerance, clouds);
    }
  }

  /**
   * @param colors 0xRRGGBB, the heaviest of every cluster
   * @param tolerance with which they were told apart
   * @return empty where no wider tolerance tells them apart better
   */
  public static Optional<Joined> of(int[] colors, double tolerance) {
    if (colors.length < 2 || colors.length > MOST) {
      return Optional.empty();
    }
    double[] edges = spanningTree(colors);
    double[] sorted = edges.clone();
    Arrays.sort(sorted);
    for (int i = 0; i + 1 < sorted.length; i++) {
      if (sorted[i] > 3 * tolerance) {
        break;
      }
      if (sorted[i + 1] >= GAP * sorted[i]) {
        Optional<Joined> found = joined(colors, sorted[0], sorted[i], sorted[i + 1], tolerance);
        if (found.isPresent()) {
          return found;
        }
      }
    }
    return Optional.empty();
  }

  /** Lengths of the edges, by Prim's algorithm. */
  private static double[] spanningTree(int[] colors) {
    int n = colors.length;
    double[] distance = new double[n];
    Arrays.fill(distance, Double.POSITIVE_INFINITY);
    boolean[] isIn = new boolean[n];
    double[] edges = new double[n - 1];
    int at = 0;
    for (int k = 0; k < n - 1; k++) {
      isIn[at] = true;
      int next = -1;
      for (int i = 0; i < n; i++) {
        if (!isIn[i]) {
          distance[i] = Math.min(distance[i], Rgb.distance(colors[at], colors[i]));
          next = next < 0 || distance[i] < distance[next] ? i : next;
        }
      }
      edges[k] = distance[next];
      at = next;
    }
    return edges;
  }

  private static Optional<Joined> joined(
      int[] colors, double nearest, double within, double apart, double tolerance) {
    int[] cloud = new int[colors.length];
    Arrays.fill(cloud, -1);
    int clouds = 0;
    double widest = 0;
    for (int i = 0; i < colors.length; i++) {
      if (cloud[i] < 0) {
        flood(colors, cloud, i, clouds, within);
        widest = Math.max(widest, diameter(colors, cloud, clouds));
        clouds++;
      }
    }
    // Whichever colour of a cloud is the heaviest, and what was gathered about the others, lies within this.
    int needed = (int) Math.ceil(widest + tolerance);
    return clouds > 1 && needed < apart
        ? Optional.of(new Joined(colors.length, nearest, needed, clouds))
        : Optional.empty();
  }

  private static void flood(int[] colors, int[] cloud, int from, int number, double within) {
    int[] stack = new int[colors.length];
    int count = 0;
    stack[count++] = from;
    cloud[from] = number;
    while (count > 0) {
      int at = stack[--count];
      for (int i = 0; i < colors.length; i++) {
        if (cloud[i] < 0 && Rgb.distance(colors[at], colors[i]) <= within) {
          cloud[i] = number;
          stack[count++] = i;
        }
      }
    }
  }

  /** The farthest two of a cloud. */
  private static double diameter(int[] colors, int[] cloud, int number) {
    double most = 0;
    for (int i = 0; i < colors.length; i++) {
      for (int j = 0; j < i && cloud[i] == number; j++) {
        most = cloud[j] == number ? Math.max(most, Rgb.distance(colors[i], colors[j])) : most;
      }
    }
    return most;
  }
}
