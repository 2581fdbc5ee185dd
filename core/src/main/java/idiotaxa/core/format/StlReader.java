package idiotaxa.core.format;

import com.carrotsearch.hppc.ObjectIntHashMap;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.work.Progress;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;

/**
 * Reads STL, binary and text: triangles without UVs, colours or materials, every solid a part. Corners at one place are one
 * vertex. Normals of facets are passed over, since they say no more than the corners do.
 */
final class StlReader {
  private static final int HEAD = 80;
  private static final int FACET = 50;
  private static final int FACETS_BETWEEN_QUESTIONS = 1 << 16;
  private static final String CURE = "export it again";

  private final String file;
  private final ByteBuffer bytes;
  private final Progress progress;
  private final MeshBuilder builder = new MeshBuilder();
  private final ObjectIntHashMap<Place> known = new ObjectIntHashMap<>();
  private final int[] corners = new int[3];

  /** A position, by its bits. */
  private record Place(double x, double y, double z) {}

  StlReader(String file, ByteBuffer bytes, Progress progress) {
    this.file = file;
    this.bytes = bytes.slice().order(ByteOrder.LITTLE_ENDIAN);
    this.progress = progress;
    builder.seekFrame();
  }

  Mesh read() {
    if (isBinary()) {
      readBinary();
    } else {
      readText();
    }
    return builder.build();
  }

  private String stem() {
    return file.replaceFirst("\\.[^.]*$", "");
  }

  /** A binary file may begin with the word of a text; its length tells. */
  private boolean isBinary() {
    int length = bytes.remaining();
    if (length >= HEAD + 4 && length == HEAD + 4 + FACET * (long) Integer.toUnsignedLong(bytes.getInt(HEAD))) {
      return true;
    }
    byte[] head = new byte[Math.min(5, length)];
    bytes.get(0, head);
    if (new String(head, StandardCharsets.US_ASCII).equals("solid")) {
      return false;
    }
    throw new FormatException(
        file,
        "its head",
        length < HEAD + 4
            ? "the file ends within its head"
            : "%d triangles are said, which the file's %d bytes do not hold"
                .formatted(Integer.toUnsignedLong(bytes.getInt(HEAD)), length),
        CURE);
  }

  private void readBinary() {
    int part = builder.part(stem());
    int count = (bytes.remaining() - HEAD - 4) / FACET;
    for (int t = 0; t < count; t++) {
      if (t % FACETS_BETWEEN_QUESTIONS == 0) {
        progress.checkCancelled();
      }
      int at = HEAD + 4 + FACET * t + 12;
      for (int k = 0; k < 3; k++, at += 12) {
        corners[k] = vertex(bytes.getFloat(at), bytes.getFloat(at + 4), bytes.getFloat(at + 8));
      }
      builder.polygon(part, Mesh.NO_MATERIAL, corners);
    }
  }

  private void readText() {
    ObjLines lines = new ObjLines(file, bytes);
    int part = -1;
    int corner = 0;
    int facets = 0;
    while (lines.next()) {
      switch (lines.keyword()) {
        case "solid" -> {
          String name = lines.rest();
          part = builder.part(name.isBlank() ? stem() : name);
        }
        case "outer" -> corner = 0;
        case "vertex" -> {
          int vertex = vertex(lines.number(), lines.number(), lines.number());
          if (corner > 2) {
            throw refuse(lines, "a facet has three corners");
          }
          corners[corner++] = vertex;
        }
        case "endloop" -> {
          if (corner != 3 || part < 0) {
            throw refuse(lines, "a facet has three corners");
          }
          if (facets++ % FACETS_BETWEEN_QUESTIONS == 0) {
            progress.checkCancelled();
          }
          builder.polygon(part, Mesh.NO_MATERIAL, corners);
        }
        default -> {}
      }
    }
  }

  private FormatException refuse(ObjLines lines, String problem) {
    return new FormatException(file, "line " + lines.line(), problem, CURE);
  }

  private int vertex(double x, double y, double z) {
    // Zero has two signs and is one place.
    Place place = new Place(x + 0.0, y + 0.0, z + 0.0);
    int index = known.indexOf(place);
    if (index >= 0) {
      return known.indexGet(index);
    }
    int vertex = builder.vertex(x, y, z);
    known.indexInsert(index, place, vertex);
    return vertex;
  }
}
