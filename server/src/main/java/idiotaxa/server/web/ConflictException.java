package idiotaxa.server.web;

/** What was asked for does not go together with the present state; the message says what to do. */
public final class ConflictException extends RuntimeException {
  public ConflictException(String message) {
    super(message);
  }
}
