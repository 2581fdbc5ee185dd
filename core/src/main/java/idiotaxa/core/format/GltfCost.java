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
  private final Map<Integer, Long> ofMesh = new HashMap<>();
  private long corners;

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
    Long known = ofMesh.get(mesh);
    if (known == null) {
      known = cost(mesh);
      ofMesh.put(mesh, known);
    }
    corners += known;
    budget.check(corners, "mesh " + mesh);
  }

  private long cost(int mesh) {
    long sum = 0;
    JsonNode described =
        document
            .element("meshes", mesh)
            .orElseThrow(() -> document.refuse("mesh " + mesh, "there is no such mesh"));
    for (JsonNode primitive : described.path("primitives")) {
      int positions = primitive.path("attributes").path("POSITION").asInt(-1);
      if (positions < 0) {
        continue;
      }
      long vertices = accessors.count(positions);
      long indices =
          primitive.has("indices") ? accessors.count(primitive.path("indices").asInt(-1)) : vertices;
      // Strips and fans make a triangle of nearly every index.
      boolean isList = primitive.path("mode").asInt(4) == 4;
      sum += vertices + (isList ? indices : 3 * indices);
      budget.check(sum, "mesh " + mesh);
    }
    return sum;
  }
}
