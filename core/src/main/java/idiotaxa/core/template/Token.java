package idiotaxa.core.template;

import java.util.Locale;
import java.util.Optional;

/** What a file name pattern can hold in braces. */
public enum Token {
  ASSET,
  REVISION,
  SHEET,
  GROUP,
  NUMBER,
  MASK,
  PACK,
  SIZE;

  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  static Optional<Token> of(String word) {
    for (Token token : values()) {
      if (token.word().equals(word)) {
        return Optional.of(token);
      }
    }
    return Optional.empty();
  }
}
