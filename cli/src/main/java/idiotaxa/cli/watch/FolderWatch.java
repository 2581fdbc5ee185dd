package idiotaxa.cli.watch;

import idiotaxa.cli.watch.ModelOutcome.State;
import idiotaxa.cli.watch.WatchedFolder.Stamp;
import idiotaxa.core.file.FileNames;
import idiotaxa.core.format.ModelFileNames;
import idiotaxa.core.pairing.ModelPair;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.PathMatcher;
import java.time.LocalTime;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Predicate;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Bakes the models of a folder, once or whenever one was written. */
public final class FolderWatch {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final long LOOK_MILLIS = 200;

  /** With {@code --once}: how many times the settling time a file may take to be written. */
  private static final int PATIENCE = 30;

  private final Path folder;
  private final Path recipe;
  private final Predicate<String> isTarget;
  private final Predicate<String> isSource;
  private final boolean hasGlobs;
  private final long settleMillis;
  private final List<String> options;
  private final PrintWriter err;
  private final ModelRun run;
  private final WatchedFolder files;

  /** Inputs of every model as they were when it was done last. */
  private final Map<String, Map<String, Stamp>> done = new HashMap<>();

  private Map<String, Optional<Stamp>> elsewhereThen = Map.of();
  private final Set<String> missing = new HashSet<>();

  /** Models whose maps are those of before, because they were refused as they are now. */
  private final Set<String> heldBack = new TreeSet<>();

  /**
   * @param targetGlob and {@code sourceGlob}: patterns of file names, null to tell by words for high poly
   * @param settleSeconds that a file must stay the same
   * @param options of every bake; they name its results
   * @param baker runs a bake
   */
  public FolderWatch(
      Path folder,
      Path out,
      Path recipe,
      String targetGlob,
      String sourceGlob,
      double settleSeconds,
      List<String> options,
      Baker baker,
      PrintWriter err)
      throws IOException {
    this.folder = folder;
    this.recipe = recipe;
    this.options = options;
    this.err = err;
    hasGlobs = targetGlob != null || sourceGlob != null;
    isSource = sourceGlob == null ? name -> targetGlob != null : glob(sourceGlob);
    isTarget = targetGlob == null ? name -> !isSource.test(name) : glob(targetGlob);
    settleMillis = (long) (1000 * settleSeconds);
    files = new WatchedFolder(folder, settleMillis);
    run =
        new ModelRun(
            folder,
            out,
            (arguments, said) -> {
              err.println("baking " + Path.of(arguments.get(0)).getFileName());
              return baker.bake(arguments, said);
            });
    ModelRun.deleteLeftOvers(out);
  }

  /** Runs {@code bake} with arguments and answers with its exit code; what it says is added to a text. */
  @FunctionalInterface
  public interface Baker {
    int bake(List<String> arguments, StringBuilder said);
  }

  private static Predicate<String> glob(String pattern) {
    PathMatcher matcher = FileSystems.getDefault().getPathMatcher("glob:" + pattern);
    return name -> matcher.matches(Path.of(name));
  }

  /** What became of all models, what needs a look first. */
  public static final class Summary {
    private final List<ModelOutcome> outcomes;
    private final List<String> alone;

    private Summary(List<ModelOutcome> outcomes, List<String> alone) {
      this.outcomes =
          outcomes.stream()
              .sorted(Comparator.comparing((ModelOutcome o) -> !o.needsALook()).thenComparing(ModelOutcome::name))
              .toList();
      this.alone = alone;
    }

    public boolean needsALook() {
      return !alone.isEmpty() || outcomes.stream().anyMatch(ModelOutcome::needsALook);
    }

    public boolean isAnyRefused() {
      return outcomes.stream().anyMatch(o -> o.state() == State.REFUSED || o.state() == State.UNFINISHED);
    }

    private long count(State state) {
      return outcomes.stream().filter(o -> o.state() == state).count();
    }

    public String text() {
      StringBuilder text = new StringBuilder();
      outcomes.forEach(o -> text.append(o.line()).append('\n'));
      alone.forEach(name -> text.append("%-24s source without a target%n".formatted(name)));
      return text.append(
              "%d models: %d baked, %d unchanged, %d refused, %d unfinished; %d need a look"
                  .formatted(
                      outcomes.size(),
                      count(State.BAKED),
                      count(State.UNCHANGED),
                      count(State.REFUSED),
                      count(State.UNFINISHED),
                      outcomes.stream().filter(ModelOutcome::needsALook).count()))
          .toString();
    }

    public String json() {
      ObjectNode root = JSON.createObjectNode();
      for (State state : State.values()) {
        root.put(state.word(), count(state));
      }
      root.put("needALook", outcomes.stream().filter(ModelOutcome::needsALook).count());
      ArrayNode models = root.putArray("models");
      outcomes.forEach(o -> models.add(o.json(JSON)));
      alone.forEach(root.putArray("sourcesWithoutTarget")::add);
      return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(root);
    }
  }

  /** Bakes what is there and has changed; files that are still being written are waited for. */
  public Summary once() throws IOException {
    long end = System.nanoTime() + PATIENCE * settleMillis * 1_000_000;
    WatchedFolder.Look look = files.look();
    while (look.isBeingWritten() && System.nanoTime() < end && sleep()) {
      look = files.look();
    }
    List<ModelOutcome> outcomes = new ArrayList<>();
    ModelPair.Found found = pairs(look.settled().keySet());
    List<String> names = names(found.pairs());
    for (int m = 0; m < names.size(); m++) {
      outcomes.add(bake(watched(names.get(m), found.pairs().get(m), look)));
    }
    for (String name : look.unsettled()) {
      if (ModelFileNames.isModel(name)) {
        String why = look.empty().contains(name) ? "it is empty; export it again" : "it is still being written";
        outcomes.add(new ModelOutcome(name, List.of(name), State.UNFINISHED, null, why, 0));
      }
    }
    return new Summary(outcomes, found.alone());
  }

  /**
   * Bakes whenever files have been written, until the thread is interrupted.
   *
   * @param out a line for every model, and one whenever all maps are those of the files that lie there; null for none
   */
  public void follow(PrintWriter out) throws IOException {
    err.println("watching " + folder + "; end with Ctrl C");
    boolean isToldHowItStands = false;
    do {
      WatchedFolder.Look look = files.look();
      sayWhatIsGone(look);
      List<WatchedModel> due = due(look);
      if (!due.isEmpty() || look.isBeingWritten()) {
        isToldHowItStands = false;
      } else if (!isToldHowItStands && !done.isEmpty() && out != null) {
        isToldHowItStands = true;
        out.println(howItStands());
      }
      for (WatchedModel model : due) {
        ModelOutcome outcome = bake(model);
        if (Thread.currentThread().isInterrupted()) {
          return;
        }
        if (outcome.state() != State.UNFINISHED) {
          // What it has opened is known now.
          done.put(outcome.name(), watched(model.name(), model.pair(), look).inputs());
        }
        heldBack.remove(outcome.name());
        if (outcome.state() == State.REFUSED) {
          heldBack.add(outcome.name());
        }
        if (out != null && outcome.state() != State.UNCHANGED) {
          out.println(outcome.line());
        }
      }
    } while (sleep());
  }

  private String howItStands() {
    LocalTime now = LocalTime.now().truncatedTo(ChronoUnit.SECONDS);
    return heldBack.isEmpty()
        ? "true since " + now.format(DateTimeFormatter.ISO_LOCAL_TIME)
        : "held back: " + String.join(", ", heldBack);
  }

  /** Models whose files have all been written and are not what they were when the model was done last. */
  private List<WatchedModel> due(WatchedFolder.Look look) throws IOException {
    Set<String> present = new HashSet<>(look.settled().keySet());
    present.addAll(look.unsettled());
    List<WatchedModel> due = new ArrayList<>();
    List<ModelPair> all = pairs(present).pairs();
    List<String> names = names(all);
    heldBack.retainAll(names);
    Map<String, Optional<Stamp>> elsewhereNow = elsewhere(names);
    if (!elsewhereNow.equals(elsewhereThen)) {
      elsewhereThen = elsewhereNow;
      done.clear();
    }
    for (int m = 0; m < names.size(); m++) {
      ModelPair pair = all.get(m);
      List<String> known = run.known(names.get(m));
      boolean isWhole = known == null || look.unsettled().stream().noneMatch(known::contains);
      if (isWhole && look.settled().keySet().containsAll(WatchedModel.models(pair))) {
        WatchedModel model = watched(names.get(m), pair, look);
        Map<String, Stamp> before = done.get(model.name());
        boolean isLess = before != null && isOnlyLess(model.inputs(), before);
        if (!model.inputs().equals(before) && !isLess) {
          due.add(model);
        }
      }
    }
    return due;
  }

  /** A source that went away is being replaced, or was taken out: the maps stay as they are. */
  private static boolean isOnlyLess(Map<String, Stamp> now, Map<String, Stamp> before) {
    return now.size() < before.size()
        && now.entrySet().stream().allMatch(e -> e.getValue().equals(before.get(e.getKey())));
  }

  private void sayWhatIsGone(WatchedFolder.Look look) {
    for (Map<String, Stamp> inputs : done.values()) {
      for (String name : inputs.keySet()) {
        boolean isThere = look.settled().containsKey(name) || look.unsettled().contains(name);
        if (isThere) {
          missing.remove(name);
        } else if (missing.add(name)) {
          err.println("note: " + name + " is gone; its maps stay as they are");
        }
      }
    }
  }

  private WatchedModel watched(String name, ModelPair pair, WatchedFolder.Look look) throws IOException {
    return WatchedModel.of(name, pair, look.settled(), run.known(name));
  }

  /**
   * Folders of the models' maps, each model its own: targets whose names differ by their endings only have those too, and
   * what is still alike then is told apart by the whole name, whichever others come and go.
   */
  private List<String> names(List<ModelPair> pairs) throws IOException {
    List<String> plain = pairs.stream().map(pair -> FileNames.clean(pair.name())).toList();
    List<String> ended = pairs.stream().map(pair -> FileNames.clean(pair.target().replace('.', '_'))).toList();
    List<String> names = new ArrayList<>();
    for (int m = 0; m < plain.size(); m++) {
      String name = isAlone(plain.get(m), plain) ? plain.get(m) : ended.get(m);
      String target = pairs.get(m).target();
      boolean isTaken = !isAlone(plain.get(m), plain) && (!isAlone(name, ended) || isIn(name, plain));
      names.add(isTaken ? name + "-" + shortHash(target) : name);
      sayWhereItWent(plain.get(m), names.get(m), target);
    }
    return names;
  }

  private static boolean isIn(String name, List<String> all) {
    return all.stream().anyMatch(name::equalsIgnoreCase);
  }

  private static boolean isAlone(String name, List<String> all) {
    return all.stream().filter(name::equalsIgnoreCase).count() == 1;
  }

  private static String shortHash(String name) {
    return "%08x".formatted(name.hashCode());
  }

  /** A model whose folder has another name since a second one came leaves its old maps behind. */
  private void sayWhereItWent(String before, String now, String target) throws IOException {
    if (!before.equals(now) && run.targetOf(before).equals(target) && run.sayMoved(before, now)) {
      err.println("note: the maps of %s are in %s now; those in %s are old".formatted(target, now, before));
    }
  }

  private ModelPair.Found pairs(Set<String> names) {
    List<String> models = names.stream().filter(ModelFileNames::isModel).toList();
    return hasGlobs ? ModelPair.of(models, isTarget, isSource) : ModelPair.of(models);
  }

  private ModelOutcome bake(WatchedModel model) throws IOException {
    List<String> words = new ArrayList<>(options);
    words.add(Files.readString(recipe));
    ModelOutcome outcome = run.run(model, words);
    if (outcome.needsALook()) {
      err.println("look at " + outcome.line());
    }
    return outcome;
  }

  /** States of the recipe and of all that runs have opened, or looked for, elsewhere than beside the models. */
  private Map<String, Optional<Stamp>> elsewhere(List<String> models) throws IOException {
    Map<String, Optional<Stamp>> stamps = new TreeMap<>();
    stamps.put("", Optional.ofNullable(WatchedFolder.stamp(recipe)));
    for (String model : models) {
      List<String> known = run.known(model);
      for (String name : known == null ? List.<String>of() : known) {
        if (Path.of(name).getNameCount() > 1) {
          stamps.put(name, Optional.ofNullable(WatchedFolder.stamp(folder.resolve(name))));
        }
      }
    }
    return stamps;
  }

  /** False when the thread was interrupted, which stays so. */
  private static boolean sleep() {
    try {
      Thread.sleep(LOOK_MILLIS);
      return true;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return false;
    }
  }
}
