package idiotaxa.core.format;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Set;
import org.lwjgl.util.meshoptimizer.MeshOptimizer;
import tools.jackson.databind.JsonNode;

/** Unpacks buffer views of {@code EXT_meshopt_compression} with the format's reference decoder. */
final class GltfMeshopt {
  static final String NAME = "EXT_meshopt_compression";

  /** The codec packs blocks of zeros well, but no model more than so many times. */
  private static final Set<String> MODES = Set.of("ATTRIBUTES", "TRIANGLES", "INDICES");
  private static final long MOST_RATIO = 4096;

  private static final int MOST_BYTES = 1 << 30;
  private static final int MAX_STRIDE = 256;

  private final GltfDocument document;
  private final String place;

  private GltfMeshopt(GltfDocument document, String place) {
    this.document = document;
    this.place = place;
  }

  /** Whether a buffer view is packed. */
  static boolean isPacked(JsonNode view) {
    return view.path("extensions").has(NAME);
  }

  /**
   * @param view a packed buffer view
   * @return its bytes unpacked, little endian
   */
  static ByteBuffer unpack(GltfDocument document, String place, JsonNode view) {
    return new GltfMeshopt(document, place).unpack(view.path("extensions").path(NAME));
  }

  private ByteBuffer unpack(JsonNode packed) {
    int count = packed.path("count").asInt(-1);
    int stride = packed.path("byteStride").asInt(-1);
    String mode = packed.path("mode").asString("");
    String filter = packed.path("filter").asString("NONE");
    if (!MODES.contains(mode)) {
      throw document.refuse(place, "there is no compression mode \"" + mode + "\"");
    }
    boolean isIndices = !mode.equals("ATTRIBUTES");
    boolean fits =
        isIndices ? stride == 2 || stride == 4 : stride > 0 && stride <= MAX_STRIDE && stride % 4 == 0;
    if (count < 0 || !fits || (mode.equals("TRIANGLES") && count % 3 != 0)) {
      throw document.refuse(place, "its compression has a count or stride that cannot be");
    }
    ByteBuffer source =
        document.slice(
            place,
            packed.path("buffer").asInt(-1),
            packed.path("byteOffset").asLong(0),
            packed.path("byteLength").asLong(-1));
    long bytes = (long) count * stride;
    if (bytes > MOST_BYTES || bytes > MOST_RATIO * Math.max(1, source.remaining())) {
      throw document.refuse(place, source.remaining() + " bytes cannot hold " + bytes);
    }
    // The decoder works on memory outside of the heap.
    ByteBuffer direct = ByteBuffer.allocateDirect(source.remaining()).put(source).flip();
    ByteBuffer out = ByteBuffer.allocateDirect((int) bytes);
    int problem = decode(mode, out, count, stride, direct);
    if (problem != 0) {
      throw document.refuse(place, "its compressed data is damaged");
    }
    unfilter(filter, out, count, stride);
    return out.order(ByteOrder.LITTLE_ENDIAN);
  }

  private int decode(String mode, ByteBuffer out, int count, int stride, ByteBuffer packed) {
    return switch (mode) {
      case "ATTRIBUTES" -> MeshOptimizer.meshopt_decodeVertexBuffer(out, count, stride, packed);
      case "TRIANGLES" -> MeshOptimizer.meshopt_decodeIndexBuffer(out, count, stride, packed);
      default -> MeshOptimizer.meshopt_decodeIndexSequence(out, count, stride, packed);
    };
  }

  private void unfilter(String filter, ByteBuffer out, int count, int stride) {
    boolean isWide = stride == 4 || stride == 8;
    if (!filter.equals("NONE") && !filter.equals("EXPONENTIAL") && !isWide) {
      throw document.refuse(place, "its filter " + filter + " does not go with its stride");
    }
    switch (filter) {
      case "NONE" -> {}
      case "OCTAHEDRAL" -> MeshOptimizer.meshopt_decodeFilterOct(out, count, stride);
      case "QUATERNION" -> {
        if (stride != 8) {
          throw document.refuse(place, "its filter QUATERNION needs a stride of 8 bytes");
        }
        MeshOptimizer.meshopt_decodeFilterQuat(out, count, stride);
      }
      case "EXPONENTIAL" -> MeshOptimizer.meshopt_decodeFilterExp(out, count, stride);
      default -> throw document.refuse(place, "there is no filter \"" + filter + "\"");
    }
  }
}
