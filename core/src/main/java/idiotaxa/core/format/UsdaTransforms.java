package idiotaxa.core.format;

import com.carrotsearch.hppc.DoubleArrayList;
import idiotaxa.core.format.UsdaText.Numbers;
import idiotaxa.core.format.UsdaText.Prim;
import java.util.List;

/** The transform of a prim by its {@code xformOpOrder} (UsdGeomXformable): the first operation is the outermost. */
final class UsdaTransforms {
  private static final String INVERT = "!invert!";
  private static final double[] NO_MOVE = {0, 0, 0};
  private static final double[] NO_TURN = {0, 0, 0, 1};
  private static final double[] NO_SCALE = {1, 1, 1};

  private UsdaTransforms() {}

  static Transform of(Prim prim) {
    Transform all = Transform.IDENTITY;
    if (prim.value("xformOpOrder") instanceof List<?> order) {
      for (Object name : order) {
        all = all.times(one(prim, String.valueOf(name)));
      }
    }
    return all;
  }

  private static Transform one(Prim prim, String name) {
    boolean isInverse = name.startsWith(INVERT);
    String property = isInverse ? name.substring(INVERT.length()) : name;
    String[] words = property.split(":");
    Object value = prim.value(property);
    if (words.length < 2 || value == null) {
      return Transform.IDENTITY;
    }
    Transform made = made(words[1], value);
    return isInverse ? made.inverse() : made;
  }

  private static Transform made(String kind, Object value) {
    double[] v = value instanceof Numbers numbers ? values(numbers.values()) : new double[] {value instanceof Double d ? d : 0};
    return switch (kind) {
      case "translate" -> v.length == 3 ? Transform.of(v, NO_TURN, NO_SCALE) : Transform.IDENTITY;
      case "scale" -> v.length == 3 ? Transform.of(NO_MOVE, NO_TURN, v) : Transform.IDENTITY;
      // The real part first.
      case "orient" -> v.length == 4 ? Transform.of(NO_MOVE, unit(v[1], v[2], v[3], v[0]), NO_SCALE) : Transform.IDENTITY;
      case "transform" -> v.length == 16 ? Transform.ofRowVectors(v) : Transform.IDENTITY;
      default -> kind.startsWith("rotate") ? turned(kind.substring("rotate".length()), v) : Transform.IDENTITY;
    };
  }

  private static double[] values(DoubleArrayList list) {
    return list.toArray();
  }

  private static double[] unit(double x, double y, double z, double w) {
    double length = Math.sqrt(x * x + y * y + z * z + w * w);
    return length > 0 ? new double[] {x / length, y / length, z / length, w / length} : NO_TURN;
  }

  /** Degrees about axes, the first letter's first. */
  private static Transform turned(String axes, double[] degrees) {
    Transform all = Transform.IDENTITY;
    for (int i = 0; i < axes.length(); i++) {
      int axis = axes.charAt(i) - 'X';
      int at = axes.length() == 1 ? 0 : axis;
      if (axis < 0 || axis > 2 || at >= degrees.length) {
        return Transform.IDENTITY;
      }
      double half = Math.toRadians(degrees[at]) / 2;
      double[] turn = {0, 0, 0, Math.cos(half)};
      turn[axis] = Math.sin(half);
      all = Transform.of(NO_MOVE, turn, NO_SCALE).times(all);
    }
    return all;
  }
}
