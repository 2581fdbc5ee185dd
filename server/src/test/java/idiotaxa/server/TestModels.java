package idiotaxa.server;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import javax.imageio.ImageIO;
import java.nio.charset.StandardCharsets;
import java.util.Map;

/** Small models as files. */
public final class TestModels {
  private TestModels() {}

  /** Two unit quads side by side, each its own part and material, UVs in the left and right half. */
  public static Map<String, byte[]> twoQuads() {
    String obj =
        """
        mtllib quads.mtl
        v 0 0 0
        v 1 0 0
        v 1 1 0
        v 0 1 0
        v 2 0 0
        v 2 1 0
        vt 0 0
        vt 0.5 0
        vt 0.5 1
        vt 0 1
        vt 1 0
        vt 1 1
        o left
        usemtl oak
        f 1/1 2/2 3/3 4/4
        o right
        usemtl slate
        f 2/2 5/5 6/6 3/3
        """;
    String mtl =
        """
        newmtl oak
        Kd 0.8 0.5 0.2
        newmtl slate
        Kd 0.2 0.25 0.3
        """;
    return Map.of("quads.obj", bytes(obj), "quads.mtl", bytes(mtl));
  }

  /** A unit square of two triangles in two colours, without UVs. */
  public static Map<String, byte[]> colouredPly() {
    return Map.of(
        "square.ply",
        bytes(
            """
            ply
            format ascii 1.0
            element vertex 6
            property float x
            property float y
            property float z
            property uchar red
            property uchar green
            property uchar blue
            element face 2
            property list uchar int vertex_indices
            end_header
            0 0 0 255 0 0
            1 0 0 255 0 0
            1 1 0 255 0 0
            0 0 0 0 0 255
            1 1 0 0 0 255
            0 1 0 0 0 255
            3 0 1 2
            3 3 4 5
            """));
  }

  /**
   * Closed boxes of six quads: a plate (faces 0 … 5), three alike bolts on it (6 … 23) and a core inside
   * the plate that nobody sees (24 … 29).
   */
  public static Map<String, byte[]> boltedPlate() {
    StringBuilder obj = new StringBuilder();
    box(obj, 0, "plate", 0, 0, 4, 0.5);
    box(obj, 1, "bolt_1", -2, 1, 0.3, 0.3);
    box(obj, 2, "bolt_2", 0, 1, 0.3, 0.3);
    box(obj, 3, "bolt_3", 2, 1, 0.3, 0.3);
    box(obj, 4, "core", 0, 0, 1, 0.2);
    return Map.of("plate.obj", bytes(obj.toString()));
  }

  /** Half sizes: along x and z, and along y. */
  private static void box(
      StringBuilder obj, int index, String name, double x, double y, double half, double halfY) {
    for (int corner = 0; corner < 8; corner++) {
      obj.append("v ").append(x + ((corner & 1) == 0 ? -half : half));
      obj.append(' ').append(y + ((corner & 2) == 0 ? -halfY : halfY));
      obj.append(' ').append((corner & 4) == 0 ? -half : half).append('\n');
    }
    obj.append("o ").append(name).append('\n');
    int[][] quads = {
      {0, 2, 3, 1}, {4, 5, 7, 6}, {0, 1, 5, 4}, {2, 6, 7, 3}, {0, 4, 6, 2}, {1, 3, 7, 5}
    };
    for (int[] quad : quads) {
      obj.append('f');
      for (int corner : quad) {
        obj.append(' ').append(8 * index + corner + 1);
      }
      obj.append('\n');
    }
  }

  /** A picture of two by two pixels. */
  public static byte[] png() {
    try {
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      ImageIO.write(new BufferedImage(2, 2, BufferedImage.TYPE_INT_RGB), "png", out);
      return out.toByteArray();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  public static byte[] bytes(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }
}
