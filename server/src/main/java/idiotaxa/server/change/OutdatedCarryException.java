package idiotaxa.server.change;

/** Something was claimed, or another revision arrived, while a carry-over was made: it is made again. */
public final class OutdatedCarryException extends RuntimeException {
  public OutdatedCarryException() {
    super("the asset changed meanwhile");
  }
}
