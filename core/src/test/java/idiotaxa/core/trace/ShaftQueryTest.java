package idiotaxa.core.trace;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.Shapes;
import idiotaxa.core.mesh.Mesh;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ShaftQueryTest {
  /** No ray inside of a shaft may hit what the shaft does not tell. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4})
  void neverOverlooksWhatARayInsideHits(long seed) {
    SplittableRandom random = new SplittableRandom(seed);
    Mesh mesh = Shapes.randomTriangles(seed, 3000, 0.05);
    Bvh bvh = Bvh.of(mesh, 2);
    // Labels by place, so that many shafts meet one label only.
    int[] label = new int[mesh.triangleCount()];
    for (int t = 0; t < label.length; t++) {
      label[t] = (int) (mesh.positions()[3 * mesh.triangleVertex(t, 0)] * 3);
    }
    NodeLabels labels = NodeLabels.of(bvh, t -> label[t]);
    ShaftQuery shaft = new ShaftQuery(bvh, labels);
    RayQuery rays = new RayQuery(bvh);
    long[] allowed = PartFilter.none(3);
    PartFilter.allow(allowed, 2);
    int[] answers = new int[3];
    for (int i = 0; i < 3000; i++) {
      Bundle bundle = new Bundle(random, i % 2 == 0 ? 0.02 : 0.1);
      long[] parts = i % 3 == 0 ? allowed : null;
      shaft.clear();
      bundle.addTo(shaft);
      int found = shaft.label(0.1, 0.2, parts);
      answers[found < 0 ? -found : 0]++;
      if (found == ShaftQuery.SEVERAL) {
        continue;
      }
      for (int r = 0; r < 20; r++) {
        if (rays.first(bundle.origin(random, 0.2), bundle.direction(), 0.3, parts)) {
          assertThat(found).isEqualTo(label[rays.triangle()]);
        }
      }
    }
    assertThat(answers).as("one label, nothing, several").doesNotContain(0);
  }

  /** Four rays at the corners of a square that open like a fan. */
  private static final class Bundle {
    private final double[][] points = new double[4][3];
    private final double[][] directions = new double[4][3];
    private final float[] direction = new float[3];

    Bundle(SplittableRandom random, double size) {
      double[] middle = {random.nextDouble(), random.nextDouble(), random.nextDouble()};
      double[] main = {
        random.nextDouble(-1, 1), random.nextDouble(-1, 1), random.nextDouble(-1, 1)
      };
      for (int k = 0; k < 4; k++) {
        double length = 0;
        for (int axis = 0; axis < 3; axis++) {
          points[k][axis] = middle[axis] + random.nextDouble(-size, size);
          directions[k][axis] = main[axis] + random.nextDouble(-0.15, 0.15);
          length += directions[k][axis] * directions[k][axis];
        }
        for (int axis = 0; axis < 3; axis++) {
          directions[k][axis] /= Math.sqrt(length);
        }
      }
    }

    void addTo(ShaftQuery shaft) {
      for (int k = 0; k < 4; k++) {
        shaft.add(points[k], directions[k]);
      }
    }

    /** A ray of the bundle: a mixture of points and another of directions. */
    float[] origin(SplittableRandom random, double ahead) {
      double[] point = mixture(random, points);
      double[] d = mixture(random, directions);
      double length = Math.sqrt(d[0] * d[0] + d[1] * d[1] + d[2] * d[2]);
      float[] origin = new float[3];
      for (int axis = 0; axis < 3; axis++) {
        origin[axis] = (float) (point[axis] + ahead * d[axis] / length);
        direction[axis] = (float) (-d[axis] / length);
      }
      return origin;
    }

    float[] direction() {
      return direction;
    }

    private static double[] mixture(SplittableRandom random, double[][] of) {
      double[] weights = new double[4];
      double sum = 0;
      for (int k = 0; k < 4; k++) {
        weights[k] = random.nextDouble() * random.nextInt(2) + 1e-9;
        sum += weights[k];
      }
      double[] out = new double[3];
      for (int k = 0; k < 4; k++) {
        for (int axis = 0; axis < 3; axis++) {
          out[axis] += weights[k] / sum * of[k][axis];
        }
      }
      return out;
    }
  }

  @Test
  void labelsOfNodesAreThoseOfTheirTriangles() {
    Mesh mesh = Shapes.randomTriangles(5, 2000, 0.02);
    Bvh bvh = Bvh.of(mesh, 1);
    NodeLabels labels = NodeLabels.of(bvh, t -> t % 50 == 0 ? NodeLabels.MIXED : 7);
    for (int node = 0; node < bvh.nodes.length; node += Bvh.NODE) {
      for (int side = 0; side < 2; side++) {
        assertThat(labels.ofChild(node, side)).isEqualTo(expected(bvh, bvh.ref(node, side)));
      }
    }
  }

  private static char expected(Bvh bvh, int ref) {
    if (!LeafRef.isLeaf(ref)) {
      char left = expected(bvh, bvh.ref(ref, 0));
      return left == expected(bvh, bvh.ref(ref, 1)) ? left : NodeLabels.MIXED;
    }
    for (int s = 0; s < LeafRef.count(ref); s++) {
      if (bvh.triangleOfSlot[LeafRef.firstSlot(ref) + s] % 50 == 0) {
        return NodeLabels.MIXED;
      }
    }
    return 7;
  }
}
