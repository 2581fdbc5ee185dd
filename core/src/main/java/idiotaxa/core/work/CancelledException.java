package idiotaxa.core.work;

/** The bake was cancelled on request; nothing was written. */
public final class CancelledException extends RuntimeException {
  public CancelledException() {
    super("cancelled");
  }
}
