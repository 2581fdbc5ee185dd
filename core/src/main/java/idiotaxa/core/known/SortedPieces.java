package idiotaxa.core.known;

import idiotaxa.core.alike.AlikePieces;
import idiotaxa.core.alike.Surface;
import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Pieces;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.mesh.Weld;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * The pieces of a sorted model that can be learned: those of one group.
 *
 * @param kinds in the order of their first pieces
 * @param mixed pieces that have several groups
 * @param unclaimed pieces without a group
 */
public record SortedPieces(List<Sorted> kinds, int mixed, int unclaimed) {
  /** Of a piece's area that has to be of one group. */
  private static final double MOST = 0.99;

  private static final int MIXED = -1;

  /**
   * Pieces that are alike and of one group.
   *
   * @param group its number
   * @param pieces how many
   */
  public record Sorted(Surface surface, int group, int pieces) {}

  /**
   * @param groupOfFace number of every face, 0 for none
   */
  public static SortedPieces of(Mesh mesh, int[] groupOfFace) {
    Weld weld = Weld.of(mesh);
    FaceLabels pieces = Pieces.of(mesh, weld);
    int[] groupOfPiece = groupOfPiece(mesh, pieces, groupOfFace);
    int[] alike = AlikePieces.of(mesh, weld, pieces, AlikePieces.TOLERANCE);
    PieceTriangles triangles = new PieceTriangles(mesh, pieces);
    Map<List<Integer>, List<Integer>> ofKind = new LinkedHashMap<>();
    int mixed = 0;
    int unclaimed = 0;
    for (int p = 0; p < alike.length; p++) {
      mixed += groupOfPiece[p] == MIXED ? 1 : 0;
      unclaimed += groupOfPiece[p] == 0 ? 1 : 0;
      if (groupOfPiece[p] > 0) {
        ofKind.computeIfAbsent(List.of(alike[p], groupOfPiece[p]), k -> new ArrayList<>()).add(p);
      }
    }
    List<Sorted> kinds = new ArrayList<>();
    ofKind.forEach(
        (key, own) -> {
          Surface surface = Surface.of(mesh, triangles.of(own.get(0)));
          if (surface.area() > 0) {
            kinds.add(new Sorted(surface, key.get(1), own.size()));
          }
        });
    return new SortedPieces(List.copyOf(kinds), mixed, unclaimed);
  }

  /** The group that nearly all of a piece's area has, 0 where that is none, {@link #MIXED} where there are several. */
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
    Arrays.fill(out, MIXED);
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
