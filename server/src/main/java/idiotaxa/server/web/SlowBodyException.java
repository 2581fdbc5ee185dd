package idiotaxa.server.web;

/**
 * A body came so slowly that it is given up, so that its thread is free for others. No failure of reading: Tomcat would take
 * it for a client that has gone and answer nothing that can be read.
 */
final class SlowBodyException extends RuntimeException {
  private static final long serialVersionUID = 1;

  SlowBodyException(long waitedMs) {
    super("The request's body came too slowly and was given up after " + waitedMs / 1000 + " s of waiting.");
  }
}
