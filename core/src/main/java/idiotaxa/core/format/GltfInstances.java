package idiotaxa.core.format;

import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.JsonNode;

/** The places where a node's mesh stands several times (EXT_mesh_gpu_instancing). */
final class GltfInstances {
  static final String NAME = "EXT_mesh_gpu_instancing";

  private GltfInstances() {}

  static boolean has(JsonNode node) {
    return node.path("extensions").has(NAME);
  }

  /** How many there are; nothing is decoded. */
  static int count(GltfAccessors accessors, JsonNode node) {
    JsonNode attributes = attributes(node);
    int count = 0;
    for (String name : List.of("TRANSLATION", "ROTATION", "SCALE")) {
      if (attributes.has(name)) {
        count = Math.max(count, accessors.count(attributes.path(name).asInt(-1)));
      }
    }
    return count;
  }

  /** In the node's own space: translation, rotation and scale of each. */
  static List<Transform> of(GltfDocument document, GltfAccessors accessors, JsonNode node, String place) {
    JsonNode attributes = attributes(node);
    int count = count(accessors, node);
    float[] t = values(document, accessors, attributes, "TRANSLATION", 3, count, place);
    float[] r = values(document, accessors, attributes, "ROTATION", 4, count, place);
    float[] s = values(document, accessors, attributes, "SCALE", 3, count, place);
    List<Transform> out = new ArrayList<>(count);
    for (int i = 0; i < count; i++) {
      out.add(
          Transform.of(
              part(t, 3, i, 0, 0, 0), part(r, 4, i, 0, 0, 0, 1), part(s, 3, i, 1, 1, 1)));
    }
    return out;
  }

  private static JsonNode attributes(JsonNode node) {
    return node.path("extensions").path(NAME).path("attributes");
  }

  private static float[] values(
      GltfDocument document, GltfAccessors accessors, JsonNode attributes, String name, int components, int count, String place) {
    if (!attributes.has(name)) {
      return null;
    }
    float[] values = accessors.floats(attributes.path(name).asInt(-1), components, place);
    if (values.length != components * count) {
      throw document.refuse(place, name + " of its instances has another count than the others");
    }
    return values;
  }

  private static double[] part(float[] values, int components, int index, double... missing) {
    for (int k = 0; values != null && k < components; k++) {
      missing[k] = values[components * index + k];
    }
    return missing;
  }
}
