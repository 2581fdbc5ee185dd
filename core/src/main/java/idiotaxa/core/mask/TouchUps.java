package idiotaxa.core.mask;

import idiotaxa.core.map.SheetMaps;
import java.util.BitSet;
import java.util.HashSet;
import java.util.List;
import java.util.ArrayList;
import java.util.Set;

/** Finds the texels of touch-ups on a map, whatever its size, and makes touch-ups of places. */
public final class TouchUps {
  private TouchUps() {}

  /**
   * The connected region of the crisp map at a place, as it is now.
   *
   * @param u 0 … 1 of the sheet
   * @param v upwards
   * @throws IllegalArgumentException when nothing is covered there
   */
  public static TouchUp region(MaskSheet sheet, String layout, double u, double v, int group) {
    int texel = texelAt(sheet, u, v);
    Regions regions = new Regions(sheet.maps(), sheet.islands());
    int run = texel < 0 ? -1 : regions.runAt(texel);
    if (run < 0) {
      throw new IllegalArgumentException("there is nothing of the target at this place of the sheet");
    }
    BitSet texels = regions.texelsOf(regions.regionOf(run));
    List<Integer> runs = new ArrayList<>();
    int width = sheet.maps().width();
    for (int from = texels.nextSetBit(0); from >= 0; ) {
      int to = Math.min(texels.nextClearBit(from), (from / width + 1) * width);
      runs.add(from);
      runs.add(to);
      from = texels.nextSetBit(to);
    }
    return new TouchUp(
        sheet.name(), layout, TouchUp.Kind.REGION, group, List.of(u, v), 0, width, runs);
  }

  /** Gives the texels of a touch-up away; nothing happens where it lies beside the target. */
  static SheetMaps apply(SheetMaps maps, MaskSheet sheet, TouchUp touchUp) {
    BitSet texels = texels(sheet, touchUp);
    if (texels.isEmpty()) {
      return maps;
    }
    MapGiver giver = new MapGiver(maps);
    if (touchUp.kind() == TouchUp.Kind.REGION) {
      int from = maps.groups()[texels.nextSetBit(0)];
      giver.giveRegion(texels, from, touchUp.group(), sheet.islands());
    } else {
      giver.give(texels::get, MapGiver.ANY, touchUp.group());
    }
    return giver.maps();
  }

  /** Covered texels of a touch-up. */
  public static BitSet texels(MaskSheet sheet, TouchUp touchUp) {
    return switch (touchUp.kind()) {
      case REGION -> ofRuns(sheet, touchUp);
      case ISLAND -> ofIsland(sheet, touchUp);
      case TRIANGLE -> ofTriangle(sheet, touchUp);
      case STROKE -> ofStroke(sheet, touchUp);
    };
  }

  private static int texelAt(MaskSheet sheet, double u, double v) {
    int width = sheet.maps().width();
    int height = sheet.maps().height();
    int x = (int) Math.floor(u * width);
    int y = (int) Math.floor((1 - v) * height);
    return x < 0 || y < 0 || x >= width || y >= height ? -1 : y * width + x;
  }

  private static int texelAt(MaskSheet sheet, TouchUp touchUp) {
    return texelAt(sheet, touchUp.path().get(0), touchUp.path().get(1));
  }

  /** Every texel whose centre lies in a texel of the region as it was seen. */
  private static BitSet ofRuns(MaskSheet sheet, TouchUp touchUp) {
    int size = touchUp.size();
    int width = sheet.maps().width();
    int height = sheet.maps().height();
    BitSet seen = new BitSet();
    List<Integer> runs = touchUp.runs();
    for (int r = 0; r < runs.size(); r += 2) {
      seen.set(runs.get(r), runs.get(r + 1));
    }
    BitSet texels = new BitSet();
    for (int y = 0; y < height; y++) {
      int fromRow = (int) ((2L * y + 1) * size / (2L * height)) * size;
      int next = seen.nextSetBit(fromRow);
      if (next < 0 || next >= fromRow + size) {
        continue;
      }
      for (int x = 0; x < width; x++) {
        int texel = y * width + x;
        if (seen.get(fromRow + (int) ((2L * x + 1) * size / (2L * width)))
            && sheet.islands().labels()[texel] != TexelIslands.NONE) {
          texels.set(texel);
        }
      }
    }
    return texels;
  }

  private static BitSet ofIsland(MaskSheet sheet, TouchUp touchUp) {
    BitSet texels = new BitSet();
    int texel = texelAt(sheet, touchUp);
    char[] labels = sheet.islands().labels();
    char label = texel < 0 ? TexelIslands.NONE : labels[texel];
    for (int i = 0; label != TexelIslands.NONE && i < labels.length; i++) {
      if (labels[i] == label) {
        texels.set(i);
      }
    }
    return texels;
  }

  private static BitSet ofTriangle(MaskSheet sheet, TouchUp touchUp) {
    BitSet texels = new BitSet();
    if (sheet.points() == null) {
      return texels;
    }
    int wanted = sheet.points().triangleAt(touchUp.path().get(0), touchUp.path().get(1));
    if (wanted >= 0) {
      sheet
          .points()
          .visit(
              sheet.maps().groups(),
              1,
              worker ->
                  (texel, triangle) -> {
                    if (triangle == wanted) {
                      texels.set(texel);
                    }
                  });
    }
    return texels;
  }

  /** Texels whose centres lie within half the width of the line. */
  private static BitSet ofStroke(MaskSheet sheet, TouchUp touchUp) {
    int width = sheet.maps().width();
    int height = sheet.maps().height();
    char[] labels = sheet.islands().labels();
    double radius = touchUp.width() * width / 2;
    BitSet near = new BitSet();
    Set<Character> islands = new HashSet<>();
    List<Double> path = touchUp.path();
    for (int p = 0; p < path.size(); p += 2) {
      int q = Math.min(p + 2, path.size() - 2);
      double ax = path.get(p) * width;
      double ay = (1 - path.get(p + 1)) * height;
      double bx = path.get(q) * width;
      double by = (1 - path.get(q + 1)) * height;
      drawPiece(near, width, height, new double[] {ax, ay, bx, by}, radius);
      double length = Math.hypot(bx - ax, by - ay);
      for (double at = 0; at <= length; at += 0.5) {
        double share = length == 0 ? 0 : at / length;
        int texel =
            texelAt(sheet, (ax + share * (bx - ax)) / width, 1 - (ay + share * (by - ay)) / height);
        if (texel >= 0) {
          islands.add(labels[texel]);
        }
      }
    }
    BitSet texels = new BitSet();
    for (int i = near.nextSetBit(0); i >= 0; i = near.nextSetBit(i + 1)) {
      if (labels[i] != TexelIslands.NONE && islands.contains(labels[i])) {
        texels.set(i);
      }
    }
    return texels;
  }

  private static void drawPiece(BitSet near, int width, int height, double[] line, double radius) {
    double dx = line[2] - line[0];
    double dy = line[3] - line[1];
    double lengthSq = dx * dx + dy * dy;
    int fromY = (int) Math.max(0, Math.floor(Math.min(line[1], line[3]) - radius));
    int toY = (int) Math.min(height - 1.0, Math.ceil(Math.max(line[1], line[3]) + radius));
    int fromX = (int) Math.max(0, Math.floor(Math.min(line[0], line[2]) - radius));
    int toX = (int) Math.min(width - 1.0, Math.ceil(Math.max(line[0], line[2]) + radius));
    for (int y = fromY; y <= toY; y++) {
      for (int x = fromX; x <= toX; x++) {
        double px = x + 0.5 - line[0];
        double py = y + 0.5 - line[1];
        double share =
            lengthSq == 0 ? 0 : Math.max(0, Math.min(1, (px * dx + py * dy) / lengthSq));
        if (Math.hypot(px - share * dx, py - share * dy) <= radius) {
          near.set(y * width + x);
        }
      }
    }
  }
}
