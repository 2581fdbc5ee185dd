package idiotaxa.cli;

import idiotaxa.core.check.CountWords;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.ReadFiles;
import idiotaxa.core.format.MeshFiles;
import idiotaxa.core.group.ColorProposer;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.SpokenColors;
import idiotaxa.core.handoff.OutputFolder;
import idiotaxa.core.known.KnownPalette;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.spread.Creases;
import idiotaxa.core.spread.Spread;
import idiotaxa.core.spread.StrokesFile;
import idiotaxa.core.work.Progress;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
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
    name = "spread",
    description = "Sorts a welded surface from a few strokes: each group follows along the creases of the surface.",
    mixinStandardHelpOptions = true)
final class SpreadCommand implements Callable<Integer> {
  private static final int[] BLACK = {0};

  @Parameters(paramLabel = "MODEL", description = "Model to sort.")
  private Path modelFile;

  @Option(names = "--strokes", required = true, description = "Strokes as JSON: groups by number, with faces or points.")
  private Path strokesFile;

  @Option(names = "--recipe", description = "Palette whose groups the strokes name by number.")
  private Path recipeFile;

  @Option(names = "--out", required = true, description = "Folder to write to.")
  private Path out;

  @Option(names = "--json", description = "Print what is written to sorted.json.")
  private boolean isJson;

  @Mixin private ReadOptions reading;
  @Spec private CommandSpec spec;

  private final ReadFiles read = new ReadFiles();

  @Override
  public Integer call() throws IOException {
    reading.as(0, true);
    SortedOutput output = new SortedOutput(modelFile, isJson, spec.commandLine());
    return output.run(out, folder -> spread(output, folder));
  }

  private int spread(SortedOutput output, OutputFolder folder) throws IOException {
    Progress progress = new PrintedProgress(spec.commandLine().getErr());
    RecipeOption recipe = RecipeOption.read(recipeFile, read);
    progress.at("reading", 0);
    Mesh mesh = MeshFiles.read(FileBundle.beside(modelFile, read), reading.as(0, true), progress);
    List<Spread.Stroke> strokes = strokes(mesh);
    KnownPalette palette = palette(recipe, strokes);
    folder.refuseToOverwrite(read.all(), output.names());
    progress.at("measuring creases", 0);
    Spread spread = new Spread(Creases.of(mesh));
    progress.at("following strokes", 0.5);
    SortedFaces sorted = new SortedFaces(spread.follow(strokes, null, progress), palette);
    String done = CountWords.of(strokes.size(), "stroke", "strokes") + " followed";
    return output.write(folder, mesh, sorted, List.of(), done);
  }

  private List<Spread.Stroke> strokes(Mesh mesh) throws IOException {
    FileBundle bundle = FileBundle.beside(strokesFile, read);
    try {
      return StrokesFile.read(StandardCharsets.UTF_8.decode(bundle.openMain()).toString(), mesh);
    } catch (IllegalArgumentException e) {
      throw new IllegalArgumentException(bundle.mainName() + ": " + e.getMessage(), e);
    }
  }

  /** The recipe's, or a group of a colour of its own for every number. */
  private static KnownPalette palette(RecipeOption recipe, List<Spread.Stroke> strokes) {
    int[] numbers = strokes.stream().mapToInt(Spread.Stroke::group).filter(n -> n != Group.UNCLAIMED).sorted().distinct().toArray();
    List<Group> named = recipe.palette().groups();
    if (!named.isEmpty()) {
      for (int number : numbers) {
        if (named.stream().noneMatch(group -> group.number() == number)) {
          throw new IllegalArgumentException("a stroke is of group %d, and the recipe's palette has no such number".formatted(number));
        }
      }
      return new KnownPalette(recipe.palette().name(), named);
    }
    int[] colors = ColorProposer.propose(BLACK, numbers.length);
    SpokenColors spoken = new SpokenColors(List.of());
    List<Group> groups = new ArrayList<>();
    for (int i = 0; i < numbers.length; i++) {
      groups.add(Group.of(numbers[i], spoken.name(colors[i]), colors[i]));
    }
    return new KnownPalette("", groups);
  }
}
