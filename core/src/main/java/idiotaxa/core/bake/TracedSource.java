package idiotaxa.core.bake;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.trace.Bvh;

/** A source with the hierarchy that rays go through. Immutable, so that it can serve many bakes. */
public record TracedSource(Mesh mesh, Bvh bvh) {
  public static TracedSource of(Mesh mesh, int threads) {
    return new TracedSource(mesh, Bvh.of(mesh, threads));
  }
}
