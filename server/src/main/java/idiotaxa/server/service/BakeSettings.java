package idiotaxa.server.service;

import idiotaxa.core.bake.IdOrigin;
import idiotaxa.core.bake.SheetSettings;
import java.util.List;

/**
 * What an artist chooses for a bake.
 *
 * @param origin word of {@link IdOrigin}
 * @param isFromSource whether IDs are read from sources by rays, else from the target itself
 * @param sourceIds which sources, null for all that the asset has
 * @param size side of a sheet, px
 * @param samples a texel
 * @param padding px, −1 for the whole sheet
 * @param reachOutward metres, null to measure
 * @param reachInward metres, null to measure
 * @param pairing {@code names}, {@code all} or {@code fitting}
 */
public record BakeSettings(
    String origin,
    boolean isFromSource,
    List<Long> sourceIds,
    int size,
    int samples,
    int padding,
    Double reachOutward,
    Double reachInward,
    String pairing) {
  private static final int LARGEST = 8192;

  public BakeSettings {
    IdOrigin.parse(origin);
    new SheetSettings(size, size, samples, false, 1);
    if (size > LARGEST) {
      throw new IllegalArgumentException("size must be at most " + LARGEST + " px, got " + size);
    }
    if (padding < -1) {
      throw new IllegalArgumentException("padding must not be negative, got " + padding + " px");
    }
    if ((reachOutward == null) != (reachInward == null)) {
      throw new IllegalArgumentException("reach needs both outward and inward, or neither");
    }
  }
}
