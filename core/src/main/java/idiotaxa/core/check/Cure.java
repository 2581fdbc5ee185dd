package idiotaxa.core.check;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/**
 * What can be done about a finding at once.
 *
 * @param words for a button
 * @param value what the action needs: an origin, a kind of pairing, a revision, or two part names of a link
 *     with a tab between; empty where it needs nothing
 */
public record Cure(String words, Action action, String value) {
  /** What is done. */
  public enum Action {
    /** Another origin is read; the value names it. */
    ORIGIN,
    /** IDs are read from the target itself. */
    READ_TARGET,
    /** IDs are read from the sources. */
    READ_SOURCES,
    /** Parts are paired in another way; the value names it. */
    PAIRING,
    /** Two parts are linked; the value names them. */
    LINK,
    /** The reach is measured. */
    REACH,
    /** The target is read with another UV set; the value is its number. */
    UV_SET,
    /** Rays hit what is transparent too. */
    SOLID,
    /** Groups are made from what the origin of the value holds. */
    PROPOSE,
    /** The proposed alignment is taken over. */
    ALIGN,
    /** Sheets are made in another way; the value names it. */
    SHEETS,
    /** The Sort station is opened. */
    SORT,
    /** The Bring in station is opened. */
    BRING_IN;

    @JsonValue
    public String word() {
      return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
  }
}
