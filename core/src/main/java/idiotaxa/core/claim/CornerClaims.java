package idiotaxa.core.claim;

import idiotaxa.core.group.Group;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.mesh.Mesh;
import java.util.Arrays;
import java.util.function.IntPredicate;

/**
 * What claims make of the corners of faces. Rules by vertex colour claim corners, so that inside a face between two colours the
 * same holds as for the colours themselves; all other claims hold whole faces. They are told one after another, later ones win.
 */
public final class CornerClaims {
  private static final int NOTHING = -1;

  private final Mesh mesh;
  /** What holds faces as a whole, below the colours that were told since. */
  private final int[] below;

  private final int[] painted;
  private final int[] paintedColor;

  /** All faces unclaimed. */
  public CornerClaims(Mesh mesh) {
    this.mesh = mesh;
    below = new int[mesh.faceCount()];
    painted = new int[mesh.cornerCount()];
    paintedColor = new int[mesh.cornerCount()];
    Arrays.fill(painted, NOTHING);
  }

  /** A face goes to a group as a whole. */
  public void claim(int face, int group) {
    below[face] = group;
    Arrays.fill(painted, mesh.faceStart()[face], mesh.faceStart()[face + 1], NOTHING);
  }

  /**
   * Corners of a colour go to a group. Where the colours of several rules are near, the nearest holds, and of two that are equal
   * the later.
   *
   * @param color 0xRRGGBB
   * @param tolerance 8-bit RGB distance
   * @param holds whether the rule reaches a face
   */
  public void claimColor(int color, double tolerance, int group, IntPredicate holds) {
    if (!mesh.hasColors()) {
      return;
    }
    int[] colors = mesh.cornerColor();
    int last = NOTHING;
    double distance = 0;
    for (int f = 0; f < below.length; f++) {
      if (!holds.test(f)) {
        continue;
      }
      for (int c = mesh.faceStart()[f]; c < mesh.faceStart()[f + 1]; c++) {
        int corner = colors[c] & 0xFFFFFF;
        if (corner != last) {
          last = corner;
          distance = Rgb.distance(color, corner);
        }
        if (distance <= tolerance && (painted[c] == NOTHING || isNearer(color, distance, paintedColor[c], corner))) {
          painted[c] = group;
          paintedColor[c] = color;
        }
      }
    }
  }

  private static boolean isNearer(int color, double distance, int before, int corner) {
    return color == before || distance < Rgb.distance(before, corner);
  }

  /** The group of every corner, {@link Group#UNCLAIMED} for none. */
  public int[] groups() {
    int[] groups = painted.clone();
    for (int f = 0; f < below.length; f++) {
      for (int c = mesh.faceStart()[f]; c < mesh.faceStart()[f + 1]; c++) {
        groups[c] = groups[c] == NOTHING ? below[f] : groups[c];
      }
    }
    return groups;
  }
}
