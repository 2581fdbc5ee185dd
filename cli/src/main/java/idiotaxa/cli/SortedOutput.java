package idiotaxa.cli;

import idiotaxa.core.file.FileNames;
import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.handoff.GroupedMesh;
import idiotaxa.core.handoff.OutputFolder;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.template.Carries;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import picocli.CommandLine;

/** What is written of a model that was sorted: the model in the colours of its groups, and a list of its faces. */
final class SortedOutput {
  private static final String SORTED = "sorted.json";

  private final Path model;
  private final boolean isJson;
  private final CommandLine line;

  /**
   * @param isJson whether the list is printed rather than a sentence
   */
  SortedOutput(Path model, boolean isJson, CommandLine line) {
    this.model = model;
    this.isJson = isJson;
    this.line = line;
  }

  /** What sorts a model and writes to a folder; returns the exit code. */
  @FunctionalInterface
  interface Sorting {
    int into(OutputFolder folder) throws IOException;
  }

  /** Sorts into a folder; what is refused is said, and the folder stays as it was. */
  int run(Path out, Sorting sorting) throws IOException {
    try (OutputFolder folder = OutputFolder.at(out, SORTED)) {
      return sorting.into(folder);
    } catch (IllegalArgumentException e) {
      line.getErr().println("refused: " + e.getMessage());
      return Main.INPUT_REFUSED;
    }
  }

  List<String> names() {
    return List.of(meshName(), SORTED);
  }

  private String meshName() {
    return FileNames.clean(model.getFileName().toString().replaceFirst("\\.[^.]*$", "")) + "_sorted.glb";
  }

  /**
   * @param done what was done, in words
   */
  int write(OutputFolder folder, Mesh mesh, SortedFaces sorted, List<String> notes, String done) throws IOException {
    List<Group> groups = sorted.palette().groups();
    SortedFile file = new SortedFile(mesh, sorted, groups, notes);
    Mesh coloured = GroupedMesh.ofFaces(mesh, sorted.groups()).carrying(Carries.VERTEX_COLORS, new Palette("", groups));
    folder.put(meshName(), stream -> GlbWriter.write(coloured, stream));
    String text = file.text(folder.written());
    folder.put(SORTED, stream -> stream.write(text.getBytes(StandardCharsets.UTF_8)));
    folder.finish().forEach(note -> line.getErr().println("note: " + note));
    line.getOut().println(isJson ? text : file.sentence(done));
    return Main.WRITTEN;
  }
}
