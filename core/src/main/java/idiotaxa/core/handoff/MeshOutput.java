package idiotaxa.core.handoff;

import idiotaxa.core.file.FileNames;
import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.format.MaterialXWriter;
import idiotaxa.core.format.ObjWriter;
import idiotaxa.core.format.PlyWriter;
import idiotaxa.core.format.UsdaWriter;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.template.Carries;
import idiotaxa.core.template.FileFormat;
import idiotaxa.core.template.TemplateLine;
import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The target, with its groups as vertex colours, as materials, or clean of both. */
final class MeshOutput implements Output {
  private final String path;
  private final TemplateLine line;
  private final String name;
  private final Palette palette;
  private final String materials;

  /**
   * @param name of the asset
   * @param materials path of the file beside it that the materials are in, null for none
   */
  MeshOutput(String path, TemplateLine line, String name, Palette palette, String materials) {
    this.path = path;
    this.line = line;
    this.name = name;
    this.palette = palette;
    this.materials = materials;
  }

  @Override
  public String path() {
    return path;
  }

  @Override
  public String what() {
    return switch (line.carries()) {
      case VERTEX_COLORS -> "target with groups as vertex colours";
      case MATERIALS -> "target with a material for every group";
      case NOTHING -> "target without colours and materials";
      case NUMBERS -> throw new IllegalStateException("numbers are added to originals only");
    };
  }

  @Override
  public void write(Ingredients ingredients, OutputStream out) throws IOException {
    Mesh carrying = ingredients.mesh().load().carrying(line.carries(), palette);
    Mesh mesh = line.isTriangulated() ? carrying.triangulated() : carrying;
    switch (line.format()) {
      case GLB -> GlbWriter.write(mesh, out);
      case OBJ -> ObjWriter.write(mesh, names(ingredients.mesh().load()), fileName(materials), out);
      case PLY -> PlyWriter.write(mesh, out);
      case USDA -> UsdaWriter.write(mesh, name, true, out);
      default -> throw new IllegalStateException(line.format() + " is no format of meshes");
    }
  }

  private static String fileName(String path) {
    return path == null ? null : path.substring(path.lastIndexOf('/') + 1);
  }

  /** What the groups of a mesh are called in the file. */
  private List<String> names(GroupedMesh mesh) {
    List<Group> groups = mesh.groups(palette);
    List<String> spoken = groups.stream().map(Group::name).toList();
    return switch (line.format()) {
      case OBJ -> materialNames(groups);
      case USDA -> UsdaWriter.materialNames(spoken);
      default -> spoken;
    };
  }

  /** Names without white space, as MTL wants them. */
  static List<String> materialNames(List<Group> groups) {
    return FileNames.distinct(
        groups.stream().map(Group::name).toList(),
        groups.stream().map(g -> Integer.toString(g.number())).toList());
  }

  @Override
  public void describe(Entry entry) throws IOException {
    ObjectNode node = ((ArrayNode) entry.root().get("meshes")).addObject();
    node.put("file", path).put("carries", line.carries().word());
    if (line.carries() == Carries.MATERIALS) {
      GroupedMesh mesh = entry.mesh().load();
      putMaterials(node, mesh.groups(palette), names(mesh));
    }
  }

  /** What the groups are called in a file. */
  static void putMaterials(ObjectNode node, List<Group> groups, List<String> names) {
    ArrayNode list = node.putArray("materials");
    for (int g = 0; g < names.size(); g++) {
      list.addObject().put("name", names.get(g)).put("group", groups.get(g).number());
    }
  }

  /**
   * The looks of a mesh's materials: MTL for an OBJ, MaterialX for OpenUSD.
   *
   * @param name of the asset
   */
  record Materials(String path, String name, Palette palette, FileFormat ofMesh) implements Output {
    @Override
    public String what() {
      return "looks of the groups, for the mesh beside it";
    }

    @Override
    public void write(Ingredients ingredients, OutputStream out) throws IOException {
      GroupedMesh mesh = ingredients.mesh().load();
      Mesh carrying = mesh.carrying(Carries.MATERIALS, palette);
      if (ofMesh == FileFormat.USDA) {
        MaterialXWriter.write(carrying, name, out);
      } else {
        ObjWriter.writeMaterials(carrying, materialNames(mesh.groups(palette)), out);
      }
    }

    @Override
    public void describe(Entry entry) {
      // The mesh that uses it is in the manifest and names it itself.
    }
  }
}
