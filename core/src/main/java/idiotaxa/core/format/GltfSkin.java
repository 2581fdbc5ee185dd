package idiotaxa.core.format;

import idiotaxa.core.work.Parallel;
import java.util.Arrays;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/**
 * How the joints of a skin place vertices as the file shows them: each by its world transform after the inverse bind matrix, blended by
 * weights. The transform of the node that has the skin does not count (glTF 2.0, 3.7.3.1).
 */
final class GltfSkin {
  private static final int ROWS = 12;
  private static final int MATRIX = 16;
  private static final int RANGE = 1 << 13;

  private final GltfDocument document;
  private final GltfAccessors accessors;
  private final String place;

  /** Three rows of four of each joint. */
  private final double[] matrices;

  private GltfSkin(GltfDocument document, GltfAccessors accessors, String place, double[] matrices) {
    this.document = document;
    this.accessors = accessors;
    this.place = place;
    this.matrices = matrices;
  }

  /**
   * @param worlds transforms of the nodes of the scene, by their number
   */
  static GltfSkin of(GltfDocument document, GltfAccessors accessors, int index, Map<Integer, Transform> worlds) {
    String place = "skin " + index;
    JsonNode skin = document.element("skins", index).orElseThrow(() -> document.refuse(place, "there is no such skin"));
    JsonNode joints = skin.path("joints");
    float[] inverse = null;
    if (skin.has("inverseBindMatrices")) {
      inverse = accessors.floats(skin.path("inverseBindMatrices").asInt(-1), MATRIX, place);
      if (inverse.length < MATRIX * joints.size()) {
        throw document.refuse(place, "it has fewer inverse bind matrices than joints");
      }
    }
    double[] matrices = new double[ROWS * joints.size()];
    for (int j = 0; j < joints.size(); j++) {
      Transform world = worlds.getOrDefault(joints.get(j).asInt(-1), Transform.IDENTITY);
      Transform bound = inverse == null ? world : world.times(Transform.ofColumns(inverse, MATRIX * j));
      bound.rows(matrices, ROWS * j);
    }
    return new GltfSkin(document, accessors, place, matrices);
  }

  /** Whether the first joint mirrors; those of one skin do so together. */
  boolean isMirrored() {
    return matrices.length >= ROWS && determinant(matrices) < 0;
  }

  /**
   * @param attributes of the primitive, with its joints and weights
   * @param xyz points, or normals, moved in place
   */
  void apply(JsonNode attributes, float[] xyz, boolean isNormals) {
    int count = xyz.length / 3;
    int sets = 0;
    while (attributes.has("JOINTS_" + sets) && attributes.has("WEIGHTS_" + sets)) {
      sets++;
    }
    float[][] joints = new float[sets][];
    float[][] weights = new float[sets][];
    for (int s = 0; s < sets; s++) {
      joints[s] = values(attributes, "JOINTS_" + s, count);
      weights[s] = values(attributes, "WEIGHTS_" + s, count);
      check(joints[s]);
    }
    Parallel.ranges(count, RANGE, Parallel.cores(), (from, to) -> move(joints, weights, xyz, isNormals, from, to));
  }

  private float[] values(JsonNode attributes, String name, int count) {
    float[] values = accessors.floats(attributes.path(name).asInt(-1), 4, place);
    if (values.length != 4 * count) {
      throw document.refuse(place, name + " has another count than POSITION");
    }
    return values;
  }

  private void check(float[] joints) {
    for (float joint : joints) {
      if (!(joint >= 0 && joint < matrices.length / ROWS)) {
        throw document.refuse(place, "joint " + (long) joint + " is asked for, but there are only " + matrices.length / ROWS);
      }
    }
  }

  private void move(float[][] joints, float[][] weights, float[] xyz, boolean isNormals, int from, int to) {
    double[] blended = new double[ROWS];
    for (int v = from; v < to; v++) {
      if (!blend(joints, weights, v, blended)) {
        continue;
      }
      if (isNormals) {
        turn(blended, xyz, 3 * v);
      } else {
        place(blended, xyz, 3 * v);
      }
    }
  }

  /** False for a vertex that nothing holds: it stays where it is. */
  private boolean blend(float[][] joints, float[][] weights, int vertex, double[] out) {
    double sum = 0;
    Arrays.fill(out, 0);
    for (int s = 0; s < joints.length; s++) {
      for (int k = 4 * vertex; k < 4 * vertex + 4; k++) {
        double weight = weights[s][k];
        sum += weight;
        int first = ROWS * (int) joints[s][k];
        for (int i = 0; i < ROWS && weight != 0; i++) {
          out[i] += weight * matrices[first + i];
        }
      }
    }
    for (int i = 0; i < ROWS && sum > 0; i++) {
      out[i] /= sum;
    }
    return sum > 0;
  }

  private static void place(double[] m, float[] xyz, int at) {
    double x = xyz[at];
    double y = xyz[at + 1];
    double z = xyz[at + 2];
    for (int row = 0; row < 3; row++) {
      xyz[at + row] = (float) (m[4 * row] * x + m[4 * row + 1] * y + m[4 * row + 2] * z + m[4 * row + 3]);
    }
  }

  /** By the cofactors, which need no inverse, to unit length. */
  private static void turn(double[] m, float[] xyz, int at) {
    double x = xyz[at];
    double y = xyz[at + 1];
    double z = xyz[at + 2];
    double nx = (m[5] * m[10] - m[6] * m[9]) * x + (m[6] * m[8] - m[4] * m[10]) * y + (m[4] * m[9] - m[5] * m[8]) * z;
    double ny = (m[2] * m[9] - m[1] * m[10]) * x + (m[0] * m[10] - m[2] * m[8]) * y + (m[1] * m[8] - m[0] * m[9]) * z;
    double nz = (m[1] * m[6] - m[2] * m[5]) * x + (m[2] * m[4] - m[0] * m[6]) * y + (m[0] * m[5] - m[1] * m[4]) * z;
    double length = Math.sqrt(nx * nx + ny * ny + nz * nz) * Math.signum(determinant(m));
    double scale = length != 0 ? 1 / length : 0;
    xyz[at] = (float) (nx * scale);
    xyz[at + 1] = (float) (ny * scale);
    xyz[at + 2] = (float) (nz * scale);
  }

  private static double determinant(double[] m) {
    return m[0] * (m[5] * m[10] - m[6] * m[9]) + m[1] * (m[6] * m[8] - m[4] * m[10]) + m[2] * (m[4] * m[9] - m[5] * m[8]);
  }
}
