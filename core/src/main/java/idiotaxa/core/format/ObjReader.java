package idiotaxa.core.format;

import idiotaxa.core.array.FloatList;
import idiotaxa.core.array.IntList;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.nio.ByteBuffer;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * Reads OBJ with its MTL. {@code o} begins a part, or {@code g} where the file has no {@code o};
 * vertex colours behind the position are sRGB in 0 … 1.
 */
final class ObjReader {
  private static final int MISSING = Integer.MIN_VALUE;

  private final FileBundle bundle;
  private final MeshBuilder builder = new MeshBuilder();
  private final FloatList uvs = new FloatList();
  private final FloatList normals = new FloatList();
  private final IntList vertexColors = new IntList();
  private final Map<String, Integer> parts = new HashMap<>();
  private final Map<String, Integer> materials = new LinkedHashMap<>();
  private final Map<String, Material> library = new HashMap<>();
  private final IntList face = new IntList();
  private boolean hasObjects;
  private int part = -1;
  private int material = Mesh.NO_MATERIAL;
  private ObjLines lines;

  ObjReader(FileBundle bundle) {
    this.bundle = bundle;
  }

  Mesh read(ByteBuffer bytes) {
    lines = new ObjLines(bundle.mainName(), bytes);
    while (lines.next()) {
      switch (lines.keyword()) {
        case "v" -> readVertex();
        case "vt" -> readPair();
        case "vn" -> readNormal();
        case "f" -> readFace();
        case "o" -> beginPart(lines.rest(), true);
        case "g" -> beginPart(lines.rest(), false);
        case "usemtl" -> useMaterial(lines.rest());
        case "mtllib" -> readLibraries(lines.rest());
        default -> {}
      }
    }
    return builder.build();
  }

  private void readVertex() {
    builder.vertex(lines.number(), lines.number(), lines.number());
    if (!lines.hasMore()) {
      return;
    }
    double r = lines.number();
    if (!lines.hasMore()) {
      // A single fourth value is the weight of a rational curve, not a colour.
      return;
    }
    while (vertexColors.size() < builder.vertexCount() - 1) {
      vertexColors.add(MISSING);
    }
    double g = lines.number();
    double b = lines.hasMore() ? lines.number() : 0;
    int rgb = channel(r) << 16 | channel(g) << 8 | channel(b);
    vertexColors.add(0xFF000000 | rgb);
  }

  private static int channel(double value) {
    return (int) Math.round(255 * Math.max(0, Math.min(1, value)));
  }

  private void readPair() {
    uvs.add((float) lines.number());
    uvs.add(lines.hasMore() ? (float) lines.number() : 0f);
  }

  private void readNormal() {
    for (int k = 0; k < 3; k++) {
      normals.add((float) lines.number());
    }
  }

  private void readFace() {
    face.clear();
    while (lines.hasMore()) {
      face.add(index("vertex", lines.integer(), builder.vertexCount()));
      if (!lines.isAtSlash()) {
        face.add(MISSING);
        face.add(MISSING);
        continue;
      }
      boolean hasUv = lines.skipSlash();
      boolean isUvThere = hasUv && !lines.isAtSlash();
      face.add(isUvThere ? index("texture vertex", lines.integer(), uvs.size() / 2) : MISSING);
      boolean hasNormal = hasUv && lines.skipSlash();
      face.add(hasNormal ? index("normal", lines.integer(), normals.size() / 3) : MISSING);
    }
    if (face.size() < 9) {
      return;
    }
    if (part < 0) {
      beginPart("", false);
    }
    builder.face(part, material);
    for (int i = 0; i < face.size(); i += 3) {
      corner(face.get(i), face.get(i + 1), face.get(i + 2));
    }
  }

  /** Zero-based index of a one-based or, counted from the end, negative one. */
  private int index(String what, int value, int count) {
    int index = value < 0 ? count + value : value - 1;
    if (index < 0 || index >= count) {
      throw lines.refuse(what + " " + value + " is asked for, but there are only " + count);
    }
    return index;
  }

  private void corner(int vertex, int uv, int normal) {
    builder.corner(vertex);
    if (uv != MISSING) {
      builder.uv(uvs.get(2 * uv), uvs.get(2 * uv + 1));
    }
    if (normal != MISSING) {
      builder.normal(
          normals.get(3 * normal), normals.get(3 * normal + 1), normals.get(3 * normal + 2));
    }
    if (vertex < vertexColors.size() && vertexColors.get(vertex) != MISSING) {
      builder.color(vertexColors.get(vertex));
    }
  }

  private void beginPart(String name, boolean isObject) {
    if (!isObject && hasObjects) {
      return;
    }
    hasObjects |= isObject;
    part = parts.computeIfAbsent(name, builder::part);
  }

  private void useMaterial(String name) {
    material =
        materials.computeIfAbsent(
            name, n -> builder.material(library.getOrDefault(n, Material.named(n))));
  }

  /** Several libraries may stand in one line; a missing one costs only the materials' colours. */
  private void readLibraries(String names) {
    if (!readLibrary(names)) {
      for (String name : names.split("\\s+")) {
        readLibrary(name);
      }
    }
  }

  private boolean readLibrary(String name) {
    return bundle
        .open(name)
        .map(
            bytes -> {
              MtlReader.read(name, bytes).forEach(m -> library.put(m.name(), m));
              return true;
            })
        .orElse(false);
  }
}
