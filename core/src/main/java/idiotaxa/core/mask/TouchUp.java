package idiotaxa.core.mask;

import java.util.List;

/**
 * A place of a sheet that was given to a group by hand. Places are kept in UV space, so that they are the
 * same on a map of another size.
 *
 * @param sheet name
 * @param layout names the UVs that it was made on, see {@link MaskTarget#layoutKey}; a sheet with others
 *     has lost it
 * @param group number that gets the place, 0 for unclaimed
 * @param path u and v in 0 … 1 of the sheet, v upwards: the places that a stroke runs through, else one
 * @param width of a stroke, as a share of the sheet's width
 * @param size of the map that a region was seen on, px
 * @param runs of a region: first and one past the last texel of every run on a map of that size
 */
public record TouchUp(
    String sheet,
    String layout,
    Kind kind,
    int group,
    List<Double> path,
    double width,
    int size,
    List<Integer> runs) {
  private static final int MOST_POINTS = 10_000;
  private static final int MOST_RUNS = 200_000;
  private static final int MOST_SIZE = 16384;

  /** What is given. */
  public enum Kind {
    /** Texels that hang together on the crisp map. */
    REGION,
    /** The island of a place. */
    ISLAND,
    /** The texels of the triangle at a place. */
    TRIANGLE,
    /** A line of some width, inside the islands that it runs through. */
    STROKE
  }

  public TouchUp {
    path = List.copyOf(path);
    runs = runs == null ? List.of() : List.copyOf(runs);
    if (path.isEmpty() || path.size() % 2 != 0 || path.size() > 2 * MOST_POINTS) {
      throw new IllegalArgumentException(
          "a touch-up needs 1 … " + MOST_POINTS + " places, u and v of each");
    }
    for (double coordinate : path) {
      if (!(coordinate >= -1 && coordinate <= 2)) {
        throw new IllegalArgumentException(
            "the places of a touch-up lie on their sheet, u and v in 0 … 1, got " + coordinate);
      }
    }
    if (kind == Kind.STROKE && !(width > 0 && width <= 1)) {
      throw new IllegalArgumentException(
          "a stroke's width is a share of the sheet, above 0 and up to 1, got " + width);
    }
    if (kind == Kind.REGION) {
      checkRuns(size, runs);
    }
    if (group < 0) {
      throw new IllegalArgumentException("a touch-up gives to a group's number or to 0, got " + group);
    }
  }

  /** The same on another layout that has its place. */
  public TouchUp on(String otherLayout) {
    return new TouchUp(sheet, otherLayout, kind, group, path, width, size, runs);
  }

  private static void checkRuns(int size, List<Integer> runs) {
    if (size < 1 || size > MOST_SIZE || runs.size() % 2 != 0 || runs.size() > 2 * MOST_RUNS) {
      throw new IllegalArgumentException(
          "a touched-up region needs the size of its map and its runs, at most " + MOST_RUNS);
    }
    for (int r = 0; r < runs.size(); r += 2) {
      boolean isIn = runs.get(r) >= 0 && (long) runs.get(r + 1) <= (long) size * size;
      if (!isIn || runs.get(r) >= runs.get(r + 1)) {
        throw new IllegalArgumentException(
            "run %d … %d of a touched-up region lies outside of its map"
                .formatted(runs.get(r), runs.get(r + 1)));
      }
    }
  }
}
