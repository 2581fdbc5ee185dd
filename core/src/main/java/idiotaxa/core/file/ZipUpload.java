package idiotaxa.core.file;

import java.io.BufferedInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;

/**
 * Unpacks the files of a zip into one folder under numbers of ours, so that nothing can be written
 * elsewhere; their paths inside of the zip are kept beside. What comes out is counted while it comes, so a zip
 * that grows without end is refused and not unpacked.
 */
public final class ZipUpload {
  private static final int MAX_FILES = 2000;
  private static final long MAX_BYTES = 8L << 30;
  /** More than this times the zip's own size is no model but a bomb. */
  private static final long MAX_RATIO = 200;

  private final String name;
  private final Path folder;
  private final long limit;
  private final Map<String, Path> files = new LinkedHashMap<>();
  private long written;

  private ZipUpload(String name, Path folder, long limit) {
    this.name = name;
    this.folder = folder;
    this.limit = limit;
  }

  /** Whether a name is a zip's. */
  public static boolean isZip(String name) {
    return name.toLowerCase(Locale.ROOT).endsWith(".zip");
  }

  /**
   * @param name of the zip, for messages
   * @param folder where the files are put, under numbers
   * @return the unpacked files by their path in the zip; a later one of the same path is refused
   */
  public static Map<String, Path> unpack(String name, Path zip, Path folder) throws IOException {
    long limit = Math.min(MAX_BYTES, MAX_RATIO * Math.max(1 << 20, Files.size(zip)));
    ZipUpload upload = new ZipUpload(name, folder, limit);
    try (ZipInputStream in =
        new ZipInputStream(new BufferedInputStream(Files.newInputStream(zip)))) {
      upload.unpack(in);
    } catch (ZipException | EOFException | IllegalArgumentException e) {
      throw upload.refuse("", "the zip is damaged (" + e.getMessage() + ")", "pack it again");
    }
    if (upload.files.isEmpty()) {
      throw upload.refuse("", "the zip holds no files", "pack the model's files into it");
    }
    return upload.files;
  }

  private void unpack(ZipInputStream in) throws IOException {
    for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
      String plain = UploadPath.plainName(entry.getName());
      if (entry.isDirectory() || plain.isEmpty() || plain.startsWith(".")) {
        continue;
      }
      String path = UploadPath.clean(entry.getName());
      if (files.size() == MAX_FILES) {
        throw refuse("", "the zip holds more than " + MAX_FILES + " files", "pack only the model");
      }
      Path file = folder.resolve("unpacked-" + files.size());
      if (files.putIfAbsent(path, file) != null) {
        throw refuse(path, "two files of the zip have this name", "rename one of them");
      }
      copy(in, path, file);
    }
  }

  private void copy(InputStream in, String plain, Path file) throws IOException {
    byte[] buffer = new byte[1 << 16];
    try (OutputStream out = Files.newOutputStream(file)) {
      for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
        written += n;
        if (written > limit) {
          throw refuse(
              plain,
              "the zip unpacks to more than " + (limit >> 20) + " MiB",
              "bring the files in without zip");
        }
        out.write(buffer, 0, n);
      }
    }
  }

  private FormatException refuse(String place, String problem, String cure) {
    return new FormatException(name, place, problem, cure);
  }
}
