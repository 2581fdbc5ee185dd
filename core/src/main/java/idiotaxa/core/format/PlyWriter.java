package idiotaxa.core.format;

import idiotaxa.core.mesh.Frame;
import idiotaxa.core.mesh.Mesh;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.List;

/**
 * Writes a mesh as binary little-endian PLY with its polygons, UVs (s, t) and vertex colours. PLY
 * knows no parts and materials: they are lost. In the unit and axes that it was read in, at its place.
 */
public final class PlyWriter {
  /** Corners that a byte can count; where a polygon has more, all counts take four. */
  private static final int MAX_BYTE_ARITY = 255;

  private PlyWriter() {}

  public static void write(Mesh mesh, OutputStream out) throws IOException {
    VertexTable table = new VertexTable(mesh);
    int[] vertexOfCorner = new int[mesh.cornerCount()];
    for (int c = 0; c < vertexOfCorner.length; c++) {
      vertexOfCorner[c] = table.add(c);
    }
    BufferedOutputStream buffered = new BufferedOutputStream(out, 1 << 16);
    buffered.write(header(mesh, table.size()).getBytes(StandardCharsets.US_ASCII));
    writeVertices(mesh, table, buffered);
    writeFaces(mesh, vertexOfCorner, buffered);
    buffered.flush();
  }

  private static String header(Mesh mesh, int vertices) {
    StringBuilder text = new StringBuilder("ply\nformat binary_little_endian 1.0\n");
    text.append("element vertex ").append(vertices).append('\n');
    String type = mesh.frame().isFar() ? "double" : "float";
    for (String axis : List.of("x", "y", "z")) {
      text.append("property ").append(type).append(' ').append(axis).append('\n');
    }
    if (mesh.hasUvs()) {
      text.append("property float s\nproperty float t\n");
    }
    if (mesh.hasColors()) {
      text.append("property uchar red\nproperty uchar green\nproperty uchar blue\n");
      text.append("property uchar alpha\n");
    }
    text.append("element face ").append(mesh.faceCount()).append('\n');
    text.append("property list ").append(isWide(mesh) ? "uint" : "uchar");
    return text.append(" int vertex_indices\nend_header\n").toString();
  }

  private static void writeVertices(Mesh mesh, VertexTable table, OutputStream out)
      throws IOException {
    ByteBuffer row = ByteBuffer.allocate(48).order(ByteOrder.LITTLE_ENDIAN);
    Frame frame = mesh.frame();
    double[] place = new double[3];
    for (int v = 0; v < table.size(); v++) {
      int corner = table.corner(v);
      int vertex = mesh.cornerVertex()[corner];
      row.clear();
      frame.toFile(mesh.positions(), 3 * vertex, place);
      for (int k = 0; k < 3; k++) {
        if (frame.isFar()) {
          row.putDouble(place[k]);
        } else {
          row.putFloat((float) place[k]);
        }
      }
      if (mesh.hasUvs()) {
        row.putFloat(Numbers.orZero(mesh.cornerUv()[2 * corner]))
            .putFloat(Numbers.orZero(mesh.cornerUv()[2 * corner + 1]));
      }
      if (mesh.hasColors()) {
        int argb = mesh.cornerColor()[corner];
        row.put((byte) (argb >> 16)).put((byte) (argb >> 8)).put((byte) argb);
        row.put((byte) (argb >>> 24));
      }
      out.write(row.array(), 0, row.position());
    }
  }

  private static void writeFaces(Mesh mesh, int[] vertexOfCorner, OutputStream out)
      throws IOException {
    boolean isWide = isWide(mesh);
    ByteBuffer row = ByteBuffer.allocate(4 + 4 * mostCorners(mesh)).order(ByteOrder.LITTLE_ENDIAN);
    for (int f = 0; f < mesh.faceCount(); f++) {
      int from = mesh.faceStart()[f];
      int to = mesh.faceStart()[f + 1];
      row.clear();
      if (isWide) {
        row.putInt(to - from);
      } else {
        row.put((byte) (to - from));
      }
      for (int c = from; c < to; c++) {
        row.putInt(vertexOfCorner[c]);
      }
      out.write(row.array(), 0, row.position());
    }
  }

  private static boolean isWide(Mesh mesh) {
    return mostCorners(mesh) > MAX_BYTE_ARITY;
  }

  private static int mostCorners(Mesh mesh) {
    int most = 0;
    for (int f = 0; f < mesh.faceCount(); f++) {
      most = Math.max(most, mesh.faceStart()[f + 1] - mesh.faceStart()[f]);
    }
    return most;
  }
}
