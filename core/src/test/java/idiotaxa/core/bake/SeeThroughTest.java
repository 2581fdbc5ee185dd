package idiotaxa.core.bake;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.image.TextureImage;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.mesh.Opacity;
import idiotaxa.core.origin.SeeThrough;
import idiotaxa.core.pairing.Pairing;
import idiotaxa.core.pairing.PairingRules;
import idiotaxa.core.reach.Reach;
import idiotaxa.core.trace.SurfaceFilter;
import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.work.Progress;
import java.awt.image.BufferedImage;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** A net with holes above a plate: where the net is not there, the plate is hit. */
class SeeThroughTest {
  private static final int SIZE = 32;
  private static final int NET = 1;
  private static final int PLATE = 2;

  private static void quad(MeshBuilder builder, double z, int material, int[] alphas) {
    float[][] at = {{0, 0}, {1, 0}, {1, 1}, {0, 1}};
    int first = builder.vertexCount();
    for (float[] p : at) {
      builder.vertex(p[0], p[1], z);
    }
    builder.face(0, material);
    for (int k = 0; k < 4; k++) {
      builder.corner(first + k);
      builder.uv(at[k][0], at[k][1]);
      if (alphas != null) {
        builder.color(alphas[k] << 24 | 0xFFFFFF);
      }
    }
  }

  private static Mesh plate(double z) {
    MeshBuilder builder = new MeshBuilder();
    builder.part("plate");
    quad(builder, z, Mesh.NO_MATERIAL, null);
    return builder.build();
  }

  private static Mesh source(Opacity opacity, int[] alphas) {
    MeshBuilder builder = new MeshBuilder();
    builder.part("both");
    int net = builder.material(Material.named("net").withTexture("net.png").withOpacity(opacity));
    int plate = builder.material(Material.named("plate"));
    quad(builder, 0.02, net, alphas);
    quad(builder, 0, plate, alphas == null ? null : new int[] {255, 255, 255, 255});
    return builder.build();
  }

  /** Four by four pixels whose alpha grows from 0 to 255, rows downwards. */
  private static TextureImage net() {
    BufferedImage image = new BufferedImage(4, 4, BufferedImage.TYPE_INT_ARGB);
    for (int i = 0; i < 16; i++) {
      image.setRGB(i % 4, i / 4, 17 * i << 24 | 0x808080);
    }
    return new TextureImage(image);
  }

  private static char[] bake(Mesh source, Optional<SurfaceFilter> filter) {
    Mesh target = plate(0);
    RayPlan plan =
        new RayPlan(
            Pairing.all(target, source, PairingRules.PLAIN), Optional.of(new Reach(0.05, 0.05)), Map.of(), Optional.empty(), filter);
    PreparedBake prepared =
        PreparedBake.fromSource(
            target, TracedSource.of(source, 1, Progress.NONE), Bakes.claims(source, NET, PLATE), plan, 2, Progress.NONE);
    return Bakes.bake(prepared, target, Bakes.settings(SIZE, 4, false)).maps().groups();
  }

  private static char[] bake(Opacity opacity, int[] alphas) {
    Mesh source = source(opacity, alphas);
    return bake(source, SeeThrough.of(source, List.of(Optional.of(net()), Optional.empty())));
  }

  /**
   * @param least alpha of a pixel that is there, 0 … 255
   */
  private static void check(char[] groups, int least) {
    for (int y = 0; y < SIZE; y++) {
      for (int x = 0; x < SIZE; x++) {
        int alpha = 17 * (y * 4 / SIZE * 4 + x * 4 / SIZE);
        assertThat((int) groups[y * SIZE + x]).as(x + ", " + y).isEqualTo(alpha >= least ? NET : PLATE);
      }
    }
  }

  @Test
  void aMaskIsThereFromItsCutoffOn() {
    check(bake(new Opacity(Opacity.Mode.MASK, 1, 0.5f), null), 128);
    // 0.6 of 153 and more is 0.36 and more.
    check(bake(new Opacity(Opacity.Mode.MASK, 0.6f, 0.355f), null), 153);
  }

  @Test
  void whatIsBlendedIsThereUnlessNothingIsSeenOfIt() {
    check(bake(new Opacity(Opacity.Mode.BLEND, 0.5f, 0), null), 1);
    check(bake(new Opacity(Opacity.Mode.BLEND, 0, 0), null), 256);
  }

  @Test
  void vertexColoursHaveAlphaToo() {
    check(bake(new Opacity(Opacity.Mode.MASK, 1, 0.5f), new int[] {255, 255, 255, 255}), 128);
    check(bake(new Opacity(Opacity.Mode.MASK, 1, 0.01f), new int[] {0, 0, 0, 0}), 256);
  }

  @Test
  void whatIsSolidIsHitWhateverItsAlpha() {
    Mesh solid = source(Opacity.SOLID, null);
    assertThat(SeeThrough.of(solid, List.of(Optional.of(net()), Optional.empty()))).isEmpty();
    check(bake(solid, Optional.empty()), 0);
    check(bake(source(new Opacity(Opacity.Mode.MASK, 1, 0.5f), null), Optional.empty()), 0);
  }

  /** What lies behind the plate alone is missed by the ray: the closest point is one that is there. */
  @Test
  void theClosestPointIsOneThatIsThere() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("both");
    int net = builder.material(Material.named("net").withOpacity(new Opacity(Opacity.Mode.BLEND, 0, 0)));
    quad(builder, 0.02, net, null);
    int first = builder.vertexCount();
    builder.vertex(1.001, 0, 0.01);
    builder.vertex(2, 0, 0.01);
    builder.vertex(2, 1, 0.01);
    builder.face(0, Mesh.NO_MATERIAL);
    for (int k = 0; k < 3; k++) {
      builder.corner(first + k);
      builder.uv(0, 0);
    }
    Mesh source = builder.build();
    char[] groups = bake(source, SeeThrough.of(source, List.of()));
    assertThat((int) groups[SIZE * SIZE - 1]).as("near the other").isEqualTo(PLATE);
    assertThat((int) groups[0]).as("away from it nothing is found").isNotEqualTo(NET);
  }
}
