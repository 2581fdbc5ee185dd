package idiotaxa.core.mask;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.assertj.core.api.Assertions.withinPercentage;

import idiotaxa.core.Shapes;
import idiotaxa.core.bake.Bakes;
import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.SheetLayout;
import java.util.BitSet;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A cube of six islands of one group each: what is touched up on it, and what names its layout. */
class TouchUpsOnMeshTest {
  private static final int SIZE = 96;

  private final Mesh cube = Shapes.unwrappedCube();
  private final MaskTarget target = MaskTarget.of(cube);
  private final Sheet layout = SheetLayout.ONE.divide(cube).get(0);
  private final MaskSheet sheet = bake(SIZE);
  private final String key = target.layoutKey(layout);

  private MaskSheet bake(int size) {
    SheetMaps maps =
        Bakes.bake(
                PreparedBake.fromTarget(cube, Bakes.claims(cube, 1, 2, 3, 1, 2, 3)),
                cube,
                Bakes.settings(size, 4, false))
            .maps();
    return target.sheet(layout, maps, 2);
  }

  private TouchUp touchUp(TouchUp.Kind kind, double u, double v) {
    return new TouchUp("1001", key, kind, 9, List.of(u, v), 0.1, 0, null);
  }

  /** The face whose third of the width and half of the height a texel lies in. */
  private static int face(int texel, int size) {
    int column = texel % size * 3 / size;
    int row = 1 - texel / size * 2 / size;
    return row * 3 + column;
  }

  @Test
  void islandsAreTheFacesOfTheCubeAndNeverEachOther() {
    char[] labels = sheet.islands().labels();
    for (int i = 0; i < labels.length; i++) {
      boolean isCovered = sheet.maps().groups()[i] != SheetMaps.UNCOVERED;
      assertThat(labels[i] != TexelIslands.NONE).as("texel %d", i).isEqualTo(isCovered);
      if (isCovered) {
        assertThat((int) labels[i]).as("texel %d", i).isEqualTo(1 + face(i, SIZE));
      }
    }
  }

  @Test
  void anIslandIsAllOfItAndNothingElse() {
    BitSet texels = TouchUps.texels(sheet, touchUp(TouchUp.Kind.ISLAND, 0.5, 0.25));
    for (int i = 0; i < SIZE * SIZE; i++) {
      boolean isIn = sheet.maps().groups()[i] != SheetMaps.UNCOVERED && face(i, SIZE) == 1;
      assertThat(texels.get(i)).as("texel %d", i).isEqualTo(isIn);
    }
    assertThat(TouchUps.texels(sheet, touchUp(TouchUp.Kind.ISLAND, 0.995, 0.995)).isEmpty()).isTrue();
  }

  @Test
  void aTriangleIsHalfOfItsFace() {
    BitSet island = TouchUps.texels(sheet, touchUp(TouchUp.Kind.ISLAND, 0.1, 0.1));
    BitSet one = TouchUps.texels(sheet, touchUp(TouchUp.Kind.TRIANGLE, 0.25, 0.25));
    BitSet other = TouchUps.texels(sheet, touchUp(TouchUp.Kind.TRIANGLE, 0.06, 0.06));
    assertThat(one.intersects(other)).isFalse();
    one.or(other);
    assertThat(one).isEqualTo(island);
  }

  @Test
  void aStrokeStaysInTheIslandsThatItRunsThrough() {
    TouchUp stroke =
        new TouchUp("1001", key, TouchUp.Kind.STROKE, 9, List.of(0.30, 0.05, 0.30, 0.28), 0.2, 0, null);
    BitSet texels = TouchUps.texels(sheet, stroke);
    assertThat(texels.isEmpty()).isFalse();
    // Wide enough to reach the neighbour, whose island it does not run through.
    assertThat(texels.stream()).allMatch(i -> face(i, SIZE) == 0);
  }

  @Test
  void touchUpsAreAppliedToMapsOfEverySize() {
    MapEdits edits = new MapEdits(0, List.of(), List.of(touchUp(TouchUp.Kind.ISLAND, 0.5, 0.25)));
    for (int size : new int[] {48, 96, 160}) {
      MaskSheet plain = bake(size);
      char[] after = edits.apply(plain, key, 2).maps().groups();
      for (int i = 0; i < after.length; i++) {
        int before = plain.maps().groups()[i];
        boolean isTouched = before != SheetMaps.UNCOVERED && face(i, size) == 1;
        assertThat((int) after[i]).isEqualTo(isTouched ? 9 : before);
      }
    }
  }

  @Test
  void theLayoutsKeyIsThatOfItsUvs() {
    assertThat(MaskTarget.of(Shapes.unwrappedCube()).layoutKey(layout)).isEqualTo(key);
    float[] moved = cube.cornerUv().clone();
    moved[0] += 0.001f;
    Mesh other = cube.withCornerUvs(moved);
    assertThat(MaskTarget.of(other).layoutKey(SheetLayout.ONE.divide(other).get(0))).isNotEqualTo(key);
  }

  /** The cube with one face's UVs shrunk, and its faces the other way round. */
  private Mesh changed(int face) {
    float[] uvs = cube.cornerUv().clone();
    for (int c = cube.faceStart()[face]; c < cube.faceStart()[face + 1]; c++) {
      uvs[2 * c] += 0.01f * (0.5f - uvs[2 * c]);
    }
    return cube.withCornerUvs(uvs);
  }

  private static List<TouchUp> carry(List<TouchUp> all, Mesh old, Mesh fresh) {
    return TouchUpCarry.of(
            all, old, SheetLayout.ONE.divide(old), fresh, SheetLayout.ONE.divide(fresh))
        .touchUps();
  }

  @Test
  void touchUpsFollowWhereTheLayoutStayed() {
    Mesh fresh = changed(4);
    String freshKey = MaskTarget.layoutKey(fresh, SheetLayout.ONE.divide(fresh).get(0));
    // Faces lie in three columns and two rows from below: 4 is the upper middle one.
    TouchUp below = touchUp(TouchUp.Kind.ISLAND, 0.2, 0.3);
    TouchUp onChanged = touchUp(TouchUp.Kind.TRIANGLE, 0.5, 0.75);
    TouchUp across =
        new TouchUp("1001", key, TouchUp.Kind.STROKE, 9, List.of(0.2, 0.8, 0.5, 0.8), 0.1, 0, null);
    int size = 12;
    TouchUp region =
        new TouchUp("1001", key, TouchUp.Kind.REGION, 9, List.of(0.2, 0.3), 0.1, size, List.of(8 * size + 1, 8 * size + 3));
    TouchUp regionAcross =
        new TouchUp("1001", key, TouchUp.Kind.REGION, 9, List.of(0.2, 0.8), 0.1, size, List.of(2 * size + 1, 2 * size + 7));
    TouchUp ofAnother = new TouchUp("1001", "x", TouchUp.Kind.ISLAND, 9, List.of(0.2, 0.3), 0.1, 0, null);
    List<TouchUp> all = List.of(below, onChanged, across, region, regionAcross, ofAnother);
    assertThat(carry(all, cube, fresh))
        .containsExactly(
            below.on(freshKey), onChanged, across, region.on(freshKey), regionAcross, ofAnother);
    TouchUpCarry.Result result =
        TouchUpCarry.of(all, cube, List.of(layout), fresh, SheetLayout.ONE.divide(fresh));
    assertThat(result.lost()).isEqualTo(3);
    assertThat(carry(all, cube, cube)).isEqualTo(all);
    assertThat(TouchUpCarry.of(all, cube, List.of(layout), fresh, List.of()).lost()).isEqualTo(5);
  }

  @Test
  void aSpeckKnowsItsAreaAndItsPlace() {
    MapEdits dot =
        new MapEdits(
            0,
            List.of(),
            List.of(
                new TouchUp(
                    "1001", key, TouchUp.Kind.STROKE, 9, List.of(0.5, 0.25), 6.0 / SIZE, 0, null)));
    List<Speck> specks = Specks.find(dot.apply(sheet, key, 1), 100);
    assertThat(specks).hasSize(1);
    Speck speck = specks.get(0);
    assertThat(speck.group()).isEqualTo(9);
    assertThat(speck.proposed()).isEqualTo(2);
    // A face is two metres wide and 0.29 of the sheet.
    double millimetres = Math.pow(2000 / (0.29 * SIZE), 2);
    assertThat(speck.squareMillimetres())
        .isCloseTo(speck.texels() * millimetres, withinPercentage(0.01));
    assertThat(Math.abs(speck.normal()[0]) + Math.abs(speck.normal()[1]) + Math.abs(speck.normal()[2]))
        .isEqualTo(1);
    double onFace = 0;
    for (int axis = 0; axis < 3; axis++) {
      onFace += speck.position()[axis] * speck.normal()[axis];
    }
    assertThat(onFace).isCloseTo(1, within(1e-6));
  }
}
