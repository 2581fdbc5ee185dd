package idiotaxa.core.format;

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
}
