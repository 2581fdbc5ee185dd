package idiotaxa.core.known;

import idiotaxa.core.alike.AlikePieces;
import idiotaxa.core.alike.Surface;
import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Pieces;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.mesh.Weld;
import idiotaxa.core.work.Progress;
import java.util.Arrays;
import java.util.Map;
import java.util.TreeMap;

/** Learns the pieces of sorted models. */
public final class Learning {
  /** Of a piece's area that has to be of one group. */
  private static final double MOST = 0.99;

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
    Weld weld = Weld.of(mesh);
    FaceLabels pieces = Pieces.of(mesh, weld);
    int[] groupOfPiece = groupOfPiece(mesh, pieces, groupOfFace);
    int[] alike = AlikePieces.of(mesh, weld, pieces, AlikePieces.TOLERANCE);
    PieceTriangles triangles = new PieceTriangles(mesh, pieces);
    Map<Integer, KnownKind> kindOfClass = new TreeMap<>();
    int learned = 0;
    int kinds = 0;
    int mixed = 0;
    for (int p = 0; p < alike.length; p++) {
      progress.at("learning pieces", (double) p / alike.length);
      KnownGroup group = groups.get(groupOfPiece[p]);
      if (group == null) {
        mixed += groupOfPiece[p] < 0 ? 1 : 0;
        continue;
      }
      KnownKind kind = kindOfClass.get(alike[p]);
      if (kind == null) {
        Surface surface = Surface.of(mesh, triangles.of(p));
        if (!(surface.area() > 0)) {
          continue;
        }
        kind = known.same(new KnownPieces.Looked(surface)).orElse(null);
        if (kind == null) {
          kind = new KnownKind(surface.fingerprint(), () -> surface);
          known.add(kind);
          kinds++;
        }
        kindOfClass.put(alike[p], kind);
      }
      kind.add(new Seen(group, asset, 1));
      learned++;
    }
    int unclaimed = 0;
    for (int group : groupOfPiece) {
      unclaimed += group == 0 ? 1 : 0;
    }
    return new Learned(learned, kinds, mixed, unclaimed);
  }

  /** The group that nearly all of a piece's area has, 0 where that is none, −1 where there are several. */
  private static int[] groupOfPiece(Mesh mesh, FaceLabels pieces, int[] groupOfFace) {
    double[] areas = TriangleGeometry.faceAreas(mesh);
    double[] all = new double[pieces.count()];
    Map<Long, Double> ofGroup = new TreeMap<>();
    for (int f = 0; f < areas.length; f++) {
      int piece = pieces.ofFace()[f];
      all[piece] += areas[f];
      ofGroup.merge((long) piece << Integer.SIZE | groupOfFace[f], areas[f], Double::sum);
    }
    int[] out = new int[all.length];
    Arrays.fill(out, -1);
    ofGroup.forEach(
        (key, area) -> {
          int piece = (int) (key >>> Integer.SIZE);
          if (area >= MOST * all[piece]) {
            out[piece] = key.intValue();
          }
        });
    return out;
  }
}
