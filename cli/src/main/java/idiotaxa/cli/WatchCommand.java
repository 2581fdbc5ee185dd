package idiotaxa.cli;

import idiotaxa.cli.watch.FolderWatch;
import idiotaxa.core.file.ReadFiles;
import idiotaxa.core.handoff.HandoffOutputs;
import idiotaxa.core.handoff.OutputFolder;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
    name = "watch",
    description = "Runs a recipe on the models of a folder, whenever one has been written.",
    mixinStandardHelpOptions = true)
final class WatchCommand implements Callable<Integer> {
  private static final long LAST_MILLIS = 5000;

  @Parameters(paramLabel = "FOLDER", description = "Folder that models are written into.")
  private Path folder;

  @Option(names = "--recipe", required = true, description = "What is made of every model.")
  private Path recipeFile;

  @Option(names = "--out", required = true, description = "Folder that gets a folder a target.")
  private Path out;

  @Option(names = "--target", description = "File names of targets, such as *_low.obj.")
  private String targetGlob;

  @Option(names = "--source", description = "File names of sources, such as *_high.ply.")
  private String sourceGlob;

  @Option(names = "--once", description = "Bake what has changed, sum up and end.")
  private boolean isOnce;

  @Option(names = "--align", description = "none or auto, see bake.")
  private String align;

  @Option(names = "--anyway", description = "Bake what would be refused.")
  private boolean isAnyway;

  @Option(names = "--threads", description = "Threads; all cores by default.")
  private Integer threads;

  @Option(
      names = "--settle",
      defaultValue = "1.0",
      description = "Seconds that a file must stay the same before it counts as written.")
  private double settleSeconds;

  @Option(names = "--json", description = "Print the summary as JSON, else a line a model.")
  private boolean isJson;

  @Option(names = "--strict", description = "Exit with 4 when something needs a look; with --once.")
  private boolean isStrict;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    if (!Files.isDirectory(folder)) {
      throw new IllegalArgumentException(folder + " is no folder");
    }
    if (!(settleSeconds > 0 && settleSeconds <= 3600)) {
      throw new IllegalArgumentException("--settle must be above 0 and at most 3600 s, got " + settleSeconds);
    }
    // Whether it takes files is known before anything is waited for.
    OutputFolder.at(out, HandoffOutputs.MANIFEST).close();
    Files.createDirectories(out);
    if (out.toRealPath().equals(folder.toRealPath())) {
      throw new IllegalArgumentException("--out must be another folder than the one that is watched");
    }
    try {
      // Refused before anything is waited for; read anew for every model, since it may change.
      RecipeOption.read(recipeFile, new ReadFiles());
    } catch (IllegalArgumentException e) {
      spec.commandLine().getErr().println("refused: " + e.getMessage());
      return Main.INPUT_REFUSED;
    }
    PrintWriter err = spec.commandLine().getErr();
    FolderWatch watch =
        new FolderWatch(
            folder, out, recipeFile, targetGlob, sourceGlob, settleSeconds, options(), this::bake, err);
    Runtime.getRuntime().addShutdownHook(new Thread(endOf(Thread.currentThread())));
    if (!isOnce) {
      watch.follow(isJson ? null : spec.commandLine().getOut());
      return Main.WRITTEN;
    }
    FolderWatch.Summary summary = watch.once();
    spec.commandLine().getOut().println(isJson ? summary.json() : summary.text());
    // The worst of all models.
    if (summary.isAnyRefused()) {
      return Main.INPUT_REFUSED;
    }
    return isStrict && summary.needsALook() ? Main.NEEDS_A_LOOK : Main.WRITTEN;
  }

  /** What is under way is thrown away before the process ends. */
  private static Runnable endOf(Thread watching) {
    return () -> {
      watching.interrupt();
      try {
        watching.join(LAST_MILLIS);
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
      }
    };
  }

  /** What every bake is given beside its models. */
  private List<String> options() {
    List<String> options = new ArrayList<>(List.of("--recipe", recipeFile.toString()));
    if (align != null) {
      options.addAll(List.of("--align", align));
    }
    if (isAnyway) {
      options.add("--anyway");
    }
    if (threads != null) {
      options.addAll(List.of("--threads", threads.toString()));
    }
    return options;
  }

  private int bake(List<String> arguments, StringBuilder said) {
    List<String> all = new ArrayList<>(List.of("bake"));
    all.addAll(arguments);
    all.addAll(options());
    StringWriter err = new StringWriter();
    int exit =
        Main.run(
            new PrintWriter(new StringWriter()), new PrintWriter(err, true), all.toArray(String[]::new));
    said.append(err);
    return exit;
  }
}
