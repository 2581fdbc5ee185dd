package idiotaxa.core.mask;

import java.util.Locale;

/**
 * One step that a mask goes through.
 *
 * @param amount of grow, shrink and feather: px, or mm on the surface; 0 of the others
 * @param isOnSurface whether the amount is in mm on the surface
 * @param low of tighten: what becomes 0, 0 … 1
 * @param high of tighten: what becomes 1, 0 … 1
 */
public record MaskStep(Kind kind, double amount, boolean isOnSurface, double low, double high) {
  /** mm; a larger one is given in another unit by mistake. */
  private static final double MOST_MILLIMETRES = 10_000;

  /** What a step does. */
  public enum Kind {
    GROW,
    SHRINK,
    FEATHER,
    TIGHTEN,
    INVERT;

    public String word() {
      return name().toLowerCase(Locale.ROOT);
    }

    boolean hasAmount() {
      return this == GROW || this == SHRINK || this == FEATHER;
    }
  }

  public MaskStep {
    if (kind.hasAmount()) {
      double most = isOnSurface ? MOST_MILLIMETRES : DiskGrowth.LARGEST;
      if (!(amount >= 0 && amount <= most)) {
        throw new IllegalArgumentException(
            "%s: the distance must be in 0 … %.0f %s, got %s"
                .formatted(kind.word(), most, isOnSurface ? "mm" : "px", amount));
      }
      if (kind == Kind.FEATHER && isOnSurface) {
        throw new IllegalArgumentException("feather: the distance is given in px");
      }
    }
    if (kind == Kind.TIGHTEN && !(low >= 0 && low <= high && high <= 1)) {
      throw new IllegalArgumentException(
          "tighten: low and high must be in 0 … 1, low first, got %s and %s".formatted(low, high));
    }
  }

  public static MaskStep px(Kind kind, double px) {
    return new MaskStep(kind, px, false, 0, 0);
  }

  public static MaskStep mm(Kind kind, double mm) {
    return new MaskStep(kind, mm, true, 0, 0);
  }

  public static MaskStep tighten(double low, double high) {
    return new MaskStep(Kind.TIGHTEN, 0, false, low, high);
  }

  public static MaskStep invert() {
    return new MaskStep(Kind.INVERT, 0, false, 0, 0);
  }

  /** The same on a sheet of another size. */
  MaskStep scaled(double factor) {
    return isOnSurface ? this : new MaskStep(kind, amount * factor, false, low, high);
  }
}
