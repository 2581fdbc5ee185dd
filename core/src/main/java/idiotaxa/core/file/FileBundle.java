package idiotaxa.core.file;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The files of one upload, by their paths inside of it. Files refer to each other relative to where they
 * lie, or by a plain name that only one file has; nothing outside the bundle can be opened through it.
 */
public final class FileBundle {
  private static final long MAX_BYTES = Integer.MAX_VALUE - 16L;

  private final String mainName;
  private final Map<String, Path> files;

  /** Where further files are looked for, null for nowhere. */
  private final Path folder;
  private final ReadFiles read;

  private FileBundle(String mainName, Map<String, Path> files, Path folder, ReadFiles read) {
    this.mainName = mainName;
    this.files = files;
    this.folder = folder;
    this.read = read;
  }

  /** A bundle of given files; {@code mainName} is one of the paths. */
  public static FileBundle of(String mainName, Map<String, Path> files) {
    if (!files.containsKey(mainName)) {
      throw new IllegalArgumentException("the bundle has no file " + mainName);
    }
    return new FileBundle(mainName, new LinkedHashMap<>(files), null, new ReadFiles());
  }

  /** A file together with what lies in its folder and below. */
  public static FileBundle beside(Path main) throws IOException {
    return beside(main, new ReadFiles());
  }

  /**
   * @param read told of every file that is opened
   */
  public static FileBundle beside(Path main, ReadFiles read) throws IOException {
    String name = main.getFileName().toString();
    if (!Files.isRegularFile(main)) {
      throw new FormatException(name, "", "there is no such file", "check the path");
    }
    return new FileBundle(name, Map.of(name, main), main.toAbsolutePath().getParent(), read);
  }

  public String mainName() {
    return mainName;
  }

  /** The main file's bytes, mapped. */
  public ByteBuffer openMain() {
    return map(mainName, files.get(mainName));
  }

  /**
   * The bytes of a file that the main file refers to, mapped; empty when it did not come along.
   *
   * @param reference as the main file writes it: relative to its folder, with any separators
   * @throws FormatException when several files could be meant
   */
  public Optional<ByteBuffer> open(String reference) {
    Optional<String> located = locate(reference);
    if (located.isEmpty() && folder != null && !UploadPath.plainName(reference).isBlank()) {
      read.addMissing(folder.resolve(UploadPath.plainName(reference)));
    }
    return located.map(
        path -> map(path, files.getOrDefault(path, folder == null ? null : folder.resolve(path))));
  }

  /**
   * The path in the bundle of a file that the main file refers to; references that mean one file have one
   * path.
   *
   * @throws FormatException when several files could be meant
   */
  public Optional<String> locate(String reference) {
    String path = inside(reference);
    if (path != null && (files.containsKey(path) || liesBeside(path))) {
      return Optional.of(path);
    }
    String plain = UploadPath.plainName(reference);
    if (plain.isBlank()) {
      return Optional.empty();
    }
    return liesBeside(plain) ? Optional.of(plain) : named(reference, plain);
  }

  /** Whether a reference leads out of the upload. */
  public boolean leadsOut(String reference) {
    return inside(reference) == null;
  }

  private String inside(String reference) {
    try {
      return UploadPath.resolve(UploadPath.folder(mainName), reference);
    } catch (FormatException e) {
      return null;
    }
  }

  private boolean liesBeside(String path) {
    return folder != null && Files.isRegularFile(folder.resolve(path));
  }

  private Optional<String> named(String reference, String plain) {
    String wanted = FileNames.withoutCase(plain);
    List<String> named =
        files.keySet().stream()
            .filter(p -> FileNames.withoutCase(UploadPath.plainName(p)).equals(wanted))
            .toList();
    if (named.size() > 1) {
      throw new FormatException(
          mainName,
          "",
          "it asks for " + reference + ", and the upload has " + String.join(" and ", named),
          "rename one of them, or keep the folders as the model knows them");
    }
    return named.stream().findFirst();
  }

  private ByteBuffer map(String name, Path path) {
    read.add(path);
    try (FileChannel channel = FileChannel.open(path, StandardOpenOption.READ)) {
      if (channel.size() > MAX_BYTES) {
        throw new FormatException(
            name, "", "the file is larger than 2 GiB", "split it into several files");
      }
      if (channel.size() == 0) {
        throw new FormatException(name, "", "the file is empty", "export it again");
      }
      return channel.map(FileChannel.MapMode.READ_ONLY, 0, channel.size());
    } catch (IOException e) {
      throw new UncheckedIOException(name + " could not be read: " + e.getMessage(), e);
    }
  }
}
