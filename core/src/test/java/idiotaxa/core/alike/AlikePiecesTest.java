package idiotaxa.core.alike;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.mesh.Pieces;
import idiotaxa.core.mesh.Weld;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class AlikePiecesTest {
  private final SplittableRandom random = new SplittableRandom(7);
  private final MeshBuilder builder = new MeshBuilder();
  private final int part = builder.part("all");

  /** A random rotation, perhaps mirrored, and a random place. */
  private double[][] motion(boolean isMirrored) {
    double[] q = new double[4];
    double length = 0;
    for (int i = 0; i < 4; i++) {
      q[i] = random.nextDouble() * 2 - 1;
      length += q[i] * q[i];
    }
    for (int i = 0; i < 4; i++) {
      q[i] /= Math.sqrt(length);
    }
    double w = q[0];
    double x = q[1];
    double y = q[2];
    double z = q[3];
    double m = isMirrored ? -1 : 1;
    return new double[][] {
      {m * (1 - 2 * (y * y + z * z)), 2 * (x * y - w * z), 2 * (x * z + w * y)},
      {m * 2 * (x * y + w * z), 1 - 2 * (x * x + z * z), 2 * (y * z - w * x)},
      {m * 2 * (x * z - w * y), 2 * (y * z + w * x), 1 - 2 * (x * x + y * y)},
      {10 * random.nextDouble(), 10 * random.nextDouble(), 10 * random.nextDouble()}
    };
  }

  private int vertex(double[][] motion, double x, double y, double z) {
    double[] p = new double[3];
    for (int k = 0; k < 3; k++) {
      p[k] = motion[k][0] * x + motion[k][1] * y + motion[k][2] * z + motion[3][k];
    }
    return builder.vertex(p[0], p[1], p[2]);
  }

  /** A bolt: a cylinder with fans as caps, so that the fans' first corner is all that breaks symmetry. */
  private void bolt(double[][] motion, int around, double length) {
    int[] ring = new int[2 * around];
    for (int i = 0; i < around; i++) {
      double angle = 2 * Math.PI * i / around;
      ring[i] = vertex(motion, 0.1 * Math.cos(angle), 0, 0.1 * Math.sin(angle));
      ring[around + i] = vertex(motion, 0.1 * Math.cos(angle), length, 0.1 * Math.sin(angle));
    }
    for (int i = 0; i < around; i++) {
      int j = (i + 1) % around;
      builder.polygon(part, Mesh.NO_MATERIAL, ring[i], ring[j], ring[around + j], ring[around + i]);
    }
    for (int i = 1; i < around - 1; i++) {
      builder.polygon(part, Mesh.NO_MATERIAL, ring[0], ring[i], ring[i + 1]);
      builder.polygon(part, Mesh.NO_MATERIAL, ring[around], ring[around + i], ring[around + i + 1]);
    }
  }

  /** A bracket without any symmetry; {@code bend} moves one of its points. */
  private void bracket(double[][] motion, double bend) {
    double[][] points = {
      {0, 0, 0}, {0.5, 0, 0}, {0.5, 0.1 + bend, 0}, {0.1, 0.1, 0}, {0.1, 0.3, 0.2}, {0, 0.3, 0.2}
    };
    int[] v = new int[points.length];
    for (int i = 0; i < v.length; i++) {
      v[i] = vertex(motion, points[i][0], points[i][1], points[i][2]);
    }
    builder.polygon(part, Mesh.NO_MATERIAL, v[0], v[1], v[2], v[3]);
    builder.polygon(part, Mesh.NO_MATERIAL, v[0], v[3], v[4], v[5]);
  }

  private int[] classes() {
    Mesh mesh = builder.build();
    Weld weld = Weld.of(mesh);
    FaceLabels pieces = Pieces.of(mesh, weld);
    return AlikePieces.of(mesh, weld, pieces, AlikePieces.TOLERANCE);
  }

  @Test
  void sixtyPiecesOfWhich24And12AreAlike() {
    for (int i = 0; i < 60; i++) {
      if (i % 5 < 2) {
        bolt(motion(i % 2 == 0), 16, 0.4);
      } else if (i % 5 == 2) {
        bracket(motion(i % 2 == 0), 0);
      } else {
        bracket(motion(false), 0.01 + 0.01 * i);
      }
    }
    int[] classes = classes();
    assertThat(classes).hasSize(60);
    int[] counts = new int[60];
    for (int i = 0; i < 60; i++) {
      counts[classes[i]]++;
      assertThat(classes[i] == classes[0]).as("piece %d", i).isEqualTo(i % 5 < 2);
      assertThat(classes[i] == classes[2]).as("piece %d", i).isEqualTo(i % 5 == 2);
    }
    assertThat(counts[classes[0]]).isEqualTo(24);
    assertThat(counts[classes[2]]).isEqualTo(12);
    assertThat(java.util.Arrays.stream(counts).filter(c -> c == 1).count()).isEqualTo(24);
  }

  @Test
  void nearTwinsAreNotAlike() {
    bolt(motion(false), 16, 0.4);
    bolt(motion(false), 16, 0.403);
    bolt(motion(false), 18, 0.4);
    bracket(motion(false), 0);
    bracket(motion(false), 0.004);
    assertThat(classes()).containsExactly(0, 1, 2, 3, 4);
  }

  /** The same points, the same counts, other faces: a square folded over one diagonal or the other. */
  @Test
  void samePointsWithOtherFacesAreNotAlike() {
    for (int variant = 0; variant < 2; variant++) {
      double[][] motion = motion(false);
      int[] v = new int[5];
      double[][] points = {{0, 0, 0}, {1, 0, 0}, {1, 1, 0}, {0, 1, 0}, {2, 0.3, 0.1}};
      for (int i = 0; i < 5; i++) {
        v[i] = vertex(motion, points[i][0], points[i][1], points[i][2]);
      }
      int shift = variant;
      builder.polygon(part, Mesh.NO_MATERIAL, v[shift], v[1 + shift], v[2 + shift]);
      builder.polygon(part, Mesh.NO_MATERIAL, v[shift], v[2 + shift], v[(3 + shift) % 4]);
      builder.polygon(part, Mesh.NO_MATERIAL, v[1], v[4], v[2]);
    }
    assertThat(classes()).containsExactly(0, 1);
  }

  @Test
  void flatPiecesAndTheirMirrorsAreAlikeAndPiecesWithoutAreaAreAlone() {
    for (int i = 0; i < 3; i++) {
      double[][] motion = motion(i == 1);
      int a = vertex(motion, 0, 0, 0);
      int b = vertex(motion, 0.3, 0, 0);
      builder.polygon(part, Mesh.NO_MATERIAL, a, b, vertex(motion, 0.1, 0.2, 0));
    }
    int a = builder.vertex(100, 0, 0);
    builder.polygon(part, Mesh.NO_MATERIAL, a, builder.vertex(101, 0, 0), builder.vertex(102, 0, 0));
    assertThat(classes()).containsExactly(0, 0, 0, 1);
  }

  /** Hundreds with the same counts: each is compared with those of its size only. */
  @Test
  void hundredsOfBracketsEachOfItsOwnSizeAreHundredsOfClasses() {
    int kinds = 700;
    for (int i = 0; i < 2 * kinds; i++) {
      bracket(motion(i % 2 == 0), 0.5 * Math.pow(1.01, i % kinds));
    }
    int[] classes = classes();
    for (int i = 0; i < kinds; i++) {
      assertThat(classes[i]).isEqualTo(i);
      assertThat(classes[kinds + i]).isEqualTo(i);
    }
  }
}
