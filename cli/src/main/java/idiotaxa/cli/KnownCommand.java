package idiotaxa.cli;

import idiotaxa.core.file.FormatException;
import idiotaxa.core.file.ReadFiles;
import idiotaxa.core.format.ModelFileNames;
import idiotaxa.core.handoff.CannotWriteException;
import idiotaxa.core.known.KnownFile;
import idiotaxa.core.known.KnownPieces;
import idiotaxa.core.known.Learning;
import idiotaxa.core.work.Progress;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
    name = "known",
    description = "Learns what the pieces of sorted models look like, for sort.",
    mixinStandardHelpOptions = true)
final class KnownCommand implements Callable<Integer> {
  @Parameters(paramLabel = "FOLDER", description = "Folder of sorted models: with vertex colours, materials, or a carry.json or sorted.json beside.")
  private Path folder;

  @Option(names = "--recipe", description = "Palette that colours and materials are matched to; its rules sort what has neither.")
  private Path recipeFile;

  @Option(names = "--out", required = true, description = "File to write, such as studio.known.")
  private Path out;

  @Mixin private ReadOptions reading;
  @Spec private CommandSpec spec;

  private final ReadFiles read = new ReadFiles();

  @Override
  public Integer call() throws IOException {
    reading.as(0, true);
    if (!Files.isDirectory(folder)) {
      err().println("refused: " + folder + " is no folder; check the path");
      return Main.INPUT_REFUSED;
    }
    RecipeOption recipe = RecipeOption.read(recipeFile, read);
    List<Path> models;
    try (Stream<Path> files = Files.walk(folder)) {
      models = files.filter(Files::isRegularFile).filter(f -> ModelFileNames.isModel(f.getFileName().toString())).sorted().toList();
    }
    if (models.isEmpty()) {
      err().println("refused: there is no model in " + folder + "; give the folder that holds the sorted ones");
      return Main.INPUT_REFUSED;
    }
    KnownPieces known = new KnownPieces();
    Learning learning = new Learning(known);
    Progress progress = new PrintedProgress(err());
    int pieces = 0;
    int assets = 0;
    boolean isRefused = false;
    for (Path model : models) {
      String name = folder.relativize(model).toString().replace('\\', '/');
      try {
        Learning.Learned learned = learn(name, model, recipe, learning, progress);
        pieces += learned.learned();
        assets += learned.learned() > 0 ? 1 : 0;
      } catch (FormatException | IllegalArgumentException e) {
        err().println("refused: " + (e instanceof FormatException ? "" : name + ": ") + e.getMessage());
        isRefused = true;
      }
    }
    if (known.kinds().isEmpty()) {
      err().println("refused: no piece of " + folder + " has a group; sort the models first");
      return Main.INPUT_REFUSED;
    }
    write(known);
    spec.commandLine().getOut().printf(
        "%d %s of %d %s from %d %s are known%n",
        known.kinds().size(), known.kinds().size() == 1 ? "kind" : "kinds",
        pieces, pieces == 1 ? "piece" : "pieces",
        assets, assets == 1 ? "model" : "models");
    return isRefused ? Main.INPUT_REFUSED : Main.WRITTEN;
  }

  private PrintWriter err() {
    return spec.commandLine().getErr();
  }

  private Learning.Learned learn(String name, Path model, RecipeOption recipe, Learning learning, Progress progress)
      throws IOException {
    SortedModel sorted = SortedModel.read(model, reading.as(0, true), recipe, read, progress);
    Learning.Learned learned =
        learning.learn(name.replaceFirst("\\.[^.]*$", ""), sorted.mesh(), sorted.groupOfFace(), sorted.groups(), progress);
    StringBuilder words = new StringBuilder(name).append(": ").append(learned.learned()).append(" pieces by ").append(sorted.by());
    if (learned.mixed() > 0) {
      words.append("; ").append(learned.mixed()).append(" with several groups are not kept");
    }
    if (learned.unclaimed() > 0) {
      words.append("; ").append(learned.unclaimed()).append(" without a group");
    }
    err().println("note: " + words);
    return learned;
  }

  private boolean isRead(Path target) throws IOException {
    for (Path file : read.all()) {
      if (Files.exists(file) && Files.isSameFile(file, target)) {
        return true;
      }
    }
    return false;
  }

  /** Written beside and put into its place whole; never over what was read. */
  private void write(KnownPieces known) throws IOException {
    Path target = out.toAbsolutePath().normalize();
    boolean isRead = Files.exists(target) && isRead(target);
    if (isRead || Files.isDirectory(target)) {
      throw new FormatException(out.toString(), "", isRead ? "it was read as an input" : "it is a folder", "choose another --out");
    }
    Path beside = target.resolveSibling(target.getFileName() + ".part");
    try {
      Files.createDirectories(target.getParent());
      try (OutputStream stream = Files.newOutputStream(beside)) {
        KnownFile.write(known, stream);
      }
      Files.move(beside, target, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
    } catch (IOException e) {
      Files.deleteIfExists(beside);
      throw new CannotWriteException(target, e);
    }
  }
}
