package idiotaxa.core.file;

/** A file was refused: one sentence with file, place and cure. */
public final class FormatException extends RuntimeException {
  private final String file;

  /**
   * @param file name of the file as the user knows it
   * @param place line, byte offset or element, empty when the whole file is meant
   * @param problem what is wrong
   * @param cure what to do
   */
  public FormatException(String file, String place, String problem, String cure) {
    super(file + (place.isEmpty() ? "" : ", " + place) + ": " + problem + "; " + cure + ".");
    this.file = file;
  }

  public String file() {
    return file;
  }
}
