package idiotaxa.core.format;

import idiotaxa.core.work.Progress;
import com.carrotsearch.hppc.FloatArrayList;
import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FormatException;
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
  private final FileBundle bundle;
  private final Progress progress;
  private final MeshBuilder builder = new MeshBuilder();
  private final FloatArrayList uvs = new FloatArrayList();
  private final FloatArrayList normals = new FloatArrayList();
  private final IntArrayList vertexColors = new IntArrayList();
  private final Map<String, Integer> parts = new HashMap<>();
  private final Map<String, Integer> materials = new LinkedHashMap<>();
  private final Map<String, Material> library = new HashMap<>();
  private boolean hasObjects;
  private boolean hasSmoothing;
  private int smoothing;
  private int part = -1;
  private int material = Mesh.NO_MATERIAL;
  /** Lines in the stretches before the present one. */
  private int linesBefore;

  private ObjChunk chunk;
  private int nextFloat;
  private int nextInt;
  private int nextText;

  ObjReader(FileBundle bundle, Progress progress) {
    this.bundle = bundle;
    this.progress = progress;
  }

  Mesh read(ByteBuffer bytes) {
    return read(new ObjChunks(bundle.mainName(), bytes));
  }

  /** For tests: with stretches of a chosen size. */
  Mesh read(ObjChunks chunks) {
    for (chunk = chunks.next(); chunk != null; chunk = chunks.next()) {
      progress.checkCancelled();
      nextFloat = 0;
      nextInt = 0;
      nextText = 0;
      for (int i = 0; i < chunk.kinds.size(); i++) {
        add(chunk.kinds.get(i));
      }
      if (chunk.problem() != null) {
        throw refuse(chunk.lineCount(), chunk.problem());
      }
      linesBefore += chunk.lineCount();
    }
    return builder.build();
  }

  private FormatException refuse(int line, String problem) {
    String place = "line " + (linesBefore + line);
    return new FormatException(bundle.mainName(), place, problem, ObjLines.CURE);
  }

  private float nextFloat() {
    return chunk.floats.get(nextFloat++);
  }

  private int nextInt() {
    return chunk.ints.get(nextInt++);
  }

  private void add(int kind) {
    switch (kind) {
      case ObjChunk.VERTEX -> builder.vertex(nextFloat(), nextFloat(), nextFloat());
      case ObjChunk.COLORED_VERTEX -> addColoredVertex();
      case ObjChunk.UV -> {
        uvs.add(nextFloat());
        uvs.add(nextFloat());
      }
      case ObjChunk.NORMAL -> {
        normals.add(nextFloat());
        normals.add(nextFloat());
        normals.add(nextFloat());
      }
      case ObjChunk.SIMPLE_FACE -> addFace(true);
      case ObjChunk.FACE -> addFace(false);
      case ObjChunk.OBJECT -> beginPart(chunk.texts.get(nextText++), true);
      case ObjChunk.GROUP -> beginPart(chunk.texts.get(nextText++), false);
      case ObjChunk.MATERIAL -> useMaterial(chunk.texts.get(nextText++));
      case ObjChunk.SMOOTHING -> {
        smoothing = nextInt();
        hasSmoothing = true;
      }
      case ObjChunk.LIBRARY -> readLibraries(chunk.texts.get(nextText++));
      default -> throw new IllegalStateException("no such kind of line: " + kind);
    }
  }

  private void addColoredVertex() {
    builder.vertex(nextFloat(), nextFloat(), nextFloat());
    while (vertexColors.size() < builder.vertexCount() - 1) {
      vertexColors.add(ObjChunk.MISSING);
    }
    vertexColors.add(nextInt());
  }

  private void addFace(boolean isSimple) {
    int line = nextInt();
    int corners = nextInt();
    int stride = isSimple ? 1 : 3;
    int first = nextInt;
    nextInt += stride * corners;
    for (int i = first; i < nextInt; i += stride) {
      check(line, i, isSimple);
    }
    if (corners < 3) {
      return;
    }
    if (part < 0) {
      beginPart("", false);
    }
    builder.face(part, material);
    if (hasSmoothing) {
      builder.smoothing(smoothing);
    }
    for (int i = first; i < nextInt; i += stride) {
      addCorner(i, isSimple);
    }
  }

  private void check(int line, int at, boolean isSimple) {
    check(line, "vertex", chunk.ints.get(at), builder.vertexCount());
    if (!isSimple) {
      check(line, "texture vertex", chunk.ints.get(at + 1), uvs.size() / 2);
      check(line, "normal", chunk.ints.get(at + 2), normals.size() / 3);
    }
  }

  private void check(int line, String what, int value, int count) {
    int index = index(value, count);
    if (value != ObjChunk.MISSING && (index < 0 || index >= count)) {
      throw refuse(line, what + " " + value + " is asked for, but there are only " + count);
    }
  }

  /** Zero-based index of a one-based or, counted from the end, negative one. */
  private static int index(int value, int count) {
    return value < 0 ? count + value : value - 1;
  }

  private void addCorner(int at, boolean isSimple) {
    int vertex = index(chunk.ints.get(at), builder.vertexCount());
    builder.corner(vertex);
    if (!isSimple) {
      addAttributes(chunk.ints.get(at + 1), chunk.ints.get(at + 2));
    }
    if (vertex < vertexColors.size() && vertexColors.get(vertex) != ObjChunk.MISSING) {
      builder.color(vertexColors.get(vertex));
    }
  }

  private void addAttributes(int uvValue, int normalValue) {
    if (uvValue != ObjChunk.MISSING) {
      int uv = 2 * index(uvValue, uvs.size() / 2);
      builder.uv(uvs.get(uv), uvs.get(uv + 1));
    }
    if (normalValue != ObjChunk.MISSING) {
      int n = 3 * index(normalValue, normals.size() / 3);
      builder.normal(normals.get(n), normals.get(n + 1), normals.get(n + 2));
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
