package idiotaxa.core.format;

import com.carrotsearch.hppc.FloatArrayList;
import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.work.Progress;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.mesh.Frame;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Locale;
import java.util.Set;

/**
 * Reads PLY in its three encodings. The file becomes one part without material; colours of vertices, else of
 * faces, are sRGB; UVs are those of a face's corners, else of vertices. Whole
 * numbers of faces are what faces belong to. Unknown elements and properties are passed over.
 */
final class PlyReader {
  private static final int FACES_BETWEEN_QUESTIONS = 1 << 16;

  private static final Set<String> COLOR_NAMES =
      Set.of("red", "green", "blue", "alpha", "r", "g", "b", "a", "diffuse_red", "diffuse_green", "diffuse_blue");

  private final String file;
  private final ByteBuffer bytes;
  private final Progress progress;
  private final MeshBuilder builder = new MeshBuilder();
  /** Of the face that is being read. */
  private final IntArrayList corners = new IntArrayList();

  /** By property of the faces, null for one that holds no numbers of groups. */
  private FaceNumbers[] numbers = {};

  private final FloatArrayList faceUvs = new FloatArrayList();
  private boolean hasFaceUvs;
  private float[] uvs;
  private int[] colors;

  PlyReader(String file, ByteBuffer bytes, Progress progress) {
    this.file = file;
    this.bytes = bytes;
    this.progress = progress;
    builder.seekFrame();
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
    if (uvs != null && !hasFaceUvs) {
      builder.uvsOfVertices(uvs);
    }
    if (colors != null) {
      builder.colorsOfVertices(colors);
    }
    return withNumbers(builder.build());
  }

  private Mesh withNumbers(Mesh mesh) {
    return Arrays.stream(numbers)
        .filter(n -> n != null && n.tellsApart())
        .min(Comparator.comparing(n -> !n.isOwn()))
        .map(n -> mesh.withFaceWords(n.words()))
        .orElse(mesh);
  }

  private void readVertices(PlyHeader.Element element, PlyValues values) {
    values.expect(element);
    int x = need(element, "x");
    int y = need(element, "y");
    int z = need(element, "z");
    int u = element.find("s", "u", "texture_u");
    int v = element.find("t", "v", "texture_v");
    int[] rgba = colorsOf(element);
    boolean hasColors = rgba != null;
    uvs = u >= 0 && v >= 0 ? new float[2 * element.count()] : null;
    colors = hasColors ? new int[element.count()] : null;
    PlyColumns columns = values.columns(element);
    if (columns != null && element.count() > 0 && (!hasColors || columns.areBytes(rgba))) {
      float[] positions = new float[3 * element.count()];
      Frame frame = builder.frameAround(columns.first(x), columns.first(y), columns.first(z));
      columns.readPositions(positions, frame, x, y, z);
      builder.vertices(positions);
      if (uvs != null) {
        columns.readFloats(uvs, u, v);
      }
      if (hasColors) {
        columns.readColors(colors, rgba[0], rgba[1], rgba[2], rgba[3]);
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
        colors[i] = argb(element, rgba, row);
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

  /** Colours given as floats run from 0 to 1, as unsigned integers of two bytes from 0 to 65535, as others from 0 to 255. */
  private static int channel(PlyHeader.Element element, int property, double[] row) {
    double full =
        switch (element.properties().get(property).type()) {
          case FLOAT, DOUBLE -> 1;
          case USHORT -> 65535;
          default -> 255;
        };
    return (int) Math.max(0, Math.min(255, Math.round(row[property] * (255 / full))));
  }

  private static int argb(PlyHeader.Element element, int[] rgba, double[] row) {
    return (rgba[3] < 0 ? 255 : channel(element, rgba[3], row)) << 24
        | channel(element, rgba[0], row) << 16
        | channel(element, rgba[1], row) << 8
        | channel(element, rgba[2], row);
  }

  /** Places of red, green, blue and alpha among the properties; alpha negative for none; null where there is no colour. */
  private static int[] colorsOf(PlyHeader.Element element) {
    int red = element.find("red", "r", "diffuse_red");
    int green = element.find("green", "g", "diffuse_green");
    int blue = element.find("blue", "b", "diffuse_blue");
    return red >= 0 && green >= 0 && blue >= 0 ? new int[] {red, green, blue, element.find("alpha", "a")} : null;
  }

  private void readFaces(PlyHeader.Element element, PlyValues values, int part) {
    values.expect(element);
    int vertices = builder.vertexCount();
    if (values.hasPlainFaces(element)) {
      readPlainFaces(element, values, part);
      return;
    }
    int[] rgba = colors == null ? colorsOf(element) : null;
    numbers = numbersOf(element);
    double[] row = new double[element.properties().size()];
    for (int f = 0; f < element.count(); f++) {
      if (f % FACES_BETWEEN_QUESTIONS == 0) {
        progress.checkCancelled();
      }
      corners.elementsCount = 0;
      faceUvs.elementsCount = 0;
      for (int p = 0; p < row.length; p++) {
        PlyHeader.Property property = element.properties().get(p);
        if (!property.isList()) {
          row[p] = values.value(property);
        } else if (property.name().startsWith("vertex_ind")) {
          readCorners(property, values, f, vertices);
        } else if (property.name().equals("texcoord")) {
          for (int left = values.listSize(property, f); left > 0; left--) {
            faceUvs.add((float) values.item(property));
          }
        } else {
          values.skip(property);
        }
      }
      if (corners.isEmpty()) {
        continue;
      }
      for (int p = 0; p < row.length; p++) {
        if (numbers[p] != null) {
          numbers[p].add(row[p]);
        }
      }
      addFace(part, rgba == null ? 0 : argb(element, rgba, row), rgba != null);
    }
  }

  /** Whole scalars that are no part of a colour. */
  private static FaceNumbers[] numbersOf(PlyHeader.Element element) {
    FaceNumbers[] out = new FaceNumbers[element.properties().size()];
    int found = 0;
    for (int p = 0; p < out.length && found < FaceNumbers.MOST_NAMES; p++) {
      PlyHeader.Property property = element.properties().get(p);
      if (!property.isList() && !property.type().isFloat() && !COLOR_NAMES.contains(property.name())) {
        out[p] = new FaceNumbers(property.name().equals("group"));
        found++;
      }
    }
    return out;
  }

  private void readCorners(PlyHeader.Property property, PlyValues values, int face, int vertices) {
    int arity = values.listSize(property, face);
    if (arity < 3) {
      values.skipItems(property, arity);
      return;
    }
    for (int k = 0; k < arity; k++) {
      double index = values.item(property);
      if (!(index >= 0 && index < vertices)) {
        throw noVertex(face, index, vertices);
      }
      corners.add((int) index);
    }
  }

  private void addFace(int part, int argb, boolean isColored) {
    builder.face(part, Mesh.NO_MATERIAL);
    boolean hasUvs = faceUvs.size() == 2 * corners.size();
    hasFaceUvs |= hasUvs;
    for (int k = 0; k < corners.size(); k++) {
      builder.corner(corners.get(k));
      if (hasUvs) {
        builder.uv(faceUvs.get(2 * k), faceUvs.get(2 * k + 1));
      }
      if (isColored) {
        builder.color(argb);
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
