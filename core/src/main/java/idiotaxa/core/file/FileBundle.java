package idiotaxa.core.file;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * The files of one upload, by plain name. Files refer to each other by these names only; nothing
 * outside the bundle can be opened through it.
 */
public final class FileBundle {
  private static final long MAX_BYTES = Integer.MAX_VALUE - 16L;

  private final String mainName;
  private final Map<String, Path> files;

  private FileBundle(String mainName, Map<String, Path> files) {
    this.mainName = mainName;
    this.files = files;
  }

  /** A bundle of given files; {@code mainName} is one of the names. */
  public static FileBundle of(String mainName, Map<String, Path> files) {
    if (!files.containsKey(mainName)) {
      throw new IllegalArgumentException("the bundle has no file " + mainName);
    }
    return new FileBundle(mainName, new LinkedHashMap<>(files));
  }

  /** A file together with the other files of its folder. */
  public static FileBundle beside(Path main) throws IOException {
    Map<String, Path> files = new LinkedHashMap<>();
    Path folder = main.toAbsolutePath().getParent();
    try (var listing = Files.list(folder)) {
      listing.filter(Files::isRegularFile).forEach(p -> files.put(p.getFileName().toString(), p));
    }
    String name = main.getFileName().toString();
    if (!files.containsKey(name)) {
      throw new FormatException(name, "", "there is no such file", "check the path");
    }
    return new FileBundle(name, files);
  }

  public String mainName() {
    return mainName;
  }

  /** The main file's bytes, mapped. */
  public ByteBuffer openMain() {
    return map(mainName, files.get(mainName));
  }

  /** A sibling's bytes, mapped, or empty when the upload has no file of that plain name. */
  public Optional<ByteBuffer> open(String name) {
    Path path = files.get(name);
    return path == null ? Optional.empty() : Optional.of(map(name, path));
  }

  private static ByteBuffer map(String name, Path path) {
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
