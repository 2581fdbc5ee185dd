package idiotaxa.server.asset;

import idiotaxa.core.alike.AlikePieces;
import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.Islands;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Pieces;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.mesh.Weld;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.origin.VertexColorClusters;
import idiotaxa.core.pick.Topology;
import idiotaxa.core.spread.Creases;
import idiotaxa.core.spread.RegionTree;
import idiotaxa.core.spread.Spread;
import java.util.function.Supplier;

/** A mesh in memory with what is derived from it; what is dear is derived at the first question. */
public final class CachedMesh {
  /** A triangle with its corners and what is derived of them. */
  private static final long BYTES_A_TRIANGLE = 200;

  /** What its creases take beside that, once they were asked for. */
  private static final long BYTES_OF_CREASES = 60;

  private final Mesh mesh;
  private final FaceLabels pieces;
  private final Supplier<Topology> topology;
  private final Supplier<int[]> alike;
  private final Supplier<double[]> areas;
  private final Supplier<FaceLabels> islands;
  private final Supplier<int[]> colors;
  private volatile boolean hasCreases;
  private final Supplier<Spread> spread;
  private final Supplier<RegionTree> regions;

  public CachedMesh(Mesh mesh) {
    this.mesh = mesh;
    Weld weld = Weld.of(mesh);
    pieces = Pieces.of(mesh, weld);
    topology = once(() -> Topology.of(mesh));
    alike = once(() -> AlikePieces.of(mesh, weld, pieces, AlikePieces.TOLERANCE));
    areas = once(() -> TriangleGeometry.faceAreas(mesh));
    islands = once(() -> Islands.of(mesh, weld));
    colors = once(() -> VertexColorClusters.of(mesh, Origins.COLOR_TOLERANCE).ofFaces(mesh));
    spread =
        once(
            () -> {
              Spread made = new Spread(Creases.of(mesh));
              hasCreases = true;
              return made;
            });
    regions = once(() -> spread().regions());
  }

  public Mesh mesh() {
    return mesh;
  }

  /** Memory, about. */
  long bytes() {
    return mesh.triangleCount() * (BYTES_A_TRIANGLE + (hasCreases ? BYTES_OF_CREASES : 0));
  }

  public FaceLabels pieces() {
    return pieces;
  }

  public Topology topology() {
    return topology.get();
  }

  /** Class of every piece: pieces of one class are alike. */
  public int[] alike() {
    return alike.get();
  }

  /** Square metres of every face. */
  public double[] areas() {
    return areas.get();
  }

  /**
   * @throws IllegalArgumentException when the mesh has no UVs
   */
  public FaceLabels islands() {
    return islands.get();
  }

  /**
   * Cluster of vertex colours of every face.
   *
   * @throws IllegalArgumentException when the mesh has no vertex colours
   */
  public int[] colors() {
    return colors.get();
  }

  /** Answers strokes; its creases are measured at the first question. */
  public Spread spread() {
    return spread.get();
  }

  /** How the surface is divided by itself. */
  public RegionTree regions() {
    return regions.get();
  }

  private static <T> Supplier<T> once(Supplier<T> compute) {
    return new Supplier<>() {
      private T result;

      @Override
      public synchronized T get() {
        if (result == null) {
          result = compute.get();
        }
        return result;
      }
    };
  }
}
