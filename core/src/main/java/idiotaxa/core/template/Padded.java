package idiotaxa.core.template;

/** Which of a sheet's images are written. */
public enum Padded {
  YES("true"),
  NO("false"),
  /** Those without padding in a folder of their own. */
  BOTH("both");

  private final String word;

  Padded(String word) {
    this.word = word;
  }

  /** As recipes and the API write it. */
  public String word() {
    return word;
  }
}
