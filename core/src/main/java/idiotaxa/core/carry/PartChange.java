package idiotaxa.core.carry;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/**
 * What became of a part.
 *
 * @param oldPart index in the old model, −1 for a new part
 * @param newPart index in the new model, −1 for a lost part
 * @param oldName empty for a new part
 * @param newName empty for a lost part
 * @param movedBy of a part that lies elsewhere and is else the same, metres; else 0
 * @param farthest between the surfaces, once laid on each other, metres
 * @param oldFaces number of its faces before, and {@code newFaces} now
 * @param area square metres, of a lost part before
 */
public record PartChange(
    Kind kind,
    int oldPart,
    int newPart,
    String oldName,
    String newName,
    Shape shape,
    Layout layout,
    double movedBy,
    double farthest,
    int oldFaces,
    int newFaces,
    double area) {

  /**
   * Whether the part is there before and after. Every old part is kept, renamed, joined or lost, and every
   * new one kept, renamed, cut out or new.
   */
  public enum Kind {
    KEPT,
    /** Another name where it was, or of its shape. */
    RENAMED,
    /** An old part that lies in a new one beside the one which that mostly is. */
    JOINED,
    /** A new part that lies in an old one which another new part mostly is. */
    CUT,
    NEW,
    LOST;

    @JsonValue
    public String word() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /** What became of the surface. */
  public enum Shape {
    SAME,
    /** The same surface in other faces. */
    RECUT,
    MOVED,
    RESHAPED,
    /** There is nothing to compare with. */
    NONE;

    @JsonValue
    public String word() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /** What became of the UVs. */
  public enum Layout {
    SAME,
    /** Unwrapped anew. */
    ANEW,
    /** One of the two has none. */
    NONE;

    @JsonValue
    public String word() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /** Whether there is anything to say of it. */
  public boolean isUnchanged() {
    return kind == Kind.KEPT && shape == Shape.SAME && layout != Layout.ANEW;
  }
}
