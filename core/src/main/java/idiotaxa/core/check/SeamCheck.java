package idiotaxa.core.check;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.mesh.EdgeMap;
import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.Mesh;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/**
 * Looks for seams: open edges of two pieces of one part that nearly coincide but are not welded, so
 * that what looks like one piece is two.
 */
final class SeamCheck {
  /** Share of the model's diagonal within which two positions are taken for one. */
  private static final double NEAR = 1e-5;

  private final Mesh mesh;
  private final EdgeMap edges;
  private final FaceLabels pieces;
  private final double cell;
  private final Map<Long, IntArrayList> clusterHeads = new HashMap<>();
  private final Map<Integer, Integer> clusterOfPosition = new HashMap<>();
  private final IntArrayList headVertex = new IntArrayList();

  SeamCheck(Mesh mesh, EdgeMap edges, FaceLabels pieces) {
    this.mesh = mesh;
    this.edges = edges;
    this.pieces = pieces;
    cell = NEAR * mesh.bounds().diagonal();
  }

  Optional<Finding> run() {
    if (cell == 0) {
      return Optional.empty();
    }
    Map<Long, Integer> openEdges = new HashMap<>();
    FacesFound faces = new FacesFound(mesh.faceCount());
    long count = 0;
    for (int c = 0; c < mesh.cornerCount(); c++) {
      if (!edges.isFirst(c) || edges.next(c) != EdgeMap.NONE) {
        continue;
      }
      int a = cluster(c);
      int b = cluster(edges.following(c));
      long key = (long) Math.min(a, b) << 32 | Math.max(a, b);
      Integer other = openEdges.putIfAbsent(key, c);
      if (other != null && a != b && isSeam(c, other)) {
        count++;
        faces.add(edges.face(other));
        faces.add(edges.face(c));
      }
    }
    return count == 0
        ? Optional.empty()
        : Optional.of(
            new Finding(
                "unwelded-seams",
                Severity.HARMLESS,
                CountWords.of(
                    count,
                    "pair of open edges of two pieces lies on each other without being welded.",
                    "pairs of open edges of two pieces lie on each other without being welded."),
                "",
                "Weld them in your modelling tool, or they are picked as two pieces.",
                count,
                faces.faces()));
  }

  private boolean isSeam(int corner, int other) {
    int face = edges.face(corner);
    int otherFace = edges.face(other);
    return mesh.facePart()[face] == mesh.facePart()[otherFace]
        && pieces.ofFace()[face] != pieces.ofFace()[otherFace];
  }

  /** The number that all positions within reach of an earlier one share with it. */
  private int cluster(int corner) {
    return clusterOfPosition.computeIfAbsent(
        edges.from(corner), p -> findOrMake(mesh.cornerVertex()[corner]));
  }

  private int findOrMake(int vertex) {
    float[] p = mesh.positions();
    long x = (long) Math.floor(p[3 * vertex] / cell);
    long y = (long) Math.floor(p[3 * vertex + 1] / cell);
    long z = (long) Math.floor(p[3 * vertex + 2] / cell);
    for (int i = 0; i < 27; i++) {
      IntArrayList heads = clusterHeads.get(key(x + i % 3 - 1, y + i / 3 % 3 - 1, z + i / 9 - 1));
      for (int h = 0; heads != null && h < heads.size(); h++) {
        if (isNear(headVertex.get(heads.get(h)), vertex)) {
          return heads.get(h);
        }
      }
    }
    int cluster = headVertex.size();
    headVertex.add(vertex);
    clusterHeads.computeIfAbsent(key(x, y, z), k -> new IntArrayList()).add(cluster);
    return cluster;
  }

  private boolean isNear(int a, int b) {
    float[] p = mesh.positions();
    double sum = 0;
    for (int axis = 0; axis < 3; axis++) {
      double d = (double) p[3 * a + axis] - p[3 * b + axis];
      sum += d * d;
    }
    return sum <= cell * cell;
  }

  private static long key(long x, long y, long z) {
    return (x * 73_856_093L ^ y * 19_349_663L) * 83_492_791L ^ z;
  }
}
