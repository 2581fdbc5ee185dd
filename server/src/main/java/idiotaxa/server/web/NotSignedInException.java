package idiotaxa.server.web;

/** Somebody has to say who they are first. */
public final class NotSignedInException extends RuntimeException {
  public NotSignedInException(String message) {
    super(message);
  }
}
