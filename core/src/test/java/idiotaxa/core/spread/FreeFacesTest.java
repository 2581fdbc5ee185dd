package idiotaxa.core.spread;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.BitSet;
import java.util.List;
import org.junit.jupiter.api.Test;

class FreeFacesTest {
  /** Two parts of two faces each. */
  private static Mesh parts() {
    MeshBuilder builder = new MeshBuilder();
    for (int part = 0; part < 2; part++) {
      builder.part("part " + part);
      for (int v = 0; v < 6; v++) {
        builder.vertex(v / 2, v % 2, part);
      }
      for (int quad = 0; quad < 2; quad++) {
        int a = 6 * part + 2 * quad;
        builder.polygon(part, Mesh.NO_MATERIAL, a, a + 1, a + 3, a + 2);
      }
    }
    return builder.build();
  }

  @Test
  void whatIsUnclaimedInTouchedPartsFollowsWhereNothingIsPicked() {
    List<Spread.Stroke> strokes = List.of(new Spread.Stroke(1, new int[] {3}));
    assertThat(FreeFaces.unclaimed(parts(), strokes, new boolean[] {false, false, true, false})).containsExactly(false, false, false, true);
    assertThat(FreeFaces.unclaimed(parts(), List.of(), new boolean[4])).containsOnly(false);
  }

  @Test
  void whatIsPickedFollowsUnlessItsDrawerIsLocked() {
    BitSet picked = new BitSet();
    picked.set(0, 3);
    assertThat(FreeFaces.picked(picked, new boolean[] {false, true, false, false})).containsExactly(true, false, true, false);
  }
}
