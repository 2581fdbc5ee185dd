package idiotaxa.server.web;

/** The version that a change is based on, as If-Match carries it: a number in quotes. */
public final class VersionHeader {
  private VersionHeader() {}

  /**
   * @throws IllegalArgumentException for anything else
   */
  public static long parse(String ifMatch) {
    try {
      return Long.parseLong(ifMatch.strip().replace("\"", ""));
    } catch (NumberFormatException e) {
      throw new IllegalArgumentException(
          "If-Match must be the version that the change is based on, in quotes.", e);
    }
  }
}
