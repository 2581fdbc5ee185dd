package idiotaxa.server.api;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.server.service.MeshCache.CachedMesh;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * A mesh for the stage in one little-endian buffer: the length of a JSON head in bytes (unsigned 32
 * bit), the head padded to four bytes, then arrays of 32-bit values one after another. The head has
 * the part names and, for each array, its name, type ({@code f32} or {@code u32}) and length.
 *
 * <p>Arrays: {@code positions} xyz per vertex; {@code triangles} three vertices each; {@code faces}
 * face of each triangle; {@code parts} and {@code pieces} of each face; and where the mesh has them
 * {@code uvs} (two) and {@code colors} (0xAARRGGBB) per triangle corner.
 */
final class GeometryBuffer {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private GeometryBuffer() {}

  static byte[] of(CachedMesh cached) {
    Mesh mesh = cached.mesh();
    int corners = 3 * mesh.triangleCount();
    ObjectNode head = JSON.createObjectNode();
    ArrayNode names = head.putArray("partNames");
    mesh.parts().forEach(p -> names.add(p.name()));
    ArrayNode arrays = head.putArray("arrays");
    long values = 0;
    values += declare(arrays, "positions", "f32", mesh.positions().length);
    values += declare(arrays, "triangles", "u32", corners);
    values += declare(arrays, "faces", "u32", mesh.triangleCount());
    values += declare(arrays, "parts", "u32", mesh.faceCount());
    values += declare(arrays, "pieces", "u32", mesh.faceCount());
    values += mesh.hasUvs() ? declare(arrays, "uvs", "f32", 2 * corners) : 0;
    values += mesh.hasColors() ? declare(arrays, "colors", "u32", corners) : 0;
    byte[] text = JSON.writeValueAsString(head).getBytes(StandardCharsets.UTF_8);
    int padded = (text.length + 3) & ~3;
    ByteBuffer out =
        ByteBuffer.allocate(Math.toIntExact(4 + padded + 4 * values))
            .order(ByteOrder.LITTLE_ENDIAN);
    out.putInt(padded).put(text);
    for (int i = text.length; i < padded; i++) {
      out.put((byte) ' ');
    }
    fill(out, cached);
    return out.array();
  }

  private static long declare(ArrayNode arrays, String name, String type, int length) {
    arrays.addObject().put("name", name).put("type", type).put("length", length);
    return length;
  }

  private static void fill(ByteBuffer out, CachedMesh cached) {
    Mesh mesh = cached.mesh();
    for (float value : mesh.positions()) {
      out.putFloat(value);
    }
    for (int t = 0; t < mesh.triangleCount(); t++) {
      for (int k = 0; k < 3; k++) {
        out.putInt(mesh.triangleVertex(t, k));
      }
    }
    for (int t = 0; t < mesh.triangleCount(); t++) {
      out.putInt(mesh.triangleFace(t));
    }
    for (int part : mesh.facePart()) {
      out.putInt(part);
    }
    for (int piece : cached.pieces().ofFace()) {
      out.putInt(piece);
    }
    for (int i = 0; mesh.hasUvs() && i < 3 * mesh.triangleCount(); i++) {
      int corner = mesh.triangleCorner(i / 3, i % 3);
      out.putFloat(mesh.cornerUv()[2 * corner]).putFloat(mesh.cornerUv()[2 * corner + 1]);
    }
    for (int i = 0; mesh.hasColors() && i < 3 * mesh.triangleCount(); i++) {
      out.putInt(mesh.cornerColor()[mesh.triangleCorner(i / 3, i % 3)]);
    }
  }
}
