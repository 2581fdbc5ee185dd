package idiotaxa.core.format;

import com.carrotsearch.hppc.DoubleArrayList;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.format.UsdaText.Numbers;
import idiotaxa.core.format.UsdaText.Prim;
import idiotaxa.core.format.UsdaText.Property;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.Arrays;

/** Reads one {@code Mesh} prim of a USD scene into faces of a part. */
final class UsdaMesh {
  private static final int OPAQUE = 0xFF000000;

  private final MeshBuilder builder;
  private final String file;
  private final String path;
  private int[] counts;
  private int[] indices;
  private int points;

  /** How a value is found for a corner. */
  private enum Interpolation {
    CONSTANT,
    UNIFORM,
    VERTEX,
    FACE_VARYING
  }

  /** Values of a primvar: {@code each} of them together, by index where there are indices. */
  private record Primvar(DoubleArrayList values, int each, int[] indices, Interpolation by) {
    int at(int face, int corner, int vertex) {
      int element =
          switch (by) {
            case CONSTANT -> 0;
            case UNIFORM -> face;
            case VERTEX -> vertex;
            case FACE_VARYING -> corner;
          };
      return each * (indices == null ? element : indices[element]);
    }
  }

  /** Tells the materials of prims. */
  interface Bindings {
    int bound(Prim prim, int inherited);

    /** A subset that is bound to nothing is told by its name. */
    int named(Prim subset);
  }

  UsdaMesh(MeshBuilder builder, String file, String path) {
    this.builder = builder;
    this.file = file;
    this.path = path;
  }

  void read(Prim prim, Transform transform, int part, int material, Bindings bindings) {
    counts = whole(prim, "faceVertexCounts");
    indices = whole(prim, "faceVertexIndices");
    DoubleArrayList places = numbers(prim, "points");
    points = places.size() / 3;
    check();
    boolean isTurned = transform.isMirrored() != "leftHanded".equals(prim.value("orientation"));
    int first = addPoints(places, transform);
    int[] materials = materials(prim, material, bindings);
    Primvar uvs = primvar(prim, "primvars:st", 2);
    Primvar colors = primvar(prim, "primvars:displayColor", 3);
    Primvar normals = prim.value("primvars:normals") == null ? primvar(prim, "normals", 3) : primvar(prim, "primvars:normals", 3);
    float[] normal = new float[3];
    int at = 0;
    for (int f = 0; f < counts.length; f++) {
      int size = counts[f];
      if (size >= 3) {
        builder.face(part, materials[f]);
      }
      for (int k = 0; size >= 3 && k < size; k++) {
        int corner = at + (isTurned ? (size - k) % size : k);
        int vertex = indices[corner];
        builder.corner(first + vertex);
        if (uvs != null) {
          int i = uvs.at(f, corner, vertex);
          builder.uv((float) uvs.values().get(i), (float) uvs.values().get(i + 1));
        }
        if (normals != null) {
          int i = normals.at(f, corner, vertex);
          for (int axis = 0; axis < 3; axis++) {
            normal[axis] = (float) normals.values().get(i + axis);
          }
          transform.normals(normal, 0, 1);
          builder.normal(normal[0], normal[1], normal[2]);
        }
        if (colors != null) {
          builder.color(OPAQUE | UsdaReader.color(colors.values(), colors.at(f, corner, vertex)));
        }
      }
      at += size;
    }
  }

  private void check() {
    long corners = 0;
    for (int count : counts) {
      if (count < 0) {
        throw refuse("a face has " + count + " corners");
      }
      corners += count;
    }
    if (corners != indices.length) {
      throw refuse("its faces have %d corners, but %d are there".formatted(corners, indices.length));
    }
    for (int i = 0; i < indices.length; i++) {
      if (indices[i] < 0 || indices[i] >= points) {
        throw refuse("corner %d: point %d is asked for, but there are only %d".formatted(i, indices[i], points));
      }
    }
  }

  private FormatException refuse(String problem) {
    return new FormatException(file, path, problem, "export it again");
  }

  private int addPoints(DoubleArrayList places, Transform transform) {
    int first = builder.vertexCount();
    double[] place = new double[3];
    for (int p = 0; p < points; p++) {
      transform.point(places.get(3 * p), places.get(3 * p + 1), places.get(3 * p + 2), place);
      builder.vertex(place[0], place[1], place[2]);
    }
    return first;
  }

  /** Of every face: that of the subset which has it, else the mesh's. */
  private int[] materials(Prim prim, int own, Bindings bindings) {
    int[] out = new int[counts.length];
    Arrays.fill(out, own);
    for (Prim child : prim.children()) {
      Object family = child.value("familyName");
      boolean isMaterial = child.type().equals("GeomSubset") && (family == null || family.equals("materialBind"));
      if (!isMaterial) {
        continue;
      }
      int material = child.value("material:binding") == null ? bindings.named(child) : bindings.bound(child, own);
      for (int face : whole(child, "indices")) {
        if (face < 0 || face >= out.length) {
          throw refuse("the subset %s has face %d, but there are only %d".formatted(child.name(), face, out.length));
        }
        out[face] = material;
      }
    }
    return out;
  }

  private Primvar primvar(Prim prim, String name, int each) {
    Property property = prim.properties().get(name);
    if (property == null || !(property.value() instanceof Numbers numbers) || numbers.values().size() < each) {
      return null;
    }
    Property listed = prim.properties().get(name + ":indices");
    int[] of = listed == null || listed.value() == null ? null : whole(prim, name + ":indices");
    int elements = of == null ? numbers.values().size() / each : of.length;
    Interpolation by = interpolation(property.metadata().get("interpolation"), name, elements);
    int needed =
        switch (by) {
          case CONSTANT -> 1;
          case UNIFORM -> counts.length;
          case VERTEX -> points;
          case FACE_VARYING -> indices.length;
        };
    if (elements < needed) {
      throw refuse("%s has %d values, but %d are needed".formatted(name, elements, needed));
    }
    for (int i = 0; of != null && i < of.length; i++) {
      if (of[i] < 0 || of[i] >= numbers.values().size() / each) {
        throw refuse("%s asks for value %d, but there are only %d".formatted(name, of[i], numbers.values().size() / each));
      }
    }
    return new Primvar(numbers.values(), each, of, by);
  }

  /** Normals are of vertices where nothing is said, primvars constant, unless there are as many as of something else. */
  private Interpolation interpolation(Object said, String name, int elements) {
    return switch (String.valueOf(said)) {
      case "constant" -> Interpolation.CONSTANT;
      case "uniform" -> Interpolation.UNIFORM;
      case "vertex", "varying" -> Interpolation.VERTEX;
      case "faceVarying" -> Interpolation.FACE_VARYING;
      default -> name.equals("normals") || elements > 1 && elements == points ? Interpolation.VERTEX : Interpolation.CONSTANT;
    };
  }

  private DoubleArrayList numbers(Prim prim, String name) {
    Object value = prim.value(name);
    if (value == null) {
      return new DoubleArrayList();
    }
    if (!(value instanceof Numbers numbers)) {
      throw refuse(name + " is no list of numbers");
    }
    return numbers.values();
  }

  private int[] whole(Prim prim, String name) {
    DoubleArrayList numbers = numbers(prim, name);
    int[] out = new int[numbers.size()];
    for (int i = 0; i < out.length; i++) {
      double value = numbers.get(i);
      if (value != (int) value) {
        throw refuse(name + " holds " + value + ", where whole numbers are expected");
      }
      out[i] = (int) value;
    }
    return out;
  }
}
