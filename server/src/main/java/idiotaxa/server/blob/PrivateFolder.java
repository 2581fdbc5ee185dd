package idiotaxa.server.blob;

import java.io.IOException;
import java.nio.file.FileStore;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;

/** A folder that no other user of the machine reads or writes. */
final class PrivateFolder {
  private static final String OWNER_ONLY = "rwx------";

  private PrivateFolder() {}

  /**
   * Makes the folder, or takes it over when it is this user's.
   *
   * @throws IOException when it is somebody else's
   */
  static Path create(Path folder) throws IOException {
    Files.createDirectories(folder);
    FileStore disk = Files.getFileStore(folder);
    if (disk.supportsFileAttributeView("posix")) {
      try {
        Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString(OWNER_ONLY));
      } catch (IOException e) {
        throw new IOException(
            "The folder " + folder + " for local copies is somebody else's; choose another with IDIOTAXA_CACHE.", e);
      }
    }
    return folder;
  }
}
