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
  static final String SORTED = "sorted.json";

  private SortedOutput() {}

  /** Names of the files for a model. */
  static List<String> names(Path model) {
    return List.of(meshName(model), SORTED);
  }

  private static String meshName(Path model) {
    return FileNames.clean(model.getFileName().toString().replaceFirst("\\.[^.]*$", "")) + "_sorted.glb";
  }

  /**
   * @param done what was done, in words
   * @param isJson whether the list is printed rather than a sentence
   */
  static int write(
      Path model, Mesh mesh, SortedFaces sorted, List<String> notes, String done, boolean isJson, OutputFolder folder, CommandLine line)
      throws IOException {
    List<Group> groups = sorted.palette().groups();
    SortedFile file = new SortedFile(mesh, sorted, groups, notes);
    Mesh coloured = GroupedMesh.ofFaces(mesh, sorted.groups()).carrying(Carries.VERTEX_COLORS, new Palette("", groups));
    folder.put(meshName(model), stream -> GlbWriter.write(coloured, stream));
    String text = file.text(folder.written());
    folder.put(SORTED, stream -> stream.write(text.getBytes(StandardCharsets.UTF_8)));
    folder.finish().forEach(note -> line.getErr().println("note: " + note));
    line.getOut().println(isJson ? text : file.sentence(done));
    return Main.WRITTEN;
  }
}
