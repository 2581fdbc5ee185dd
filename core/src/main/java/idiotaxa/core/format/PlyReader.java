package idiotaxa.core.format;

import idiotaxa.core.work.Progress;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.nio.ByteBuffer;
import java.util.Locale;

/**
 * Reads PLY in its three encodings. The file becomes one part without material; vertex colours are
 * sRGB. Unknown elements and properties are passed over.
 */
final class PlyReader {
  private static final int FACES_BETWEEN_QUESTIONS = 1 << 16;

  private final String file;
  private final ByteBuffer bytes;
  private final Progress progress;
  private final MeshBuilder builder = new MeshBuilder();
  private float[] uvs;
  private int[] colors;

  PlyReader(String file, ByteBuffer bytes, Progress progress) {
    this.file = file;
    this.bytes = bytes;
    this.progress = progress;
  }

  Mesh read() {
    PlyHeader header = PlyHeader.read(file, bytes);
    PlyValues values = PlyValues.of(file, bytes, header);
    String stem = file.replaceFirst("\\.[^.]*$", "");
    int part = builder.part(stem);
    for (PlyHeader.Element element : header.elements()) {
      switch (element.name()) {
        case "vertex" -> readVertices(element, values);
        case "face" -> readFaces(element, values, part);
        default -> skip(element, values);
      }
    }
    if (uvs != null) {
      builder.uvsOfVertices(uvs);
    }
    if (colors != null) {
      builder.colorsOfVertices(colors);
    }
    return builder.build();
  }

  private void readVertices(PlyHeader.Element element, PlyValues values) {
    values.expect(element);
    int x = need(element, "x");
    int y = need(element, "y");
    int z = need(element, "z");
    int u = element.find("s", "u", "texture_u");
    int v = element.find("t", "v", "texture_v");
    int red = element.find("red", "r", "diffuse_red");
    int green = element.find("green", "g", "diffuse_green");
    int blue = element.find("blue", "b", "diffuse_blue");
    int alpha = element.find("alpha", "a");
    uvs = u >= 0 && v >= 0 ? new float[2 * element.count()] : null;
    boolean hasColors = red >= 0 && green >= 0 && blue >= 0;
    colors = hasColors ? new int[element.count()] : null;
    PlyColumns columns = values.columns(element);
    if (columns != null && (!hasColors || columns.areBytes(red, green, blue, alpha))) {
      float[] positions = new float[3 * element.count()];
      columns.readFloats(positions, x, y, z);
      builder.vertices(positions);
      if (uvs != null) {
        columns.readFloats(uvs, u, v);
      }
      if (hasColors) {
        columns.readColors(colors, red, green, blue, alpha);
      }
      columns.skip();
      return;
    }
    int size = element.properties().size();
    double[] row = new double[size];
    for (int i = 0; i < element.count(); i++) {
      for (int p = 0; p < size; p++) {
        row[p] = values.value(element.properties().get(p));
      }
      builder.vertex(row[x], row[y], row[z]);
      if (uvs != null) {
        uvs[2 * i] = (float) row[u];
        uvs[2 * i + 1] = (float) row[v];
      }
      if (hasColors) {
        colors[i] =
            (alpha < 0 ? 255 : channel(element, alpha, row)) << 24
                | channel(element, red, row) << 16
                | channel(element, green, row) << 8
                | channel(element, blue, row);
      }
    }
  }

  private int need(PlyHeader.Element element, String name) {
    int index = element.find(name);
    if (index < 0) {
      throw new FormatException(
          file, "its header", "the vertices have no property " + name, "export it again");
    }
    return index;
  }

  /** Colours given as floats run from 0 to 1, as integers from 0 to 255. */
  private static int channel(PlyHeader.Element element, int property, double[] row) {
    boolean isFloat = element.properties().get(property).type().isFloat();
    double value = isFloat ? row[property] * 255 : row[property];
    return (int) Math.max(0, Math.min(255, Math.round(value)));
  }

  private void readFaces(PlyHeader.Element element, PlyValues values, int part) {
    values.expect(element);
    int vertices = builder.vertexCount();
    if (values.hasPlainFaces(element)) {
      readPlainFaces(element, values, part);
      return;
    }
    for (int f = 0; f < element.count(); f++) {
      if (f % FACES_BETWEEN_QUESTIONS == 0) {
        progress.checkCancelled();
      }
      for (PlyHeader.Property property : element.properties()) {
        boolean isCorners = property.isList() && property.name().startsWith("vertex_ind");
        if (!isCorners) {
          values.skip(property);
          continue;
        }
        int arity = values.listSize(property, f);
        if (arity < 3) {
          values.skipItems(property, arity);
          continue;
        }
        builder.face(part, Mesh.NO_MATERIAL);
        for (int k = 0; k < arity; k++) {
          double index = values.item(property);
          if (!(index >= 0 && index < vertices)) {
            throw noVertex(f, index, vertices);
          }
          builder.corner((int) index);
        }
      }
    }
  }

  /** The usual rows, a byte and that many indices, of which there are millions. */
  private void readPlainFaces(PlyHeader.Element element, PlyValues values, int part) {
    int vertices = builder.vertexCount();
    for (int f = 0; f < element.count(); f++) {
      if (f % FACES_BETWEEN_QUESTIONS == 0) {
        progress.checkCancelled();
      }
      int arity = values.plainCount();
      if (arity >= 3) {
        builder.face(part, Mesh.NO_MATERIAL);
      }
      for (int k = 0; k < arity; k++) {
        int index = values.plainIndex();
        if (arity >= 3) {
          if (index < 0 || index >= vertices) {
            throw noVertex(f, index, vertices);
          }
          builder.corner(index);
        }
      }
    }
  }

  private FormatException noVertex(int face, double index, int vertices) {
    return new FormatException(
        file,
        "face " + face,
        String.format(
            Locale.ROOT, "vertex %.0f is asked for, but there are only %d", index, vertices),
        "export it again");
  }

  private static void skip(PlyHeader.Element element, PlyValues values) {
    values.expect(element);
    for (int i = 0; i < element.count(); i++) {
      for (PlyHeader.Property property : element.properties()) {
        values.skip(property);
      }
    }
  }
}
