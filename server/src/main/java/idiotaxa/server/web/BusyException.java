package idiotaxa.server.web;

/** There is no room for this now, through nobody's fault; later there will be. */
public final class BusyException extends RuntimeException {
  private static final long serialVersionUID = 1;

  private final int seconds;

  public BusyException(String message, int seconds) {
    super(message);
    this.seconds = seconds;
  }

  /** Until the next try, at least 1. */
  public int seconds() {
    return seconds;
  }
}
