package idiotaxa.cli.watch;

import idiotaxa.cli.watch.ModelOutcome.State;
import idiotaxa.cli.watch.WatchedFolder.Stamp;
import idiotaxa.core.format.ModelFileNames;
import idiotaxa.core.handoff.EarlierFiles;
import idiotaxa.core.handoff.HandoffOutputs;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
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
    KnownInputs before = KnownInputs.of(place);
    if (before == null && Files.exists(place)) {
      return refused(model, place + " is there and is none of ours; move it, or choose another --out", begin);
    }
    String wordsKey = WatchedModel.wordsKey(words);
    JsonNode report = report(place);
    if (report != null && isUnchanged(model, before, wordsKey, place)) {
      return outcome(name, model, State.UNCHANGED, report, "", begin);
    }
    Path work = Files.createTempDirectory(out, "." + name + "-");
    try {
      StringBuilder said = new StringBuilder();
      int exit = baker.bake(arguments(model, work), said);
      if (!model.isStill(folder)) {
        return outcome(name, model, State.UNFINISHED, null, "a file changed while it was read", begin);
      }
      if (exit != 0) {
        return refused(model, lastLine(said), begin);
      }
      KnownInputs made = made(model, wordsKey, report(work));
      if (!model.isStill(folder, made.names())) {
        return outcome(name, model, State.UNFINISHED, null, "a file changed while it was read", begin);
      }
      made.write(work);
      keepOthers(place, work);
      replace(place, work);
      return outcome(name, model, State.BAKED, report(place), "", begin);
    } finally {
      delete(work);
    }
  }

  /** By sizes and times; where those differ, by contents: a file that was only copied anew is no other one. */
  private boolean isUnchanged(WatchedModel model, KnownInputs before, String wordsKey, Path place)
      throws IOException {
    boolean isSame =
        before.words().equals(wordsKey)
            && before.target().equals(model.pair().target())
            && before.names().containsAll(WatchedModel.models(model.pair()))
            && model.inputs().keySet().containsAll(modelsIn(before, model));
    if (!isSame || before.isStill(folder)) {
      return isSame;
    }
    if (!before.key().equals(WatchedModel.key(folder, wordsKey, before.names()))) {
      return false;
    }
    stamped(before).write(place);
    return true;
  }

  /** Models that were read then: a source that is no longer paired made other maps. */
  private static List<String> modelsIn(KnownInputs before, WatchedModel model) {
    return before.names().stream()
        .filter(name -> before.inputs().get(name) != null)
        .filter(ModelFileNames::isModel)
        .filter(name -> model.seen().containsKey(name))
        .toList();
  }

  private KnownInputs stamped(KnownInputs known) throws IOException {
    Map<String, Stamp> inputs = new TreeMap<>();
    for (String name : known.names()) {
      inputs.put(name, WatchedFolder.stamp(folder.resolve(name)));
    }
    return new KnownInputs(known.target(), known.key(), known.words(), inputs);
  }

  /** What was opened is what the maps depend on, and what was looked for in vain. */
  private KnownInputs made(WatchedModel model, String wordsKey, JsonNode report) throws IOException {
    Map<String, Stamp> inputs = new TreeMap<>();
    for (String list : List.of("read", "missing")) {
      for (JsonNode file : report.path(list)) {
        Path path = folder.resolve(file.asString()).toAbsolutePath().normalize();
        String name =
            path.startsWith(folder.toAbsolutePath().normalize())
                ? folder.toAbsolutePath().normalize().relativize(path).toString()
                : path.toString();
        inputs.put(name, WatchedFolder.stamp(path));
      }
    }
    List<String> names = List.copyOf(inputs.keySet());
    return new KnownInputs(
        model.pair().target(), WatchedModel.key(folder, wordsKey, names), wordsKey, inputs);
  }

  private static ModelOutcome refused(WatchedModel model, String why, long begin) {
    return outcome(model.name(), model, State.REFUSED, null, why, begin);
  }

  /** Names of what a model was made of last, null when nobody knows. */
  List<String> known(String name) throws IOException {
    KnownInputs known = KnownInputs.of(out.resolve(name));
    return known == null || known.inputs().isEmpty() ? null : known.names();
  }

  /** The file that a folder of ours is of, empty for none. */
  String targetOf(String name) throws IOException {
    KnownInputs known = KnownInputs.of(out.resolve(name));
    return known == null ? "" : known.target();
  }

  /**
   * Says in a folder that models had before, where their maps are now.
   *
   * @return whether it was not said there already
   */
  boolean sayMoved(String before, String now) throws IOException {
    Path note = out.resolve(before).resolve("MOVED.txt");
    String words = "The maps of this model are in ../%s now; those here are old.%n".formatted(now);
    if (words.equals(text(note))) {
      return false;
    }
    Files.writeString(note, words);
    return true;
  }

  /** What somebody else put beside the maps, or changed of them, goes along. */
  private static void keepOthers(Path place, Path work) throws IOException {
    if (!Files.exists(place)) {
      return;
    }
    EarlierFiles earlier = EarlierFiles.in(place, HandoffOutputs.MANIFEST);
    List<Path> files;
    try (Stream<Path> all = Files.walk(place)) {
      files = all.filter(Files::isRegularFile).toList();
    }
    for (Path file : files) {
      String path = place.relativize(file).toString().replace('\\', '/');
      if (KnownInputs.isOurs(path) || path.equals("MOVED.txt") || earlier.isAsWeLeftIt(path)) {
        continue;
      }
      Path kept = work.resolve(path);
      for (int i = 1; Files.exists(kept); i++) {
        kept = work.resolve(path + ".before" + (i == 1 ? "" : i));
      }
      Files.createDirectories(kept.getParent());
      Files.copy(file, kept, StandardCopyOption.COPY_ATTRIBUTES);
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
