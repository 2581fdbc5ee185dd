package idiotaxa.core.format;

import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Part;
import java.util.ArrayList;
import java.util.List;

/** What the prims of a mesh are called in a USD scene, so that other files can name them too. */
final class UsdPaths {
  static final String LOOKS = "Looks";

  private final String root;
  private final List<String> materials;
  private final List<String> parts;

  /**
   * @param name of the whole; made an identifier
   */
  UsdPaths(Mesh mesh, String name) {
    root = UsdNames.of(List.of(name), "model").get(0);
    materials = materials(mesh.materials().stream().map(Material::name).toList());
    List<String> taken = new ArrayList<>(List.of(LOOKS));
    mesh.parts().stream().map(Part::name).forEach(taken::add);
    parts = UsdNames.of(taken, "part").subList(1, taken.size());
  }

  /** Identifiers of materials, as subsets and looks are called; by material. */
  static List<String> materials(List<String> names) {
    return UsdNames.of(names, "material");
  }

  String root() {
    return root;
  }

  String material(int index) {
    return materials.get(index);
  }

  String part(int index) {
    return parts.get(index);
  }

  /** Of the faces of a part that have a material. */
  String subset(int part, int material) {
    return "/" + root + "/" + part(part) + "/" + material(material);
  }
}
