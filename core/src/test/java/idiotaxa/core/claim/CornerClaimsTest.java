package idiotaxa.core.claim;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import org.junit.jupiter.api.Test;

class CornerClaimsTest {
  private static final int RED = 0xFF0000;
  private static final int GREEN = 0x00FF00;
  private static final int BLUE = 0x0000FF;

  /** Triangles side by side, a colour a corner. */
  private static Mesh triangles(int... colors) {
    MeshBuilder builder = new MeshBuilder();
    builder.part("strip");
    for (int c = 0; c < colors.length; c++) {
      if (c % 3 == 0) {
        builder.face(0, Mesh.NO_MATERIAL);
      }
      builder.corner(builder.vertex(c / 3 + (c % 3 == 1 ? 1 : 0), c % 3 == 2 ? 1 : 0, 0));
      builder.color(0xFF000000 | colors[c]);
    }
    return builder.build();
  }

  private static CornerClaims of(int... colors) {
    return new CornerClaims(triangles(colors));
  }

  @Test
  void rulesByColourHoldCorners() {
    CornerClaims claims = of(RED, RED, GREEN, RED, GREEN, BLUE);
    claims.claimColor(RED, 24, 1, f -> true);
    claims.claimColor(GREEN, 24, 2, f -> true);
    assertThat(claims.groups()).containsExactly(1, 1, 2, 1, 2, 0);
  }

  @Test
  void otherClaimsHoldFacesAndTheLaterWins() {
    CornerClaims claims = of(RED, RED, GREEN, RED, GREEN, BLUE);
    claims.claim(0, 7);
    claims.claim(1, 7);
    claims.claimColor(RED, 24, 1, f -> true);
    assertThat(claims.groups()).containsExactly(1, 1, 7, 1, 7, 7);
    claims.claim(1, 9);
    assertThat(claims.groups()).containsExactly(1, 1, 7, 9, 9, 9);
    claims.claimColor(BLUE, 24, 3, f -> true);
    assertThat(claims.groups()).containsExactly(1, 1, 7, 9, 9, 3);
    claims.claimColor(GREEN, 24, 4, f -> f == 0);
    assertThat(claims.groups()).containsExactly(1, 1, 4, 9, 9, 3);
  }

  @Test
  void ofNearColoursTheNearestHoldsWhateverTheOrder() {
    for (boolean isTurned : new boolean[] {false, true}) {
      CornerClaims claims = of(0xF00000, 0xE80000, 0xD00000);
      for (int i = 0; i < 2; i++) {
        boolean isFirst = (i == 0) != isTurned;
        claims.claimColor(isFirst ? 0xF00000 : 0xE00000, 24, isFirst ? 1 : 2, f -> true);
      }
      // What lies in the middle goes to the first that was told, as with colours that are snapped.
      assertThat(claims.groups()).containsExactly(1, isTurned ? 2 : 1, 2);
    }
    CornerClaims again = of(RED, RED, RED);
    again.claimColor(RED, 24, 1, f -> true);
    again.claimColor(RED, 24, 2, f -> true);
    assertThat(again.groups()).containsOnly(2);
  }

  @Test
  void nothingIsReachedWithoutColours() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("plain");
    builder.polygon(0, Mesh.NO_MATERIAL, builder.vertex(0, 0, 0), builder.vertex(1, 0, 0), builder.vertex(0, 1, 0));
    CornerClaims claims = new CornerClaims(builder.build());
    claims.claimColor(RED, 24, 1, f -> true);
    assertThat(claims.groups()).containsOnly(0);
  }
}
