package idiotaxa.core.check;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** What a finding means for a bake. */
public enum Severity {
  /** It comes out right all the same. */
  HARMLESS,
  /** It needs a look. */
  WARNING,
  /** It would be spoilt as a whole, and is refused unless it is wanted so. */
  REFUSED;

  /** The word in JSON and on the command line. */
  @JsonValue
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }
}
