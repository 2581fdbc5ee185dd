package idiotaxa.server.handoff;

import idiotaxa.core.handoff.HandoffWriter.WrittenFile;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** The files of a package, and how they differ from those of the package before. */
final class PackedFiles {
  private static final TypeReference<List<WrittenFile>> LIST = new TypeReference<>() {};
  private static final JsonMapper JSON = JsonMapper.builder().build();

  /** It tells when it was made, so that it is another one every time. */
  private static final String MANIFEST = "manifest.json";

  private PackedFiles() {}

  static List<WrittenFile> read(String json) {
    return JSON.readValue(json, LIST);
  }

  static String write(List<WrittenFile> files) {
    return JSON.writeValueAsString(files);
  }

  /**
   * A file and what became of it.
   *
   * @param change {@code same, changed, new} or {@code gone} since the package before; null for the
   *     manifest, and where there is none before
   */
  record Change(String path, long bytes, String sha256, String change) {}

  /**
   * @param before of the package before, null for none
   */
  static List<Change> compare(List<WrittenFile> files, List<WrittenFile> before) {
    Map<String, WrittenFile> old = new HashMap<>();
    if (before != null) {
      before.forEach(file -> old.put(file.path(), file));
    }
    List<Change> changes = new ArrayList<>();
    for (WrittenFile file : files) {
      WrittenFile was = old.remove(file.path());
      String change = was == null ? "new" : was.sha256().equals(file.sha256()) ? "same" : "changed";
      boolean isTold = before != null && !file.path().equals(MANIFEST);
      changes.add(new Change(file.path(), file.bytes(), file.sha256(), isTold ? change : null));
    }
    old.values().forEach(f -> changes.add(new Change(f.path(), f.bytes(), f.sha256(), "gone")));
    return changes;
  }

  /** The same in words. */
  static String words(List<WrittenFile> files, List<WrittenFile> before) {
    if (before == null) {
      return "the first package";
    }
    List<Change> changes = compare(files, before);
    List<String> words = new ArrayList<>();
    for (String kind : List.of("changed", "new", "gone")) {
      long count = changes.stream().filter(c -> kind.equals(c.change())).count();
      if (count > 0) {
        words.add(count + " " + kind);
      }
    }
    return words.isEmpty() ? "nothing changed" : String.join(", ", words);
  }
}
