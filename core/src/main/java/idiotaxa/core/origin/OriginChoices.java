package idiotaxa.core.origin;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Which origins models have anything to read for when they are read together, and which is proposed. */
public final class OriginChoices {
  /** In which they are proposed; the one order for all that propose. */
  static final List<IdOrigin> ORDER =
      List.of(
          IdOrigin.CLAIMS,
          IdOrigin.VERTEX_COLORS,
          IdOrigin.MATERIALS,
          IdOrigin.FACE_GROUPS,
          IdOrigin.PARTS,
          IdOrigin.TEXTURE,
          IdOrigin.PIECES);

  private OriginChoices() {}

  /**
   * What one model brings along.
   *
   * @param isClaimed whether any of its faces is
   * @param colors its vertex colours, whatever form they are told in
   * @param faceGroups what its file says that faces belong to, a number or name each
   * @param hasTexture whether a texture can be read, for which it needs UVs
   */
  public record Brought(
      boolean isClaimed, Set<String> colors, int materials, Set<String> faceGroups, int parts, int pieces, boolean hasTexture) {}

  /**
   * An origin of a bake.
   *
   * @param hasData whether there are two different values to read, without which a map has one colour
   */
  public record Choice(IdOrigin origin, boolean hasData) {}

  /**
   * What to bake from.
   *
   * @param isFromSource whether from the sources rather than from the target itself
   */
  public record Proposed(IdOrigin origin, boolean isFromSource) {}

  /** In the order in which they are proposed. */
  public static List<Choice> of(List<Brought> read) {
    return ORDER.stream().map(origin -> new Choice(origin, hasData(origin, read))).toList();
  }

  /** Own claims first, then what the sources bring along, then what the target does. */
  public static Proposed propose(List<Brought> target, List<Brought> sources) {
    if (hasData(IdOrigin.CLAIMS, target)) {
      return new Proposed(IdOrigin.CLAIMS, false);
    }
    return first(sources, true).or(() -> first(target, false)).orElse(new Proposed(IdOrigin.CLAIMS, false));
  }

  private static Optional<Proposed> first(List<Brought> read, boolean isFromSource) {
    return ORDER.stream()
        .filter(origin -> hasData(origin, read))
        .findFirst()
        .map(origin -> new Proposed(origin, isFromSource));
  }

  private static boolean hasData(IdOrigin origin, List<Brought> read) {
    return switch (origin) {
      case CLAIMS -> read.stream().anyMatch(Brought::isClaimed);
      case VERTEX_COLORS ->
          read.stream().flatMap(b -> b.colors().stream()).collect(Collectors.toSet()).size() > 1;
      case MATERIALS -> read.stream().mapToInt(Brought::materials).sum() > 1;
      case FACE_GROUPS ->
          read.stream().flatMap(b -> b.faceGroups().stream()).collect(Collectors.toSet()).size() > 1;
      case PARTS -> read.stream().mapToInt(Brought::parts).sum() > 1;
      // Several pieces of one part; of several parts the parts themselves tell more.
      case PIECES -> read.stream().mapToInt(Brought::pieces).sum() > 1;
      case TEXTURE -> read.stream().anyMatch(Brought::hasTexture);
      case IMAGE -> false;
    };
  }
}
