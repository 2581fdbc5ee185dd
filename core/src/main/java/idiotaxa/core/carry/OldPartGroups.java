package idiotaxa.core.carry;

import java.util.Arrays;
import java.util.List;

/** Old parts that are of one group throughout. */
final class OldPartGroups {
  /** How sure a part's only group is when nothing but the name tells the part. */
  static final float BY_NAME = 0.7f;

  private static final int NO_FACE = -1;
  private static final int SEVERAL = -2;

  private final int[] faceOfPart;
  private final int[] groups;

  OldPartGroups(TwoModels models, int[] oldGroups) {
    groups = oldGroups;
    faceOfPart = new int[models.old.parts().size()];
    Arrays.fill(faceOfPart, NO_FACE);
    for (int f = 0; f < oldGroups.length; f++) {
      int part = models.old.facePart()[f];
      if (faceOfPart[part] == NO_FACE) {
        faceOfPart[part] = f;
      } else if (faceOfPart[part] >= 0 && oldGroups[faceOfPart[part]] != oldGroups[f]) {
        faceOfPart[part] = SEVERAL;
      }
    }
  }

  /** Whether parts hold more than one group between them. */
  boolean areMixed(List<Integer> parts) {
    int first = faceOfPart[parts.get(0)];
    for (int part : parts) {
      int face = faceOfPart[part];
      if (face == SEVERAL || face != NO_FACE && first >= 0 && groups[face] != groups[first]) {
        return true;
      }
      first = first == NO_FACE ? face : first;
    }
    return false;
  }

  /** A face of a part that is of one group throughout, negative for another part. */
  int faceOfOnly(int part) {
    return faceOfPart[part];
  }
}
