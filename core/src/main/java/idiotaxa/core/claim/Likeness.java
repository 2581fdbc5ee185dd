package idiotaxa.core.claim;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.apache.commons.text.similarity.LevenshteinDistance;

/** How much names resemble each other, word by word. */
public final class Likeness {
  /** More than this is worth proposing: one of two words, nearly letter by letter. */
  public static final double ENOUGH = 0.45;

  /** Shorter words resemble each other by chance. */
  private static final int LEAST_LETTERS = 4;

  /** Nobody tells longer names apart by their ends. */
  private static final int MOST_LETTERS = 200;

  private Likeness() {}

  /** Words of letters only, lower case. */
  public static List<String> words(String name) {
    String bounded = name.substring(0, Math.min(MOST_LETTERS, name.length()));
    return Arrays.stream(bounded.toLowerCase(Locale.ROOT).split("[^\\p{L}]+"))
        .filter(w -> !w.isEmpty())
        .toList();
  }

  /** Mean over the words of a name of their likeness to the likest word of another, 0 … 1. */
  public static double of(List<String> words, List<String> others) {
    double sum = 0;
    for (String word : words) {
      double best = 0;
      for (String other : others) {
        best = Math.max(best, of(word, other));
      }
      sum += best;
    }
    return words.isEmpty() ? 0 : sum / words.size();
  }

  /** Share of letters that stay when one word is turned into the other; 0 when it is below 0.8, so that short words differ by nothing. */
  private static double of(String a, String b) {
    if (a.equals(b)) {
      return 1;
    }
    int longer = Math.max(a.length(), b.length());
    if (Math.min(a.length(), b.length()) < LEAST_LETTERS) {
      return 0;
    }
    int most = longer / 5;
    int distance = new LevenshteinDistance(most).apply(a, b);
    return distance < 0 ? 0 : 1 - distance / (double) longer;
  }
}
