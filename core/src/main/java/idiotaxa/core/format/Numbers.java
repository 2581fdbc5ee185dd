package idiotaxa.core.format;

import java.math.BigDecimal;

/** Numbers as text formats write them. */
final class Numbers {
  private Numbers() {}

  /** A corner without UV in a mesh with UVs holds no number; formats have no word for that. */
  static float orZero(float value) {
    return Float.isNaN(value) ? 0 : value;
  }

  /** The shortest text that gives the same float back, without a fraction where there is none. */
  static StringBuilder append(StringBuilder text, float value) {
    float written = value == 0 ? 0f : value;
    boolean isWhole = written == (int) written && Math.abs(written) < 1e7f;
    return isWhole ? text.append((int) written) : text.append(written);
  }

  /** The same of a double, without an exponent. */
  static StringBuilder append(StringBuilder text, double value) {
    return value == 0 ? text.append('0') : text.append(BigDecimal.valueOf(value).stripTrailingZeros().toPlainString());
  }
}
