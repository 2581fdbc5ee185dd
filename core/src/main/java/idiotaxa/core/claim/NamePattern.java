package idiotaxa.core.claim;

import java.util.regex.Pattern;

/**
 * A name to look for, without regard to case.
 *
 * <ul>
 *   <li>With {@code *} (anything, also nothing) or {@code ?} (one character) it must fit the whole name.
 *   <li>Without, it also fits names that differ by trailing numbers or by what tells low from high poly: {@code bolt} fits
 *       {@code Bolt2}, {@code bolt.006} and {@code Bolt_07_low}; {@code bolt_07} fits {@code bolt_07_low} and no other number.
 *   <li>Behind {@code =} stands the exact name, case and all: {@code =bolt} fits {@code bolt} only, and there {@code *} and
 *       {@code ?} are characters like any other.
 *   <li>Behind a backslash {@code *}, {@code ?}, {@code =} and the backslash mean themselves.
 * </ul>
 */
public final class NamePattern {
  private static final String ESCAPED = "*?=\\";

  private final Pattern pattern;
  private final String stem;

  private NamePattern(Pattern pattern, String stem) {
    this.pattern = pattern;
    this.stem = stem;
  }

  public static NamePattern of(String text) {
    if (text.startsWith("=")) {
      return new NamePattern(Pattern.compile(Pattern.quote(text.substring(1))), null);
    }
    StringBuilder regex = new StringBuilder();
    StringBuilder plain = new StringBuilder();
    boolean hasWildcards = false;
    String given = text.strip();
    for (int i = 0; i < given.length(); i++) {
      char c = given.charAt(i);
      boolean isEscape = c == '\\' && i + 1 < given.length() && ESCAPED.indexOf(given.charAt(i + 1)) >= 0;
      if (!isEscape && (c == '*' || c == '?')) {
        regex.append(c == '*' ? ".*" : ".");
        hasWildcards = true;
        continue;
      }
      char meant = isEscape ? given.charAt(++i) : c;
      regex.append(Pattern.quote(String.valueOf(meant)));
      plain.append(meant);
    }
    return new NamePattern(
        Pattern.compile(regex.toString(), Pattern.DOTALL | Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE),
        hasWildcards ? null : NameStem.of(plain.toString()));
  }

  public boolean fits(String name) {
    if (pattern.matcher(name.strip()).matches()) {
      return true;
    }
    return stem != null
        && (NameStem.of(name).equals(stem) || NameStem.withoutNumber(name).equals(stem));
  }
}
