package idiotaxa.cli;

import idiotaxa.core.align.AlignmentCheck;
import idiotaxa.core.carry.Carried;
import idiotaxa.core.carry.CarryOver;
import idiotaxa.core.carry.OldGroups;
import idiotaxa.core.carry.ReviewItem;
import idiotaxa.core.carry.ReviewList;
import idiotaxa.core.carry.WholeMove;
import idiotaxa.core.check.NoiseFinding;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FileNames;
import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.format.MeshFiles;
import idiotaxa.core.format.TextureFiles;
import idiotaxa.core.group.Palette;
import idiotaxa.core.file.ReadFiles;
import idiotaxa.core.handoff.OutputFolder;
import idiotaxa.core.handoff.GroupedMesh;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.template.Carries;
import idiotaxa.core.work.Parallel;
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
    name = "carry",
    description = "Carries the groups of one model to another, and says what changed.",
    mixinStandardHelpOptions = true)
final class CarryCommand implements Callable<Integer> {
  @Parameters(index = "0", paramLabel = "OLD", description = "Model that has the groups.")
  private Path oldFile;

  @Parameters(index = "1", paramLabel = "NEW", description = "Model that takes them over.")
  private Path newFile;

  @Option(
      names = "--origin",
      description = "claims, vertex-colors, materials, face-groups, parts, pieces or texture: where OLD has its groups.")
  private String originWord;

  @Option(names = "--recipe", description = "Palette, and rules that are tried on NEW first.")
  private Path recipeFile;

  @Option(
      names = "--align",
      defaultValue = "none",
      description = "auto lays NEW onto OLD as the check proposes before they are compared.")
  private String align;

  @Option(names = "--anyway", description = "Carry although NEW as a whole lies turned or in other units.")
  private boolean isAnyway;

  @Option(names = "--threads", description = "Threads; all cores by default.")
  private int threads = Parallel.cores();

  @Option(names = "--out", required = true, description = "Folder to write to.")
  private Path out;

  @Option(names = "--json", description = "Print what is written to carry.json.")
  private boolean isJson;

  @Mixin private ReadOptions reading;
  @Spec private CommandSpec spec;

  private static final String CARRY = "carry.json";

  private final ReadFiles read = new ReadFiles();
  private final List<String> notes = new ArrayList<>();
  private RecipeOption recipe = RecipeOption.none();

  @Override
  public Integer call() throws IOException {
    if (!align.equals("none") && !align.equals("auto")) {
      throw new IllegalArgumentException("--align must be none or auto, got " + align);
    }
    reading.as(0, true);
    if (threads < 1) {
      throw new IllegalArgumentException("--threads must be at least 1, got " + threads);
    }
    IdOrigin given = originWord == null ? null : IdOrigin.parse(originWord);
    OutputFolder folder = OutputFolder.at(out, CARRY);
    try (folder) {
      recipe = RecipeOption.read(recipeFile, read);
      return carry(given, folder);
    } catch (IllegalArgumentException e) {
      spec.commandLine().getErr().println("refused: " + e.getMessage());
      return Main.INPUT_REFUSED;
    }
  }

  private int carry(IdOrigin given, OutputFolder folder) throws IOException {
    Progress progress = new PrintedProgress(spec.commandLine().getErr());
    progress.at("reading", 0);
    Mesh old = MeshFiles.read(FileBundle.beside(oldFile, read), reading.as(0, true), progress);
    Mesh fresh = MeshFiles.read(FileBundle.beside(newFile, read), reading.as(0, false), progress);
    OriginReading reading = read(old, given);
    folder.refuseToOverwrite(read.all(), List.of(meshName(), CARRY));
    int[] oldGroups = GroupedMesh.of(old, reading.surface()).groupOfFace();
    Carried carried =
        CarryOver.between(old, aligned(old, fresh.in(old.frame())), threads, progress).carry(oldGroups, progress);
    if (recipe.hasRules()) {
      OriginReading anew = recipe.claims(fresh, newFile.getFileName().toString(), this::note);
      carried = carried.under(GroupedMesh.of(fresh, anew.surface()).groupOfFace());
    }
    write(folder, old, oldGroups, fresh, carried, new Palette("", reading.groups()));
    return Main.WRITTEN;
  }

  /** The new model over the old one; its file stays as it is. */
  private Mesh aligned(Mesh old, Mesh fresh) {
    if (align.equals("none")) {
      refuseWholeMove(old, fresh);
      return fresh;
    }
    AlignmentCheck.Result check = AlignmentCheck.of(old, fresh, threads);
    if (check.proposal().changesNothing()) {
      return fresh;
    }
    note("aligned " + newFile.getFileName() + ": " + check.words());
    return check.proposal().apply(fresh);
  }

  /** What lies turned or in other units would be carried part by part at best, and wrong at worst. */
  private void refuseWholeMove(Mesh old, Mesh fresh) {
    WholeMove.of(old, fresh, threads)
        .ifPresent(
            found -> {
              String words =
                  "%s as a whole lies otherwise than %s; this would lay it there: %s. Give --align auto"
                      .formatted(newFile.getFileName(), oldFile.getFileName(), found.words());
              if (!isAnyway) {
                throw new IllegalArgumentException(words + ", or --anyway to carry as it lies");
              }
              notes.add(words);
              spec.commandLine().getErr().println("warning: " + words);
            });
  }

  private OriginReading read(Mesh old, IdOrigin given) throws IOException {
    IdOrigin origin = given != null ? given : recipe.hasRules() ? IdOrigin.CLAIMS : Origins.best(old);
    if (given == null) {
      note("origin " + origin.word() + " was chosen");
    }
    if (origin == IdOrigin.CLAIMS) {
      if (!recipe.hasRules()) {
        throw new IllegalArgumentException("--origin claims needs the rules of a recipe; give one that has some");
      }
      return recipe.claims(old, oldFile.getFileName().toString(), this::note);
    }
    if (!Origins.hasData(old, origin)) {
      throw new IllegalArgumentException(
          oldFile.getFileName() + " has no " + origin.spoken() + " to read groups from; "
              + Origins.best(old).word() + " would do");
    }
    if (origin == IdOrigin.VERTEX_COLORS && recipe.palette().groups().isEmpty()) {
      OriginReading made = Origins.read(old, origin, List.of());
      NoiseFinding.of(made.groups()).ifPresent(noise -> note(noise.line()));
      return made;
    }
    return origin == IdOrigin.TEXTURE
        ? Origins.texture(old, TextureFiles.read(FileBundle.beside(oldFile, read), old), recipe.palette().groups())
        : Origins.read(old, origin, recipe.palette().groups());
  }

  private void write(
      OutputFolder folder, Mesh old, int[] oldGroups, Mesh fresh, Carried carried, Palette palette)
      throws IOException {
    List<ReviewItem> review = ReviewList.of(carried, old, fresh);
    CarryFile file =
        new CarryFile(carried, review, OldGroups.of(old, oldGroups, carried), palette, notes);
    file.lostGroups().forEach(lost -> spec.commandLine().getErr().println("warning: " + lost));
    Mesh coloured = GroupedMesh.ofFaces(fresh, carried.groups()).carrying(Carries.VERTEX_COLORS, palette);
    folder.put(meshName(), stream -> GlbWriter.write(coloured, stream));
    String text = file.text(folder.written());
    folder.put(CARRY, stream -> stream.write(text.getBytes(StandardCharsets.UTF_8)));
    folder.finish().forEach(note -> spec.commandLine().getErr().println("note: " + note));
    spec.commandLine().getOut().println(isJson ? text : file.sentence(fresh));
  }

  private String meshName() {
    return FileNames.clean(newFile.getFileName().toString().replaceFirst("\\.[^.]*$", "")) + "_carried.glb";
  }

  private void note(String what) {
    notes.add(what);
    spec.commandLine().getErr().println("note: " + what);
  }
}
