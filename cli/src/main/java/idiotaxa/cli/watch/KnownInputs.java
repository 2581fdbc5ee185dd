package idiotaxa.cli.watch;

import idiotaxa.cli.watch.WatchedFolder.Stamp;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * What the maps in a folder were made of, kept beside them.
 *
 * @param target name of the model file that the folder is of
 * @param key of contents, recipe and options
 * @param words of recipe and options alone
 * @param inputs every file that was opened by name, or looked for and not there: null then
 */
record KnownInputs(String target, String key, String words, Map<String, Stamp> inputs) {
  private static final String FILE = ".inputs";
  private static final JsonMapper JSON = JsonMapper.builder().build();

  /** Null where a folder is none of ours. */
  static KnownInputs of(Path place) throws IOException {
    Path file = place.resolve(FILE);
    if (!Files.isRegularFile(file)) {
      return null;
    }
    try {
      JsonNode root = JSON.readTree(Files.readString(file));
      Map<String, Stamp> inputs = new TreeMap<>();
      root.path("inputs")
          .properties()
          .forEach(
              input ->
                  inputs.put(
                      input.getKey(),
                      input.getValue().isNull()
                          ? null
                          : new Stamp(input.getValue().path("bytes").asLong(), input.getValue().path("modified").asLong())));
      return new KnownInputs(
          root.path("target").asString(""), root.path("key").asString(""), root.path("words").asString(""), inputs);
    } catch (JacksonException e) {
      // An earlier version kept a key alone: it is ours, and made anew.
      return new KnownInputs("", "", "", Map.of());
    }
  }

  void write(Path place) throws IOException {
    ObjectNode root = JSON.createObjectNode().put("target", target).put("key", key).put("words", words);
    ObjectNode list = root.putObject("inputs");
    inputs.forEach(
        (name, stamp) -> {
          if (stamp == null) {
            list.putNull(name);
          } else {
            list.putObject(name).put("bytes", stamp.size()).put("modified", stamp.modified());
          }
        });
    Files.writeString(place.resolve(FILE), JSON.writeValueAsString(root));
  }

  static boolean isOurs(String path) {
    return path.equals(FILE);
  }

  List<String> names() {
    return List.copyOf(inputs.keySet());
  }

  /** Whether the files are what they were, by size and time. */
  boolean isStill(Path folder) throws IOException {
    for (Map.Entry<String, Stamp> input : inputs.entrySet()) {
      Stamp now = WatchedFolder.stamp(folder.resolve(input.getKey()));
      if (now == null ? input.getValue() != null : !now.equals(input.getValue())) {
        return false;
      }
    }
    return true;
  }
}
