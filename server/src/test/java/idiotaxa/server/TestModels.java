package idiotaxa.server;

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

  public static byte[] bytes(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }
}
