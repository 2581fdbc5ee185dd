package idiotaxa.core.handoff;

import java.io.IOException;
import java.io.OutputStream;

/** Where the files of a hand-off go: a folder or a zip. */
public interface PackageSink {
  /** What writes one file's bytes; it does not close the stream. */
  @FunctionalInterface
  interface Content {
    void writeTo(OutputStream out) throws IOException;
  }

  /**
   * @param path relative, with {@code /} between folders
   */
  void put(String path, Content content) throws IOException;
}
