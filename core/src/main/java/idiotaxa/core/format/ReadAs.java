package idiotaxa.core.format;

import idiotaxa.core.mesh.UpAxis;
import java.util.Locale;

/**
 * What a file does not say of itself.
 *
 * @param unit of its coordinates; without meaning for USD, which says its own
 * @param up its axis that points up
 * @param uvSet number of the UV set that receives maps, 0 … 7; files other than glTF have only set 0
 * @param colorSet number of the vertex colours that are read, the same
 */
public record ReadAs(Unit unit, UpAxis up, int uvSet, int colorSet) {
  /** As most files are. */
  public static final ReadAs USUAL = new ReadAs(Unit.M, UpAxis.Y, 0, 0);

  static final int LAST_SET = 7;

  /** Of length. */
  public enum Unit {
    MM(0.001),
    CM(0.01),
    M(1),
    IN(0.0254),
    FT(0.3048);

    private final double metres;

    Unit(double metres) {
      this.metres = metres;
    }

    public double metres() {
      return metres;
    }

    /** As it is written: {@code mm}. */
    public String word() {
      return name().toLowerCase(Locale.ROOT);
    }

    /**
     * @throws IllegalArgumentException for another word, naming those that there are
     */
    public static Unit parse(String word) {
      for (Unit unit : values()) {
        if (unit.word().equals(word)) {
          return unit;
        }
      }
      throw new IllegalArgumentException("a unit is mm, cm, m, in or ft, got " + word);
    }
  }

  public ReadAs {
    if (uvSet < 0 || uvSet > LAST_SET) {
      throw new IllegalArgumentException("a UV set is 0 … " + LAST_SET + ", got " + uvSet);
    }
    if (colorSet < 0 || colorSet > LAST_SET) {
      throw new IllegalArgumentException("a set of vertex colours is 0 … " + LAST_SET + ", got " + colorSet);
    }
  }

  /** The same with another UV set. */
  public ReadAs withUvSet(int other) {
    return new ReadAs(unit, up, other, colorSet);
  }

  /** {@code y} or {@code z}. */
  public String upWord() {
    return up.name().toLowerCase(Locale.ROOT);
  }

  /**
   * @param word {@code y} or {@code z}
   * @throws IllegalArgumentException for another word
   */
  public static UpAxis parseUp(String word) {
    return switch (word) {
      case "y" -> UpAxis.Y;
      case "z" -> UpAxis.Z;
      default -> throw new IllegalArgumentException("the axis that points up is y or z, got " + word);
    };
  }
}
