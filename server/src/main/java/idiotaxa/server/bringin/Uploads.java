package idiotaxa.server.bringin;

import idiotaxa.core.file.ZipUpload;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.web.multipart.MultipartFile;

/** The files of one upload in a folder of their own that goes when it is closed. */
public final class Uploads implements AutoCloseable {
  private static final int MAX_NAME = 255;

  private final Path folder;
  private final Map<String, Path> files = new LinkedHashMap<>();

  /** A single zip is unpacked. */
  public Uploads(List<MultipartFile> uploads) throws IOException {
    folder = Files.createTempDirectory("idiotaxa-upload");
    try {
      for (MultipartFile upload : uploads) {
        Path file = folder.resolve(Integer.toString(files.size()));
        upload.transferTo(file);
        files.put(plainName(upload), file);
      }
      unpack();
    } catch (IOException | RuntimeException e) {
      close();
      throw e;
    }
  }

  private void unpack() throws IOException {
    String first = files.keySet().iterator().next();
    if (files.size() == 1 && ZipUpload.isZip(first)) {
      Path zip = files.remove(first);
      files.putAll(ZipUpload.unpack(first, zip, folder));
    }
  }

  /** Local files by plain name. */
  public Map<String, Path> files() {
    return files;
  }

  /** The last part of whatever path the browser sent. */
  static String plainName(MultipartFile upload) {
    String name = upload.getOriginalFilename();
    String plain = name == null ? "" : name.replaceAll(".*[/\\\\]", "");
    return plain.isBlank() ? "unnamed" : plain.substring(0, Math.min(MAX_NAME, plain.length()));
  }

  @Override
  public void close() throws IOException {
    try (var listing = Files.list(folder)) {
      for (Path file : listing.toList()) {
        Files.delete(file);
      }
    }
    Files.delete(folder);
  }
}
