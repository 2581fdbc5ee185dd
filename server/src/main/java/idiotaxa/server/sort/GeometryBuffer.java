package idiotaxa.server.sort;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.server.asset.CachedMesh;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.function.IntConsumer;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * A mesh for the stage in one little-endian buffer: the length of a JSON head in bytes (unsigned 32
 * bit), the head padded to four bytes, then arrays of 32-bit values one after another. The head has
 * the part names and, for each array, its name, type ({@code f32} or {@code u32}) and length.
 *
 * <p>Arrays: {@code positions} xyz per vertex; {@code triangles} three vertices each; {@code faces}
 * face of each triangle; {@code parts}, {@code pieces} and {@code areas} (square metres) of each face;
 * and where the mesh has them, per triangle corner, {@code uvs} (two), {@code colors} (0xAARRGGBB)
 * and {@code normals} (x in the lowest byte, y, z, as signed 127ths).
 */
final class GeometryBuffer {
  private static final int STRETCH_BYTES = 1 << 16;
  private static final int LARGEST_ELEMENT_BYTES = 8;
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final Mesh mesh;
  private final List<Section> sections = new ArrayList<>();
  private ByteBuffer out;

  /** An array that is filled element by element, {@code perElement} values each. */
  private record Section(String name, String type, int elements, int perElement, IntConsumer put) {
    int length() {
      return elements * perElement;
    }
  }

  private GeometryBuffer(CachedMesh cached) {
    mesh = cached.mesh();
    int triangles = mesh.triangleCount();
    int corners = 3 * triangles;
    double[] areas = cached.areas();
    floats("positions", mesh.positions().length, 1, i -> out.putFloat(mesh.positions()[i]));
    ints("triangles", corners, i -> out.putInt(mesh.triangleVertex(i / 3, i % 3)));
    ints("faces", triangles, t -> out.putInt(mesh.triangleFace(t)));
    ints("parts", mesh.faceCount(), f -> out.putInt(mesh.facePart()[f]));
    ints("pieces", mesh.faceCount(), f -> out.putInt(cached.pieces().ofFace()[f]));
    floats("areas", mesh.faceCount(), 1, f -> out.putFloat((float) areas[f]));
    if (mesh.hasUvs()) {
      floats("uvs", corners, 2, this::putUv);
    }
    if (mesh.hasColors()) {
      ints("colors", corners, i -> out.putInt(mesh.cornerColor()[corner(i)]));
    }
    if (mesh.cornerNormal() != null) {
      ints("normals", corners, i -> out.putInt(packedNormal(corner(i))));
    }
  }

  /** The buffer of a mesh; nothing of it is made before it is written. */
  static GeometryBuffer of(CachedMesh cached) {
    return new GeometryBuffer(cached);
  }

  private void floats(String name, int elements, int perElement, IntConsumer put) {
    sections.add(new Section(name, "f32", elements, perElement, put));
  }

  private void ints(String name, int elements, IntConsumer put) {
    sections.add(new Section(name, "u32", elements, 1, put));
  }

  /** Writes the whole, a stretch at a time: a mesh of millions is held once, not twice. */
  void writeTo(OutputStream to) throws IOException {
    byte[] head = head();
    int padded = (head.length + 3) & ~3;
    out = ByteBuffer.allocate(STRETCH_BYTES).order(ByteOrder.LITTLE_ENDIAN);
    out.putInt(padded);
    flush(to);
    to.write(head);
    to.write("   ".getBytes(StandardCharsets.US_ASCII), 0, padded - head.length);
    for (Section section : sections) {
      for (int i = 0; i < section.elements(); i++) {
        section.put().accept(i);
        if (out.remaining() < LARGEST_ELEMENT_BYTES) {
          flush(to);
        }
      }
    }
    flush(to);
  }

  private void flush(OutputStream to) throws IOException {
    to.write(out.array(), 0, out.position());
    out.clear();
  }

  private byte[] head() {
    ObjectNode head = JSON.createObjectNode();
    ArrayNode names = head.putArray("partNames");
    mesh.parts().forEach(p -> names.add(p.name()));
    ArrayNode arrays = head.putArray("arrays");
    for (Section s : sections) {
      arrays.addObject().put("name", s.name()).put("type", s.type()).put("length", s.length());
    }
    return JSON.writeValueAsString(head).getBytes(StandardCharsets.UTF_8);
  }

  private int corner(int triangleCorner) {
    return mesh.triangleCorner(triangleCorner / 3, triangleCorner % 3);
  }

  private void putUv(int triangleCorner) {
    int at = 2 * corner(triangleCorner);
    out.putFloat(mesh.cornerUv()[at]).putFloat(mesh.cornerUv()[at + 1]);
  }

  private int packedNormal(int corner) {
    int packed = 0;
    for (int k = 0; k < 3; k++) {
      int value = Math.round(127 * mesh.cornerNormal()[3 * corner + k]);
      packed |= (value & 0xFF) << 8 * k;
    }
    return packed;
  }
}
