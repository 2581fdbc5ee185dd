package idiotaxa.core.trace;

import idiotaxa.core.mesh.Mesh;

/**
 * A binary bounding volume hierarchy over the triangles of a mesh.
 *
 * <p>Layout: inner node n keeps the boxes of both its children at {@code childBounds[12n …]} (min xyz,
 * max xyz of the left, then of the right) and their references at {@code children[2n]}, {@code
 * children[2n+1]}. A reference ≥ 0 is an inner node; a negative one is a leaf, see {@link LeafRef}.
 * Triangles are copied in leaf order: nine floats each at {@code vertices[9s …]}, the mesh's triangle
 * at {@code triangleOfSlot[s]}.
 */
public final class Bvh {
  final float[] childBounds;
  final int[] children;
  final float[] vertices;
  final int[] triangleOfSlot;
  final int nodeCount;

  Bvh(float[] childBounds, int[] children, int nodeCount, float[] vertices, int[] triangleOfSlot) {
    this.childBounds = childBounds;
    this.children = children;
    this.nodeCount = nodeCount;
    this.vertices = vertices;
    this.triangleOfSlot = triangleOfSlot;
  }

  /** Builds over all triangles of a mesh. An empty mesh gives a hierarchy that nothing hits. */
  public static Bvh of(Mesh mesh, int threads) {
    return new BvhBuilder(mesh, threads).build();
  }

  public int triangleCount() {
    return triangleOfSlot.length;
  }

  /** Bytes held by the arrays. */
  public long bytes() {
    return 4L
        * (childBounds.length + children.length + vertices.length + triangleOfSlot.length);
  }
}
