package idiotaxa.core.format;

import idiotaxa.core.work.Parallel;
import java.nio.ByteBuffer;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** Decodes accessors: every component type, normalised or not, interleaved, sparse (glTF 2.0, 3.6.2). */
final class GltfAccessors {
  private static final int BYTE = 5120;
  private static final int UNSIGNED_BYTE = 5121;
  private static final int SHORT = 5122;
  private static final int UNSIGNED_SHORT = 5123;
  private static final int UNSIGNED_INT = 5125;
  private static final int FLOAT = 5126;
  private static final Map<String, Integer> COMPONENTS =
      Map.of("SCALAR", 1, "VEC2", 2, "VEC3", 3, "VEC4", 4, "MAT4", 16);

  /** Elements that one thread decodes at a time. */
  private static final int RANGE = 1 << 13;

  private final GltfDocument document;

  GltfAccessors(GltfDocument document) {
    this.document = document;
  }

  private JsonNode accessor(int index) {
    return document
        .element("accessors", index)
        .orElseThrow(() -> document.refuse("accessor " + index, "there is no such accessor"));
  }

  /** Number of elements. */
  int count(int index) {
    long count = accessor(index).path("count").asLong(-1);
    if (count < 0 || count > Integer.MAX_VALUE / 16) {
      throw document.refuse("accessor " + index, "its count " + count + " is out of range");
    }
    return (int) count;
  }

  /** Whether there is such an accessor and it holds single numbers that are not normalised. */
  boolean isScalar(int index) {
    JsonNode accessor = document.element("accessors", index).orElse(null);
    return accessor != null
        && accessor.path("type").asString("").equals("SCALAR")
        && !accessor.path("normalized").asBoolean(false);
  }

  int components(int index) {
    String type = accessor(index).path("type").asString("");
    Integer components = COMPONENTS.get(type);
    if (components == null) {
      throw document.refuse("accessor " + index, "its type \"" + type + "\" is not one we read");
    }
    return components;
  }

  /** All components of all elements as floats; normalised integers become 0 … 1 or −1 … 1. */
  float[] floats(int index, int components, String place) {
    if (components(index) != components) {
      throw document.refuse(
          place, "accessor " + index + " must have " + components + " components");
    }
    JsonNode accessor = accessor(index);
    int type = accessor.path("componentType").asInt(0);
    boolean isNormalised = accessor.path("normalized").asBoolean(false);
    Layout layout = layout(index, accessor, components, type);
    float[] out = new float[layout.count * components];
    if (layout.bytes != null && type == FLOAT && layout.stride == components * bytesOf(type)) {
      layout.bytes.slice(layout.offset, out.length * Float.BYTES).order(layout.bytes.order()).asFloatBuffer().get(out);
    } else if (layout.bytes != null) {
      Parallel.ranges(
          layout.count, RANGE, Parallel.cores(), (from, to) -> decode(layout, from, to, components, type, isNormalised, out));
    }
    applySparse(index, accessor, components, type, isNormalised, out);
    return out;
  }

  private static void decode(
      Layout layout, int from, int to, int components, int type, boolean isNormalised, float[] out) {
    int bytes = bytesOf(type);
    for (int i = from; i < to; i++) {
      for (int k = 0; k < components; k++) {
        out[i * components + k] = component(layout.bytes, layout.at(i) + k * bytes, type, isNormalised);
      }
    }
  }

  /** Unsigned integers of an index accessor. */
  int[] indices(int index, String place) {
    JsonNode accessor = accessor(index);
    int type = accessor.path("componentType").asInt(0);
    if (components(index) != 1
        || (type != UNSIGNED_BYTE && type != UNSIGNED_SHORT && type != UNSIGNED_INT)) {
      throw document.refuse(place, "accessor " + index + " cannot hold indices");
    }
    Layout layout = layout(index, accessor, 1, type);
    int[] out = new int[layout.count];
    if (layout.bytes != null && type == UNSIGNED_INT && layout.stride == Integer.BYTES) {
      layout.bytes.slice(layout.offset, out.length * Integer.BYTES).order(layout.bytes.order()).asIntBuffer().get(out);
    } else if (layout.bytes != null) {
      for (int i = 0; i < out.length; i++) {
        out[i] = unsigned(layout.bytes, layout.at(i), type);
      }
    }
    return out;
  }

  /** Bytes of one element. */
  int elementBytes(int index) {
    return components(index) * bytesOf(index, accessor(index).path("componentType").asInt(0));
  }

  /** All elements as they are stored, one behind another, sparse ones put in. */
  byte[] raw(int index) {
    JsonNode accessor = accessor(index);
    int type = accessor.path("componentType").asInt(0);
    int size = elementBytes(index);
    Layout layout = layout(index, accessor, components(index), type);
    byte[] out = new byte[Math.multiplyExact(layout.count, size)];
    for (int i = 0; layout.bytes != null && i < layout.count; i++) {
      layout.bytes.get(layout.at(i), out, i * size, size);
    }
    JsonNode sparse = accessor.path("sparse");
    if (!sparse.isMissingNode()) {
      int count = sparse.path("count").asInt(-1);
      int indexType = sparse.path("indices").path("componentType").asInt(0);
      ByteBuffer indices = sparseBytes(index, sparse.path("indices"), count, bytesOf(index, indexType));
      ByteBuffer values = sparseBytes(index, sparse.path("values"), count, size);
      for (int i = 0; i < count; i++) {
        values.get(i * size, out, size * sparseElement(index, indices, indexType, i, layout.count), size);
      }
    }
    return out;
  }

  private int sparseElement(int index, ByteBuffer indices, int type, int i, int count) {
    int element = unsigned(indices, i * bytesOf(type), type);
    if (element < 0 || element >= count) {
      throw document.refuse("accessor " + index, "sparse index " + i + " is out of range");
    }
    return element;
  }

  /** Where the elements lie; {@code bytes} is null when the accessor has no buffer view. */
  private record Layout(ByteBuffer bytes, int offset, int stride, int count) {
    int at(int element) {
      return offset + element * stride;
    }
  }

  private Layout layout(int index, JsonNode accessor, int components, int type) {
    int count = count(index);
    if (!accessor.has("bufferView")) {
      return new Layout(null, 0, 0, count);
    }
    int view = accessor.path("bufferView").asInt(-1);
    ByteBuffer bytes = document.view(view);
    int size = components * bytesOf(index, type);
    int stride =
        document.element("bufferViews", view).orElseThrow().path("byteStride").asInt(size);
    long offset = accessor.path("byteOffset").asLong(0);
    long end = count == 0 ? offset : offset + (long) stride * (count - 1) + size;
    if (offset < 0 || stride < size || end > bytes.capacity()) {
      throw document.refuse(
          "accessor " + index,
          count + " elements reach to byte " + end + ", beyond the buffer view of "
              + bytes.capacity() + " bytes");
    }
    return new Layout(bytes, (int) offset, stride, count);
  }

  private void applySparse(
      int index,
      JsonNode accessor,
      int components,
      int type,
      boolean isNormalised,
      float[] out) {
    JsonNode sparse = accessor.path("sparse");
    if (sparse.isMissingNode()) {
      return;
    }
    int count = sparse.path("count").asInt(-1);
    int indexType = sparse.path("indices").path("componentType").asInt(0);
    ByteBuffer indices = sparseBytes(index, sparse.path("indices"), count, bytesOf(index, indexType));
    ByteBuffer values =
        sparseBytes(index, sparse.path("values"), count, components * bytesOf(index, type));
    for (int i = 0; i < count; i++) {
      int element = sparseElement(index, indices, indexType, i, out.length / components);
      for (int k = 0; k < components; k++) {
        out[element * components + k] =
            component(values, (i * components + k) * bytesOf(type), type, isNormalised);
      }
    }
  }

  private ByteBuffer sparseBytes(int index, JsonNode node, int count, int size) {
    ByteBuffer bytes = document.view(node.path("bufferView").asInt(-1));
    long offset = node.path("byteOffset").asLong(0);
    if (count < 0 || offset < 0 || offset + (long) count * size > bytes.capacity()) {
      throw document.refuse("accessor " + index, "its sparse data lies beyond the buffer view");
    }
    return bytes.slice((int) offset, count * size).order(bytes.order());
  }

  private int bytesOf(int index, int type) {
    int bytes = bytesOf(type);
    if (bytes == 0) {
      throw document.refuse("accessor " + index, "component type " + type + " does not exist");
    }
    return bytes;
  }

  private static int bytesOf(int type) {
    return switch (type) {
      case BYTE, UNSIGNED_BYTE -> 1;
      case SHORT, UNSIGNED_SHORT -> 2;
      case UNSIGNED_INT, FLOAT -> 4;
      default -> 0;
    };
  }

  private static int unsigned(ByteBuffer bytes, int at, int type) {
    return switch (type) {
      case UNSIGNED_BYTE -> bytes.get(at) & 0xFF;
      case UNSIGNED_SHORT -> bytes.getShort(at) & 0xFFFF;
      default -> bytes.getInt(at);
    };
  }

  private static float component(ByteBuffer bytes, int at, int type, boolean isNormalised) {
    switch (type) {
      case FLOAT:
        return bytes.getFloat(at);
      case BYTE:
        return isNormalised ? Math.max(bytes.get(at) / 127f, -1f) : bytes.get(at);
      case SHORT:
        return isNormalised ? Math.max(bytes.getShort(at) / 32767f, -1f) : bytes.getShort(at);
      case UNSIGNED_BYTE:
        return isNormalised ? (bytes.get(at) & 0xFF) / 255f : bytes.get(at) & 0xFF;
      case UNSIGNED_SHORT:
        return isNormalised ? (bytes.getShort(at) & 0xFFFF) / 65535f : bytes.getShort(at) & 0xFFFF;
      default:
        return Integer.toUnsignedLong(bytes.getInt(at));
    }
  }
}
