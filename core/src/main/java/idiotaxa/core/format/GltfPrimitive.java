package idiotaxa.core.format;

import idiotaxa.core.mesh.Frame;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.mesh.Srgb;
import idiotaxa.core.work.Parallel;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import tools.jackson.databind.JsonNode;

/** Reads one primitive of a glTF mesh into faces of a part. Points and lines are passed over. */
final class GltfPrimitive {
  static final int TRIANGLES = 4;
  private static final int STRIP = 5;
  static final int FAN = 6;

  /** Vertices or corners that one thread takes at a time. */
  private static final int RANGE = 1 << 14;

  private final GltfDocument document;
  private final GltfAccessors accessors;
  private final MeshBuilder builder;
  private final String place;
  private final ReadAs as;
  private final GltfFaceNumbers numbers;
  private float[] uvs;
  private float[] textureUvs;
  private GltfTextureMapping mapping;
  private float[] normals;
  private int[] colors;
  private GltfPose pose;
  private JsonNode attributes;
  private JsonNode targets;

  GltfPrimitive(
      GltfDocument document,
      GltfAccessors accessors,
      MeshBuilder builder,
      GltfFaceNumbers numbers,
      String place,
      ReadAs as) {
    this.numbers = numbers;
    this.as = as;
    this.document = document;
    this.accessors = accessors;
    this.builder = builder;
    this.place = place;
  }

  void read(
      JsonNode primitive,
      int part,
      GltfPose ofMesh,
      Map<Integer, Integer> firstVertexOfAccessor) {
    int mode = primitive.path("mode").asInt(TRIANGLES);
    attributes = primitive.path("attributes");
    targets = primitive.path("targets");
    if (mode < TRIANGLES || mode > FAN || !attributes.has("POSITION")) {
      return;
    }
    pose = ofMesh;
    int positionAccessor = attributes.path("POSITION").asInt(-1);
    int vertexCount = accessors.count(positionAccessor);
    Integer known = firstVertexOfAccessor.get(positionAccessor);
    int first = known != null ? known : addVertices(positionAccessor);
    firstVertexOfAccessor.put(positionAccessor, first);
    uvs = attribute("TEXCOORD_" + as.uvSet(), 2, vertexCount);
    mapping = document.mappingOfMaterial(primitive.path("material").asInt(Mesh.NO_MATERIAL));
    textureUvs =
        mapping.isPlain() && as.uvSet() == 0 ? null : attribute("TEXCOORD_" + mapping.set(), 2, vertexCount);
    normals = attribute("NORMAL", 3, vertexCount);
    colors = readColors(vertexCount);
    int material = primitive.path("material").asInt(Mesh.NO_MATERIAL);
    if (material != Mesh.NO_MATERIAL && document.element("materials", material).isEmpty()) {
      throw document.refuse(place, "there is no material " + material);
    }
    int[] indices = readIndices(primitive, vertexCount);
    addFaces(mode, indices, first, vertexCount, part, material);
  }

  private int addVertices(int accessor) {
    float[] p = accessors.floats(accessor, 3, place);
    int first = builder.vertexCount();
    morph(p, "POSITION");
    if (pose.skin() != null) {
      pose.skin().apply(attributes, p, false);
    }
    if (p.length > 0) {
      double[] one = pose.transform().point(p, 0);
      Frame frame = builder.frameAround(one[0], one[1], one[2]);
      Transform local = pose.transform().off(frame.x(), frame.y(), frame.z());
      Parallel.ranges(p.length / 3, RANGE, Parallel.cores(), (from, to) -> local.points(p, from, to));
    }
    builder.vertices(p);
    return first;
  }

  /** Adds what the morph targets move, each by its weight. */
  private void morph(float[] values, String name) {
    for (int t = 0; t < Math.min(targets.size(), pose.weights().length); t++) {
      double weight = pose.weights()[t];
      if (weight == 0 || !targets.get(t).has(name)) {
        continue;
      }
      float[] moved = accessors.floats(targets.get(t).path(name).asInt(-1), 3, place);
      if (moved.length != values.length) {
        throw document.refuse(place, name + " of morph target " + t + " has another count than the mesh");
      }
      for (int i = 0; i < values.length; i++) {
        values[i] += (float) (weight * moved[i]);
      }
    }
  }

  private float[] attribute(String name, int components, int vertexCount) {
    if (!attributes.has(name)) {
      return null;
    }
    float[] values = accessors.floats(attributes.path(name).asInt(-1), components, place);
    if (values.length != components * vertexCount) {
      throw document.refuse(place, name + " has another count than POSITION");
    }
    return values;
  }

  private int[] readColors(int vertexCount) {
    String name = "COLOR_" + as.colorSet();
    if (!attributes.has(name)) {
      return null;
    }
    int accessor = attributes.path(name).asInt(-1);
    int components = accessors.components(accessor);
    if (components != 3 && components != 4) {
      throw document.refuse(place, name + " must be VEC3 or VEC4");
    }
    float[] linear = attribute(name, components, vertexCount);
    int[] out = new int[vertexCount];
    Parallel.ranges(
        vertexCount, RANGE, Parallel.cores(), (from, to) -> encodeColors(linear, components, from, to, out));
    return out;
  }

  private static void encodeColors(float[] linear, int components, int from, int to, int[] out) {
    for (int i = from; i < to; i++) {
      int at = components * i;
      int alpha = components == 4 ? Math.round(255 * Math.max(0, Math.min(1, linear[at + 3]))) : 255;
      out[i] =
          alpha << 24
              | Srgb.fromLinear(linear[at]) << 16
              | Srgb.fromLinear(linear[at + 1]) << 8
              | Srgb.fromLinear(linear[at + 2]);
    }
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
    int stray = firstStray(indices, vertexCount);
    if (stray < indices.length) {
      throw document.refuse(
          place + ", index " + stray,
          "vertex "
              + Integer.toUnsignedString(indices[stray])
              + " is asked for, but there are only "
              + vertexCount);
    }
    return indices;
  }

  /** Where the first index stands that names no vertex, else how many there are. */
  private static int firstStray(int[] indices, int vertexCount) {
    AtomicInteger first = new AtomicInteger(indices.length);
    overCorners(
        indices,
        (from, to) -> {
          for (int i = from; i < to; i++) {
            if (indices[i] < 0 || indices[i] >= vertexCount) {
              first.accumulateAndGet(i, Math::min);
              return;
            }
          }
        });
    return first.get();
  }

  private void addFaces(int mode, int[] indices, int first, int vertexCount, int part, int material) {
    if (mode == TRIANGLES && indices.length % 3 != 0) {
      throw document.refuse(place, indices.length + " indices do not make whole triangles");
    }
    int[] corners = corners(mode, indices, pose.isMirrored());
    if (corners.length == 0) {
      return;
    }
    int[] vertices = new int[corners.length];
    overCorners(
        corners,
        (from, to) -> {
          for (int c = from; c < to; c++) {
            vertices[c] = first + corners[c];
          }
        });
    builder.triangles(part, material, vertices);
    numbers.add(attributes, corners, vertexCount, place);
    if (uvs != null) {
      flip(uvs);
      builder.uvs(picked(uvs, 2, corners));
    }
    if (textureUvs != null) {
      map(textureUvs);
      builder.textureUvs(picked(textureUvs, 2, corners));
    }
    if (normals != null) {
      morph(normals, "NORMAL");
      if (pose.skin() != null) {
        pose.skin().apply(attributes, normals, true);
      }
      Parallel.ranges(
          normals.length / 3, RANGE, Parallel.cores(), (from, to) -> pose.transform().normals(normals, from, to));
      builder.normals(picked(normals, 3, corners));
    }
    if (colors != null) {
      builder.colors(picked(colors, corners));
    }
  }

  /**
   * Three indices a triangle of a list, strip or fan (glTF 2.0, 3.7.2.1).
   *
   * @param mode of the primitive
   * @param isTurned whether every triangle runs the other way round
   */
  static int[] corners(int mode, int[] indices, boolean isTurned) {
    if (mode == TRIANGLES && !isTurned) {
      return indices;
    }
    int triangles = mode == TRIANGLES ? indices.length / 3 : Math.max(0, indices.length - 2);
    int step = mode == TRIANGLES ? 3 : 1;
    int[] out = new int[3 * triangles];
    for (int t = 0; t < triangles; t++) {
      int i = step * t;
      boolean isOdd = mode == STRIP && (i & 1) == 1;
      int b = indices[isOdd ? i + 2 : i + 1];
      int c = indices[isOdd ? i + 1 : i + 2];
      out[3 * t] = mode == FAN ? indices[0] : indices[i];
      out[3 * t + 1] = isTurned ? c : b;
      out[3 * t + 2] = isTurned ? b : c;
    }
    return out;
  }

  /** v runs down in the file. */
  private static void flip(float[] uv) {
    for (int i = 1; i < uv.length; i += 2) {
      uv[i] = 1 - uv[i];
    }
  }

  private void map(float[] uv) {
    for (int i = 0; i < uv.length; i += 2) {
      double u = uv[i];
      double v = uv[i + 1];
      uv[i] = (float) mapping.u(u, v);
      uv[i + 1] = (float) (1 - mapping.v(u, v));
    }
  }

  private static float[] picked(float[] values, int each, int[] corners) {
    float[] out = new float[each * corners.length];
    overCorners(
        corners,
        (from, to) -> {
          for (int c = from; c < to; c++) {
            for (int k = 0; k < each; k++) {
              out[each * c + k] = values[each * corners[c] + k];
            }
          }
        });
    return out;
  }

  private static int[] picked(int[] values, int[] corners) {
    int[] out = new int[corners.length];
    overCorners(
        corners,
        (from, to) -> {
          for (int c = from; c < to; c++) {
            out[c] = values[corners[c]];
          }
        });
    return out;
  }

  private static void overCorners(int[] corners, Parallel.Range work) {
    Parallel.ranges(corners.length, RANGE, Parallel.cores(), work);
  }
}
