package idiotaxa.core.format;

import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.TextureWrap;
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
        Material coloured = Material.coloured(last.name(), rgb);
        out.set(out.size() - 1, coloured.withTexture(last.texture(), last.wrapU(), last.wrapV()));
      } else if (lines.keyword().equals("map_Kd") && !out.isEmpty()) {
        String rest = lines.rest();
        TextureWrap wrap = rest.matches("-(.*\\s-)?clamp\\s+on\\s.*") ? TextureWrap.CLAMP : TextureWrap.REPEAT;
        out.set(out.size() - 1, out.get(out.size() - 1).withTexture(fileOf(rest), wrap, wrap));
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
