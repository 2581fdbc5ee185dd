package idiotaxa.server.web;

/** Somebody asks more often than is good for everybody else. */
public final class TooOftenException extends RuntimeException {
  private final long seconds;

  public TooOftenException(String message, long seconds) {
    super(message);
    this.seconds = seconds;
  }

  /** Until the next try, at least 1. */
  public long seconds() {
    return seconds;
  }
}
