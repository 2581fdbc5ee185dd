package idiotaxa.receiver;

/** A package that cannot be read at all; the message says why. */
final class PackageException extends RuntimeException {
  PackageException(String message) {
    super(message);
  }
}
