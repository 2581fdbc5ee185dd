package idiotaxa.core.file;

/**
 * What reading a file may cost, known from its size and from the heap before anything is read: a small
 * file that unfolds into more is refused with the figures rather than tried.
 */
public final class ReadBudget {
  /** Corners that any file may unfold into by placing the same again and again. */
  private static final long FREE_CORNERS = 16_000_000;

  /** No format writes a corner in less than half a byte. */
  private static final long CORNERS_A_BYTE = 2;

  /** Heap for a corner while it is read and looked through. */
  private static final long HEAP_A_CORNER = 110;

  private static final double USABLE = 0.8;

  private final String file;
  private final long fileBytes;
  private final long heapBytes;

  /**
   * @param fileBytes of the file with all that it refers to
   */
  public ReadBudget(String file, long fileBytes) {
    this(file, fileBytes, Runtime.getRuntime().maxMemory());
  }

  ReadBudget(String file, long fileBytes, long heapBytes) {
    this.file = file;
    this.fileBytes = fileBytes;
    this.heapBytes = heapBytes;
  }

  /**
   * @param corners that the file unfolds into, vertices of no face among them
   * @param place where that was found
   * @throws FormatException when that is more than may be
   */
  public void check(long corners, String place) {
    long ofFile = Math.max(FREE_CORNERS, CORNERS_A_BYTE * fileBytes);
    long ofHeap = (long) (heapBytes * USABLE / HEAP_A_CORNER);
    if (corners > Math.min(ofFile, ofHeap)) {
      boolean isHeap = ofHeap < ofFile;
      throw new FormatException(
          file,
          place,
          "it unfolds into %,d million corners and vertices, more than the %,d million that %s"
              .formatted(
                  corners / 1_000_000,
                  Math.min(ofFile, ofHeap) / 1_000_000,
                  isHeap
                      ? "this machine's memory takes"
                      : "a file of %,d KB can be meant to hold".formatted(fileBytes / 1024 + 1)),
          isHeap
              ? "split the model, or give the application more memory"
              : "export it with fewer copies of the same mesh, and accessors with their data");
    }
  }
}
