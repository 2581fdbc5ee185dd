package idiotaxa.core.handoff;

import idiotaxa.core.format.OriginalFile;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.template.Carries;
import idiotaxa.core.template.FileFormat;
import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * The target's file as it came in, with only its groups added.
 *
 * @param materials path of the file beside it that the materials are in, null for none
 */
record OriginalOutput(String path, Carries carries, OriginalModel model, Palette palette, String materials)
    implements Output {
  @Override
  public String what() {
    return switch (carries) {
      case VERTEX_COLORS -> "target as it came in, with groups as vertex colours";
      case MATERIALS -> "target as it came in, with a material for every group";
      case NUMBERS -> "target as it came in, with the numbers of groups";
      case NOTHING -> "target as it came in, without vertex colours";
    };
  }

  @Override
  public void write(Ingredients ingredients, OutputStream out) throws IOException {
    GroupedMesh mesh = ingredients.mesh().load();
    String library = materials == null ? null : materials.substring(materials.lastIndexOf('/') + 1);
    new OriginalFile(model.files().get()).write(mesh.added(carries, palette, names(mesh)), library, out);
  }

  private List<String> names(GroupedMesh mesh) {
    List<Group> groups = mesh.groups(palette);
    return model.kind() == OriginalFile.Kind.OBJ ? MeshOutput.materialNames(groups) : groups.stream().map(Group::name).toList();
  }

  @Override
  public void describe(Entry entry) throws IOException {
    ObjectNode node = ((ArrayNode) entry.root().get("meshes")).addObject();
    node.put("file", path).put("carries", carries.word()).put("of", FileFormat.ORIGINAL.word());
    if (carries == Carries.MATERIALS) {
      GroupedMesh mesh = entry.mesh().load();
      MeshOutput.putMaterials(node, mesh.groups(palette), names(mesh));
    }
  }
}
