package idiotaxa.core.format;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.mesh.Frame;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Srgb;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/**
 * Writes a mesh as OpenUSD text: a mesh for every part, in the unit and axes that it was read in, polygons as they are, UVs as
 * {@code primvars:st}, colours as {@code primvars:displayColor} (linear), and for every material of a part
 * a {@code GeomSubset} of the family {@code materialBind} (UsdGeomSubset, UsdShadeMaterialBindingAPI).
 * Materials are of {@code UsdPreviewSurface}.
 */
public final class UsdaWriter {
  private static final int FLUSH = 1 << 16;

  private final Mesh mesh;
  private final Frame frame;
  private final UsdPaths paths;
  private final OutputStream out;
  private final StringBuilder text = new StringBuilder(FLUSH + 256);

  private UsdaWriter(Mesh mesh, UsdPaths paths, OutputStream out) {
    this.mesh = mesh;
    frame = mesh.frame();
    this.paths = paths;
    this.out = out;
  }

  /**
   * @param name of the whole; made an identifier
   * @param hasLooks whether materials are written and bound; without, subsets only tell the faces
   */
  public static void write(Mesh mesh, String name, boolean hasLooks, OutputStream out)
      throws IOException {
    BufferedOutputStream buffered = new BufferedOutputStream(out, FLUSH);
    new UsdaWriter(mesh, new UsdPaths(mesh, name), buffered).write(hasLooks);
    buffered.flush();
  }

  /** Identifiers of materials, as subsets and looks are called; by material. */
  public static List<String> materialNames(List<String> names) {
    return UsdPaths.materials(names);
  }

  private void write(boolean hasLooks) throws IOException {
    text.append("#usda 1.0\n(\n    defaultPrim = \"").append(paths.root());
    text.append("\"\n    metersPerUnit = ");
    Numbers.append(text, frame.metresPerUnit()).append("\n    upAxis = \"").append(frame.up()).append("\"\n)\n\n");
    text.append("def Xform \"").append(paths.root()).append("\" (\n    kind = \"component\"\n)\n{\n");
    if (frame.isFar()) {
      line(1, "double3 xformOp:translate = (%s, %s, %s)".formatted(frame.x(), frame.y(), frame.z()));
      line(1, "uniform token[] xformOpOrder = [\"xformOp:translate\"]");
    }
    boolean isBound = hasLooks && !mesh.materials().isEmpty();
    if (isBound) {
      text.append("    def Scope \"Looks\"\n    {\n");
      for (int m = 0; m < mesh.materials().size(); m++) {
        writeMaterial(m);
      }
      text.append("    }\n");
    }
    List<IntArrayList> facesOfPart = new ArrayList<>();
    mesh.parts().forEach(part -> facesOfPart.add(new IntArrayList()));
    for (int f = 0; f < mesh.faceCount(); f++) {
      facesOfPart.get(mesh.facePart()[f]).add(f);
    }
    for (int p = 0; p < facesOfPart.size(); p++) {
      if (!facesOfPart.get(p).isEmpty()) {
        writePart(paths.part(p), mesh.parts().get(p).name(), facesOfPart.get(p), isBound);
      }
    }
    text.append("}\n");
    flush(0);
  }

  private void writeMaterial(int index) {
    String name = paths.material(index);
    Material material = mesh.materials().get(index);
    String surface = "/" + paths.root() + "/" + UsdPaths.LOOKS + "/" + name + "/Surface";
    open(2, "Material", name, material.name(), "");
    line(3, "token outputs:surface.connect = <" + surface + ".outputs:surface>");
    line(3, "def Shader \"Surface\"");
    line(3, "{");
    line(4, "uniform token info:id = \"UsdPreviewSurface\"");
    indent(4).append("color3f inputs:diffuseColor = ");
    appendLinear(material.baseColor()).append('\n');
    Numbers.append(indent(4).append("float inputs:roughness = "), material.roughness()).append('\n');
    Numbers.append(indent(4).append("float inputs:metallic = "), material.metalness()).append('\n');
    line(4, "token outputs:surface");
    line(3, "}");
    line(2, "}");
  }

  private void writePart(String name, String spoken, IntArrayList faces, boolean isBound)
      throws IOException {
    int corners = 0;
    for (int i = 0; i < faces.size(); i++) {
      int f = faces.get(i);
      corners += mesh.faceStart()[f + 1] - mesh.faceStart()[f];
    }
    int[] cornerOf = new int[corners];
    int at = 0;
    for (int i = 0; i < faces.size(); i++) {
      int f = faces.get(i);
      for (int c = mesh.faceStart()[f]; c < mesh.faceStart()[f + 1]; c++) {
        cornerOf[at++] = c;
      }
    }
    PartPoints points = new PartPoints(mesh, cornerOf);
    String api = isBound ? "    prepend apiSchemas = [\"MaterialBindingAPI\"]\n    " : "";
    open(1, "Mesh", name, spoken, api);
    line(2, "uniform token subdivisionScheme = \"none\"");
    array(2, "int[] faceVertexCounts", faces.size(), i -> {
      int f = faces.get(i);
      text.append(mesh.faceStart()[f + 1] - mesh.faceStart()[f]);
    });
    array(2, "int[] faceVertexIndices", corners, i -> text.append(points.ofCorner(i)));
    float[] places = points.places();
    array(2, "point3f[] points", points.size(), i -> tuple(places, 3 * i, 3));
    line(2, "float3[] extent = " + extent(places));
    if (mesh.cornerNormal() != null) {
      double[] turned = new double[3];
      array(2, "normal3f[] normals", corners, i -> {
        frame.direction(mesh.cornerNormal(), 3 * cornerOf[i], turned);
        tuple(new float[] {(float) turned[0], (float) turned[1], (float) turned[2]}, 0, 3);
      });
      interpolated();
    }
    if (mesh.hasUvs()) {
      array(2, "texCoord2f[] primvars:st", corners, i -> tuple(mesh.cornerUv(), 2 * cornerOf[i], 2));
      interpolated();
    }
    if (mesh.hasColors()) {
      array(2, "color3f[] primvars:displayColor", corners, i -> appendLinear(mesh.cornerColor()[cornerOf[i]]));
      interpolated();
    }
    writeSubsets(faces, isBound);
    line(1, "}");
  }

  /** Least and greatest corner of the box around, as USD writes it. */
  private static String extent(float[] places) {
    float[] lo = {Float.POSITIVE_INFINITY, Float.POSITIVE_INFINITY, Float.POSITIVE_INFINITY};
    float[] hi = {Float.NEGATIVE_INFINITY, Float.NEGATIVE_INFINITY, Float.NEGATIVE_INFINITY};
    for (int i = 0; i < places.length; i++) {
      lo[i % 3] = Math.min(lo[i % 3], places[i]);
      hi[i % 3] = Math.max(hi[i % 3], places[i]);
    }
    StringBuilder text = new StringBuilder("[");
    for (float[] corner : new float[][] {lo, hi}) {
      Numbers.append(text.append(text.length() == 1 ? "(" : ", ("), corner[0]);
      Numbers.append(text.append(", "), corner[1]);
      Numbers.append(text.append(", "), corner[2]).append(')');
    }
    return text.append(']').toString();
  }

  private void writeSubsets(IntArrayList faces, boolean isBound) throws IOException {
    boolean isComplete = true;
    List<IntArrayList> indices = new ArrayList<>();
    mesh.materials().forEach(material -> indices.add(new IntArrayList()));
    for (int i = 0; i < faces.size(); i++) {
      int material = mesh.faceMaterial()[faces.get(i)];
      if (material == Mesh.NO_MATERIAL) {
        isComplete = false;
      } else {
        indices.get(material).add(i);
      }
    }
    if (indices.stream().allMatch(IntArrayList::isEmpty)) {
      return;
    }
    line(2, "uniform token subsetFamily:materialBind:familyType = \""
        + (isComplete ? "partition" : "nonOverlapping") + "\"");
    String api = isBound ? "    prepend apiSchemas = [\"MaterialBindingAPI\"]\n        " : "";
    for (int m = 0; m < indices.size(); m++) {
      IntArrayList of = indices.get(m);
      if (of.isEmpty()) {
        continue;
      }
      open(2, "GeomSubset", paths.material(m), mesh.materials().get(m).name(), api);
      line(3, "uniform token elementType = \"face\"");
      line(3, "uniform token familyName = \"materialBind\"");
      array(3, "int[] indices", of.size(), i -> text.append(of.get(i)));
      if (isBound) {
        line(3, "rel material:binding = </" + paths.root() + "/" + UsdPaths.LOOKS + "/" + paths.material(m) + ">");
      }
      line(2, "}");
    }
  }

  /** Opens a prim; what it is called in the file stays as its display name. */
  private void open(int depth, String type, String name, String spoken, String metadata) {
    boolean isRenamed = !name.equals(spoken) && !spoken.isBlank();
    indent(depth).append("def ").append(type).append(" \"").append(name).append('"');
    if (isRenamed || !metadata.isEmpty()) {
      text.append(" (\n");
      indent(depth).append(metadata.isEmpty() ? "    " : metadata);
      if (isRenamed) {
        text.append(metadata.isEmpty() ? "" : "    ");
        text.append("displayName = \"").append(UsdNames.quoted(spoken)).append("\"\n");
        indent(depth);
      }
      text.append(')');
    }
    text.append('\n');
    line(depth, "{");
  }

  private StringBuilder indent(int depth) {
    return text.append("    ".repeat(depth));
  }

  private void line(int depth, String content) {
    indent(depth).append(content).append('\n');
  }

  /** Ends an array of one value a corner. */
  private void interpolated() {
    text.setLength(text.length() - 1);
    text.append(" (\n");
    line(3, "interpolation = \"faceVarying\"");
    line(2, ")");
  }

  /** Appends the element of an index. */
  private interface Element {
    void append(int index);
  }

  private void array(int depth, String declared, int count, Element element) throws IOException {
    indent(depth).append(declared).append(" = [");
    for (int i = 0; i < count; i++) {
      text.append(i == 0 ? "" : ", ");
      element.append(i);
      flush(FLUSH);
    }
    text.append("]\n");
  }

  private void tuple(float[] values, int from, int count) {
    text.append('(');
    for (int k = 0; k < count; k++) {
      Numbers.append(text.append(k == 0 ? "" : ", "), Numbers.orZero(values[from + k]));
    }
    text.append(')');
  }

  private StringBuilder appendLinear(int rgb) {
    text.append('(');
    for (int shift = 16; shift >= 0; shift -= 8) {
      Numbers.append(text, (float) Srgb.toLinear(rgb >> shift & 0xFF)).append(shift == 0 ? ")" : ", ");
    }
    return text;
  }

  private void flush(int above) throws IOException {
    if (text.length() > above) {
      out.write(text.toString().getBytes(StandardCharsets.UTF_8));
      text.setLength(0);
    }
  }
}
