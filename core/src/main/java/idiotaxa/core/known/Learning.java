package idiotaxa.core.known;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.work.Progress;
import java.util.Map;

/** Learns the pieces of sorted models. */
public final class Learning {
  private final KnownPieces known;

  public Learning(KnownPieces known) {
    this.known = known;
  }

  /**
   * What came of a model.
   *
   * @param learned pieces that are known now
   * @param kinds of them that were not known before
   * @param mixed pieces that have several groups, which are not kept
   * @param unclaimed pieces without a group
   */
  public record Learned(int learned, int kinds, int mixed, int unclaimed) {}

  /**
   * @param groupOfFace number of every face, 0 for none
   * @param groups by their numbers; what is missing is not learned
   */
  public Learned learn(String asset, Mesh mesh, int[] groupOfFace, Map<Integer, KnownGroup> groups, Progress progress) {
    SortedPieces sorted = SortedPieces.of(mesh, groupOfFace);
    int learned = 0;
    int kinds = 0;
    for (int k = 0; k < sorted.kinds().size(); k++) {
      progress.at("learning pieces", (double) k / sorted.kinds().size());
      SortedPieces.Sorted piece = sorted.kinds().get(k);
      KnownGroup group = groups.get(piece.group());
      if (group == null) {
        continue;
      }
      KnownKind kind = known.find(piece.surface()).orElse(null);
      if (kind == null) {
        kind = new KnownKind(piece.surface().fingerprint(), piece::surface);
        known.add(kind);
        kinds++;
      }
      kind.add(new Seen(group, asset, piece.pieces()));
      learned += piece.pieces();
    }
    return new Learned(learned, kinds, sorted.mixed(), sorted.unclaimed());
  }
}
