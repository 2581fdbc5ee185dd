package idiotaxa.core.format;

import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Part;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;

/**
 * Writes a mesh as OBJ with its polygons, parts, smoothing, UVs and normals, colours as three more numbers
 * of a vertex, and its materials as MTL with the fields of physically based looks ({@code Pr}, {@code Pm}). In the
 * unit and axes that it was read in, at its place.
 */
public final class ObjWriter {
  /** The name of faces without a material, where others have one. */
  public static final String UNCLAIMED = "unclaimed";

  private static final int FLUSH = 1 << 16;

  private final Mesh mesh;
  private final List<String> materialNames;
  private final OutputStream out;
  private final StringBuilder text = new StringBuilder(FLUSH + 256);

  private ObjWriter(Mesh mesh, List<String> materialNames, OutputStream out) {
    this.mesh = mesh;
    this.materialNames = materialNames;
    this.out = out;
  }

  /**
   * @param materialNames of the mesh's materials, without white space
   * @param library file name of the MTL, null for none
   */
  public static void write(
      Mesh mesh, List<String> materialNames, String library, OutputStream out) throws IOException {
    BufferedOutputStream buffered = new BufferedOutputStream(out, FLUSH);
    new ObjWriter(mesh, materialNames, buffered).write(library);
    buffered.flush();
  }

  private void write(String library) throws IOException {
    if (library != null) {
      text.append("mtllib ").append(library).append('\n');
    }
    CornerValues vertices = vertices();
    CornerValues uvs = mesh.hasUvs() ? new CornerValues(mesh.cornerUv(), 2) : null;
    CornerValues normals =
        mesh.cornerNormal() == null ? null : new CornerValues(mesh.cornerNormal(), 3);
    writePlaces("v", vertices, mesh.frame()::toFile);
    if (uvs != null) {
      writeValues("vt", uvs);
    }
    if (normals != null) {
      writePlaces("vn", normals, mesh.frame()::direction);
    }
    writeFaces(vertices, uvs, normals, library != null);
    flush(0);
  }

  /** Positions, with colours where the mesh has them: the same place in two colours is two vertices. */
  private CornerValues vertices() {
    int each = mesh.hasColors() ? 6 : 3;
    float[] values = new float[each * mesh.cornerCount()];
    for (int c = 0; c < mesh.cornerCount(); c++) {
      System.arraycopy(mesh.positions(), 3 * mesh.cornerVertex()[c], values, each * c, 3);
      if (mesh.hasColors()) {
        int argb = mesh.cornerColor()[c];
        for (int k = 0; k < 3; k++) {
          values[each * c + 3 + k] = (argb >> 16 - 8 * k & 0xFF) / 255f;
        }
      }
    }
    return new CornerValues(values, each);
  }

  /** Brings the first three values at an index back to the file's unit and axes. */
  private interface Place {
    void write(float[] values, int at, double[] out);
  }

  private void writePlaces(String word, CornerValues values, Place place) throws IOException {
    if (mesh.frame().isPlain()) {
      writeValues(word, values);
      return;
    }
    float[] row = new float[values.each()];
    double[] xyz = new double[3];
    for (int i = 0; i < values.size(); i++) {
      for (int k = 0; k < row.length; k++) {
        row[k] = values.value(i, k);
      }
      place.write(row, 0, xyz);
      text.append(word);
      for (int k = 0; k < row.length; k++) {
        text.append(' ');
        if (k < 3) {
          Numbers.append(text, xyz[k]);
        } else {
          Numbers.append(text, row[k]);
        }
      }
      text.append('\n');
      flush(FLUSH);
    }
  }

  private void writeValues(String word, CornerValues values) throws IOException {
    for (int i = 0; i < values.size(); i++) {
      text.append(word);
      for (int k = 0; k < values.each(); k++) {
        Numbers.append(text.append(' '), values.value(i, k));
      }
      text.append('\n');
      flush(FLUSH);
    }
  }

  private void writeFaces(
      CornerValues vertices, CornerValues uvs, CornerValues normals, boolean hasMaterials)
      throws IOException {
    int part = -1;
    int material = Integer.MIN_VALUE;
    int smoothing = -1;
    // Part by part and, in a part, material by material, so that each is named once.
    for (int f : MeshOrder.byPartAndMaterial(mesh)) {
      if (mesh.facePart()[f] != part) {
        part = mesh.facePart()[f];
        text.append("o ").append(oneLine(mesh.parts().get(part))).append('\n');
        material = Integer.MIN_VALUE;
      }
      if (hasMaterials && mesh.faceMaterial()[f] != material) {
        material = mesh.faceMaterial()[f];
        String name = material == Mesh.NO_MATERIAL ? UNCLAIMED : materialNames.get(material);
        text.append("usemtl ").append(name).append('\n');
      }
      if (mesh.faceSmoothing() != null && mesh.faceSmoothing()[f] != smoothing) {
        smoothing = mesh.faceSmoothing()[f];
        text.append("s ").append(smoothing).append('\n');
      }
      text.append('f');
      for (int c = mesh.faceStart()[f]; c < mesh.faceStart()[f + 1]; c++) {
        text.append(' ').append(1 + vertices.of(c));
        if (uvs != null || normals != null) {
          text.append('/');
        }
        if (uvs != null) {
          text.append(1 + uvs.of(c));
        }
        if (normals != null) {
          text.append('/').append(1 + normals.of(c));
        }
      }
      text.append('\n');
      flush(FLUSH);
    }
  }

  private static String oneLine(Part part) {
    String name = part.name().replaceAll("\\p{Cntrl}+", " ").strip();
    return name.isEmpty() ? "unnamed" : name;
  }

  private void flush(int above) throws IOException {
    if (text.length() > above) {
      out.write(text.toString().getBytes(StandardCharsets.UTF_8));
      text.setLength(0);
    }
  }

  /**
   * The MTL of a mesh: {@code Kd} and the ranges as the file format has them, sRGB as 0 … 1.
   *
   * @param names of the materials, as {@link #write} takes them
   */
  public static void writeMaterials(Mesh mesh, List<String> names, OutputStream out)
      throws IOException {
    StringBuilder text = new StringBuilder();
    for (int m = 0; m < names.size(); m++) {
      append(text, names.get(m), mesh.materials().get(m));
    }
    for (int material : mesh.faceMaterial()) {
      if (material == Mesh.NO_MATERIAL) {
        append(text, UNCLAIMED, Material.named(UNCLAIMED));
        break;
      }
    }
    out.write(text.toString().getBytes(StandardCharsets.UTF_8));
  }

  private static void append(StringBuilder text, String name, Material material) {
    text.append("newmtl ").append(name).append("\nKd");
    for (int shift = 16; shift >= 0; shift -= 8) {
      Numbers.append(text.append(' '), (material.baseColor() >> shift & 0xFF) / 255f);
    }
    Numbers.append(text.append("\nPr "), material.roughness());
    Numbers.append(text.append("\nPm "), material.metalness()).append("\nillum 2\n");
  }
}
