package idiotaxa.core.mesh;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Arrays of corners against corners one by one. */
class MeshBuilderTest {
  private static final float[] SQUARE = {0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0};
  private static final int[] CORNERS = {0, 1, 2, 0, 2, 3};

  /** Nothing said of what is to come, less than comes, all of it, and more. */
  @ParameterizedTest
  @CsvSource({"0, 0", "4, 6", "8, 12", "100, 300"})
  void arraysGiveTheMeshThatSingleCornersGive(int vertices, int corners) {
    MeshBuilder bulk = new MeshBuilder();
    bulk.expect(vertices, corners);
    MeshBuilder single = new MeshBuilder();
    for (int square = 0; square < 2; square++) {
      boolean hasAll = square == 1;
      addBulk(bulk, square, hasAll);
      addSingle(single, square, hasAll);
    }
    Mesh found = bulk.build();
    Mesh expected = single.build();
    assertThat(found.positions()).isEqualTo(expected.positions());
    assertThat(found.faceStart()).isEqualTo(expected.faceStart());
    assertThat(found.cornerVertex()).isEqualTo(expected.cornerVertex());
    assertThat(found.facePart()).isEqualTo(expected.facePart());
    assertThat(found.faceMaterial()).isEqualTo(expected.faceMaterial());
    assertThat(found.cornerUv()).isEqualTo(expected.cornerUv());
    assertThat(found.textureUv()).isEqualTo(expected.textureUv());
    assertThat(found.cornerNormal()).isEqualTo(expected.cornerNormal());
    assertThat(found.cornerColor()).isEqualTo(expected.cornerColor());
  }

  private static void addBulk(MeshBuilder builder, int square, boolean hasAll) {
    builder.part("square " + square);
    builder.vertices(SQUARE.clone());
    int[] corners = CORNERS.clone();
    for (int c = 0; c < corners.length; c++) {
      corners[c] += 4 * square;
    }
    builder.triangles(square, Mesh.NO_MATERIAL, corners);
    if (!hasAll) {
      return;
    }
    float[] uvs = new float[12];
    float[] normals = new float[18];
    int[] colors = new int[6];
    for (int c = 0; c < 6; c++) {
      uvs[2 * c] = 0.125f * c;
      uvs[2 * c + 1] = 1;
      normals[3 * c + 2] = 1;
      colors[c] = 0xFF000000 | c;
    }
    builder.uvs(uvs);
    builder.textureUvs(uvs.clone());
    builder.normals(normals);
    builder.colors(colors);
  }

  private static void addSingle(MeshBuilder builder, int square, boolean hasAll) {
    builder.part("square " + square);
    for (int v = 0; v < 12; v += 3) {
      builder.vertex(SQUARE[v], SQUARE[v + 1], SQUARE[v + 2]);
    }
    for (int c = 0; c < 6; c++) {
      if (c % 3 == 0) {
        builder.face(square, Mesh.NO_MATERIAL);
      }
      builder.corner(4 * square + CORNERS[c]);
      if (hasAll) {
        builder.uv(0.125f * c, 1);
        builder.textureUv(0.125f * c, 1);
        builder.normal(0, 0, 1);
        builder.color(0xFF000000 | c);
      }
    }
  }

  @Test
  void oneArrayOfAKindIsKeptAndNotCopied() {
    MeshBuilder builder = new MeshBuilder();
    builder.expect(4, 6);
    builder.part("square");
    float[] positions = SQUARE.clone();
    builder.vertices(positions);
    builder.triangles(0, Mesh.NO_MATERIAL, CORNERS.clone());
    assertThat(builder.build().positions()).isSameAs(positions);
  }
}
