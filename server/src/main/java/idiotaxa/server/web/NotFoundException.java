package idiotaxa.server.web;

/** Something that was asked for does not exist. */
public final class NotFoundException extends RuntimeException {
  public NotFoundException(String what, long id) {
    super("There is no " + what + " with number " + id + ".");
  }

  /**
   * @param written what stands in the address where its number should
   */
  public NotFoundException(String what, String written) {
    super("There is no " + what + " \"" + written + "\"; numbers are written in digits, without a sign or leading zeros.");
  }
}
