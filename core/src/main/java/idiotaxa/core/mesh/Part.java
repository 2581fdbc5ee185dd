package idiotaxa.core.mesh;

/**
 * A named object of a file.
 *
 * @param name may be empty where the file gave none
 * @param path names of what it hangs under in the file, the outermost first, joined by {@code /};
 *     empty at the root
 */
public record Part(String name, String path) {
  /** A part at the root. */
  public Part(String name) {
    this(name, "");
  }

  /** The same place in the tree under another name. */
  public Part named(String other) {
    return new Part(other, path);
  }
}
