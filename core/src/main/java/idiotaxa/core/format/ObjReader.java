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
 * Reads OBJ with its MTL. Every {@code o} begins a part, also one of a name that another has; {@code g} where the
 * file has no {@code o}. Vertex colours behind the position are sRGB in 0 … 1, or in 0 … 255 where one of the
 * file is larger than 1. Libraries hold for the whole file, wherever it names them.
 */
final class ObjReader {
  /** Of colours in 0 … 1, with what was rounded on its way. */
  private static final double LARGEST_SHARE = 1.01;

  private final FileBundle bundle;
  private final Progress progress;
  private final MeshBuilder builder = new MeshBuilder();
  private final FloatArrayList uvs = new FloatArrayList();
  private final FloatArrayList normals = new FloatArrayList();
  private final IntArrayList vertexColors = new IntArrayList();

  /** The same for values of which 255 is full. */
  private final IntArrayList vertexColorsOfBytes = new IntArrayList();

  private double largestColor;
  private final Map<String, Integer> parts = new HashMap<>();
  private final Map<String, Integer> materials = new LinkedHashMap<>();
  private final Map<String, Material> library = new HashMap<>();
  private boolean hasObjects;
  private boolean hasSmoothing;
  private int smoothing;
  private int part = -1;
  /** Of the object that was begun last, null before the first. */
  private String objectName;
  private int facesBefore;
  private int material = Mesh.NO_MATERIAL;
  /** Lines in the stretches before the present one. */
  private int linesBefore;

  private ObjChunk chunk;
  private int nextFloat;
  private int nextPosition;
  private int nextInt;
  private int nextText;

  ObjReader(FileBundle bundle, Progress progress) {
    this.bundle = bundle;
    this.progress = progress;
    builder.seekFrame();
  }

  Mesh read(ByteBuffer bytes) {
    return read(new ObjChunks(bundle.mainName(), bytes));
  }

  /** For tests: with stretches of a chosen size. */
  Mesh read(ObjChunks chunks) {
    for (chunk = chunks.next(); chunk != null; chunk = chunks.next()) {
      progress.checkCancelled();
      nextFloat = 0;
      nextPosition = 0;
      nextInt = 0;
      nextText = 0;
      for (int i = 0; i < chunk.kinds.size(); i++) {
        add(chunk.kinds.get(i));
      }
      if (chunk.problem() != null) {
        throw refuse(chunk.lineCount(), chunk.problem());
      }
      linesBefore += chunk.lineCount();
      largestColor = Math.max(largestColor, chunk.largestColor());
    }
    // Libraries may stand behind what uses them.
    materials.forEach((name, index) -> builder.material(index, library.getOrDefault(name, Material.named(name))));
    Mesh mesh = builder.build();
    return largestColor > LARGEST_SHARE ? withColorsOfBytes(mesh) : mesh;
  }

  private Mesh withColorsOfBytes(Mesh mesh) {
    int[] colors = mesh.cornerColor().clone();
    for (int c = 0; c < colors.length; c++) {
      int vertex = mesh.cornerVertex()[c];
      if (vertex < vertexColorsOfBytes.size() && vertexColorsOfBytes.get(vertex) != ObjChunk.MISSING) {
        colors[c] = vertexColorsOfBytes.get(vertex);
      }
    }
    return mesh.withCornerColors(colors);
  }

  private FormatException refuse(int line, String problem) {
    String place = "line " + (linesBefore + line);
    return new FormatException(bundle.mainName(), place, problem, ObjLines.CURE);
  }

  private float nextFloat() {
    return chunk.floats.get(nextFloat++);
  }

  private double nextPosition() {
    return chunk.positions.get(nextPosition++);
  }

  private int nextInt() {
    return chunk.ints.get(nextInt++);
  }

  private void add(int kind) {
    switch (kind) {
      case ObjChunk.VERTEX -> builder.vertex(nextPosition(), nextPosition(), nextPosition());
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
    builder.vertex(nextPosition(), nextPosition(), nextPosition());
    while (vertexColors.size() < builder.vertexCount() - 1) {
      vertexColors.add(ObjChunk.MISSING);
      vertexColorsOfBytes.add(ObjChunk.MISSING);
    }
    vertexColors.add(nextInt());
    vertexColorsOfBytes.add(nextInt());
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
    if (isObject && !hasObjects) {
      // What stood before the first object keeps the names of its groups; no object is meant by one of them.
      parts.clear();
    }
    hasObjects |= isObject;
    if (isObject) {
      beginObject(name);
    } else {
      part = parts.computeIfAbsent(name, builder::part);
    }
  }

  /** An object that is named again before it has a face is still the same. */
  private void beginObject(String name) {
    boolean isStillEmpty = part >= 0 && objectName != null && facesBefore == builder.faceCount();
    if (isStillEmpty && name.equals(objectName)) {
      return;
    }
    part = builder.part(name);
    objectName = name;
    facesBefore = builder.faceCount();
  }

  private void useMaterial(String name) {
    material = materials.computeIfAbsent(name, n -> builder.material(Material.named(n)));
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
