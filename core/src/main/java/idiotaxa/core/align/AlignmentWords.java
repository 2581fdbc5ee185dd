package idiotaxa.core.align;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** Says an alignment in words. */
final class AlignmentWords {
  private static final String[] AXES = {"X", "Y", "Z"};

  private AlignmentWords() {}

  /** Empty for none. */
  static String of(Alignment alignment) {
    List<String> words = new ArrayList<>();
    if (alignment.scale() != 1) {
      words.add("scale by " + number(alignment.scale()));
    }
    for (int axis = 0; axis < 3; axis++) {
      if (alignment.stretch()[axis] != 1) {
        words.add("stretch " + AXES[axis] + " by " + number(alignment.stretch()[axis]));
      }
    }
    String turn = turn(alignment.rotation());
    if (!turn.isEmpty()) {
      words.add(turn);
    }
    double[] o = alignment.offset();
    if (o[0] != 0 || o[1] != 0 || o[2] != 0) {
      words.add(
          String.format(Locale.ROOT, "move by %s, %s, %s m", number(o[0]), number(o[1]), number(o[2])));
    }
    return String.join(", ", words);
  }

  /** Which axis of the file becomes which, for axes that change. */
  private static String turn(double[] r) {
    List<String> changes = new ArrayList<>();
    for (int from = 0; from < 3; from++) {
      for (int to = 0; to < 3; to++) {
        double value = r[3 * to + from];
        if (Math.abs(value) > 0.5 && (from != to || value < 0)) {
          changes.add(AXES[from] + " to " + (value < 0 ? "−" : "") + AXES[to]);
        }
      }
    }
    return changes.isEmpty() ? "" : "turn " + String.join(" and ", changes);
  }

  private static String number(double value) {
    String text = String.format(Locale.ROOT, "%.4g", value);
    return text.contains(".") && !text.contains("e") ? text.replaceAll("\\.?0+$", "") : text;
  }

  /**
   * How a size differs along an axis: {@code 10 % narrower in X}; empty where it does not.
   *
   * @param ratio of the source's size over the target's
   */
  static String sizeDifference(int axis, double ratio) {
    double percent = Math.abs(1 - ratio) * 100;
    String shown = String.format(Locale.ROOT, "%.1f", percent);
    return String.format(
        Locale.ROOT,
        "%s %% %s in %s",
        shown.endsWith(".0") ? shown.substring(0, shown.length() - 2) : shown,
        ratio < 1 ? "narrower" : "wider",
        AXES[axis]);
  }
}
