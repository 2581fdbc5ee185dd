package idiotaxa.cli;

import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.ReadFiles;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.image.GreyImage;
import idiotaxa.core.mask.GreyImages;
import idiotaxa.core.mask.MaskPlan;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.recipe.Recipe;
import idiotaxa.core.recipe.RecipeClaims;
import idiotaxa.core.recipe.RecipeFile;
import idiotaxa.core.template.Template;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;

/** The recipe of a bake, with the grey images beside it; an empty one where none is given. */
final class RecipeOption {
  private static final Recipe EMPTY =
      new Recipe(
          "",
          new Palette("", List.of()),
          List.of(),
          Map.of(),
          MaskPlan.EMPTY,
          Optional.empty());

  private final Recipe recipe;
  private final Path file;
  private final ReadFiles read;
  private final Map<String, Optional<GreyImage>> images = new HashMap<>();

  private RecipeOption(Recipe recipe, Path file, ReadFiles read) {
    this.read = read;
    this.recipe = recipe;
    this.file = file;
  }

  static RecipeOption none() {
    return new RecipeOption(EMPTY, null, new ReadFiles());
  }

  /**
   * @param file null for none
   * @param read told of every file that is opened, now or for the images that it uses
   * @throws IllegalArgumentException naming the file and the field
   */
  static RecipeOption read(Path file, ReadFiles read) throws IOException {
    if (file == null) {
      return none();
    }
    FileBundle beside = FileBundle.beside(file, read);
    try {
      String text = StandardCharsets.UTF_8.decode(beside.openMain()).toString();
      return new RecipeOption(RecipeFile.read(text), file, read);
    } catch (IllegalArgumentException e) {
      throw new IllegalArgumentException(file.getFileName() + ": " + e.getMessage(), e);
    }
  }

  MaskPlan plan() {
    return recipe.plan();
  }

  Optional<Template> template() {
    return recipe.template();
  }

  Palette palette() {
    return recipe.palette();
  }

  boolean hasRules() {
    return !recipe.rules().isEmpty();
  }

  /** What it says of a setting of the bake. */
  String setting(String name, String otherwise) {
    return recipe.bake().getOrDefault(name, otherwise);
  }

  GreyImages images() {
    return name -> images.computeIfAbsent(name, this::load);
  }

  private Optional<GreyImage> load(String name) {
    try {
      return FileBundle.beside(file, read).open(name).map(bytes -> GreyImage.decode(name, bytes));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Says what masks and packs use that is not there, before anything is written. */
  void checkPlan(List<Group> groups, List<Sheet> sheets) {
    List<MaskPlan.Gap> gaps =
        recipe
            .plan()
            .gaps(
                groups.stream().map(Group::number).collect(Collectors.toSet()),
                images(),
                sheets.stream().map(Sheet::name).toList());
    if (!gaps.isEmpty()) {
      throw new IllegalArgumentException(
          file.getFileName()
              + ": "
              + gaps.stream().map(MaskPlan.Gap::text).collect(Collectors.joining(" ")));
    }
  }

  /**
   * Rules that reach nothing are noted.
   *
   * @param model its file name: a run may try them on two
   */
  OriginReading claims(Mesh mesh, String model, Consumer<String> note) {
    RecipeClaims.Result result = RecipeClaims.of(recipe, mesh);
    for (int r = 0; r < result.reached().size(); r++) {
      if (result.reached().get(r) == 0) {
        note.accept("rule " + (r + 1) + ", " + recipe.rules().get(r).rule().words() + ", reaches nothing of " + model);
      }
    }
    return result.reading();
  }
}
