package idiotaxa.core.format;

import idiotaxa.core.mesh.Material;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;

/** Reads names and base colours of an MTL library. */
final class MtlReader {
  private MtlReader() {}

  static List<Material> read(String file, ByteBuffer bytes) {
    List<Material> out = new ArrayList<>();
    ObjLines lines = new ObjLines(file, bytes);
    while (lines.next()) {
      if (lines.keyword().equals("newmtl")) {
        out.add(Material.named(lines.rest()));
      } else if (lines.keyword().equals("Kd") && !out.isEmpty()) {
        int rgb = 0;
        for (int k = 0; k < 3; k++) {
          rgb = rgb << 8 | (int) Math.round(255 * Math.max(0, Math.min(1, lines.number())));
        }
        Material last = out.get(out.size() - 1);
        out.set(
            out.size() - 1, Material.coloured(last.name(), rgb).withTexture(last.texture()));
      } else if (lines.keyword().equals("map_Kd") && !out.isEmpty()) {
        out.set(out.size() - 1, out.get(out.size() - 1).withTexture(fileOf(lines.rest())));
      }
    }
    return out;
  }

  /** The file behind options such as {@code -s 1 1 1}. */
  private static String fileOf(String rest) {
    String[] words = rest.strip().split("\\s+");
    return rest.startsWith("-") ? words[words.length - 1] : rest.strip();
  }
}
