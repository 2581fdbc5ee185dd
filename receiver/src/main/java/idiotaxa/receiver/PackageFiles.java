package idiotaxa.receiver;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.Map;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;

/** A package unpacked into a folder of its own, with the checksum of every file. */
final class PackageFiles {
  private static final int MAX_FILES = 10_000;
  private static final long MAX_BYTES = 8L << 30;

  private final Path folder;
  private final Map<String, String> sha256OfPath = new HashMap<>();
  private long bytes;

  private PackageFiles(Path folder) {
    this.folder = folder;
  }

  /**
   * @param folder empty; owned by the caller
   * @throws PackageException when the zip is broken, too large, or has a path that leaves the folder
   */
  static PackageFiles unpack(InputStream zip, Path folder) throws IOException {
    PackageFiles files = new PackageFiles(folder);
    try (ZipInputStream in = new ZipInputStream(zip)) {
      for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
        files.add(entry.getName(), in);
      }
    } catch (ZipException e) {
      throw new PackageException("the package is a broken zip: " + e.getMessage());
    }
    if (files.sha256OfPath.isEmpty()) {
      throw new PackageException("the package is no zip, or an empty one");
    }
    return files;
  }

  private void add(String name, InputStream in) throws IOException {
    Path target = folder.resolve(name).normalize();
    if (!target.startsWith(folder) || name.endsWith("/")) {
      throw new PackageException("the package has a path that is not allowed: " + name);
    }
    if (sha256OfPath.size() >= MAX_FILES) {
      throw new PackageException("the package has more than " + MAX_FILES + " files");
    }
    Files.createDirectories(target.getParent());
    MessageDigest digest = sha256();
    try (OutputStream out = new DigestOutputStream(Files.newOutputStream(target), digest)) {
      byte[] buffer = new byte[1 << 16];
      for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
        bytes += n;
        if (bytes > MAX_BYTES) {
          throw new PackageException("the package unpacks to more than 8 GiB");
        }
        out.write(buffer, 0, n);
      }
    }
    sha256OfPath.put(name, HexFormat.of().formatHex(digest.digest()));
  }

  private static MessageDigest sha256() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java platform has SHA-256", e);
    }
  }

  /** The checksum of a file, empty when it is not in the package. */
  Optional<String> sha256(String path) {
    return Optional.ofNullable(sha256OfPath.get(path));
  }

  /** Where a file was unpacked to. */
  Path path(String name) {
    return folder.resolve(name);
  }

  long size(String name) throws IOException {
    return Files.size(path(name));
  }

  byte[] bytes(String name) throws IOException {
    return Files.readAllBytes(path(name));
  }
}
