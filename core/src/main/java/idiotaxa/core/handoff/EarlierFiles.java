package idiotaxa.core.handoff;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What an earlier run of ours left in a folder, as the file tells that lists it: the manifest of a bake, say. */
public final class EarlierFiles {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  /** Written beside what the manifest lists. */
  private static final String REPORT = "report.json";

  private final Path folder;
  private final String record;
  private final boolean isOurs;

  /** Bytes and checksum by path. */
  private final Map<String, Entry> files;

  private record Entry(long bytes, String sha256) {}

  private EarlierFiles(Path folder, String record, boolean isOurs, Map<String, Entry> files) {
    this.folder = folder;
    this.record = record;
    this.isOurs = isOurs;
    this.files = files;
  }

  /**
   * A record that cannot be read, or is somebody else's, tells nothing.
   *
   * @param record name of the JSON file whose {@code files} have {@code path}, {@code bytes} and {@code sha256}
   */
  public static EarlierFiles in(Path folder, String record) throws IOException {
    Map<String, Entry> files = new LinkedHashMap<>();
    JsonNode listed = JSON.missingNode();
    if (Files.isRegularFile(folder.resolve(record))) {
      try {
        listed = JSON.readTree(Files.readString(folder.resolve(record))).path("files");
      } catch (JacksonException e) {
        return new EarlierFiles(folder, record, false, Map.of());
      }
    }
    for (JsonNode file : listed) {
      files.put(
          file.path("path").asString(""),
          new Entry(file.path("bytes").asLong(-1), file.path("sha256").asString("")));
    }
    return new EarlierFiles(folder, record, listed.isArray(), files);
  }

  Set<String> paths() {
    return files.keySet();
  }

  /** Whether a file is as we left it, so that nobody misses it. */
  public boolean isAsWeLeftIt(String path) throws IOException {
    if (isOurs && (path.equals(REPORT) || path.equals(record))) {
      return true;
    }
    Entry entry = files.get(path);
    Path file = folder.resolve(path);
    return entry != null && Files.size(file) == entry.bytes() && sha256(file).equals(entry.sha256());
  }

  private static String sha256(Path file) throws IOException {
    try {
      MessageDigest digest = MessageDigest.getInstance("SHA-256");
      try (InputStream in = new DigestInputStream(Files.newInputStream(file), digest)) {
        in.transferTo(OutputStream.nullOutputStream());
      }
      return HexFormat.of().formatHex(digest.digest());
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java platform has SHA-256", e);
    }
  }
}
