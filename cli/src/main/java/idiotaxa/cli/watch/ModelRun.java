package idiotaxa.cli.watch;

import idiotaxa.cli.watch.ModelOutcome.State;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Bakes one model of a watched folder into a folder of its own. Maps are made beside it and take its place
 * by renaming, so that nobody ever finds half of them; what was made of files that changed meanwhile is thrown
 * away.
 */
final class ModelRun {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final String KEY_FILE = ".inputs";

  private final Path folder;
  private final Path out;
  private final FolderWatch.Baker baker;

  ModelRun(Path folder, Path out, FolderWatch.Baker baker) {
    this.folder = folder;
    this.out = out;
    this.baker = baker;
  }

  /**
   * @param words what names the recipe and the options
   */
  ModelOutcome run(WatchedModel model, List<String> words) throws IOException {
    long begin = System.nanoTime();
    String name = model.name();
    Path place = out.resolve(name);
    String key;
    try {
      key = model.key(folder, words);
    } catch (NoSuchFileException e) {
      return outcome(name, model, State.UNFINISHED, null, e.getMessage() + " is gone", begin);
    }
    JsonNode before = report(place);
    if (before != null && key.equals(text(place.resolve(KEY_FILE)))) {
      return outcome(name, model, State.UNCHANGED, before, "", begin);
    }
    Path work = Files.createTempDirectory(out, "." + name + "-");
    try {
      StringBuilder said = new StringBuilder();
      int exit = baker.bake(arguments(model, work), said);
      if (!model.isStill(folder)) {
        return outcome(name, model, State.UNFINISHED, null, "a file changed while it was read", begin);
      }
      if (exit != 0) {
        return outcome(name, model, State.REFUSED, null, lastLine(said), begin);
      }
      Files.writeString(work.resolve(KEY_FILE), key);
      replace(place, work);
      return outcome(name, model, State.BAKED, report(place), "", begin);
    } finally {
      delete(work);
    }
  }

  private List<String> arguments(WatchedModel model, Path work) {
    List<String> arguments = new ArrayList<>();
    arguments.add(folder.resolve(model.pair().target()).toString());
    for (String source : model.pair().sources()) {
      arguments.addAll(List.of("--source", folder.resolve(source).toString()));
    }
    arguments.addAll(List.of("--out", work.toString()));
    return arguments;
  }

  private static ModelOutcome outcome(
      String name, WatchedModel model, State state, JsonNode report, String problem, long begin) {
    return new ModelOutcome(
        name,
        List.copyOf(model.inputs().keySet()),
        state,
        report,
        problem,
        (System.nanoTime() - begin) / 1e9);
  }

  /** The sentence that refused it: reasons stand on lines that begin so, or at the end. */
  private static String lastLine(StringBuilder said) {
    List<String> lines = said.toString().lines().filter(line -> !line.isBlank()).toList();
    return lines.stream()
        .filter(line -> line.startsWith("refused: "))
        .map(line -> line.substring("refused: ".length()))
        .findFirst()
        .orElse(lines.isEmpty() ? "nothing was written" : lines.get(lines.size() - 1));
  }

  private static JsonNode report(Path place) {
    String text = text(place.resolve("report.json"));
    try {
      return text == null ? null : JSON.readTree(text);
    } catch (JacksonException e) {
      return null;
    }
  }

  private static String text(Path file) {
    try {
      return Files.readString(file);
    } catch (IOException e) {
      return null;
    }
  }

  private static void replace(Path place, Path work) throws IOException {
    Path old = work.resolveSibling(work.getFileName() + "-old");
    boolean isReplaced = Files.exists(place);
    if (isReplaced) {
      Files.move(place, old);
    }
    Files.move(work, place);
    if (isReplaced) {
      delete(old);
    }
  }

  /** What an earlier run left when its process was killed. */
  static void deleteLeftOvers(Path out) throws IOException {
    try (Stream<Path> all = Files.list(out)) {
      for (Path each : all.filter(p -> p.getFileName().toString().matches("\\..+-\\d+(-old)?")).toList()) {
        delete(each);
      }
    }
  }

  private static void delete(Path folder) throws IOException {
    if (!Files.exists(folder)) {
      return;
    }
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path each : all.sorted(Comparator.reverseOrder()).toList()) {
        Files.deleteIfExists(each);
      }
    }
  }
}
