package idiotaxa.core.mask;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.SplittableRandom;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Every question against looking at all points. */
class PointTreeTest {
  private final SplittableRandom random = new SplittableRandom(21);

  private float[] points;
  private float[] normals;
  private char[] values;

  private PointTree tree(int count, boolean isFlat) {
    points = new float[3 * count];
    normals = new float[3 * count];
    values = new char[count];
    for (int i = 0; i < count; i++) {
      for (int axis = 0; axis < 3; axis++) {
        points[3 * i + axis] = axis == 2 && isFlat ? 0.5f : (float) random.nextDouble();
      }
      double[] normal = direction();
      for (int axis = 0; axis < 3; axis++) {
        normals[3 * i + axis] = (float) normal[axis];
      }
      values[i] = (char) (random.nextBoolean() ? Planes.FULL : random.nextInt(1, Planes.FULL));
    }
    return new PointTree(points, normals, new float[count], values);
  }

  private double[] direction() {
    double z = 2 * random.nextDouble() - 1;
    double angle = 2 * Math.PI * random.nextDouble();
    double ring = Math.sqrt(1 - z * z);
    return new double[] {ring * Math.cos(angle), ring * Math.sin(angle), z};
  }

  private double distance(int i, double[] point) {
    double sum = 0;
    for (int axis = 0; axis < 3; axis++) {
      sum += Math.pow(points[3 * i + axis] - point[axis], 2);
    }
    return Math.sqrt(sum);
  }

  private boolean agrees(int i, double[] normal) {
    return normals[3 * i] * normal[0] + normals[3 * i + 1] * normal[1] + normals[3 * i + 2] * normal[2] > 0;
  }

  @ParameterizedTest
  @ValueSource(ints = {0, 1, 2, 7, 8, 9, 17, 100, 3000})
  void answersAreThoseOfLookingAtEveryPoint(int count) {
    PointTree tree = tree(count, count % 2 == 0);
    PointTree.Query query = tree.new Query();
    for (int question = 0; question < 200; question++) {
      double[] point = {random.nextDouble(), random.nextDouble(), random.nextDouble()};
      double[] normal = direction();
      double radius = 0.4 * random.nextDouble();
      char own = (char) (random.nextInt(3) == 0 ? random.nextInt(Planes.FULL) : 0);
      char best = own;
      boolean isFree = true;
      for (int i = 0; i < count; i++) {
        boolean isNear = distance(i, point) <= radius;
        best = isNear && agrees(i, normal) && values[i] > best ? values[i] : best;
        isFree &= !(isNear && values[i] > own);
      }
      assertThat((int) query.largest(point, normal, radius, own)).isEqualTo(best);
      assertThat(query.isFree(point, radius, own)).isEqualTo(isFree);
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {0, 5, 300})
  void aBoxIsNearWhenAPointMayBe(int count) {
    PointTree.Query query = tree(count, false).new Query();
    for (int question = 0; question < 200; question++) {
      float[] box = new float[6];
      for (int axis = 0; axis < 3; axis++) {
        float a = (float) random.nextDouble(-0.5, 1.5);
        float b = (float) random.nextDouble(-0.5, 1.5);
        box[axis] = Math.min(a, b);
        box[3 + axis] = Math.max(a, b);
      }
      double radius = 0.2 * random.nextDouble();
      boolean isAnyNear = false;
      for (int i = 0; i < count; i++) {
        double sum = 0;
        for (int axis = 0; axis < 3; axis++) {
          double p = points[3 * i + axis];
          double gap = Math.max(0, Math.max(box[axis] - p, p - box[3 + axis]));
          sum += gap * gap;
        }
        isAnyNear |= sum <= radius * radius;
      }
      // It may say yes where only a node's box is near, and never no where a point is.
      if (isAnyNear) {
        assertThat(query.isNear(box, radius)).isTrue();
      }
      if (count == 0) {
        assertThat(query.isNear(box, radius)).isFalse();
      }
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {50, 500})
  void pointsInOnePlaceAreToldApartByTheirValues(int count) {
    points = new float[3 * count];
    normals = new float[3 * count];
    values = new char[count];
    for (int i = 0; i < count; i++) {
      normals[3 * i] = i % 2 == 0 ? 1 : -1;
      values[i] = (char) (i + 1);
    }
    PointTree.Query query = new PointTree(points, normals, new float[count], values).new Query();
    double[] here = {0, 0, 0};
    assertThat((int) query.largest(here, new double[] {-1, 0, 0}, 0, (char) 0)).isEqualTo(count);
    assertThat((int) query.largest(here, new double[] {1, 0, 0}, 0, (char) 0)).isEqualTo(count - 1);
  }
}
