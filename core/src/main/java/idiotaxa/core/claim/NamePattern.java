package idiotaxa.core.claim;

import java.util.Locale;
import java.util.regex.Pattern;

/**
 * A name to look for, without regard to case. With {@code *} (anything) or {@code ?} (one character) it
 * must fit the whole name; without, it also fits names that differ by a trailing number or by what
 * tells low from high poly: {@code bolt} fits {@code Bolt_07_low}, and {@code bolt_07} only that one.
 */
public final class NamePattern {
  private final Pattern pattern;
  private final String stem;

  private NamePattern(Pattern pattern, String stem) {
    this.pattern = pattern;
    this.stem = stem;
  }

  public static NamePattern of(String text) {
    String plain = text.strip().toLowerCase(Locale.ROOT);
    boolean hasWildcards = plain.indexOf('*') >= 0 || plain.indexOf('?') >= 0;
    StringBuilder regex = new StringBuilder();
    for (char c : plain.toCharArray()) {
      regex.append(c == '*' ? ".*" : c == '?' ? "." : Pattern.quote(String.valueOf(c)));
    }
    return new NamePattern(
        Pattern.compile(regex.toString(), Pattern.DOTALL),
        hasWildcards ? null : NameStem.of(plain));
  }

  public boolean fits(String name) {
    if (pattern.matcher(name.strip().toLowerCase(Locale.ROOT)).matches()) {
      return true;
    }
    return stem != null
        && (NameStem.of(name).equals(stem) || NameStem.withoutNumber(name).equals(stem));
  }
}
