package idiotaxa.cli;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.IntFunction;
import tools.jackson.databind.node.ArrayNode;

/** Values of faces as stretches: first and last face, both included, and what they have. */
final class FaceRuns {
  private record Run(int first, int last, String word) {}

  private FaceRuns() {}

  /** Every stretch with one value, without gaps. */
  static void add(ArrayNode out, int faces, IntFunction<Number> valueOf) {
    for (int from = 0; from < faces; ) {
      Number value = valueOf.apply(from);
      int to = from + 1;
      while (to < faces && valueOf.apply(to).equals(value)) {
        to++;
      }
      ArrayNode run = out.addArray().add(from).add(to - 1);
      if (value instanceof Integer whole) {
        run.add(whole);
      } else {
        run.add(value.doubleValue());
      }
      from = to;
    }
  }

  /** First and last face of a stretch. */
  @FunctionalInterface
  private interface Stretch {
    void take(int first, int last);
  }

  private static void eachStretch(int[] faces, Stretch stretch) {
    for (int i = 0; i < faces.length; i++) {
      int from = i;
      while (i + 1 < faces.length && faces[i + 1] == faces[i] + 1) {
        i++;
      }
      stretch.take(faces[from], faces[i]);
    }
  }

  /**
   * Every stretch of some faces.
   *
   * @param faces ascending
   */
  static void addPlaces(ArrayNode out, int[] faces) {
    eachStretch(faces, (first, last) -> out.addArray().add(first).add(last));
  }

  /** Collects stretches of words in any order. */
  static final class Words {
    private final List<Run> runs = new ArrayList<>();

    /**
     * @param faces ascending
     */
    void add(int[] faces, String word) {
      eachStretch(faces, (first, last) -> runs.add(new Run(first, last, word)));
    }

    void write(ArrayNode out) {
      runs.sort(Comparator.comparingInt(Run::first));
      runs.forEach(run -> out.addArray().add(run.first()).add(run.last()).add(run.word()));
    }
  }
}
