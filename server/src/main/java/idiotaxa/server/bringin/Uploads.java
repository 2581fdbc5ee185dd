package idiotaxa.server.bringin;

import idiotaxa.core.file.FormatException;
import idiotaxa.core.file.UploadPath;
import idiotaxa.core.file.ZipUpload;
import idiotaxa.server.blob.WorkFolder;
import java.io.IOException;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.web.multipart.MultipartFile;

/** The files of one upload in a folder of their own that goes when it is closed. */
public final class Uploads implements AutoCloseable {
  private final Path folder;
  private final Map<String, Path> files = new LinkedHashMap<>();

  /**
   * A single zip is unpacked.
   *
   * @throws FormatException when two files have one path
   */
  public Uploads(List<MultipartFile> uploads, WorkFolder work) throws IOException {
    folder = work.newFolder();
    try {
      for (MultipartFile upload : uploads) {
        String path = path(upload);
        Path file = folder.resolve(Integer.toString(files.size()));
        if (files.putIfAbsent(path, file) != null) {
          throw new FormatException(
              path,
              "",
              "two files of the upload have this path",
              "bring in the model's folder as it is, or rename one of them");
        }
        upload.transferTo(file);
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

  /** Local files by their paths in the upload, without the folder that all of them lie in. */
  public Map<String, Path> files() {
    String shared = UploadPath.sharedFolder(files.keySet());
    Map<String, Path> out = new HashMap<>();
    files.forEach((path, file) -> out.put(path.substring(shared.length()), file));
    return out;
  }

  /** Whatever path the browser sent, as a path of ours. */
  static String path(MultipartFile upload) {
    String name = upload.getOriginalFilename();
    return name == null || name.isBlank() ? "unnamed" : UploadPath.clean(name);
  }

  @Override
  public void close() {
    WorkFolder.delete(folder);
  }
}
