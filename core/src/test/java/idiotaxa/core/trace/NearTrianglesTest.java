package idiotaxa.core.trace;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.Shapes;
import idiotaxa.core.mesh.Mesh;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class NearTrianglesTest {
  private static final double BACK = 0.1;
  private static final double AHEAD = 0.2;

  private final SplittableRandom random = new SplittableRandom(77);
  private int hits;
  private int uniform;
  private int empty;
  private int several;

  /** Every ray of nested squares is answered as by the hierarchy alone, whatever the level. */
  @ParameterizedTest
  @CsvSource({"1, 3000, 0.05", "2, 3000, 0.05", "3, 20000, 0.02", "4, 40, 0.6", "5, 1, 1"})
  void answersAsTheHierarchyDoes(long seed, int count, double size) {
    Mesh mesh = Shapes.randomTriangles(seed, count, size);
    // Labels by place, so that many regions meet one label only.
    int[] label = labelsByPlace(mesh, 3);
    Checked checked = new Checked(mesh, label);
    long[] third = PartFilter.none(3);
    PartFilter.allow(third, 2);
    for (int i = 0; i < 400; i++) {
      double side = i % 4 == 0 ? 0.1 : 0.01;
      checked.nested(new Square(random, side), i % 3 == 0 && mesh.parts().size() > 2 ? third : null);
    }
    if (count > 1000) {
      assertThat(new int[] {hits, uniform, empty, several}).as("hits, one label, nothing, several").doesNotContain(0);
    }
  }

  /** Squares of one that was told before are searched from what that can meet; afterwards nothing is left of it. */
  @Test
  void losesNothingInARegionAround() {
    Mesh mesh = Shapes.randomTriangles(8, 20_000, 0.02);
    Checked checked = new Checked(mesh, labelsByPlace(mesh, 3));
    long[] third = PartFilter.none(3);
    PartFilter.allow(third, 2);
    for (int i = 0; i < 60; i++) {
      long[] parts = i % 3 == 0 ? third : null;
      checked.around(new Square(random, 0.1), parts);
      checked.nested(new Square(random, 0.02), parts);
    }
    assertThat(new int[] {hits, uniform, empty, several}).as("hits, one label, nothing, several").doesNotContain(0);
  }

  /** More in a square than there is room for: children ask anew, and nothing is lost. */
  @Test
  void fallsBackWhereTooMuchLiesNear() {
    Mesh mesh = Shapes.randomTriangles(9, 30_000, 0.03);
    int[] label = new int[mesh.triangleCount()];
    for (int t = 0; t < label.length; t++) {
      label[t] = 1 + t % 2;
    }
    Checked checked = new Checked(mesh, label);
    for (int i = 0; i < 6; i++) {
      checked.nested(new Square(random, 0.45), null);
    }
    assertThat(hits).isPositive();
  }

  /** Points that coincide, normals of no length, directions apart: nothing may be told then. */
  @Test
  void tellsNothingOfWhatCannotBeEnclosed() {
    Mesh mesh = Shapes.randomTriangles(5, 500, 0.2);
    NearTriangles near = near(mesh, labelsByPlace(mesh, 2), new RayQuery(Bvh.of(mesh, 1)));
    double[] here = {0.5, 0.5, 0.5};
    near.begin(0);
    assertThat(near.close(BACK, AHEAD, null)).isEqualTo(NearTriangles.SEVERAL);
    assertThat(near.isKnown()).isFalse();
    near.begin(0);
    near.add(here, new double[] {0, 0, 1});
    near.add(here, new double[] {1, 0, 0});
    assertThat(near.close(BACK, AHEAD, null)).isEqualTo(NearTriangles.SEVERAL);
    assertThat(near.isKnown()).isFalse();
    near.begin(0);
    near.add(here, new double[] {0, 0, 0});
    assertThat(near.close(BACK, AHEAD, null)).isEqualTo(NearTriangles.SEVERAL);
    assertThat(near.isKnown()).isFalse();
  }

  @Test
  void takesNoMorePointsThanItHasRoomFor() {
    Mesh mesh = Shapes.randomTriangles(5, 50, 0.2);
    NearTriangles near = near(mesh, labelsByPlace(mesh, 2), new RayQuery(Bvh.of(mesh, 1)));
    near.begin(0);
    for (int i = 0; i < 64; i++) {
      assertThat(near.add(new double[] {0, 0, 0.001 * i}, new double[] {0, 0, 1})).isTrue();
    }
    assertThat(near.add(new double[3], new double[] {0, 0, 1})).isFalse();
  }

  /** Rays that lie exactly in the sides of the region, and reaches of no length. */
  @ParameterizedTest
  @ValueSource(doubles = {0, 0.3})
  void holdsAtItsBordersAndWithoutReach(double ahead) {
    Mesh mesh = Shapes.randomTriangles(21, 4000, 0.1);
    int[] label = labelsByPlace(mesh, 40);
    Bvh bvh = Bvh.of(mesh, 2);
    RayQuery plain = new RayQuery(bvh);
    RayQuery rays = new RayQuery(bvh);
    NearTriangles near = near(mesh, label, rays);
    for (int i = 0; i < 500; i++) {
      Square square = new Square(random, 0.03);
      near.begin(0);
      square.addTo(near, 0, 0, 1, 1);
      near.close(0, ahead, null);
      for (double[] at : new double[][] {{0, 0}, {1, 0}, {0, 1}, {1, 1}, {0.5, 0}, {1, 0.3}}) {
        if (near.isKnown()) {
          square.point(at[0], at[1]);
          compare(square, near, plain, rays, label, 0, ahead, null);
        }
      }
    }
    // Rays of no length meet nothing but what they begin on.
    assertThat(hits > 0).isEqualTo(ahead > 0);
  }

  private void compare(
      Square square,
      NearTriangles near,
      RayQuery plain,
      RayQuery rays,
      int[] label,
      double back,
      double ahead,
      long[] parts) {
    square.aim(ahead);
    boolean isHit = plain.first(square.origin, square.direction, back + ahead, parts);
    boolean isHitNear =
        near.first(square.position, square.unit, square.origin, square.direction, back + ahead);
    assertThat(isHitNear).isEqualTo(isHit);
    if (!isHit) {
      return;
    }
    hits++;
    if (near.label() >= 0) {
      assertThat(near.label()).isEqualTo(label[plain.triangle()]);
      return;
    }
    assertThat(rays.triangle()).isEqualTo(plain.triangle());
    assertThat(rays.distance()).isEqualTo(plain.distance());
    assertThat(rays.weight0()).isEqualTo(plain.weight0());
    assertThat(rays.weight1()).isEqualTo(plain.weight1());
  }

  private static int[] labelsByPlace(Mesh mesh, int perUnit) {
    int[] label = new int[mesh.triangleCount()];
    for (int t = 0; t < label.length; t++) {
      label[t] = (int) (Math.abs(mesh.positions()[3 * mesh.triangleVertex(t, 0)]) * perUnit);
    }
    return label;
  }

  private static NearTriangles near(Mesh mesh, int[] label, RayQuery rays) {
    Bvh bvh = Bvh.of(mesh, 2);
    NodeLabels parts = NodeLabels.of(bvh, t -> mesh.facePart()[mesh.triangleFace(t)]);
    return new NearTriangles(bvh, NodeLabels.of(bvh, t -> label[t]), parts, rays);
  }

  /** A mesh whose squares are walked down like those of a sheet. */
  private final class Checked {
    private final int[] label;
    private final RayQuery plain;
    private final RayQuery rays;
    private final NearTriangles near;

    Checked(Mesh mesh, int[] label) {
      this.label = label;
      Bvh bvh = Bvh.of(mesh, 2);
      plain = new RayQuery(bvh);
      rays = new RayQuery(bvh);
      near = near(mesh, label, rays);
    }

    /** The square is told as around sixteen, five of which are asked. */
    void around(Square square, long[] parts) {
      near.beginAround();
      square.addTo(near, 0, 0, 1, 1);
      near.closeAround(BACK, AHEAD);
      for (double[] at : new double[][] {{0, 0}, {0.75, 0}, {0, 0.75}, {0.75, 0.75}, {0.25, 0.5}}) {
        inSquare(square, 0, at[0], at[1], 0.25, parts);
      }
    }

    void nested(Square square, long[] parts) {
      near.beginAround();
      inSquare(square, 0, 0, 0, 1, parts);
    }

    private void inSquare(Square square, int level, double u, double v, double side, long[] parts) {
      near.begin(level);
      square.addTo(near, u, v, u + side, v + side);
      int told = near.close(BACK, AHEAD, parts);
      uniform += told >= 0 ? 1 : 0;
      empty += told == NearTriangles.NOTHING ? 1 : 0;
      several += told == NearTriangles.SEVERAL ? 1 : 0;
      for (int r = 0; r < 8 && near.isKnown(); r++) {
        square.point(u + side * random.nextDouble(), v + side * random.nextDouble());
        compare(square, near, plain, rays, label, BACK, AHEAD, parts);
      }
      if (level + 1 < NearTriangles.LEVELS) {
        double half = side / 2;
        inSquare(square, level + 1, u, v, half, parts);
        inSquare(square, level + 1, u + half, v + half, half, parts);
      }
    }
  }

  /** A square of a target, bent: points and normals are mixtures of those at its four corners. */
  private static final class Square {
    private final double[][] points = new double[4][3];
    private final double[][] normals = new double[4][3];
    final double[] position = new double[3];
    private final double[] normal = new double[3];
    final double[] unit = new double[3];
    final float[] origin = new float[3];
    final float[] direction = new float[3];

    Square(SplittableRandom random, double size) {
      double[] middle = {random.nextDouble(), random.nextDouble(), random.nextDouble()};
      double[] main = new double[3];
      double length = 0;
      for (int axis = 0; axis < 3; axis++) {
        main[axis] = random.nextDouble(-1, 1);
        length += main[axis] * main[axis];
      }
      double stretch = random.nextDouble(0.5, 1.5) / Math.sqrt(length);
      for (int k = 0; k < 4; k++) {
        for (int axis = 0; axis < 3; axis++) {
          points[k][axis] = middle[axis] + random.nextDouble(-size, size);
          normals[k][axis] = stretch * main[axis] + random.nextDouble(-0.15, 0.15);
        }
      }
    }

    void addTo(NearTriangles near, double u0, double v0, double u1, double v1) {
      for (double[] at : new double[][] {{u0, v0}, {u1, v0}, {u0, v1}, {u1, v1}}) {
        point(at[0], at[1]);
        near.add(position, normal);
      }
    }

    void point(double u, double v) {
      double[] w = {(1 - u) * (1 - v), u * (1 - v), (1 - u) * v, u * v};
      for (int axis = 0; axis < 3; axis++) {
        position[axis] = 0;
        normal[axis] = 0;
        for (int k = 0; k < 4; k++) {
          position[axis] += w[k] * points[k][axis];
          normal[axis] += w[k] * normals[k][axis];
        }
      }
    }

    void aim(double ahead) {
      double length =
          Math.sqrt(normal[0] * normal[0] + normal[1] * normal[1] + normal[2] * normal[2]);
      for (int axis = 0; axis < 3; axis++) {
        unit[axis] = normal[axis] / length;
        origin[axis] = (float) (position[axis] + unit[axis] * ahead);
        direction[axis] = (float) -unit[axis];
      }
    }
  }
}
