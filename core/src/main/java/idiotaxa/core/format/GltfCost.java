package idiotaxa.core.format;

import idiotaxa.core.file.ReadBudget;
import java.util.HashMap;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** Adds up what a scene unfolds into, from the counts alone, before anything is decoded. */
final class GltfCost {
  private final GltfDocument document;
  private final GltfAccessors accessors;
  private final ReadBudget budget;
  private final Map<Integer, Counts> ofMesh = new HashMap<>();
  private long vertices;
  private long corners;

  private record Counts(long vertices, long corners) {}

  GltfCost(GltfDocument document, GltfAccessors accessors, ReadBudget budget) {
    this.document = document;
    this.accessors = accessors;
    this.budget = budget;
  }

  /**
   * A mesh is placed once more.
   *
   * @throws idiotaxa.core.file.FormatException when the scene now costs more than may be
   */
  void place(int mesh) {
    Counts known = ofMesh.get(mesh);
    if (known == null) {
      known = count(mesh);
      ofMesh.put(mesh, known);
    }
    vertices += known.vertices;
    corners += known.corners;
    budget.check(vertices + corners, "mesh " + mesh);
  }

  /** Vertices of all meshes placed, those that primitives share counted for each. */
  long vertices() {
    return vertices;
  }

  /** Corners of all meshes placed: no fewer than there will be. */
  long corners() {
    return corners;
  }

  private Counts count(int mesh) {
    long ofVertices = 0;
    long ofCorners = 0;
    JsonNode described =
        document
            .element("meshes", mesh)
            .orElseThrow(() -> document.refuse("mesh " + mesh, "there is no such mesh"));
    for (JsonNode primitive : described.path("primitives")) {
      int positions = primitive.path("attributes").path("POSITION").asInt(-1);
      if (positions < 0) {
        continue;
      }
      long count = accessors.count(positions);
      long indices =
          primitive.has("indices") ? accessors.count(primitive.path("indices").asInt(-1)) : count;
      // Strips and fans make a triangle of nearly every index.
      boolean isList = primitive.path("mode").asInt(4) == 4;
      ofVertices += count;
      ofCorners += isList ? indices : 3 * indices;
      budget.check(ofVertices + ofCorners, "mesh " + mesh);
    }
    return new Counts(ofVertices, ofCorners);
  }
}
