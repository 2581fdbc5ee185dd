package idiotaxa.bench.revision;

import java.util.ArrayList;
import java.util.List;

/**
 * A part made of curved patches whose groups are known at every place, however it is cut into faces.
 *
 * @param name in the file
 * @param patches in the order in which their faces are written
 * @param place over the model: nine of a matrix by rows, then three of a shift, metres
 */
record MadePart(String name, List<Patch> patches, double[] place) {
  private static final double[] STILL = {1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0};

  /** A point in metres for s and t in 0 … 1; the outside is where ∂s × ∂t points. */
  interface Surface {
    double[] at(double s, double t);
  }

  /** The group at s and t, 0 … 1. */
  interface Groups {
    int at(double s, double t);
  }

  /** Cut into {@code columns} along s and {@code rows} along t. */
  record Patch(Surface surface, Groups groups, int columns, int rows) {
    Patch cut(int newColumns, int newRows) {
      return new Patch(surface, groups, newColumns, newRows);
    }
  }

  static MadePart of(String name, Patch... patches) {
    return new MadePart(name, List.of(patches), STILL);
  }

  MadePart named(String other) {
    return new MadePart(other, patches, place);
  }

  MadePart moved(double x, double y, double z) {
    return placed(new double[] {1, 0, 0, 0, 1, 0, 0, 0, 1, x, y, z});
  }

  /** About an axis through the middle of its box. */
  MadePart turned(double[] axis, double radians) {
    double[] m = rotation(axis, radians);
    double[] middle = middle();
    for (int i = 0; i < 3; i++) {
      double at = 0;
      for (int j = 0; j < 3; j++) {
        at += m[3 * i + j] * middle[j];
      }
      m[9 + i] = middle[i] - at;
    }
    return placed(m);
  }

  MadePart scaled(double factor) {
    double[] middle = middle();
    double[] m = {factor, 0, 0, 0, factor, 0, 0, 0, factor, 0, 0, 0};
    for (int i = 0; i < 3; i++) {
      m[9 + i] = (1 - factor) * middle[i];
    }
    return placed(m);
  }

  MadePart mirrored() {
    return placed(new double[] {-1, 0, 0, 0, 1, 0, 0, 0, 1, 2 * middle()[0], 0, 0});
  }

  /** The same surface in about {@code factor} times as many faces along each side. */
  MadePart cut(double factor) {
    List<Patch> out = new ArrayList<>();
    for (Patch p : patches) {
      int columns = Math.max(p.columns() == 1 ? 1 : 3, (int) Math.round(p.columns() * factor));
      int rows = Math.max(1, (int) Math.round(p.rows() * factor));
      out.add(p.cut(columns, rows));
    }
    return new MadePart(name, out, place);
  }

  MadePart with(List<Patch> others) {
    return new MadePart(name, others, place);
  }

  /** Of the box, metres. */
  double[] middle() {
    double[] low = {1e9, 1e9, 1e9};
    double[] high = {-1e9, -1e9, -1e9};
    for (Patch p : patches) {
      for (int i = 0; i <= 12; i++) {
        for (int j = 0; j <= 12; j++) {
          double[] at = point(p, i / 12.0, j / 12.0);
          for (int axis = 0; axis < 3; axis++) {
            low[axis] = Math.min(low[axis], at[axis]);
            high[axis] = Math.max(high[axis], at[axis]);
          }
        }
      }
    }
    return new double[] {(low[0] + high[0]) / 2, (low[1] + high[1]) / 2, (low[2] + high[2]) / 2};
  }

  double[] point(Patch patch, double s, double t) {
    double[] p = patch.surface().at(s, t);
    double[] out = new double[3];
    for (int i = 0; i < 3; i++) {
      out[i] = place[3 * i] * p[0] + place[3 * i + 1] * p[1] + place[3 * i + 2] * p[2] + place[9 + i];
    }
    return out;
  }

  boolean isMirrored() {
    double[] m = place;
    return m[0] * (m[4] * m[8] - m[5] * m[7])
            - m[1] * (m[3] * m[8] - m[5] * m[6])
            + m[2] * (m[3] * m[7] - m[4] * m[6])
        < 0;
  }

  /** Laid elsewhere after where it lies now. */
  MadePart placed(double[] then) {
    double[] out = new double[12];
    for (int i = 0; i < 3; i++) {
      for (int j = 0; j < 3; j++) {
        for (int k = 0; k < 3; k++) {
          out[3 * i + j] += then[3 * i + k] * place[3 * k + j];
        }
        out[9 + i] += then[3 * i + j] * place[9 + j];
      }
      out[9 + i] += then[9 + i];
    }
    return new MadePart(name, patches, out);
  }

  /** Rodrigues's formula; twelve numbers as in {@link #place}. */
  static double[] rotation(double[] axis, double radians) {
    double length = Math.sqrt(axis[0] * axis[0] + axis[1] * axis[1] + axis[2] * axis[2]);
    double x = axis[0] / length;
    double y = axis[1] / length;
    double z = axis[2] / length;
    double c = Math.cos(radians);
    double s = Math.sin(radians);
    double d = 1 - c;
    return new double[] {
      c + x * x * d, x * y * d - z * s, x * z * d + y * s,
      y * x * d + z * s, c + y * y * d, y * z * d - x * s,
      z * x * d - y * s, z * y * d + x * s, c + z * z * d,
      0, 0, 0
    };
  }
}
