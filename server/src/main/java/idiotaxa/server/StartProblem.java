package idiotaxa.server;

/** Why the application does not start, in words for whoever runs it. */
final class StartProblem extends RuntimeException {
  private final String cure;

  StartProblem(String message, String cure) {
    super(message);
    this.cure = cure;
  }

  String cure() {
    return cure;
  }
}
