package idiotaxa.core.trace;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.work.CancelledException;
import idiotaxa.core.work.Progress;

/** A source with the hierarchy that rays go through. Immutable, so that it can serve many bakes. */
public record TracedSource(Mesh mesh, Bvh bvh) {
  /**
   * @throws CancelledException when the progress says so
   */
  public static TracedSource of(Mesh mesh, int threads, Progress progress) {
    progress.at("building the hierarchy", 0);
    return new TracedSource(mesh, Bvh.of(mesh, threads, progress));
  }
}
