package idiotaxa.core.carry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.core.Shapes;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** The closest surface that looks the same way, against a search of all triangles. */
class FacingSurfaceTest {
  private static final int POINTS = 400;

  private final Mesh mesh = Shapes.randomTriangles(5, 300, 0.2);
  private final FacingSurface.Query query = new FacingSurface(mesh, 1).new Query();
  private final SplittableRandom random = new SplittableRandom(6);

  private void randomPlace() {
    double length = 0;
    for (int axis = 0; axis < 3; axis++) {
      query.at[axis] = random.nextDouble() * 1.4 - 0.2;
      query.facing[axis] = random.nextDouble() * 2 - 1;
      length += query.facing[axis] * query.facing[axis];
    }
    for (int axis = 0; axis < 3; axis++) {
      // Lengths of normals do not matter.
      query.facing[axis] *= (1 + random.nextInt(3)) / Math.sqrt(length);
    }
  }

  private boolean agrees(int triangle) {
    double[] normal = new double[3];
    TriangleGeometry.unitNormal(mesh, triangle, normal);
    double dot = 0;
    double length = 0;
    for (int axis = 0; axis < 3; axis++) {
      dot += normal[axis] * query.facing[axis];
      length += query.facing[axis] * query.facing[axis];
    }
    return dot >= 0.5 * Math.sqrt(length);
  }

  /** By dense points of every triangle, to within their distance from each other. */
  private double nearest(int[] groups, int otherThan) {
    double best = Double.POSITIVE_INFINITY;
    float[] p = mesh.positions();
    int steps = 40;
    for (int t = 0; t < mesh.triangleCount(); t++) {
      boolean counts = groups == null || groups[mesh.triangleFace(t)] != otherThan;
      for (int i = 0; i <= steps && counts && agrees(t); i++) {
        for (int j = 0; j <= steps - i; j++) {
          double sq = 0;
          for (int axis = 0; axis < 3; axis++) {
            double a = p[3 * mesh.triangleVertex(t, 0) + axis];
            double b = p[3 * mesh.triangleVertex(t, 1) + axis];
            double c = p[3 * mesh.triangleVertex(t, 2) + axis];
            double d = a + (b - a) * i / steps + (c - a) * j / steps - query.at[axis];
            sq += d * d;
          }
          best = Math.min(best, Math.sqrt(sq));
        }
      }
    }
    return best;
  }

  @Test
  void findsWhatASearchOfAllTrianglesFinds() {
    for (int i = 0; i < POINTS; i++) {
      randomPlace();
      double wanted = nearest(null, 0);
      assertThat(query.find(3, null)).isTrue();
      assertThat(query.distance()).isCloseTo(wanted, within(0.006));
      assertThat(agrees(query.triangle())).isTrue();
      assertThat(query.find(query.distance() * 0.99, null)).as("nothing nearer").isFalse();
    }
  }

  @Test
  void findsTheNearestOfAnotherGroup() {
    int[] groups = new int[mesh.faceCount()];
    for (int f = 0; f < groups.length; f++) {
      groups[f] = f % 3;
    }
    for (int i = 0; i < POINTS / 4; i++) {
      randomPlace();
      double wanted = nearest(groups, 1);
      assertThat(query.find(3, null, groups, 1)).isTrue();
      assertThat(query.distance()).isCloseTo(wanted, within(0.006));
      assertThat(groups[query.face()]).isNotEqualTo(1);
    }
  }
}
