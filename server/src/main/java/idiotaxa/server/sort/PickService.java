package idiotaxa.server.sort;

import io.swagger.v3.oas.annotations.media.Schema;
import idiotaxa.core.pick.Facing;
import idiotaxa.core.pick.FlatPatches;
import idiotaxa.core.pick.Growth;
import idiotaxa.core.pick.QuadRing;
import idiotaxa.core.pick.Topology;
import idiotaxa.server.asset.CachedMesh;
import idiotaxa.server.asset.FaceRanges;
import idiotaxa.server.asset.HiddenFaceService;
import idiotaxa.server.asset.MeshCache;
import java.util.BitSet;
import org.springframework.stereotype.Service;

/** Picks that follow from the shape of a model, and labels that tell its faces apart. */
@Service
public class PickService {
  /** More faces than this are no pair of neighbours, however they were cut into triangles. */
  private static final int MAX_RING_FACES = 8;

  private final MeshCache meshes;
  private final HiddenFaceService hidden;

  public PickService(MeshCache meshes, HiddenFaceService hidden) {
    this.meshes = meshes;
    this.hidden = hidden;
  }

  /**
   * What to pick.
   *
   * @param verb {@code grow}, {@code shrink}, {@code ring}, {@code corner} or {@code facing}
   * @param faceRanges what is picked so far
   * @param triangle for a corner: the triangle that was pointed at, else absent
   * @param corner for a corner: which of its corners, 0 … 2, else absent
   * @param direction x, y, z for facing, else absent
   * @param angle for facing, degrees, else absent
   */
  public record Request(
      @Schema(allowableValues = {"grow", "shrink", "ring", "corner", "facing"}) String verb,
      int[] faceRanges,
      Integer triangle,
      Integer corner,
      double[] direction,
      Double angle) {}

  /** The picked faces as pairs of first and one past the last. */
  public int[] pick(long revisionId, Request request) {
    CachedMesh cached = meshes.get(revisionId);
    BitSet faces = FaceRanges.toFaces(request.faceRanges(), cached.mesh().faceCount());
    Topology topology = cached.topology();
    return FaceRanges.of(
        switch (request.verb()) {
          case "grow" -> Growth.grow(topology, faces);
          case "shrink" -> Growth.shrink(topology, faces);
          case "ring" -> ring(topology, faces);
          case "corner" -> corner(topology, request);
          case "facing" -> facing(topology, faces, request);
          default ->
              throw new IllegalArgumentException("There is no way to pick " + request.verb() + ".");
        });
  }

  /** Through the first two of the faces that are neighbours across a side of a quad. */
  private static BitSet ring(Topology topology, BitSet faces) {
    int[] pair = faces.stream().limit(MAX_RING_FACES + 1L).toArray();
    IllegalArgumentException last =
        new IllegalArgumentException(
            "A ring runs through two neighbouring quads; pick one face of each.");
    for (int a = 0; a < pair.length && pair.length <= MAX_RING_FACES; a++) {
      for (int b = a + 1; b < pair.length; b++) {
        try {
          return QuadRing.through(topology, pair[a], pair[b]);
        } catch (IllegalArgumentException e) {
          last = e;
        }
      }
    }
    throw last;
  }

  private static BitSet corner(Topology topology, Request request) {
    int triangle = request.triangle() == null ? -1 : request.triangle();
    int corner = request.corner() == null ? -1 : request.corner();
    if (triangle < 0 || triangle >= topology.mesh().triangleCount() || corner < 0 || corner > 2) {
      throw new IllegalArgumentException("Point at a corner of the model.");
    }
    return Growth.aroundVertex(topology, topology.mesh().triangleVertex(triangle, corner));
  }

  /** Of what is picked, or of everything when nothing is. */
  private static BitSet facing(Topology topology, BitSet faces, Request request) {
    double[] d = request.direction();
    if (d == null || d.length != 3 || request.angle() == null) {
      throw new IllegalArgumentException("Facing needs a direction of three numbers, and an angle.");
    }
    BitSet facing = Facing.of(topology, d[0], d[1], d[2], request.angle());
    if (!faces.isEmpty()) {
      facing.and(faces);
    }
    return facing;
  }

  /**
   * A label of every face; −1 where it has none.
   *
   * @param kind {@code islands}, {@code materials}, {@code colors}, {@code patches}, {@code regions}, {@code alike}
   *     (class of alike pieces) or {@code hidden} (1 for hidden faces)
   * @param angle for patches: largest angle between neighbours of one patch, degrees
   * @param regions into how many the creases of the surface are to divide it, for {@code regions}
   * @throws IllegalArgumentException when the model has no such data
   */
  public int[] labels(long revisionId, String kind, double angle, int regions) {
    CachedMesh cached = meshes.get(revisionId);
    return switch (kind) {
      case "islands" -> cached.islands().ofFace();
      case "materials" -> cached.mesh().faceMaterial();
      case "colors" -> cached.colors();
      case "patches" -> FlatPatches.of(cached.topology(), angle).ofFace();
      case "regions" -> cached.regions().labels(regions);
      case "alike" -> alike(cached);
      case "hidden" -> hidden(cached, revisionId);
      default -> throw new IllegalArgumentException("There are no labels " + kind + ".");
    };
  }

  private static int[] alike(CachedMesh cached) {
    int[] classOfPiece = cached.alike();
    int[] out = cached.pieces().ofFace().clone();
    for (int f = 0; f < out.length; f++) {
      out[f] = classOfPiece[out[f]];
    }
    return out;
  }

  private int[] hidden(CachedMesh cached, long revisionId) {
    hidden.ask(revisionId);
    int[] out = new int[cached.mesh().faceCount()];
    hidden.of(revisionId).stream().forEach(f -> out[f] = 1);
    return out;
  }
}
