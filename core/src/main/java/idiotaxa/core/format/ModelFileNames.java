package idiotaxa.core.format;

import idiotaxa.core.file.FormatException;
import java.util.Collection;
import java.util.List;
import java.util.Locale;

/** Which of the files of an upload is the model that the others belong to. */
public final class ModelFileNames {
  private static final List<String> ENDINGS = List.of(".glb", ".gltf", ".obj", ".ply", ".stl", ".usda");

  private ModelFileNames() {}

  /**
   * @throws FormatException when no file or more than one is a model
   */
  public static String main(Collection<String> names) {
    List<String> models = names.stream().filter(ModelFileNames::isModel).sorted().toList();
    if (models.size() > 1) {
      throw new FormatException(
          models.get(1), "", "several models came at once", "bring in one model at a time");
    }
    if (models.isEmpty()) {
      throw new FormatException(
          String.join(", ", names.stream().sorted().toList()),
          "",
          "none of these is a model",
          "bring in a file that ends in " + String.join(", ", ENDINGS));
    }
    return models.get(0);
  }

  /** Whether a file is one that is read as a model, by its ending. */
  public static boolean isModel(String name) {
    String lower = name.toLowerCase(Locale.ROOT);
    return ENDINGS.stream().anyMatch(lower::endsWith);
  }
}
