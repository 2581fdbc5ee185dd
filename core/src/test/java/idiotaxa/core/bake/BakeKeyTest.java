package idiotaxa.core.bake;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.group.Group;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.SurfaceGroups;
import idiotaxa.core.raster.Sheet;
import java.util.List;
import org.junit.jupiter.api.Test;

class BakeKeyTest {
  private static final Mesh MESH = threeTriangles();
  private static final Sheet FIRST_TWO = new Sheet("1001", new int[] {0, 1}, 0, 0);
  private static final List<String> WORDS = List.of("target 1", "2048");

  private static Mesh threeTriangles() {
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("p");
    for (int i = 0; i < 3; i++) {
      builder.polygon(
          part,
          Mesh.NO_MATERIAL,
          builder.vertex(i, 0, 0),
          builder.vertex(i + 1, 0, 0),
          builder.vertex(i, 1, 0));
    }
    return builder.build();
  }

  private static OriginReading reading(int... faceGroups) {
    Group group = Group.of(1, "oak", 0x102030);
    return new OriginReading(List.of(group), SurfaceGroups.ofFaces(MESH, faceGroups), List.of());
  }

  private static String key(boolean isOwnSurface, OriginReading reading) {
    return BakeKey.of(FIRST_TWO, reading, isOwnSurface, WORDS);
  }

  @Test
  void sameInputHasTheSameKeyWhateverGroupsAreCalled() {
    OriginReading renamed =
        new OriginReading(
            List.of(Group.of(1, "elm", 0xFFFFFF)),
            SurfaceGroups.ofFaces(MESH, new int[] {1, 2, 3}),
            List.of());
    assertThat(key(true, reading(1, 2, 3))).hasSize(64).isEqualTo(key(true, renamed));
  }

  @Test
  void changeElsewhereMattersOnlyToRays() {
    assertThat(key(true, reading(1, 2, 9))).isEqualTo(key(true, reading(1, 2, 3)));
    assertThat(key(false, reading(1, 2, 9))).isNotEqualTo(key(false, reading(1, 2, 3)));
    assertThat(key(true, reading(1, 9, 3))).isNotEqualTo(key(true, reading(1, 2, 3)));
  }

  @Test
  void sheetCornersAndWordsMatter() {
    OriginReading one = reading(1, 1, 1);
    OriginReading corners =
        new OriginReading(
            one.groups(),
            SurfaceGroups.ofCorners(MESH, new int[] {1, 1, 2, 1, 1, 1, 1, 1, 1}),
            List.of());
    OriginReading others =
        new OriginReading(
            one.groups(),
            SurfaceGroups.ofCorners(MESH, new int[] {1, 2, 1, 1, 1, 1, 1, 1, 1}),
            List.of());
    assertThat(key(true, corners)).isNotEqualTo(key(true, others));
    Sheet moved = new Sheet("1002", new int[] {0, 1}, 1, 0);
    assertThat(BakeKey.of(moved, one, true, WORDS)).isNotEqualTo(key(true, one));
    assertThat(BakeKey.of(FIRST_TWO, one, true, List.of("target 12", "048")))
        .isNotEqualTo(key(true, one));
  }
}
