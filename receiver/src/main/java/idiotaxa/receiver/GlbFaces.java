package idiotaxa.receiver;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Triangles of a binary glTF file with float UVs and 16-bit colours, by the standard. */
final class GlbFaces {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final int SHORT = 5123;

  private final JsonNode root;
  private final ByteBuffer binary;
  private final MeshFaces faces = new MeshFaces();

  private GlbFaces(JsonNode root, ByteBuffer binary) {
    this.root = root;
    this.binary = binary;
  }

  static MeshFaces read(Path file) throws IOException {
    ByteBuffer bytes = ByteBuffer.wrap(Files.readAllBytes(file)).order(ByteOrder.LITTLE_ENDIAN);
    int length = bytes.getInt(12);
    String text = new String(bytes.array(), 20, length, StandardCharsets.UTF_8);
    ByteBuffer binary = bytes.slice(28 + length, bytes.capacity() - 28 - length);
    GlbFaces reader = new GlbFaces(JSON.readTree(text), binary.order(ByteOrder.LITTLE_ENDIAN));
    reader.root.path("meshes").forEach(m -> m.path("primitives").forEach(reader::add));
    return reader.faces;
  }

  private void add(JsonNode primitive) {
    JsonNode attributes = primitive.path("attributes");
    JsonNode uv = accessor(attributes.path("TEXCOORD_0"));
    JsonNode indices = accessor(primitive.path("indices"));
    boolean isShort = indices.path("componentType").asInt() == SHORT;
    String material =
        root.path("materials").path(primitive.path("material").asInt(-1)).path("name").asString("");
    for (int i = 0; i < indices.path("count").asInt(); i += 3) {
      double[] uvs = new double[6];
      int corner = 0;
      for (int k = 0; k < 3; k++) {
        int at = start(indices) + (isShort ? 2 : 4) * (i + k);
        corner = isShort ? binary.getShort(at) & 0xFFFF : binary.getInt(at);
        uvs[2 * k] = binary.getFloat(start(uv) + 8 * corner);
        uvs[2 * k + 1] = 1 - binary.getFloat(start(uv) + 8 * corner + 4);
      }
      faces.add(attributes.has("COLOR_0") ? color(attributes, corner) : material, uvs);
    }
  }

  /** sRGB of a linear colour of 16 bits a channel. */
  private String color(JsonNode attributes, int corner) {
    int at = start(accessor(attributes.path("COLOR_0"))) + 8 * corner;
    double[] linear = new double[3];
    for (int k = 0; k < 3; k++) {
      linear[k] = (binary.getShort(at + 2 * k) & 0xFFFF) / 65535.0;
    }
    return LinearColors.hex(linear, 0);
  }

  private JsonNode accessor(JsonNode index) {
    return root.path("accessors").path(index.asInt(-1));
  }

  private int start(JsonNode accessor) {
    return root.path("bufferViews").path(accessor.path("bufferView").asInt()).path("byteOffset").asInt(0)
        + accessor.path("byteOffset").asInt(0);
  }
}
