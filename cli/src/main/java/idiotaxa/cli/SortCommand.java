package idiotaxa.cli;

import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.ReadFiles;
import idiotaxa.core.format.MeshFiles;
import idiotaxa.core.handoff.GroupedMesh;
import idiotaxa.core.handoff.OutputFolder;
import idiotaxa.core.known.KnownFile;
import idiotaxa.core.known.KnownGroup;
import idiotaxa.core.known.KnownPalette;
import idiotaxa.core.known.KnownPieces;
import idiotaxa.core.known.KnownSort;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
    name = "sort",
    description = "Sorts a model by what is known of its pieces, by the rules of a recipe, or by both.",
    mixinStandardHelpOptions = true)
final class SortCommand implements Callable<Integer> {
  @Parameters(paramLabel = "MODEL", description = "Model to sort.")
  private Path modelFile;

  @Option(names = "--known", description = "What is known of pieces, as the command known writes it.")
  private Path knownFile;

  @Option(names = "--recipe", description = "Palette, and rules that win over what is known.")
  private Path recipeFile;

  @Option(names = "--threads", description = "Threads; all cores by default.")
  private int threads = Parallel.cores();

  @Option(names = "--out", required = true, description = "Folder to write to.")
  private Path out;

  @Option(names = "--json", description = "Print what is written to sorted.json.")
  private boolean isJson;

  @Mixin private ReadOptions reading;
  @Spec private CommandSpec spec;

  private final ReadFiles read = new ReadFiles();
  private final List<String> notes = new ArrayList<>();

  @Override
  public Integer call() throws IOException {
    if (knownFile == null && recipeFile == null) {
      throw new IllegalArgumentException("--known or --recipe is needed: without both there is nothing to sort by");
    }
    if (threads < 1) {
      throw new IllegalArgumentException("--threads must be at least 1, got " + threads);
    }
    reading.as(0, true);
    SortedOutput output = new SortedOutput(modelFile, isJson, spec.commandLine());
    return output.run(out, folder -> sort(output, folder));
  }

  private int sort(SortedOutput output, OutputFolder folder) throws IOException {
    Progress progress = new PrintedProgress(spec.commandLine().getErr());
    RecipeOption recipe = RecipeOption.read(recipeFile, read);
    KnownPieces known = known();
    progress.at("reading", 0);
    Mesh mesh = MeshFiles.read(FileBundle.beside(modelFile, read), reading.as(0, true), progress);
    folder.refuseToOverwrite(read.all(), output.names());
    KnownSort found = KnownSort.of(mesh, known, threads, progress);
    KnownPalette palette = palette(recipe, found);
    SortedFaces sorted = new SortedFaces(mesh, found, palette);
    sorted.notes().forEach(this::note);
    if (recipe.hasRules()) {
      OriginReading rules = recipe.claims(mesh, modelFile.getFileName().toString(), this::note);
      sorted.putRules(GroupedMesh.of(mesh, rules.surface()).groupOfFace());
    }
    return output.write(folder, mesh, sorted, notes, found.words());
  }

  private KnownPieces known() throws IOException {
    if (knownFile == null) {
      return new KnownPieces();
    }
    FileBundle bundle = FileBundle.beside(knownFile, read);
    return KnownFile.read(bundle.mainName(), bundle.openMain());
  }

  private static KnownPalette palette(RecipeOption recipe, KnownSort found) {
    if (!recipe.palette().groups().isEmpty()) {
      return new KnownPalette(recipe.palette().name(), recipe.palette().groups());
    }
    List<KnownGroup> groups = new ArrayList<>();
    found.answers().forEach(answer -> answer.options().forEach(option -> groups.add(option.group())));
    return KnownPalette.of(groups);
  }

  private void note(String what) {
    notes.add(what);
    spec.commandLine().getErr().println("note: " + what);
  }
}
