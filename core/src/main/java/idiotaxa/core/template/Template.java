package idiotaxa.core.template;

import java.util.ArrayList;
import java.util.List;

/**
 * What a hand-off writes and how it is named.
 *
 * @param name 1 … 80 characters
 */
public record Template(String name, List<TemplateLine> lines) {
  private static final int MOST_LINES = 100;
  private static final int LONGEST_NAME = 80;

  public Template {
    lines = List.copyOf(lines);
    if (name.isBlank() || name.length() > LONGEST_NAME) {
      throw new IllegalArgumentException(
          "name: a template needs a name of 1 … " + LONGEST_NAME + " characters");
    }
    if (lines.size() > MOST_LINES) {
      throw new IllegalArgumentException("write: at most " + MOST_LINES + " lines are taken");
    }
  }

  /**
   * Something wrong with a line.
   *
   * @param line from 0; −1 when it is about all
   * @param text in words, with the cure
   */
  public record Problem(int line, String text) {}

  /** What is wrong whatever asset it is for. */
  public List<Problem> problems() {
    List<Problem> problems = new ArrayList<>();
    if (lines.isEmpty()) {
      problems.add(new Problem(-1, "The template writes nothing; add a line."));
    }
    for (int l = 0; l < lines.size(); l++) {
      for (String text : lines.get(l).problems()) {
        problems.add(new Problem(l, text));
      }
    }
    return problems;
  }
}
