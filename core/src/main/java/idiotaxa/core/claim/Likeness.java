package idiotaxa.core.claim;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/** How much names resemble each other, word by word. */
public final class Likeness {
  /** More than this is worth proposing: one of two words, nearly letter by letter. */
  public static final double ENOUGH = 0.45;

  /** Shorter words resemble each other by chance. */
  private static final int LEAST_LETTERS = 4;

  private Likeness() {}

  /** Words of letters only, lower case. */
  public static List<String> words(String name) {
    return Arrays.stream(name.toLowerCase(Locale.ROOT).split("[^\\p{L}]+"))
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

  /** Share of letters that stay when one word is turned into the other; 0 when it is below 0.75. */
  private static double of(String a, String b) {
    if (a.equals(b)) {
      return 1;
    }
    int longer = Math.max(a.length(), b.length());
    if (Math.min(a.length(), b.length()) < LEAST_LETTERS) {
      return 0;
    }
    double share = 1 - distance(a, b) / (double) longer;
    return share >= 0.75 ? share : 0;
  }

  /** Levenshtein's edit distance (1966), two rows. */
  private static int distance(String a, String b) {
    int[] row = new int[b.length() + 1];
    Arrays.setAll(row, j -> j);
    for (int i = 1; i <= a.length(); i++) {
      int diagonal = row[0];
      row[0] = i;
      for (int j = 1; j <= b.length(); j++) {
        int replaced = diagonal + (a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1);
        diagonal = row[j];
        row[j] = Math.min(replaced, 1 + Math.min(row[j], row[j - 1]));
      }
    }
    return row[b.length()];
  }
}
