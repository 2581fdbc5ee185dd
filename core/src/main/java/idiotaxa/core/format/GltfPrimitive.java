package idiotaxa.core.format;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.mesh.Srgb;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** Reads one primitive of a glTF mesh into faces of a part. Points and lines are passed over. */
final class GltfPrimitive {
  private static final int TRIANGLES = 4;
  private static final int STRIP = 5;
  private static final int FAN = 6;

  private final GltfDocument document;
  private final GltfAccessors accessors;
  private final MeshBuilder builder;
  private final String place;
  private float[] uvs;
  private float[] textureUvs;
  private GltfTextureMapping mapping;
  private float[] normals;
  private int[] colors;
  private Transform transform;

  GltfPrimitive(
      GltfDocument document, GltfAccessors accessors, MeshBuilder builder, String place) {
    this.document = document;
    this.accessors = accessors;
    this.builder = builder;
    this.place = place;
  }

  void read(
      JsonNode primitive,
      int part,
      Transform nodeTransform,
      Map<Integer, Integer> firstVertexOfAccessor) {
    int mode = primitive.path("mode").asInt(TRIANGLES);
    JsonNode attributes = primitive.path("attributes");
    if (mode < TRIANGLES || mode > FAN || !attributes.has("POSITION")) {
      return;
    }
    transform = nodeTransform;
    int positionAccessor = attributes.path("POSITION").asInt(-1);
    int vertexCount = accessors.count(positionAccessor);
    Integer known = firstVertexOfAccessor.get(positionAccessor);
    int first = known != null ? known : addVertices(positionAccessor);
    firstVertexOfAccessor.put(positionAccessor, first);
    uvs = attribute(attributes, "TEXCOORD_0", 2, vertexCount);
    mapping = document.mappingOfMaterial(primitive.path("material").asInt(Mesh.NO_MATERIAL));
    textureUvs =
        mapping.isPlain() ? null : attribute(attributes, "TEXCOORD_" + mapping.set(), 2, vertexCount);
    normals = attribute(attributes, "NORMAL", 3, vertexCount);
    colors = readColors(attributes, vertexCount);
    int material = primitive.path("material").asInt(Mesh.NO_MATERIAL);
    if (material != Mesh.NO_MATERIAL && document.element("materials", material).isEmpty()) {
      throw document.refuse(place, "there is no material " + material);
    }
    int[] indices = readIndices(primitive, vertexCount);
    addFaces(mode, indices, first, part, material);
  }

  private int addVertices(int accessor) {
    float[] p = accessors.floats(accessor, 3, place);
    int first = builder.vertexCount();
    double[] out = new double[3];
    for (int i = 0; i < p.length; i += 3) {
      transform.point(p[i], p[i + 1], p[i + 2], out);
      builder.vertex(out[0], out[1], out[2]);
    }
    return first;
  }

  private float[] attribute(JsonNode attributes, String name, int components, int vertexCount) {
    if (!attributes.has(name)) {
      return null;
    }
    float[] values = accessors.floats(attributes.path(name).asInt(-1), components, place);
    if (values.length != components * vertexCount) {
      throw document.refuse(place, name + " has another count than POSITION");
    }
    return values;
  }

  private int[] readColors(JsonNode attributes, int vertexCount) {
    if (!attributes.has("COLOR_0")) {
      return null;
    }
    int accessor = attributes.path("COLOR_0").asInt(-1);
    int components = accessors.components(accessor);
    if (components != 3 && components != 4) {
      throw document.refuse(place, "COLOR_0 must be VEC3 or VEC4");
    }
    float[] linear = attribute(attributes, "COLOR_0", components, vertexCount);
    int[] out = new int[vertexCount];
    for (int i = 0; i < vertexCount; i++) {
      int at = components * i;
      int alpha = components == 4 ? Math.round(255 * Math.max(0, Math.min(1, linear[at + 3]))) : 255;
      out[i] =
          alpha << 24
              | Srgb.fromLinear(linear[at]) << 16
              | Srgb.fromLinear(linear[at + 1]) << 8
              | Srgb.fromLinear(linear[at + 2]);
    }
    return out;
  }

  private int[] readIndices(JsonNode primitive, int vertexCount) {
    if (!primitive.has("indices")) {
      int[] all = new int[vertexCount];
      for (int i = 0; i < vertexCount; i++) {
        all[i] = i;
      }
      return all;
    }
    int[] indices = accessors.indices(primitive.path("indices").asInt(-1), place);
    for (int i = 0; i < indices.length; i++) {
      if (indices[i] < 0 || indices[i] >= vertexCount) {
        throw document.refuse(
            place + ", index " + i,
            "vertex "
                + Integer.toUnsignedString(indices[i])
                + " is asked for, but there are only "
                + vertexCount);
      }
    }
    return indices;
  }

  private void addFaces(int mode, int[] indices, int first, int part, int material) {
    if (mode == TRIANGLES && indices.length % 3 != 0) {
      throw document.refuse(place, indices.length + " indices do not make whole triangles");
    }
    int step = mode == TRIANGLES ? 3 : 1;
    for (int i = 0; i + 2 < indices.length; i += step) {
      int a = mode == FAN ? indices[0] : indices[i];
      boolean isOdd = mode == STRIP && (i & 1) == 1;
      int b = indices[isOdd ? i + 2 : i + 1];
      int c = indices[isOdd ? i + 1 : i + 2];
      boolean isTurned = transform.isMirrored();
      builder.face(part, material);
      corner(a, first);
      corner(isTurned ? c : b, first);
      corner(isTurned ? b : c, first);
    }
  }

  private void corner(int index, int first) {
    builder.corner(first + index);
    if (uvs != null) {
      builder.uv(uvs[2 * index], 1 - uvs[2 * index + 1]);
    }
    if (textureUvs != null) {
      double u = textureUvs[2 * index];
      double v = textureUvs[2 * index + 1];
      builder.textureUv((float) mapping.u(u, v), (float) (1 - mapping.v(u, v)));
    }
    if (normals != null) {
      float[] n = transform.normal(normals[3 * index], normals[3 * index + 1], normals[3 * index + 2]);
      builder.normal(n[0], n[1], n[2]);
    }
    if (colors != null) {
      builder.color(colors[index]);
    }
  }
}
