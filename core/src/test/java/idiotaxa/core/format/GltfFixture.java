package idiotaxa.core.format;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;

/** Writes small glTF files piece by piece: bytes, views, accessors, and the JSON around them. */
final class GltfFixture {
  static final int BYTE = 5120;
  static final int UNSIGNED_BYTE = 5121;
  static final int UNSIGNED_SHORT = 5123;
  static final int UNSIGNED_INT = 5125;
  static final int FLOAT = 5126;

  private final ByteBuffer bytes = ByteBuffer.allocate(1 << 16).order(ByteOrder.LITTLE_ENDIAN);
  private final List<String> views = new ArrayList<>();
  private final List<String> accessors = new ArrayList<>();
  private int viewStart;

  ByteBuffer bytes() {
    return bytes;
  }

  GltfFixture floats(double... values) {
    for (double v : values) {
      bytes.putFloat((float) v);
    }
    return this;
  }

  GltfFixture shorts(int... values) {
    for (int v : values) {
      bytes.putShort((short) v);
    }
    return this;
  }

  GltfFixture octets(int... values) {
    for (int v : values) {
      bytes.put((byte) v);
    }
    return this;
  }

  GltfFixture ints(int... values) {
    for (int v : values) {
      bytes.putInt(v);
    }
    return this;
  }

  /** Ends a buffer view over everything since the last one; {@code extra} is further JSON. */
  int view(String extra) {
    views.add(
        "{\"buffer\": 0, \"byteOffset\": %d, \"byteLength\": %d%s}"
            .formatted(viewStart, bytes.position() - viewStart, extra));
    viewStart = bytes.position();
    return views.size() - 1;
  }

  int accessor(int view, int componentType, int count, String type, String extra) {
    accessors.add(
        "{\"bufferView\": %d, \"componentType\": %d, \"count\": %d, \"type\": \"%s\"%s}"
            .formatted(view, componentType, count, type, extra));
    return accessors.size() - 1;
  }

  /** Positions as plain floats. */
  int positions(double... xyz) {
    floats(xyz);
    return accessor(view(""), FLOAT, xyz.length / 3, "VEC3", "");
  }

  /** One mesh under one node. */
  String json(String primitive, String extra) {
    return json(
        primitive, "\"scenes\": [{\"nodes\": [0]}], \"nodes\": [{\"mesh\": 0, \"name\": \"n\"}]", extra);
  }

  String json(String primitive, String scene, String extra) {
    byte[] data = new byte[bytes.position()];
    bytes.get(0, data);
    return """
        {"asset": {"version": "2.0"}, %s %s,
         "meshes": [{"name": "m", "primitives": [{%s}]}],
         "accessors": [%s],
         "bufferViews": [%s],
         "buffers": [{"byteLength": %d, "uri": "data:application/octet-stream;base64,%s"}]}
        """
        .formatted(
            extra.isEmpty() ? "" : extra + ",",
            scene,
            primitive,
            String.join(", ", accessors),
            String.join(", ", views),
            data.length,
            Base64.getEncoder().encodeToString(data));
  }
}
