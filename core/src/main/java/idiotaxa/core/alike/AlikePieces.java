package idiotaxa.core.alike;

import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Weld;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Puts pieces that are equal up to a rigid motion or a mirror into one class. Pieces are told apart by
 * counts and moments first; that two are alike is always proven by laying one on the other.
 */
public final class AlikePieces {
  /** Of a piece's radius: what survives single precision and an exporter's rounding. */
  public static final double TOLERANCE = 1e-3;

  private AlikePieces() {}

  /** Pieces with equal counts, as far as they were told apart. */
  private record Known(PieceShape shape, PieceMatch match, int alike) {}

  /**
   * @param pieces of the mesh's faces
   * @param relativeTolerance of a piece's radius, above 0
   * @return the class of every piece, 0 … in order of first appearance
   */
  public static int[] of(Mesh mesh, Weld weld, FaceLabels pieces, double relativeTolerance) {
    int[][] faces = pieces.faces();
    int[] scratch = new int[weld.count()];
    int[] classes = new int[pieces.count()];
    // By their counts, then by a moment: of thousands with equal counts only those of nearly one size are compared.
    Map<List<Integer>, TreeMap<Double, List<Known>>> known = new HashMap<>();
    int count = 0;
    for (int p = 0; p < classes.length; p++) {
      PieceShape shape = new PieceShape(mesh, weld, faces[p], scratch);
      List<Integer> counts = List.of(shape.faceCount, shape.cornerCount, shape.pointCount());
      TreeMap<Double, List<Known>> candidates = known.computeIfAbsent(counts, c -> new TreeMap<>());
      int found = find(candidates, shape, relativeTolerance);
      if (found < 0) {
        found = count++;
        candidates
            .computeIfAbsent(shape.fourthMoment, m -> new ArrayList<>())
            .add(new Known(shape, new PieceMatch(shape, relativeTolerance), found));
      }
      classes[p] = found;
    }
    return classes;
  }

  /** The first class that a piece is alike to, −1 for none. */
  private static int find(
      TreeMap<Double, List<Known>> candidates, PieceShape shape, double tolerance) {
    double moment = shape.fourthMoment;
    double slack = 5 * tolerance * moment;
    int first = -1;
    for (List<Known> near : candidates.subMap(moment - slack, true, moment + slack, true).values()) {
      for (Known known : near) {
        boolean isEarlier = first < 0 || known.alike() < first;
        if (isEarlier && known.shape().mayBeAlike(shape, tolerance) && known.match().isAlike(shape)) {
          first = known.alike();
        }
      }
    }
    return first;
  }
}
