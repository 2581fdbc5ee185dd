package idiotaxa.cli;

/** The input was refused; why has been said already. */
final class RefusedException extends RuntimeException {
  RefusedException() {
    super("refused");
  }
}
