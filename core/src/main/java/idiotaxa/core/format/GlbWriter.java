package idiotaxa.core.format;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Srgb;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Map;
import java.util.TreeMap;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Writes a mesh as binary glTF 2.0: a node with a mesh for every part, a primitive for every material
 * of it, triangulated. Vertex colours go out linear in 16 bits, which gives every 8-bit sRGB value
 * back exactly. Metres with Y up, whatever the file was in; a model far from the origin stays there by its nodes.
 */
public final class GlbWriter {
  private static final int MAGIC = 0x46546C67;
  private static final int JSON_CHUNK = 0x4E4F534A;
  private static final int BIN_CHUNK = 0x004E4942;
  private static final int FLOAT = 5126;
  private static final int UNSIGNED_SHORT = 5123;
  private static final int UNSIGNED_INT = 5125;
  private static final int ARRAY_BUFFER = 34962;
  private static final int ELEMENT_ARRAY_BUFFER = 34963;
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final Mesh mesh;
  private final ObjectNode root = JSON.createObjectNode();
  private final ArrayNode nodes;
  private final ArrayNode meshes;
  private final ArrayNode accessors;
  private final ArrayNode views;
  private final ByteArrayOutputStream binary = new ByteArrayOutputStream(1 << 16);

  private GlbWriter(Mesh mesh) {
    this.mesh = mesh;
    root.putObject("asset").put("version", "2.0").put("generator", "Idiotaxa");
    root.put("scene", 0);
    ArrayNode sceneNodes = root.putArray("scenes").addObject().putArray("nodes");
    nodes = root.putArray("nodes");
    meshes = root.putArray("meshes");
    writeMaterials();
    accessors = root.putArray("accessors");
    views = root.putArray("bufferViews");
    writeParts();
    for (int n = 0; n < nodes.size(); n++) {
      sceneNodes.add(n);
    }
    root.putArray("buffers").addObject().put("byteLength", binary.size());
  }

  public static void write(Mesh mesh, OutputStream out) throws IOException {
    new GlbWriter(mesh).writeTo(out);
  }

  private void writeTo(OutputStream out) throws IOException {
    byte[] json = JSON.writeValueAsString(root).getBytes(StandardCharsets.UTF_8);
    int jsonLength = (json.length + 3) & ~3;
    ByteBuffer head = ByteBuffer.allocate(20).order(ByteOrder.LITTLE_ENDIAN);
    head.putInt(MAGIC).putInt(2).putInt(12 + 8 + jsonLength + 8 + binary.size());
    head.putInt(jsonLength).putInt(JSON_CHUNK);
    out.write(head.array());
    out.write(json);
    for (int i = json.length; i < jsonLength; i++) {
      out.write(' ');
    }
    ByteBuffer binaryHead = ByteBuffer.allocate(8).order(ByteOrder.LITTLE_ENDIAN);
    out.write(binaryHead.putInt(binary.size()).putInt(BIN_CHUNK).array());
    binary.writeTo(out);
  }

  private void writeMaterials() {
    if (mesh.materials().isEmpty()) {
      return;
    }
    ArrayNode array = root.putArray("materials");
    mesh.materials().forEach(material -> array.add(material(material)));
  }

  /** A material of glTF with what ours says. */
  static ObjectNode material(Material material) {
    ObjectNode node = JSON.createObjectNode().put("name", material.name());
    ObjectNode pbr = node.putObject("pbrMetallicRoughness");
    ArrayNode factor = pbr.putArray("baseColorFactor");
    for (int shift = 16; shift >= 0; shift -= 8) {
      factor.add(Srgb.toLinear(material.baseColor() >> shift & 0xFF));
    }
    factor.add(1.0);
    pbr.put("metallicFactor", material.metalness()).put("roughnessFactor", material.roughness());
    return node;
  }

  private void writeParts() {
    TreeMap<Integer, TreeMap<Integer, IntArrayList>> trianglesOf = new TreeMap<>();
    for (int t = 0; t < mesh.triangleCount(); t++) {
      int face = mesh.triangleFace(t);
      trianglesOf
          .computeIfAbsent(mesh.facePart()[face], p -> new TreeMap<>())
          .computeIfAbsent(mesh.faceMaterial()[face], m -> new IntArrayList())
          .add(t);
    }
    trianglesOf.forEach(this::writePart);
  }

  private void writePart(int part, TreeMap<Integer, IntArrayList> trianglesOfMaterial) {
    String name = mesh.parts().get(part).name();
    ObjectNode node = nodes.addObject().put("name", name).put("mesh", meshes.size());
    if (mesh.frame().isFar()) {
      ArrayNode translation = node.putArray("translation");
      Arrays.stream(mesh.frame().originInMetres()).forEach(translation::add);
    }
    ArrayNode primitives = meshes.addObject().put("name", name).putArray("primitives");
    VertexTable table = new VertexTable(mesh);
    Map<Integer, int[]> indicesOfMaterial = new TreeMap<>();
    trianglesOfMaterial.forEach((m, list) -> indicesOfMaterial.put(m, indices(list, table)));
    int[] attributes = writeAttributes(table);
    indicesOfMaterial.forEach(
        (material, indices) -> {
          ObjectNode primitive = primitives.addObject();
          ObjectNode attribute = primitive.putObject("attributes");
          putAttribute(attribute, "POSITION", attributes[0]);
          putAttribute(attribute, "NORMAL", attributes[1]);
          putAttribute(attribute, "TEXCOORD_0", attributes[2]);
          putAttribute(attribute, "COLOR_0", attributes[3]);
          primitive.put("indices", writeIndices(indices, table.size()));
          if (material != Mesh.NO_MATERIAL) {
            primitive.put("material", material);
          }
        });
  }

  private static void putAttribute(ObjectNode attributes, String name, int accessor) {
    if (accessor >= 0) {
      attributes.put(name, accessor);
    }
  }

  private int[] indices(IntArrayList triangles, VertexTable table) {
    int[] indices = new int[3 * triangles.size()];
    for (int i = 0; i < indices.length; i++) {
      indices[i] = table.add(mesh.triangleCorner(triangles.get(i / 3), i % 3));
    }
    return indices;
  }

  /** Accessors of position, normal, UV and colour, −1 for what the mesh lacks. */
  private int[] writeAttributes(VertexTable table) {
    return new int[] {
      writePositions(table),
      mesh.cornerNormal() == null ? -1 : writeNormals(table),
      mesh.hasUvs() ? writeUvs(table) : -1,
      mesh.hasColors() ? writeColors(table) : -1
    };
  }

  private int writePositions(VertexTable table) {
    ByteBuffer bytes = allocate(12 * table.size());
    float[] lo = {Float.POSITIVE_INFINITY, Float.POSITIVE_INFINITY, Float.POSITIVE_INFINITY};
    float[] hi = {Float.NEGATIVE_INFINITY, Float.NEGATIVE_INFINITY, Float.NEGATIVE_INFINITY};
    for (int v = 0; v < table.size(); v++) {
      int vertex = mesh.cornerVertex()[table.corner(v)];
      for (int k = 0; k < 3; k++) {
        float value = mesh.positions()[3 * vertex + k];
        lo[k] = Math.min(lo[k], value);
        hi[k] = Math.max(hi[k], value);
        bytes.putFloat(value);
      }
    }
    ObjectNode accessor = accessor(bytes, ARRAY_BUFFER, FLOAT, "VEC3", table.size());
    ArrayNode min = accessor.putArray("min");
    ArrayNode max = accessor.putArray("max");
    for (int k = 0; k < 3; k++) {
      min.add(lo[k]);
      max.add(hi[k]);
    }
    return accessors.size() - 1;
  }

  /** glTF wants unit normals; where the mesh has none, up stands in. */
  private int writeNormals(VertexTable table) {
    ByteBuffer bytes = allocate(12 * table.size());
    float[] n = mesh.cornerNormal();
    for (int v = 0; v < table.size(); v++) {
      int at = 3 * table.corner(v);
      double length = Math.sqrt(n[at] * n[at] + n[at + 1] * n[at + 1] + n[at + 2] * n[at + 2]);
      boolean isZero = !(length > 1e-6);
      for (int k = 0; k < 3; k++) {
        bytes.putFloat(isZero ? (k == 1 ? 1 : 0) : (float) (n[at + k] / length));
      }
    }
    accessor(bytes, ARRAY_BUFFER, FLOAT, "VEC3", table.size());
    return accessors.size() - 1;
  }

  private int writeUvs(VertexTable table) {
    ByteBuffer bytes = allocate(8 * table.size());
    for (int v = 0; v < table.size(); v++) {
      float u = mesh.cornerUv()[2 * table.corner(v)];
      float w = mesh.cornerUv()[2 * table.corner(v) + 1];
      // A corner without UV in a mesh with UVs: glTF has no word for that.
      bytes.putFloat(Float.isNaN(u) ? 0 : u).putFloat(Float.isNaN(w) ? 0 : 1 - w);
    }
    accessor(bytes, ARRAY_BUFFER, FLOAT, "VEC2", table.size());
    return accessors.size() - 1;
  }

  private int writeColors(VertexTable table) {
    short[] linear = new short[256];
    for (int i = 0; i < 256; i++) {
      linear[i] = (short) Math.round(Srgb.toLinear(i) * 65535);
    }
    ByteBuffer bytes = allocate(8 * table.size());
    for (int v = 0; v < table.size(); v++) {
      int argb = mesh.cornerColor()[table.corner(v)];
      bytes.putShort(linear[argb >> 16 & 0xFF]).putShort(linear[argb >> 8 & 0xFF]);
      bytes.putShort(linear[argb & 0xFF]).putShort((short) ((argb >>> 24) * 257));
    }
    accessor(bytes, ARRAY_BUFFER, UNSIGNED_SHORT, "VEC4", table.size()).put("normalized", true);
    return accessors.size() - 1;
  }

  private int writeIndices(int[] indices, int vertices) {
    boolean isShort = vertices < 65535;
    ByteBuffer bytes = allocate((isShort ? 2 : 4) * indices.length);
    for (int index : indices) {
      if (isShort) {
        bytes.putShort((short) index);
      } else {
        bytes.putInt(index);
      }
    }
    accessor(
        bytes,
        ELEMENT_ARRAY_BUFFER,
        isShort ? UNSIGNED_SHORT : UNSIGNED_INT,
        "SCALAR",
        indices.length);
    return accessors.size() - 1;
  }

  private static ByteBuffer allocate(int bytes) {
    return ByteBuffer.allocate(bytes).order(ByteOrder.LITTLE_ENDIAN);
  }

  private ObjectNode accessor(ByteBuffer bytes, int target, int type, String shape, int count) {
    views
        .addObject()
        .put("buffer", 0)
        .put("byteOffset", binary.size())
        .put("byteLength", bytes.capacity())
        .put("target", target);
    binary.write(bytes.array(), 0, bytes.capacity());
    while (binary.size() % 4 != 0) {
      binary.write(0);
    }
    return accessors
        .addObject()
        .put("bufferView", views.size() - 1)
        .put("componentType", type)
        .put("count", count)
        .put("type", shape);
  }
}
