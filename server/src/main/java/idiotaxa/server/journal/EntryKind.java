package idiotaxa.server.journal;

import java.util.Locale;

/** What an entry of the journal does. */
public enum EntryKind {
  /** Puts faces into drawers; holds a {@link ClaimSet}. */
  HAND,
  /** Replaces the rules of a revision; holds them all, in their order, as JSON. */
  RULES,
  /** Empties one group into another, on every revision; holds a {@link GroupMerge}. */
  MERGE,
  /** What a revision took over from the one before; holds a {@link CarriedClaims}. */
  CARRY;

  private final String word = name().toLowerCase(Locale.ROOT);

  String word() {
    return word;
  }

  boolean is(String other) {
    return word.equals(other);
  }
}
