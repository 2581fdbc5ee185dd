package idiotaxa.core.check;

import java.util.Locale;

/** Counts in front of what is counted. */
public final class CountWords {
  private CountWords() {}

  /** {@code 1 face has …} or {@code 1,200 faces have …}. */
  public static String of(long count, String one, String many) {
    return String.format(Locale.ROOT, "%,d %s", count, count == 1 ? one : many);
  }
}
