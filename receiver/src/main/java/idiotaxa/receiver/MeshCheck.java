package idiotaxa.receiver;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** Compares the groups of a mesh's faces with the ID map where the middles of the faces lie. */
final class MeshCheck {
  private final PackageImages images;
  private final JsonNode manifest;
  private final Map<String, String> colorOfMark = new HashMap<>();

  MeshCheck(PackageImages images, JsonNode manifest) {
    this.images = images;
    this.manifest = manifest;
  }

  Receipt.MeshReceipt check(JsonNode entry, Path file) throws IOException {
    String path = entry.path("file").asString();
    String carries = entry.path("carries").asString();
    // An original may lie in any way that its format allows; comparing it is left to whoever asked for it.
    if (carries.equals("nothing") || entry.path("of").asString("").equals("original")) {
      return new Receipt.MeshReceipt(path, carries, 0, 0, 0);
    }
    colorOfMark.clear();
    for (JsonNode group : manifest.path("groups")) {
      String color = group.path("color").asString();
      colorOfMark.put(color, color);
      for (JsonNode material : entry.path("materials")) {
        if (material.path("group").asInt() == group.path("number").asInt()) {
          colorOfMark.put(material.path("name").asString(), color);
        }
      }
    }
    return compare(path, carries, read(path, file));
  }

  private static MeshFaces read(String path, Path file) throws IOException {
    String ending = path.substring(path.lastIndexOf('.') + 1);
    try {
      return switch (ending) {
        case "glb" -> GlbFaces.read(file);
        case "obj" -> ObjFaces.read(file);
        case "ply" -> PlyFaces.read(file);
        case "usda" -> UsdaFaces.read(file);
        default -> throw new PackageException(path + " is a mesh of a format that is not known");
      };
    } catch (IndexOutOfBoundsException | NumberFormatException e) {
      throw new PackageException(path + " cannot be read as a mesh: " + e.getMessage());
    }
  }

  private Receipt.MeshReceipt compare(String path, String carries, MeshFaces faces)
      throws IOException {
    long beside = 0;
    long differing = 0;
    for (int f = 0; f < faces.count(); f++) {
      String found = colorAt(faces.middle(f));
      if (found == null) {
        beside++;
      } else if (!found.equals(colorOfMark.getOrDefault(faces.mark(f), "#000000"))) {
        differing++;
      }
    }
    return new Receipt.MeshReceipt(path, carries, faces.count(), differing, beside);
  }

  /** The ID colour at a place of UV space; null where no sheet with an ID map lies. */
  private String colorAt(double[] uv) throws IOException {
    JsonNode sheet = sheetAt(uv);
    if (sheet == null || !sheet.has("idMap")) {
      return null;
    }
    BufferedImage map = images.read(sheet.path("idMap").asString());
    double u = uv[0] - Math.floor(uv[0]);
    double v = uv[1] - Math.floor(uv[1]);
    int x = Math.min(map.getWidth() - 1, (int) (u * map.getWidth()));
    int y = Math.min(map.getHeight() - 1, (int) ((1 - v) * map.getHeight()));
    return "#%06X".formatted(map.getRGB(x, Math.max(0, y)) & 0xFFFFFF);
  }

  /** By UDIM tile; the only sheet where there is one. Which of several named sheets it is nobody says. */
  private JsonNode sheetAt(double[] uv) {
    JsonNode sheets = manifest.path("sheets");
    if (sheets.size() == 1) {
      return sheets.get(0);
    }
    int tile = 1001 + (int) Math.floor(uv[0]) + 10 * (int) Math.floor(uv[1]);
    for (JsonNode sheet : sheets) {
      if (sheet.path("name").asString().equals(Integer.toString(tile))) {
        return sheet;
      }
    }
    return null;
  }
}
