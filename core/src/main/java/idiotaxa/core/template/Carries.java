package idiotaxa.core.template;

/** How a mesh tells its groups. */
public enum Carries {
  VERTEX_COLORS("vertexColors"),
  MATERIALS("materials"),
  /** The numbers of the groups as an integer attribute; only in the original. */
  NUMBERS("numbers"),
  NOTHING("nothing");

  private final String word;

  Carries(String word) {
    this.word = word;
  }

  /** As recipes, manifest and the API write it. */
  public String word() {
    return word;
  }
}
