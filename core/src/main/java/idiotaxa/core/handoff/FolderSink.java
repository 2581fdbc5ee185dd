package idiotaxa.core.handoff;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;

/** Writes into a folder; a file appears under its name only when it is complete. */
public final class FolderSink implements PackageSink {
  private final Path folder;

  public FolderSink(Path folder) {
    this.folder = folder;
  }

  @Override
  public void put(String path, Content content) throws IOException {
    Path file = folder.resolve(path);
    Files.createDirectories(file.getParent());
    Path partial = file.resolveSibling(file.getFileName() + ".part");
    try {
      try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(partial), 1 << 16)) {
        content.writeTo(out);
      }
      Files.move(partial, file, StandardCopyOption.REPLACE_EXISTING);
    } finally {
      Files.deleteIfExists(partial);
    }
  }
}
