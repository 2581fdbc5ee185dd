package idiotaxa.core.sight;

import idiotaxa.core.work.Progress;
import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.Shapes;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.BitSet;
import org.junit.jupiter.api.Test;

class HiddenFacesTest {
  /** A cube of six quads; bit k of a corner's number chooses the side along axis k. */
  private static void cube(MeshBuilder builder, double half, boolean isOpen) {
    int part = builder.part("cube");
    int first = builder.vertexCount();
    for (int v = 0; v < 8; v++) {
      builder.vertex(
          ((v & 1) * 2 - 1) * half, ((v >> 1 & 1) * 2 - 1) * half, ((v >> 2) * 2 - 1) * half);
    }
    int[][] faces = {
      {0, 2, 3, 1}, {4, 5, 7, 6}, {0, 1, 5, 4}, {2, 6, 7, 3}, {0, 4, 6, 2}, {1, 3, 7, 5}
    };
    for (int f = 0; f < (isOpen ? 5 : 6); f++) {
      builder.polygon(
          part,
          Mesh.NO_MATERIAL,
          first + faces[f][0],
          first + faces[f][1],
          first + faces[f][2],
          first + faces[f][3]);
    }
  }

  @Test
  void cubeInsideAClosedCubeIsHidden() {
    MeshBuilder builder = new MeshBuilder();
    cube(builder, 1, false);
    cube(builder, 0.5, false);
    BitSet expected = new BitSet();
    expected.set(6, 12);
    assertThat(HiddenFaces.of(builder.build(), 2, Progress.NONE)).isEqualTo(expected);
  }

  @Test
  void throughAnOpenSideItIsSeen() {
    MeshBuilder builder = new MeshBuilder();
    cube(builder, 1, true);
    cube(builder, 0.5, false);
    BitSet hidden = HiddenFaces.of(builder.build(), 2, Progress.NONE);
    assertThat(hidden.get(10)).as("the side turned to the opening").isFalse();
    assertThat(hidden.get(0, 5).isEmpty()).as("the outer cube").isTrue();
  }

  @Test
  void closedSurfaceHidesNothingOfItselfWhateverTheThreads() {
    Mesh mesh = Shapes.bumpySphere(24, 0.3);
    assertThat(HiddenFaces.of(mesh, 1, Progress.NONE).isEmpty()).isTrue();
    Mesh random = Shapes.randomTriangles(3, 3000, 0.3);
    assertThat(HiddenFaces.of(random, 1, Progress.NONE)).isEqualTo(HiddenFaces.of(random, 2, Progress.NONE));
    assertThat(HiddenFaces.of(random, 1, Progress.NONE).isEmpty()).isFalse();
  }

  /** A ball in a bowl whose opening is wide: images spare rays and change nothing. */
  @Test
  void imagesFindWhatRaysFindWhereGapsAreWide() {
    Mesh ball = Shapes.bumpySphere(40, 0.1);
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("bowl and ball");
    for (double radius : new double[] {1, 0.6}) {
      int first = builder.vertexCount();
      for (int v = 0; v < ball.vertexCount(); v++) {
        float[] p = ball.positions();
        builder.vertex(radius * p[3 * v], radius * p[3 * v + 1], radius * p[3 * v + 2]);
      }
      for (int t = 0; t < ball.triangleCount(); t++) {
        boolean isOpening = radius == 1 && ball.positions()[3 * ball.triangleVertex(t, 0) + 2] > 0.7;
        if (!isOpening) {
          builder.polygon(
              part,
              Mesh.NO_MATERIAL,
              first + ball.triangleVertex(t, 0),
              first + ball.triangleVertex(t, 1),
              first + ball.triangleVertex(t, 2));
        }
      }
    }
    Mesh mesh = builder.build();
    BitSet byRays = HiddenFaces.of(mesh, 2, Integer.MAX_VALUE, Progress.NONE);
    assertThat(HiddenFaces.of(mesh, 2, 0, Progress.NONE)).isEqualTo(byRays);
    assertThat(HiddenFaces.of(mesh, 1, 0, Progress.NONE)).isEqualTo(byRays);
    assertThat(byRays.cardinality()).isBetween(mesh.faceCount() / 10, mesh.faceCount() / 2);
    assertThat(HiddenFaces.gap(mesh)).isBetween(1e-3, 2e-2);
  }
}
