package idiotaxa.server.web;

/** The version that a change is based on, as If-Match carries it: a number in quotes. */
public final class VersionHeader {
  private VersionHeader() {}

  /**
   * @throws IllegalArgumentException for anything else
   */
  public static int parse(String ifMatch) {
    long state = parseState(ifMatch);
    if (state != (int) state) {
      throw new IllegalArgumentException("If-Match must be a version that was given out, got " + state + ".");
    }
    return (int) state;
  }

  /** The same where versions are counted over all assets. */
  public static long parseState(String ifMatch) {
    try {
      return Long.parseLong(ifMatch.strip().replace("\"", ""));
    } catch (NumberFormatException e) {
      throw new IllegalArgumentException(
          "If-Match must be the version that the change is based on, in quotes.", e);
    }
  }
}
