package idiotaxa.core.format;

import idiotaxa.core.mesh.Material;
import java.util.Map;

/**
 * The groups that are added to a model which is otherwise written as it came in.
 *
 * @param as what says them in the file
 * @param ofFace number of every face in the order in which the file was read, 0 for unclaimed
 * @param ofCorner number of every corner, likewise
 * @param colors 0xRRGGBB in sRGB of every number from 0 on, up to the largest that is used
 * @param materials of the numbers that have one, in the order of the palette
 */
public record AddedGroups(As as, int[] ofFace, int[] ofCorner, int[] colors, Map<Integer, Material> materials) {
  /** What says the groups in the file. */
  public enum As {
    /** Vertex colours, the ID colour of every corner. */
    COLORS,
    /** An integer attribute with the group's number. */
    NUMBERS,
    /** A material a group; what the model had stays beside them. */
    MATERIALS,
    /** Nothing, and vertex colours are taken out. */
    NONE
  }
}
