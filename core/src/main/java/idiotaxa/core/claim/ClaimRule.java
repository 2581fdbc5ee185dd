package idiotaxa.core.claim;

import idiotaxa.core.group.Rgb;

/**
 * A claim that reaches faces by what they are, so that it can be evaluated anew when a model changes.
 *
 * @param word what is looked for: a {@link NamePattern} for parts and materials, {@code #RRGGBB} for
 *     vertex colours, the number or name itself for face groups, and for alike pieces the name of the part that the piece is from
 * @param face for alike pieces a face of the piece that they are alike to, else −1
 * @param group identity of the group that the faces go to, as the keeper of the rules numbers groups
 * @param since position of the journal at which the rule was made
 */
public record ClaimRule(Kind kind, String word, int face, int group, int since) {
  private static final int MAX_WORD = 200;

  /** What a rule looks at. */
  public enum Kind {
    PART("part", "parts named "),
    MATERIAL("material", "material "),
    COLOR("color", "vertex colour "),
    /** What the file says that faces belong to. */
    FACE_GROUP("faceGroup", "face group "),
    ALIKE("alike", "pieces alike to one of ");

    private final String word;
    private final String beginning;

    Kind(String word, String beginning) {
      this.word = word;
      this.beginning = beginning;
    }

    /** As recipes write it. */
    public String word() {
      return word;
    }
  }

  public ClaimRule {
    if (word == null || word.isBlank() || word.length() > MAX_WORD) {
      throw new IllegalArgumentException(
          "A rule needs a word of 1 to " + MAX_WORD + " characters, got \"" + word + "\".");
    }
    if (kind == Kind.COLOR) {
      Rgb.parse(word);
    }
  }

  /** A rule for anything but alike pieces. */
  public static ClaimRule of(Kind kind, String word, int group, int since) {
    return new ClaimRule(kind, word, -1, group, since);
  }

  /** The same for another group. */
  public ClaimRule into(int otherGroup) {
    return new ClaimRule(kind, word, face, otherGroup, since);
  }

  /** The same, knowing its alike pieces by another face. */
  public ClaimRule from(String partName, int otherFace) {
    return new ClaimRule(kind, partName, otherFace, group, since);
  }

  /** The same, made at another position of the journal. */
  public ClaimRule madeAt(int position) {
    return new ClaimRule(kind, word, face, group, position);
  }

  /** Whether both look for the same. */
  public boolean looksForSameAs(ClaimRule other) {
    return kind == other.kind && face == other.face && word.equalsIgnoreCase(other.word);
  }

  /** What it reaches, in words: {@code parts named bolt}. */
  public String words() {
    return kind.beginning + word;
  }
}
