package idiotaxa.core.carry;

import idiotaxa.core.claim.Likeness;
import java.util.Comparator;
import java.util.List;

/** Proposes what a name may mean, by words that resemble each other. */
public final class NearestNames {
  private static final int MOST = 3;

  private NearestNames() {}

  /**
   * Something that can be meant.
   *
   * @param words of its names and keywords, see {@link Likeness#words}
   */
  public record Named(long id, List<String> words) {}

  private record Near(long id, double likeness) {}

  /**
   * @return at most three identities, the nearest first; none where nothing resembles the name
   */
  public static List<Long> of(String name, List<Named> candidates) {
    List<String> words = Likeness.words(name);
    return candidates.stream()
        .map(c -> new Near(c.id(), both(words, c.words())))
        .filter(near -> near.likeness() >= Likeness.ENOUGH)
        .sorted(Comparator.comparingDouble(near -> -near.likeness()))
        .limit(MOST)
        .map(Near::id)
        .toList();
  }

  /** The better of both ways, since one of two names may have words that the other has not. */
  private static double both(List<String> a, List<String> b) {
    return Math.max(Likeness.of(a, b), Likeness.of(b, a));
  }
}
