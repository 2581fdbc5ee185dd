package idiotaxa.receiver;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** Polygons of a binary little-endian PLY file with s, t and colours, by its header. */
final class PlyFaces {
  private static final String END = "end_header\n";

  private PlyFaces() {}

  static MeshFaces read(Path file) throws IOException {
    byte[] bytes = Files.readAllBytes(file);
    String text = new String(bytes, 0, Math.min(bytes.length, 4096), StandardCharsets.ISO_8859_1);
    int start = text.indexOf(END) + END.length();
    List<String> properties = new ArrayList<>();
    int[] counts = new int[2];
    boolean isWide = false;
    for (String line : text.substring(0, start).split("\n")) {
      String[] words = line.split(" ");
      if (words[0].equals("element")) {
        counts[words[1].equals("vertex") ? 0 : 1] = Integer.parseInt(words[2]);
      } else if (words[0].equals("property") && words[1].equals("list")) {
        isWide = !words[2].equals("uchar");
      } else if (words[0].equals("property")) {
        properties.add(words[1] + " " + words[2]);
      }
    }
    ByteBuffer in = ByteBuffer.wrap(bytes, start, bytes.length - start).order(ByteOrder.LITTLE_ENDIAN);
    double[] uvs = new double[2 * counts[0]];
    int[] colors = new int[counts[0]];
    for (int v = 0; v < counts[0]; v++) {
      for (String property : properties) {
        double value = property.startsWith("float") ? in.getFloat() : in.get() & 0xFF;
        switch (property.substring(property.indexOf(' ') + 1)) {
          case "s" -> uvs[2 * v] = value;
          case "t" -> uvs[2 * v + 1] = value;
          case "red" -> colors[v] |= (int) value << 16;
          case "green" -> colors[v] |= (int) value << 8;
          case "blue" -> colors[v] |= (int) value;
          default -> {}
        }
      }
    }
    MeshFaces faces = new MeshFaces();
    for (int f = 0; f < counts[1]; f++) {
      int corners = isWide ? in.getInt() : in.get() & 0xFF;
      double[] of = new double[2 * corners];
      int vertex = 0;
      for (int c = 0; c < corners; c++) {
        vertex = in.getInt();
        of[2 * c] = uvs[2 * vertex];
        of[2 * c + 1] = uvs[2 * vertex + 1];
      }
      faces.add("#%06X".formatted(colors[vertex]), of);
    }
    return faces;
  }
}
