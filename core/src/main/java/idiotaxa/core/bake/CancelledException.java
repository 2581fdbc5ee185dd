package idiotaxa.core.bake;

/** The bake was cancelled on request; nothing was written. */
public final class CancelledException extends RuntimeException {
  public CancelledException() {
    super("cancelled");
  }
}
