package idiotaxa.core.format;

import idiotaxa.core.mesh.FaceWords;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import tools.jackson.databind.JsonNode;

/**
 * Whole numbers that attributes of an application's own, {@code _…} (glTF 2.0, 3.7.2.1), give to vertices, as numbers of the
 * faces: what most of a triangle's corners have, the first of them where all differ.
 */
final class GltfFaceNumbers {
  private static final String OWN = "_GROUP";

  private final GltfAccessors accessors;

  /** By name, in the order of the file. */
  private final Map<String, FaceNumbers> numbers = new LinkedHashMap<>();

  GltfFaceNumbers(GltfDocument document, GltfAccessors accessors) {
    this.accessors = accessors;
    for (JsonNode mesh : document.root().path("meshes")) {
      for (JsonNode primitive : mesh.path("primitives")) {
        for (String name : names(primitive.path("attributes"))) {
          if (numbers.size() < FaceNumbers.MOST_NAMES) {
            numbers.putIfAbsent(name, new FaceNumbers(name.toUpperCase(Locale.ROOT).equals(OWN)));
          }
        }
      }
    }
  }

  private List<String> names(JsonNode attributes) {
    List<String> out = new ArrayList<>();
    for (String name : attributes.propertyNames()) {
      int accessor = attributes.path(name).asInt(-1);
      if (name.startsWith("_") && out.size() < FaceNumbers.MOST_NAMES && accessors.isScalar(accessor)) {
        out.add(name);
      }
    }
    return out;
  }

  /**
   * Takes the numbers of triangles that come next in the mesh.
   *
   * @param corners three indices of vertices each
   * @param vertexCount of the primitive
   */
  void add(JsonNode attributes, int[] corners, int vertexCount, String place) {
    numbers.forEach(
        (name, own) -> {
          int accessor = attributes.path(name).asInt(-1);
          boolean isThere = accessor >= 0 && accessors.isScalar(accessor) && accessors.count(accessor) == vertexCount;
          float[] values = isThere ? accessors.floats(accessor, 1, place) : null;
          for (int c = 0; c < corners.length; c += 3) {
            own.add(values == null ? Double.NaN : most(values[corners[c]], values[corners[c + 1]], values[corners[c + 2]]));
          }
        });
  }

  private static float most(float a, float b, float c) {
    return b == c ? b : a;
  }

  /** Those that tell faces apart; our own name goes first. */
  Optional<FaceWords> words() {
    return numbers.values().stream()
        .filter(FaceNumbers::tellsApart)
        .min(Comparator.comparing(n -> !n.isOwn()))
        .map(FaceNumbers::words);
  }
}
