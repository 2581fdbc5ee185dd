package idiotaxa.receiver;

import java.io.BufferedReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** Polygons of an OBJ file, marked by their material or by the colour of their first vertex. */
final class ObjFaces {
  private ObjFaces() {}

  static MeshFaces read(Path file) throws IOException {
    MeshFaces faces = new MeshFaces();
    List<double[]> uvs = new ArrayList<>();
    List<String> colors = new ArrayList<>();
    String material = null;
    try (BufferedReader in = Files.newBufferedReader(file)) {
      for (String line = in.readLine(); line != null; line = in.readLine()) {
        String[] words = line.split(" +");
        switch (words[0]) {
          case "v" -> colors.add(words.length > 6 ? color(words) : "");
          case "vt" -> uvs.add(new double[] {Double.parseDouble(words[1]), Double.parseDouble(words[2])});
          case "usemtl" -> material = line.substring(7).strip();
          case "f" -> add(faces, words, uvs, colors, material);
          default -> {}
        }
      }
    }
    return faces;
  }

  private static String color(String[] words) {
    int rgb = 0;
    for (int k = 4; k < 7; k++) {
      rgb = rgb << 8 | (int) Math.round(255 * Double.parseDouble(words[k]));
    }
    return "#%06X".formatted(rgb);
  }

  private static void add(
      MeshFaces faces, String[] words, List<double[]> uvs, List<String> colors, String material) {
    double[] corners = new double[2 * (words.length - 1)];
    for (int c = 1; c < words.length; c++) {
      double[] uv = uvs.get(Integer.parseInt(words[c].split("/")[1]) - 1);
      corners[2 * c - 2] = uv[0];
      corners[2 * c - 1] = uv[1];
    }
    String color = colors.get(Integer.parseInt(words[1].split("/")[0]) - 1);
    faces.add(material == null ? color : material, corners);
  }
}
