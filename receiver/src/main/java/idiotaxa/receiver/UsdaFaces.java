package idiotaxa.receiver;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Polygons of an OpenUSD text file, marked by the subset of the family materialBind that they are in, or by
 * the display colour of their first corner.
 */
final class UsdaFaces {
  private static final Pattern SUBSET = Pattern.compile("def GeomSubset \"([^\"]+)\"");
  private static final Pattern ARRAY = Pattern.compile("^\\s*\\S+\\[\\] (\\S+) = \\[(.*)\\]");

  private final MeshFaces faces = new MeshFaces();
  private int[] counts = new int[0];
  private double[] uvs = new double[0];
  private double[] colors = new double[0];
  private String[] marks = new String[0];
  private String subset;

  private UsdaFaces() {}

  static MeshFaces read(Path file) throws IOException {
    UsdaFaces reader = new UsdaFaces();
    for (String line : Files.readAllLines(file)) {
      reader.take(line);
    }
    reader.finish();
    return reader.faces;
  }

  private void take(String line) {
    Matcher found = SUBSET.matcher(line);
    if (line.contains("def Mesh ")) {
      finish();
    } else if (found.find()) {
      subset = found.group(1);
    } else if ((found = ARRAY.matcher(line)).find()) {
      double[] values = numbers(found.group(2));
      switch (found.group(1)) {
        case "faceVertexCounts" -> {
          counts = Arrays.stream(values).mapToInt(v -> (int) v).toArray();
          marks = new String[counts.length];
        }
        case "primvars:st" -> uvs = values;
        case "primvars:displayColor" -> colors = values;
        case "indices" -> Arrays.stream(values).forEach(f -> marks[(int) f] = subset);
        default -> {}
      }
    }
  }

  private static double[] numbers(String text) {
    return Arrays.stream(text.replaceAll("[() ]", "").split(","))
        .filter(word -> !word.isEmpty())
        .mapToDouble(Double::parseDouble)
        .toArray();
  }

  /** UVs are of corners, in the order of the faces. */
  private void finish() {
    int corner = 0;
    for (int f = 0; f < counts.length; f++) {
      double[] of = Arrays.copyOfRange(uvs, 2 * corner, 2 * (corner + counts[f]));
      faces.add(marks[f] != null ? marks[f] : color(corner), of);
      corner += counts[f];
    }
    counts = new int[0];
    colors = new double[0];
  }

  private String color(int corner) {
    return colors.length == 0 ? "" : LinearColors.hex(colors, 3 * corner);
  }
}
