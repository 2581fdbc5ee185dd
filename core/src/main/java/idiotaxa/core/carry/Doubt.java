package idiotaxa.core.carry;

/** Why the group of a face is worth a look. */
public enum Doubt {
  NONE,
  /** Too far from the old surface, or between groups there, to be sure. */
  UNSURE,
  /** A good part of the face lies in another group: a border runs across it. */
  BORDER,
  /** Its part looks the same in several ways of turning it, which give other groups. */
  SYMMETRIC,
  /** Another old part or surface answers nearly as well, with another group. */
  NEARLY_AS_GOOD
}
