package idiotaxa.demo;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Pieces;
import idiotaxa.core.mesh.Weld;
import idiotaxa.core.spread.Creases;
import idiotaxa.core.spread.Spread;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** The demo's welded piece: what no piece divides, six strokes do. */
class HullPlateTest {
  private static int face(int column, int row) {
    return 240 * row + column;
  }

  private static Spread.Stroke stroke(int group, int row, int from, int to) {
    return new Spread.Stroke(group, IntStream.range(from, to).map(c -> face(c, row)).toArray());
  }

  @Test
  void isOnePieceThatSixStrokesSort() {
    Mesh mesh = HullPlate.target();
    assertThat(Pieces.of(mesh, Weld.of(mesh)).count()).isEqualTo(1);
    int[] truth = HullPlate.groups();
    Spread.Result result =
        new Spread(Creases.of(mesh))
            .follow(
                List.of(
                    stroke(SaltmarshPalette.RED_PAINT, 12, 45, 90),
                    stroke(SaltmarshPalette.RED_PAINT, 50, 30, 75),
                    stroke(SaltmarshPalette.RED_PAINT, 105, 135, 180),
                    stroke(SaltmarshPalette.STEEL, 27, 60, 120),
                    stroke(SaltmarshPalette.STEEL, 92, 60, 120),
                    stroke(SaltmarshPalette.BRASS, 60, 114, 126)));
    for (int f = 0; f < truth.length; f++) {
      int[] own = result.groupOfFace();
      if (own[f] != truth[f]) {
        assertThat(isWithinTwoFaces(truth, f, own[f])).as("face %d is %d, not %d", f, own[f], truth[f]).isTrue();
      }
    }
  }

  /** Whether a face of a group lies that near: a rounded crease is some faces wide. */
  private static boolean isWithinTwoFaces(int[] truth, int f, int group) {
    for (int row = -2; row <= 2; row++) {
      for (int column = -2; column <= 2; column++) {
        int other = f + face(column, row);
        if (other >= 0 && other < truth.length && truth[other] == group) {
          return true;
        }
      }
    }
    return false;
  }
}
