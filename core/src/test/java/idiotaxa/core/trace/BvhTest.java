package idiotaxa.core.trace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.Shapes;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.Arrays;
import java.util.SplittableRandom;
import idiotaxa.core.work.CancelledException;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class BvhTest {
  @ParameterizedTest
  @CsvSource({"1,1", "2,0.5", "5,0.3", "300,0.2", "3000,0.03", "20000,0.01"})
  void raysEqualBruteForce(int count, double size) {
    Mesh mesh = Shapes.randomTriangles(count, count, size);
    Bvh bvh = Bvh.of(mesh, 2);
    checkStructure(bvh, mesh);
    RayQuery query = new RayQuery(bvh);
    RayQuery all = new RayQuery(BruteForce.asSingleLeaves(mesh));
    SplittableRandom random = new SplittableRandom(7);
    long[] allowed = PartFilter.none(3);
    PartFilter.allow(allowed, 1);
    for (int i = 0; i < 400; i++) {
      float[] origin = randomVector(random, -0.2, 1.4);
      float[] direction = randomVector(random, -1, 1);
      if (i % 5 == 0) {
        direction[i % 3] = 0;
      }
      double maxT = i % 2 == 0 ? Double.POSITIVE_INFINITY : 0.3;
      checkSame(query, all, origin, direction, maxT, null);
      checkSame(query, all, origin, direction, maxT, allowed);
    }
  }

  private static void checkSame(
      RayQuery query,
      RayQuery all,
      float[] origin,
      float[] direction,
      double maxT,
      long[] allowed) {
    boolean isHit = query.first(origin, direction, maxT, allowed);
    boolean isExpected = all.first(origin, direction, maxT, allowed);
    String ray = Arrays.toString(origin) + " → " + Arrays.toString(direction);
    assertThat(isHit).as(ray).isEqualTo(isExpected);
    if (isHit) {
      assertThat(query.triangle()).as(ray).isEqualTo(all.triangle());
      assertThat(query.distance()).as(ray).isEqualTo(all.distance());
      assertThat(query.weight0()).isEqualTo(all.weight0());
    }
  }

  private static float[] randomVector(SplittableRandom random, double from, double to) {
    return new float[] {
      (float) random.nextDouble(from, to),
      (float) random.nextDouble(from, to),
      (float) random.nextDouble(from, to)
    };
  }

  @Test
  void noRaySlipsThroughSharedEdgesAndVertices() {
    Mesh sphere = Shapes.bumpySphere(40, 0.05);
    RayQuery query = new RayQuery(Bvh.of(sphere, 2));
    float[] p = sphere.positions();
    float[] origin = new float[3];
    SplittableRandom random = new SplittableRandom(3);
    int sent = 0;
    for (int t = 0; t < sphere.triangleCount(); t++) {
      for (int k = 0; k < 3; k++) {
        int a = 3 * sphere.triangleVertex(t, k);
        int b = 3 * sphere.triangleVertex(t, (k + 1) % 3);
        float share = random.nextInt(4) / 4f;
        float[] direction = new float[3];
        for (int axis = 0; axis < 3; axis++) {
          direction[axis] = p[a + axis] + share * (p[b + axis] - p[a + axis]);
        }
        assertThat(query.first(origin, direction, Double.POSITIVE_INFINITY, null))
            .as("edge %d of triangle %d at %s", k, t, share)
            .isTrue();
        sent++;
      }
    }
    assertThat(sent).isGreaterThan(15_000);
  }

  @Test
  void axisParallelRaysAlongBoxSidesAreNotLost() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("grid");
    Shapes.grid(builder, 16, 1, 0);
    Mesh grid = builder.build();
    RayQuery query = new RayQuery(Bvh.of(grid, 1));
    for (int y = 0; y <= 16; y++) {
      for (int x = 0; x <= 16; x++) {
        float[] origin = {x / 16f, y / 16f, 1};
        assertThat(query.first(origin, new float[] {0, 0, -1}, 2, null)).as(x + " " + y).isTrue();
        assertThat(query.distance()).isEqualTo(1);
      }
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 3, 50, 2000})
  void closestPointsEqualBruteForce(int count) {
    Mesh mesh = Shapes.randomTriangles(count, count, 0.2);
    ClosestPointQuery query = new ClosestPointQuery(Bvh.of(mesh, 1));
    SplittableRandom random = new SplittableRandom(5);
    for (int i = 0; i < 200; i++) {
      float[] p = randomVector(random, -0.5, 1.5);
      double expected = BruteForce.distance(mesh, p);
      assertThat(query.find(p[0], p[1], p[2], 10, null)).isTrue();
      assertThat(query.distance()).isCloseTo(expected, org.assertj.core.data.Offset.offset(1e-9));
      assertThat(query.find(p[0], p[1], p[2], expected * 0.999, null)).isFalse();
    }
  }

  @Test
  void emptyMeshIsNeverHit() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("nothing");
    Mesh mesh = builder.build();
    RayQuery query = new RayQuery(Bvh.of(mesh, 1));
    assertThat(query.first(new float[3], new float[] {0, 0, 1}, 9, null)).isFalse();
  }

  @Test
  void manyTrianglesAtOnePlaceStillBuild() {
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("stack");
    int[] v = {builder.vertex(0, 0, 0), builder.vertex(1, 0, 0), builder.vertex(0, 1, 0)};
    for (int i = 0; i < 50_000; i++) {
      builder.polygon(part, Mesh.NO_MATERIAL, v);
    }
    Mesh mesh = builder.build();
    RayQuery query = new RayQuery(Bvh.of(mesh, 2));
    assertThat(query.first(new float[] {0.2f, 0.2f, 1}, new float[] {0, 0, -1}, 2, null)).isTrue();
    assertThat(query.triangle()).isZero();
  }

  @Test
  void buildDoesNotDependOnThreads() {
    Mesh mesh = Shapes.randomTriangles(11, 30_000, 0.01);
    Bvh one = Bvh.of(mesh, 1);
    Bvh two = Bvh.of(mesh, 2);
        assertThat(two.triangleOfSlot).isEqualTo(one.triangleOfSlot);
    assertThat(two.nodes).isEqualTo(one.nodes);
  }

  @Test
  void buildingCanBeCancelled() {
    Mesh mesh = Shapes.randomTriangles(12, 40_000, 0.01);
    AtomicInteger asked = new AtomicInteger();
    assertThatThrownBy(() -> Bvh.of(mesh, 2, () -> asked.incrementAndGet() > 3))
        .isInstanceOf(CancelledException.class);
    assertThat(asked.get()).isLessThan(20);
  }

  /** Every triangle in exactly one leaf, every box around what is below it. */
  private static void checkStructure(Bvh bvh, Mesh mesh) {
    boolean[] isSeen = new boolean[mesh.triangleCount()];
    for (int node = 0; node < bvh.nodes.length; node += Bvh.NODE) {
      for (int side = 0; side < 2; side++) {
        int ref = bvh.ref(node, side);
        boolean isEmpty = bvh.nodes[node + 6 * side] > bvh.nodes[node + 6 * side + 3];
        if (LeafRef.isLeaf(ref) && !isEmpty) {
          for (int s = 0; s < LeafRef.count(ref); s++) {
            checkInside(bvh, LeafRef.firstSlot(ref) + s, node + 6 * side);
            int triangle = bvh.triangleOfSlot[LeafRef.firstSlot(ref) + s];
            assertThat(isSeen[triangle]).isFalse();
            isSeen[triangle] = true;
          }
        } else if (!LeafRef.isLeaf(ref)) {
          assertThat(ref % Bvh.NODE).isZero();
          assertThat(ref).isGreaterThan(node).isLessThan(bvh.nodes.length);
        }
      }
    }
    assertThat(isSeen).doesNotContain(false);
  }

  private static void checkInside(Bvh bvh, int slot, int box) {
    for (int i = 0; i < 9; i++) {
      assertThat(bvh.vertices[9 * slot + i])
          .isBetween(bvh.nodes[box + i % 3], bvh.nodes[box + 3 + i % 3]);
    }
  }
}
