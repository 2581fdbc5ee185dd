package idiotaxa.core.format;

import idiotaxa.core.file.XmlText;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Srgb;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.TreeSet;

/**
 * Writes the looks of a mesh as MaterialX 1.38: a {@code standard_surface} for every material, and a look that assigns each to the
 * subsets of the OpenUSD scene beside it.
 */
public final class MaterialXWriter {
  private MaterialXWriter() {}

  /**
   * @param name of the whole, as {@link UsdaWriter#write} was told it
   */
  public static void write(Mesh mesh, String name, OutputStream out) throws IOException {
    UsdPaths paths = new UsdPaths(mesh, name);
    StringBuilder text = new StringBuilder("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n");
    text.append("<materialx version=\"1.38\" colorspace=\"lin_rec709\">\n");
    for (int m = 0; m < mesh.materials().size(); m++) {
      material(text, paths.material(m), mesh.materials().get(m));
    }
    text.append("  <look name=\"look\">\n");
    for (int m = 0; m < mesh.materials().size(); m++) {
      assign(text, mesh, paths, m);
    }
    out.write(text.append("  </look>\n</materialx>\n").toString().getBytes(StandardCharsets.UTF_8));
  }

  private static void material(StringBuilder text, String name, Material material) {
    text.append("  <standard_surface name=\"").append(name).append("_surface\" type=\"surfaceshader\"");
    text.append(" doc=\"").append(XmlText.escaped(material.name())).append("\">\n");
    text.append("    <input name=\"base\" type=\"float\" value=\"1\" />\n");
    text.append("    <input name=\"base_color\" type=\"color3\" value=\"");
    for (int shift = 16; shift >= 0; shift -= 8) {
      Numbers.append(text, (float) Srgb.toLinear(material.baseColor() >> shift & 0xFF)).append(shift == 0 ? "\" />\n" : ", ");
    }
    Numbers.append(text.append("    <input name=\"specular_roughness\" type=\"float\" value=\""), material.roughness());
    Numbers.append(text.append("\" />\n    <input name=\"metalness\" type=\"float\" value=\""), material.metalness());
    text.append("\" />\n  </standard_surface>\n");
    text.append("  <surfacematerial name=\"").append(name).append("\" type=\"material\">\n");
    text.append("    <input name=\"surfaceshader\" type=\"surfaceshader\" nodename=\"").append(name).append("_surface\" />\n");
    text.append("  </surfacematerial>\n");
  }

  private static void assign(StringBuilder text, Mesh mesh, UsdPaths paths, int material) {
    TreeSet<Integer> parts = new TreeSet<>();
    for (int f = 0; f < mesh.faceCount(); f++) {
      if (mesh.faceMaterial()[f] == material) {
        parts.add(mesh.facePart()[f]);
      }
    }
    if (parts.isEmpty()) {
      return;
    }
    String name = paths.material(material);
    String places = String.join(", ", parts.stream().map(p -> paths.subset(p, material)).toList());
    text.append("    <materialassign name=\"").append(name).append("_faces\" material=\"").append(name);
    text.append("\" geom=\"").append(places).append("\" />\n");
  }
}
