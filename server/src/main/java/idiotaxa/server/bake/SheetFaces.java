package idiotaxa.server.bake;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.server.asset.MeshCache;
import java.util.Arrays;
import org.springframework.stereotype.Component;

/** Which faces of a target lie on which sheet of a bake. */
@Component
class SheetFaces {
  private final BakeService bakes;
  private final PreparedBakes prepared;
  private final MeshCache meshes;

  SheetFaces(BakeService bakes, PreparedBakes prepared, MeshCache meshes) {
    this.bakes = bakes;
    this.prepared = prepared;
    this.meshes = meshes;
  }

  /** Ascending. */
  int[] of(long bakeId, String sheet) {
    BakeRow bake = bakes.get(bakeId);
    Mesh target = meshes.get(bake.targetId()).mesh();
    return Arrays.stream(prepared.sheet(bake, sheet).triangles())
        .map(target::triangleFace)
        .distinct()
        .sorted()
        .toArray();
  }
}
