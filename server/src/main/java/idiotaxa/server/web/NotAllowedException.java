package idiotaxa.server.web;

/** Somebody who is known may not do this. */
public final class NotAllowedException extends RuntimeException {
  public NotAllowedException(String message) {
    super(message);
  }
}
