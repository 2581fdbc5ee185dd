package idiotaxa.server.web;

/** Something that was asked for does not exist. */
public final class NotFoundException extends RuntimeException {
  public NotFoundException(String what, long id) {
    super("There is no " + what + " with number " + id + ".");
  }
}
