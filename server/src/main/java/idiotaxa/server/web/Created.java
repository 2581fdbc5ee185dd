package idiotaxa.server.web;

import com.fasterxml.jackson.annotation.JsonIgnore;

/**
 * Answer to a request that makes something.
 *
 * @param address where it is told from now on, in the header <code>Location</code>; null for what has no address of its own
 */
public record Created(long id, @JsonIgnore String address) {
  public Created(long id) {
    this(id, null);
  }

  /**
   * @param of address of all of its kind
   */
  public static Created at(String of, long id) {
    return new Created(id, of + "/" + id);
  }
}
