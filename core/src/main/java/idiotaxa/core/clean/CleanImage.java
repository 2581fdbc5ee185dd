package idiotaxa.core.clean;

import idiotaxa.core.group.Group;
import idiotaxa.core.map.SheetMaps;
import java.util.List;

/**
 * An ID image from elsewhere, made crisp.
 *
 * @param maps crisp; what is background is not covered
 * @param groups with the colours that the image has them in, or those of the palette that they were
 *     matched to
 * @param matched numbers of groups that the palette has
 * @param filtered texels between two groups that went to the nearer one
 * @param noisy texels whose colour is not quite their group's
 * @param strays texels whose colour fits nothing around them; they went to the nearest colour
 * @param changes a byte a texel, see the constants
 */
public record CleanImage(
    SheetMaps maps,
    List<Group> groups,
    List<Integer> matched,
    long filtered,
    long noisy,
    long strays,
    byte[] changes) {
  /** In {@link #changes}: the texel has its group's colour. */
  public static final byte KEPT = 0;

  /** Nearly its group's colour. */
  public static final byte NOISY = 1;

  /** It lay between two groups. */
  public static final byte FILTERED = 2;

  /** It fits nothing around it. */
  public static final byte STRAY = 3;
}
