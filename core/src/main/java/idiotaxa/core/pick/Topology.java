package idiotaxa.core.pick;

import idiotaxa.core.mesh.EdgeMap;
import idiotaxa.core.mesh.FaceNormals;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Weld;

/**
 * How the faces of a mesh hang together, for rules that walk over them. Faces are neighbours only
 * within one part. Immutable; about ten ints a corner.
 */
public final class Topology {
  private final Mesh mesh;
  private final Weld weld;
  private final EdgeMap edges;
  private final FaceNormals normals;
  private final int[] vertexStart;
  private final int[] facesOfVertex;

  private Topology(Mesh mesh, Weld weld) {
    this.mesh = mesh;
    this.weld = weld;
    edges = EdgeMap.of(mesh, weld);
    normals = new FaceNormals(mesh);
    vertexStart = new int[weld.count() + 1];
    for (int vertex : mesh.cornerVertex()) {
      vertexStart[weld.of(vertex) + 1]++;
    }
    for (int v = 0; v < weld.count(); v++) {
      vertexStart[v + 1] += vertexStart[v];
    }
    int[] next = vertexStart.clone();
    facesOfVertex = new int[mesh.cornerCount()];
    for (int c = 0; c < facesOfVertex.length; c++) {
      facesOfVertex[next[weld.of(mesh.cornerVertex()[c])]++] = edges.face(c);
    }
  }

  /** Linear time. */
  public static Topology of(Mesh mesh) {
    return new Topology(mesh, Weld.of(mesh));
  }

  public Mesh mesh() {
    return mesh;
  }

  public Weld weld() {
    return weld;
  }

  EdgeMap edges() {
    return edges;
  }

  FaceNormals normals() {
    return normals;
  }

  /** Index of the first face around a welded position in {@link #faceAround}. */
  int firstAround(int welded) {
    return vertexStart[welded];
  }

  int endAround(int welded) {
    return vertexStart[welded + 1];
  }

  int faceAround(int index) {
    return facesOfVertex[index];
  }

  boolean areOfOnePart(int face, int other) {
    return mesh.facePart()[face] == mesh.facePart()[other];
  }

  /**
   * The only other side of a corner's edge within its part.
   *
   * @return a corner, −1 at a border, where parts meet, and where more than two faces share the edge
   */
  int opposite(int corner, int firstOfEdge) {
    int found = EdgeMap.NONE;
    for (int c = firstOfEdge; c != EdgeMap.NONE; c = edges.next(c)) {
      if (c != corner && areOfOnePart(edges.face(c), edges.face(corner))) {
        if (found != EdgeMap.NONE) {
          return EdgeMap.NONE;
        }
        found = c;
      }
    }
    return found;
  }
}
