package idiotaxa.server;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Base64;
import java.util.Map;

/** Two triangles that lie on each other in their first UV set, and beside each other in their second. */
public final class TwoUvSets {
  private TwoUvSets() {}

  public static Map<String, byte[]> file() {
    float[] places = {0, 0, 0, 1, 0, 0, 1, 1, 0, 2, 0, 0, 3, 0, 0, 3, 1, 0};
    float[] tiled = {0, 0, 1, 0, 1, 1, 0, 0, 1, 0, 1, 1};
    float[] own = {0, 0, 0.4f, 0, 0.4f, 0.4f, 0.5f, 0, 0.9f, 0, 0.9f, 0.4f};
    ByteBuffer bytes = ByteBuffer.allocate(4 * (18 + 12 + 12)).order(ByteOrder.LITTLE_ENDIAN);
    for (float[] values : new float[][] {places, tiled, own}) {
      for (float value : values) {
        bytes.putFloat(value);
      }
    }
    String text =
        """
        {"asset": {"version": "2.0"}, "scenes": [{"nodes": [0]}], "nodes": [{"mesh": 0, "name": "shutters"}],
         "meshes": [{"primitives": [{"attributes": {"POSITION": 0, "TEXCOORD_0": 1, "TEXCOORD_1": 2}}]}],
         "accessors": [{"bufferView": 0, "componentType": 5126, "count": 6, "type": "VEC3"},
                       {"bufferView": 1, "componentType": 5126, "count": 6, "type": "VEC2"},
                       {"bufferView": 2, "componentType": 5126, "count": 6, "type": "VEC2"}],
         "bufferViews": [{"buffer": 0, "byteLength": 72}, {"buffer": 0, "byteOffset": 72, "byteLength": 48},
                         {"buffer": 0, "byteOffset": 120, "byteLength": 48}],
         "buffers": [{"byteLength": 168, "uri": "data:application/octet-stream;base64,%s"}]}
        """
            .formatted(Base64.getEncoder().encodeToString(bytes.array()));
    return Map.of("shutters.gltf", TestModels.bytes(text));
  }
}
