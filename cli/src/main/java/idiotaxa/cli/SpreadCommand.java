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
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
    name = "spread",
    description = "Sorts a welded surface from a few strokes, or divides it by itself: cut along the creases of the surface.",
    mixinStandardHelpOptions = true)
final class SpreadCommand implements Callable<Integer> {
  private static final int[] BLACK = {0};

  /** Groups that can still be told apart by their colours. */
  private static final int MOST_REGIONS = 256;

  @Parameters(paramLabel = "MODEL", description = "Model to sort.")
  private Path modelFile;

  @ArgGroup(multiplicity = "1")
  private Wanted wanted;

  /** One of the two ways. */
  private static final class Wanted {
    @Option(names = "--strokes", description = "Strokes as JSON: groups by number, with faces or points.")
    private Path strokesFile;

    @Option(names = "--regions", description = "Into how many regions the surface is divided, each a group; 1 to 256.")
    private Integer regions;
  }

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
    refuseWrongOptions();
    Progress progress = new PrintedProgress(spec.commandLine().getErr());
    RecipeOption recipe = RecipeOption.read(recipeFile, read);
    progress.at("reading", 0);
    Mesh mesh = MeshFiles.read(FileBundle.beside(modelFile, read), reading.as(0, true), progress);
    if (wanted.regions != null) {
      return divide(output, folder, mesh, progress);
    }
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

  private int divide(SortedOutput output, OutputFolder folder, Mesh mesh, Progress progress) throws IOException {
    folder.refuseToOverwrite(read.all(), output.names());
    progress.at("measuring creases", 0);
    Spread spread = new Spread(Creases.of(mesh));
    progress.at("dividing", 0.5);
    Spread.Result divided = spread.regions().divide(wanted.regions);
    // A group of the number 0 is none.
    int[] groups = Arrays.stream(divided.groupOfFace()).map(region -> region + 1).toArray();
    int[] numbers = Arrays.stream(groups).sorted().distinct().toArray();
    SortedFaces sorted = new SortedFaces(new Spread.Result(groups, divided.confidence()), palette(numbers));
    return output.write(folder, mesh, sorted, List.of(), CountWords.of(numbers.length, "region", "regions"));
  }

  private void refuseWrongOptions() {
    if (wanted.regions != null && (wanted.regions < 1 || wanted.regions > MOST_REGIONS)) {
      throw new IllegalArgumentException("--regions must be 1 to %d, got %d".formatted(MOST_REGIONS, wanted.regions));
    }
    if (wanted.regions != null && recipeFile != null) {
      throw new IllegalArgumentException("--recipe goes with --strokes: regions are of no palette's groups");
    }
  }

  private List<Spread.Stroke> strokes(Mesh mesh) throws IOException {
    FileBundle bundle = FileBundle.beside(wanted.strokesFile, read);
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
    return palette(numbers);
  }

  private static KnownPalette palette(int[] numbers) {
    int[] colors = ColorProposer.propose(BLACK, numbers.length);
    SpokenColors spoken = new SpokenColors(List.of());
    List<Group> groups = new ArrayList<>();
    for (int i = 0; i < numbers.length; i++) {
      groups.add(Group.of(numbers[i], spoken.name(colors[i]), colors[i]));
    }
    return new KnownPalette("", groups);
  }
}
