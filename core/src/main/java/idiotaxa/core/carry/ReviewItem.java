package idiotaxa.core.carry;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/**
 * Something about a carry-over that a person should look at.
 *
 * @param newPart index in the new model, −1 for a lost part
 * @param oldPart index in the old model, −1 for a new part
 * @param group that most of the surface was given, 0 for none
 * @param faces of the new model, ascending; of the old one for a lost part
 * @param area square metres
 * @param kin items of one number are alike: of one reason and group, in parts whose names differ by a number
 */
public record ReviewItem(
    Reason reason, int newPart, int oldPart, int group, int[] faces, double area, int kin) {

  /** Why it is to be looked at. */
  public enum Reason {
    NEW_PART,
    LOST_PART,
    RENAMED_PART,
    /** Surface of a known part where nothing old is near. */
    NEW_SURFACE,
    /** Surface that lies between groups, or too far from the old one to be sure. */
    UNCERTAIN,
    /** Faces that a border between groups runs across. */
    BORDER,
    /** Surface of a part that looks the same in several ways of turning it. */
    SYMMETRIC,
    /** Surface that another old part or another old surface answers as well. */
    NEARLY_AS_GOOD;

    @JsonValue
    public String word() {
      return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }
  }
}
