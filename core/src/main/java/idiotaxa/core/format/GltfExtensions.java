package idiotaxa.core.format;

import java.util.Set;
import tools.jackson.databind.JsonNode;

/**
 * Which required extensions are read. Extensions that say nothing about geometry, colours or base colour
 * images may be required without harm.
 */
final class GltfExtensions {
  private static final Set<String> READ =
      Set.of(
          "KHR_mesh_quantization",
          GltfMeshopt.NAME,
          GltfInstances.NAME,
          "KHR_texture_transform",
          "KHR_lights_punctual",
          "KHR_xmp_json_ld");

  private static final String MATERIALS = "KHR_materials_";

  private GltfExtensions() {}

  /**
   * @throws idiotaxa.core.file.FormatException when one is required that is not read, by its name
   */
  static void check(GltfDocument document) {
    for (JsonNode node : document.root().path("extensionsRequired")) {
      String name = node.asString("");
      boolean isHarmless =
          name.startsWith(MATERIALS) && !name.equals("KHR_materials_pbrSpecularGlossiness");
      if (!READ.contains(name) && !isHarmless) {
        throw document.refuse(
            "extensionsRequired",
            "it needs the extension " + name + ", which is not read",
            "export it again without " + name + " (often called compression or optimisation)");
      }
    }
  }
}
