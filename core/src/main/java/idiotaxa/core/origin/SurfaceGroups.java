package idiotaxa.core.origin;

import idiotaxa.core.group.Group;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.trace.NodeLabels;
import idiotaxa.core.work.ContentKey;
import idiotaxa.core.work.Parallel;
import java.util.List;

/**
 * The group of every point of a surface. Inside a triangle whose corners differ, the group with the
 * largest sum of barycentric weights holds, so a triangle between two groups never shows a third.
 */
public final class SurfaceGroups {
  private static final char MIXED = NodeLabels.MIXED;

  /** Triangles that one thread takes at a time. */
  private static final int RANGE = 1 << 14;

  private final char[] ofTriangle;
  private final char[] ofTriangleCorner;
  private final TextureGroups ofTexture;

  private SurfaceGroups(char[] ofTriangle, char[] ofTriangleCorner, TextureGroups ofTexture) {
    this.ofTriangle = ofTriangle;
    this.ofTriangleCorner = ofTriangleCorner;
    this.ofTexture = ofTexture;
  }

  /**
   * @param faceGroup group number of every face, 0 for unclaimed
   */
  public static SurfaceGroups ofFaces(Mesh mesh, int[] faceGroup) {
    char[] groups = new char[mesh.triangleCount()];
    for (int t = 0; t < groups.length; t++) {
      groups[t] = checked(faceGroup[mesh.triangleFace(t)]);
    }
    return new SurfaceGroups(groups, null, null);
  }

  /**
   * @param cornerGroup group number of every corner, 0 for unclaimed
   */
  public static SurfaceGroups ofCorners(Mesh mesh, int[] cornerGroup) {
    char[] groups = new char[mesh.triangleCount()];
    char[] corners = new char[3 * groups.length];
    Parallel.ranges(
        groups.length,
        RANGE,
        Parallel.cores(),
        (from, to) -> {
          for (int t = from; t < to; t++) {
            char a = checked(cornerGroup[mesh.triangleCorner(t, 0)]);
            char b = checked(cornerGroup[mesh.triangleCorner(t, 1)]);
            char c = checked(cornerGroup[mesh.triangleCorner(t, 2)]);
            corners[3 * t] = a;
            corners[3 * t + 1] = b;
            corners[3 * t + 2] = c;
            groups[t] = a == b && a == c ? a : MIXED;
          }
        });
    return new SurfaceGroups(groups, corners, null);
  }

  /** Triangles whose material has no texture have one group each. */
  static SurfaceGroups ofTexture(Mesh mesh, TextureGroups textures) {
    char[] groups = new char[mesh.triangleCount()];
    for (int t = 0; t < groups.length; t++) {
      groups[t] = textures.hasTexture(t) ? MIXED : checked(textures.plainGroup(t));
    }
    return new SurfaceGroups(groups, null, textures);
  }

  private static char checked(int group) {
    if (group < 0 || group > Group.MAX_NUMBER) {
      throw new IllegalArgumentException(
          "group numbers must be in 0 … " + Group.MAX_NUMBER + ", got " + group);
    }
    return (char) group;
  }

  /** The group of a whole triangle, or {@link NodeLabels#MIXED}. */
  public char label(int triangle) {
    return ofTriangle[triangle];
  }

  /** Group number at barycentric weights of corners 0, 1 and 2; the smaller number on a tie. */
  public int at(int triangle, double w0, double w1, double w2) {
    int group = ofTriangle[triangle];
    if (group != MIXED) {
      return group;
    }
    if (ofTexture != null) {
      return ofTexture.at(triangle, w0, w1, w2);
    }
    int g0 = ofTriangleCorner[3 * triangle];
    int g1 = ofTriangleCorner[3 * triangle + 1];
    int g2 = ofTriangleCorner[3 * triangle + 2];
    double s0 = w0 + (g1 == g0 ? w1 : 0) + (g2 == g0 ? w2 : 0);
    double s1 = w1 + (g0 == g1 ? w0 : 0) + (g2 == g1 ? w2 : 0);
    double s2 = w2 + (g0 == g2 ? w0 : 0) + (g1 == g2 ? w1 : 0);
    int best = g0;
    double bestSum = s0;
    if (s1 > bestSum || (s1 == bestSum && g1 < best)) {
      best = g1;
      bestSum = s1;
    }
    return s2 > bestSum || (s2 == bestSum && g2 < best) ? g2 : best;
  }

  /**
   * Adds what the groups of a surface are to a key.
   *
   * @param triangles those that matter, null for all
   * @param palette tells what a texture's colours mean
   */
  public void addTo(ContentKey key, int[] triangles, List<Group> palette) {
    key.add(picked(ofTriangle, triangles, 1));
    if (ofTriangleCorner != null) {
      key.add(picked(ofTriangleCorner, triangles, 3));
    }
    if (ofTexture != null) {
      palette.forEach(group -> key.add(group.number(), group.color()));
    }
  }

  private static char[] picked(char[] values, int[] triangles, int perTriangle) {
    if (triangles == null) {
      return values;
    }
    char[] out = new char[perTriangle * triangles.length];
    for (int i = 0; i < triangles.length; i++) {
      System.arraycopy(
          values, perTriangle * triangles[i], out, perTriangle * i, perTriangle);
    }
    return out;
  }

  /** Whether the whole surface is of one group. */
  public boolean isUniform() {
    for (char group : ofTriangle) {
      if (group == MIXED || group != ofTriangle[0]) {
        return false;
      }
    }
    return true;
  }
}
