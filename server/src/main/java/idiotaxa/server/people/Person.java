package idiotaxa.server.people;

import java.util.Set;

/**
 * Who asks.
 *
 * @param accountId null where nobody signs in
 * @param token name of the token that a script used, null for a page
 * @param shows numbers of those that this person belongs to; null for all
 */
public record Person(Long accountId, String name, Role role, String token, Set<Long> shows) {
  /** The one artist on the own machine, and the application itself when it does a job. */
  static final Person OWNER = new Person(null, "", Role.MANAGE, null, null);

  public boolean sees(long showId) {
    return shows == null || shows.contains(showId);
  }
}
