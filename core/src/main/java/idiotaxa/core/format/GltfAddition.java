package idiotaxa.core.format;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * A glTF file that is written again as GLB with something added: every buffer lies unchanged in its binary chunk,
 * the first at its beginning, and what is added lies behind them.
 */
final class GltfAddition {
  private static final int MAGIC = 0x46546C67;
  private static final int JSON_CHUNK = 0x4E4F534A;
  private static final int BIN_CHUNK = 0x004E4942;
  private static final int UNSIGNED_SHORT = 5123;
  private static final int UNSIGNED_INT = 5125;
  private static final int ARRAY_BUFFER = 34962;
  private static final int ELEMENT_ARRAY_BUFFER = 34963;
  private static final int HEADERS = 28;
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final GltfDocument document;
  private final ObjectNode root;
  private final List<ByteBuffer> chunks = new ArrayList<>();
  private long length;

  GltfAddition(GltfDocument document) {
    this.document = document;
    root = (ObjectNode) document.root().deepCopy();
    mergeBuffers();
    takeImagesIn();
  }

  /** What will be written; what is changed in it is changed in the file. */
  ObjectNode root() {
    return root;
  }

  /** The array of that name at the top, made where the file has none. */
  ArrayNode array(String name) {
    return root.get(name) instanceof ArrayNode array ? array : root.putArray(name);
  }

  private void mergeBuffers() {
    ArrayNode old = array("buffers").deepCopy();
    ArrayNode merged = root.putArray("buffers");
    merged.addObject();
    int[] buffer = new int[old.size()];
    long[] shift = new long[old.size()];
    for (int b = 0; b < old.size(); b++) {
      if (document.hasBytes(b)) {
        shift[b] = append(document.slice("buffer " + b, b, 0, old.get(b).path("byteLength").asLong(-1)));
      } else {
        buffer[b] = merged.size();
        merged.add(old.get(b));
      }
    }
    if (!old.isEmpty() && document.hasBytes(0)) {
      ((ObjectNode) merged.get(0)).setAll((ObjectNode) old.get(0)).remove("uri");
    }
    for (JsonNode view : array("bufferViews")) {
      move((ObjectNode) view, buffer, shift);
      for (JsonNode extension : view.path("extensions")) {
        if (extension instanceof ObjectNode packed) {
          move(packed, buffer, shift);
        }
      }
    }
  }

  private static void move(ObjectNode view, int[] buffer, long[] shift) {
    int old = view.path("buffer").asInt(-1);
    if (old >= 0 && old < buffer.length) {
      view.put("buffer", buffer[old]);
      if (shift[old] != 0) {
        view.put("byteOffset", view.path("byteOffset").asLong(0) + shift[old]);
      }
    }
  }

  /** Images that lay beside the file come along inside of it. */
  private void takeImagesIn() {
    for (int i = 0; i < root.path("images").size(); i++) {
      Optional<ByteBuffer> bytes = document.imageFile(i);
      if (bytes.isPresent()) {
        ObjectNode image = (ObjectNode) root.path("images").get(i);
        String file = image.path("uri").asString();
        image.remove("uri");
        image.put("mimeType", bytes.get().get(0) == (byte) 0xFF ? "image/jpeg" : "image/png");
        image.put("bufferView", view(bytes.get()));
        if (image.path("name").asString("").isEmpty()) {
          image.put("name", file.replaceFirst("\\.[^.]*$", ""));
        }
      }
    }
  }

  /** Where in the binary chunk the bytes begin. */
  private long append(ByteBuffer bytes) {
    long at = length;
    chunks.add(bytes.duplicate());
    int padding = -bytes.remaining() & 3;
    if (padding > 0) {
      chunks.add(ByteBuffer.allocate(padding));
    }
    length += bytes.remaining() + padding;
    if (length > Integer.MAX_VALUE) {
      throw document.refuse("the whole", "with its groups it is larger than 2 GiB", "split it into several files");
    }
    return at;
  }

  private int view(ByteBuffer bytes) {
    int size = bytes.remaining();
    long at = append(bytes);
    ArrayNode views = array("bufferViews");
    views.addObject().put("buffer", 0).put("byteOffset", at).put("byteLength", size);
    return views.size() - 1;
  }

  /** Adds indices of triangles; the accessor. */
  int addIndices(int[] indices, int vertices) {
    boolean isShort = vertices < 65535;
    ByteBuffer bytes = allocate((isShort ? 2L : 4L) * indices.length);
    for (int index : indices) {
      if (isShort) {
        bytes.putShort((short) index);
      } else {
        bytes.putInt(index);
      }
    }
    int view = view(bytes.flip());
    viewNode(view).put("target", ELEMENT_ARRAY_BUFFER);
    return accessor(view, isShort ? UNSIGNED_SHORT : UNSIGNED_INT, indices.length, "SCALAR");
  }

  /** Adds a colour a vertex, linear with 16 bits; the accessor. */
  int addColors(short[] linearRgba) {
    ByteBuffer bytes = allocate(2L * linearRgba.length);
    bytes.asShortBuffer().put(linearRgba);
    int accessor = accessor(vertexView(bytes, 8), UNSIGNED_SHORT, linearRgba.length / 4, "VEC4");
    ((ObjectNode) array("accessors").get(accessor)).put("normalized", true);
    return accessor;
  }

  /** Adds a number a vertex, 0 … 65535; the accessor. Vertices begin at multiples of four bytes (glTF 2.0, 3.6.2.4). */
  int addNumbers(int[] numbers) {
    ByteBuffer bytes = allocate(4L * numbers.length);
    for (int number : numbers) {
      bytes.putInt(number);
    }
    return accessor(vertexView(bytes.flip(), 4), UNSIGNED_SHORT, numbers.length, "SCALAR");
  }

  /**
   * Adds an accessor like another one, with some of its elements again at its end.
   *
   * @param old accessor in the file
   * @param size bytes of an element
   * @param raw elements of it as they are stored
   * @param again which elements follow
   */
  int addLonger(int old, int size, byte[] raw, int[] again) {
    int count = raw.length / size;
    int stride = size + 3 & ~3;
    ByteBuffer bytes = allocate((long) stride * (count + again.length));
    for (int i = 0; i < count + again.length; i++) {
      bytes.put(i * stride, raw, size * (i < count ? i : again[i - count]), size);
    }
    ObjectNode accessor = (ObjectNode) array("accessors").get(old).deepCopy();
    accessor.remove("sparse");
    accessor.put("bufferView", vertexView(bytes, stride)).put("byteOffset", 0).put("count", count + again.length);
    array("accessors").add(accessor);
    return array("accessors").size() - 1;
  }

  private ByteBuffer allocate(long bytes) {
    if (bytes > Integer.MAX_VALUE - 16) {
      throw document.refuse("the whole", "with its groups it is larger than 2 GiB", "split it into several files");
    }
    return ByteBuffer.allocate((int) bytes).order(ByteOrder.LITTLE_ENDIAN);
  }

  private int vertexView(ByteBuffer bytes, int stride) {
    int view = view(bytes.rewind());
    viewNode(view).put("byteStride", stride).put("target", ARRAY_BUFFER);
    return view;
  }

  private ObjectNode viewNode(int view) {
    return (ObjectNode) array("bufferViews").get(view);
  }

  private int accessor(int view, int type, int count, String shape) {
    array("accessors").addObject().put("bufferView", view).put("componentType", type).put("count", count).put("type", shape);
    return array("accessors").size() - 1;
  }

  void write(OutputStream out) throws IOException {
    if (length == 0) {
      root.remove("buffers");
    } else {
      ((ObjectNode) array("buffers").get(0)).put("byteLength", length);
    }
    List.of("buffers", "bufferViews", "accessors").forEach(this::dropEmpty);
    byte[] json = JSON.writeValueAsBytes(root);
    int jsonLength = json.length + 3 & ~3;
    long total = HEADERS + (long) jsonLength + length;
    ByteBuffer head = ByteBuffer.allocate(20).order(ByteOrder.LITTLE_ENDIAN);
    head.putInt(MAGIC).putInt(2).putInt((int) total).putInt(jsonLength).putInt(JSON_CHUNK);
    out.write(head.array());
    out.write(json);
    out.write(" ".repeat(jsonLength - json.length).getBytes(StandardCharsets.US_ASCII));
    out.write(ByteBuffer.allocate(8).order(ByteOrder.LITTLE_ENDIAN).putInt((int) length).putInt(BIN_CHUNK).array());
    byte[] part = new byte[1 << 16];
    for (ByteBuffer chunk : chunks) {
      while (chunk.hasRemaining()) {
        int size = Math.min(part.length, chunk.remaining());
        chunk.get(part, 0, size);
        out.write(part, 0, size);
      }
    }
  }

  private void dropEmpty(String name) {
    if (root.path(name).isEmpty()) {
      root.remove(name);
    }
  }
}
