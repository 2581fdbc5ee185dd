package idiotaxa.core.pick;

import java.util.BitSet;

/** Grows and shrinks picks by rings of faces: faces that share a corner point are neighbours. */
public final class Growth {
  private Growth() {}

  /** The faces and every face of the same part that shares a corner point with one of them. */
  public static BitSet grow(Topology topology, BitSet faces) {
    BitSet out = (BitSet) faces.clone();
    for (int f = faces.nextSetBit(0); f >= 0; f = faces.nextSetBit(f + 1)) {
      addAround(topology, f, out);
    }
    return out;
  }

  /** The faces without those that share a corner point with a face that is not among them. */
  public static BitSet shrink(Topology topology, BitSet faces) {
    BitSet others = (BitSet) faces.clone();
    others.flip(0, topology.mesh().faceCount());
    BitSet out = (BitSet) faces.clone();
    out.andNot(grow(topology, others));
    return out;
  }

  /** Faces of the same part around the corner points of a face. */
  private static void addAround(Topology topology, int face, BitSet out) {
    int[] faceStart = topology.mesh().faceStart();
    for (int c = faceStart[face]; c < faceStart[face + 1]; c++) {
      int welded = topology.weld().of(topology.mesh().cornerVertex()[c]);
      for (int i = topology.firstAround(welded); i < topology.endAround(welded); i++) {
        if (topology.areOfOnePart(face, topology.faceAround(i))) {
          out.set(topology.faceAround(i));
        }
      }
    }
  }

  /**
   * Faces around a corner point, of every part that has it.
   *
   * @param vertex of the mesh
   */
  public static BitSet aroundVertex(Topology topology, int vertex) {
    if (vertex < 0 || vertex >= topology.mesh().vertexCount()) {
      throw new IllegalArgumentException("There is no corner point " + vertex + " in this model.");
    }
    BitSet out = new BitSet(topology.mesh().faceCount());
    int welded = topology.weld().of(vertex);
    for (int i = topology.firstAround(welded); i < topology.endAround(welded); i++) {
      out.set(topology.faceAround(i));
    }
    return out;
  }
}
