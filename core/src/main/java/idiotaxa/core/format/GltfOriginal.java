package idiotaxa.core.format;

import com.carrotsearch.hppc.IntArrayList;
import com.carrotsearch.hppc.LongIntHashMap;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.mesh.Srgb;
import idiotaxa.core.work.Progress;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * glTF with groups added. A vertex that two groups share is there twice afterwards, with all that it had; where
 * nodes share a mesh but not its groups, each kind gets a copy of it that shares the data.
 */
final class GltfOriginal {
  private static final int NONE = -1;
  private static final int MOST_GROUPS = 1 << 16;
  private static final String VARIANTS = "KHR_materials_variants";
  private static final String AS_IT_CAME = "as it came";

  private final FileBundle bundle;
  private final AddedGroups groups;
  private final GltfDocument document;
  private final GltfAccessors accessors;
  private final GltfAddition addition;
  private final Map<Integer, Integer> materialOfGroup = new LinkedHashMap<>();
  private int variant = NONE;
  private int plainMaterial = NONE;

  GltfOriginal(FileBundle bundle, AddedGroups groups) {
    this.bundle = bundle;
    this.groups = groups;
    ByteBuffer bytes = bundle.openMain();
    document = GltfDocument.isGlb(bytes) ? GltfDocument.ofGlb(bundle, bytes) : GltfDocument.ofJson(bundle, bytes);
    accessors = new GltfAccessors(document);
    addition = new GltfAddition(document);
  }

  /** A mesh as a node shows it. */
  private record Use(int node, Shown shown) {}

  /** The groups of a mesh's primitives, those of faces and those of corners, as the file orders them. */
  private static final class Shown {
    private final Map<Integer, int[]> faces = new LinkedHashMap<>();
    private final Map<Integer, int[]> corners = new LinkedHashMap<>();

    @Override
    public boolean equals(Object other) {
      return other instanceof Shown shown && isEqual(faces, shown.faces) && isEqual(corners, shown.corners);
    }

    private static boolean isEqual(Map<Integer, int[]> a, Map<Integer, int[]> b) {
      return a.keySet().equals(b.keySet()) && a.keySet().stream().allMatch(k -> Arrays.equals(a.get(k), b.get(k)));
    }

    @Override
    public int hashCode() {
      int hash = 0;
      for (int[] groups : corners.values()) {
        hash = 31 * hash + Arrays.hashCode(groups);
      }
      return hash;
    }
  }

  void write(OutputStream out) throws IOException {
    if (groups.as() == AddedGroups.As.NONE) {
      addition.array("meshes").forEach(mesh -> mesh.path("primitives").forEach(GltfOriginal::takeColorsOut));
    } else {
      uses().forEach(this::addTo);
    }
    addition.write(out);
  }

  private static void takeColorsOut(JsonNode primitive) {
    if (primitive.get("attributes") instanceof ObjectNode attributes) {
      attributes.remove(attributes.propertyNames().stream().filter(n -> n.startsWith("COLOR_")).toList());
    }
  }

  /** How nodes show every mesh, by its index. */
  private Map<Integer, List<Use>> uses() {
    GltfReader reader = new GltfReader(bundle, ReadAs.USUAL, Progress.NONE);
    ByteBuffer bytes = bundle.openMain();
    int faces = (GltfDocument.isGlb(bytes) ? reader.readGlb(bytes) : reader.readGltf(bytes)).faceCount();
    if (faces != groups.ofFace().length || 3 * faces != groups.ofCorner().length) {
      throw OriginalFile.differs(bundle);
    }
    Map<Integer, List<Use>> uses = new LinkedHashMap<>();
    int before = NONE;
    for (GltfSpan span : reader.spans()) {
      List<Use> ofMesh = uses.computeIfAbsent(span.mesh(), m -> new ArrayList<>());
      if (span.primitive() == 0 || before != span.node()) {
        ofMesh.add(new Use(span.node(), new Shown()));
      }
      before = span.node();
      Shown use = ofMesh.get(ofMesh.size() - 1).shown;
      use.faces.put(span.primitive(), Arrays.copyOfRange(groups.ofFace(), span.firstFace(), span.firstFace() + span.faceCount()));
      use.corners.put(span.primitive(), corners(span));
    }
    return uses;
  }

  private int[] corners(GltfSpan span) {
    int[] corners = Arrays.copyOfRange(groups.ofCorner(), 3 * span.firstFace(), 3 * (span.firstFace() + span.faceCount()));
    for (int c = 1; span.isTurned() && c < corners.length; c += 3) {
      int second = corners[c];
      corners[c] = corners[c + 1];
      corners[c + 1] = second;
    }
    return corners;
  }

  private void addTo(int mesh, List<Use> uses) {
    ArrayNode meshes = addition.array("meshes");
    JsonNode asItCame = meshes.get(mesh).deepCopy();
    Map<Shown, Integer> meshOfKind = new HashMap<>();
    Map<Integer, Integer> meshOfNode = new LinkedHashMap<>();
    for (Use use : uses) {
      Integer known = meshOfKind.get(use.shown);
      if (known == null) {
        known = meshOfKind.isEmpty() ? mesh : meshes.size();
        if (known != mesh) {
          meshes.add(asItCame.deepCopy());
        }
        meshOfKind.put(use.shown, known);
        add((ObjectNode) meshes.get(known), use.shown);
      }
      Integer earlier = meshOfNode.put(use.node, known);
      if (earlier != null && !earlier.equals(known)) {
        throw new FormatException(
            bundle.mainName(),
            "node " + use.node,
            "its instances have different groups, which the file cannot say",
            "choose a mesh that is written anew, or give the instances the same groups");
      }
    }
    meshOfNode.forEach((node, of) -> ((ObjectNode) addition.array("nodes").get(node)).put("mesh", of));
  }

  private void add(ObjectNode mesh, Shown use) {
    ArrayNode primitives = (ArrayNode) mesh.get("primitives");
    if (groups.as() == AddedGroups.As.MATERIALS) {
      ArrayNode split = mesh.arrayNode();
      for (int p = 0; p < primitives.size(); p++) {
        addMaterials((ObjectNode) primitives.get(p), use.faces.get(p), split);
      }
      mesh.set("primitives", split);
      return;
    }
    // Primitives that share their vertices go on sharing them.
    Map<List<JsonNode>, List<Integer>> sharing = new LinkedHashMap<>();
    for (int p = 0; p < primitives.size(); p++) {
      if (use.corners.get(p).length > 0) {
        JsonNode primitive = primitives.get(p);
        List<JsonNode> vertices = List.of(primitive.path("attributes"), primitive.path("targets"));
        sharing.computeIfAbsent(vertices, v -> new ArrayList<>()).add(p);
      }
    }
    sharing.values().forEach(shared -> addToVertices(primitives, shared, use));
  }

  private void addToVertices(ArrayNode primitives, List<Integer> shared, Shown use) {
    ObjectNode first = (ObjectNode) primitives.get(shared.get(0));
    int vertices = accessors.count(first.path("attributes").path("POSITION").asInt(-1));
    int[] groupOf = new int[vertices];
    Arrays.fill(groupOf, NONE);
    IntArrayList again = new IntArrayList();
    IntArrayList groupOfAgain = new IntArrayList();
    LongIntHashMap place = new LongIntHashMap();
    Map<Integer, int[]> changed = new LinkedHashMap<>();
    for (int p : shared) {
      int[] indices = indices(primitives.get(p), vertices);
      int[] ofCorner = use.corners.get(p);
      boolean isChanged = false;
      for (int c = 0; c < indices.length; c++) {
        int vertex = indices[c];
        int group = ofCorner[c];
        if (groupOf[vertex] == NONE) {
          groupOf[vertex] = group;
        } else if (groupOf[vertex] != group) {
          long key = (long) vertex * MOST_GROUPS + group;
          int known = place.getOrDefault(key, NONE);
          if (known < 0) {
            known = vertices + again.size();
            place.put(key, known);
            again.add(vertex);
            groupOfAgain.add(group);
          }
          indices[c] = known;
          isChanged = true;
        }
      }
      if (isChanged) {
        changed.put(p, indices);
      }
    }
    int[] ofVertex = Arrays.copyOf(groupOf, vertices + again.size());
    System.arraycopy(groupOfAgain.buffer, 0, ofVertex, vertices, again.size());
    ObjectNode attributes = first.path("attributes").deepCopy().asObject();
    JsonNode targets = first.path("targets").deepCopy();
    if (!again.isEmpty()) {
      Map<Integer, Integer> longer = new LinkedHashMap<>();
      lengthen(attributes, again.toArray(), longer);
      targets.forEach(target -> lengthen((ObjectNode) target, again.toArray(), longer));
    }
    addAttribute(attributes, ofVertex);
    for (int p : shared) {
      ObjectNode primitive = (ObjectNode) primitives.get(p);
      boolean hasImplied = !primitive.has("indices") && !again.isEmpty();
      int[] indices = changed.getOrDefault(p, hasImplied ? indices(primitive, vertices) : null);
      if (indices != null) {
        primitive.put("indices", addition.addIndices(indices, ofVertex.length)).put("mode", GltfPrimitive.TRIANGLES);
      }
      primitive.set("attributes", attributes.deepCopy());
      if (!targets.isMissingNode()) {
        primitive.set("targets", targets.deepCopy());
      }
      dropPacked(primitive);
    }
  }

  /** Three vertices a triangle. */
  private int[] indices(JsonNode primitive, int vertices) {
    int[] indices;
    if (primitive.has("indices")) {
      indices = accessors.indices(primitive.path("indices").asInt(-1), "a primitive");
    } else {
      indices = new int[vertices];
      Arrays.setAll(indices, i -> i);
    }
    return GltfPrimitive.corners(primitive.path("mode").asInt(GltfPrimitive.TRIANGLES), indices, false);
  }

  private void lengthen(ObjectNode attributes, int[] again, Map<Integer, Integer> longer) {
    for (String name : List.copyOf(attributes.propertyNames())) {
      int old = attributes.path(name).asInt(-1);
      if (!longer.containsKey(old)) {
        longer.put(old, addition.addLonger(old, accessors.elementBytes(old), accessors.raw(old), again));
      }
      attributes.put(name, longer.get(old));
    }
  }

  private void addAttribute(ObjectNode attributes, int[] groupOfVertex) {
    if (groups.as() == AddedGroups.As.NUMBERS) {
      for (int v = 0; v < groupOfVertex.length; v++) {
        groupOfVertex[v] = Math.max(0, groupOfVertex[v]);
      }
      attributes.put("_GROUP", addition.addNumbers(groupOfVertex));
      return;
    }
    int last = 0;
    while (attributes.has("COLOR_" + last)) {
      last++;
    }
    // What the artist had stays, one set further.
    for (int set = last; set > 0; set--) {
      attributes.set("COLOR_" + set, attributes.get("COLOR_" + (set - 1)));
    }
    short[] rgba = new short[4 * groupOfVertex.length];
    for (int v = 0; v < groupOfVertex.length; v++) {
      int rgb = groups.colors()[Math.max(0, groupOfVertex[v])];
      for (int k = 0; k < 3; k++) {
        rgba[4 * v + k] = (short) Math.round(Srgb.toLinear(rgb >> 16 - 8 * k & 0xFF) * 65535);
      }
      rgba[4 * v + 3] = (short) 65535;
    }
    attributes.put("COLOR_0", addition.addColors(rgba));
  }

  /** A packed copy of a primitive would say other vertices than the primitive itself. */
  private static void dropPacked(ObjectNode primitive) {
    if (primitive.get("extensions") instanceof ObjectNode extensions) {
      extensions.remove("KHR_draco_mesh_compression");
      if (extensions.isEmpty()) {
        primitive.remove("extensions");
      }
    }
  }

  private void addMaterials(ObjectNode primitive, int[] groupOfFace, ArrayNode split) {
    int[] distinct = Arrays.stream(groupOfFace).distinct().sorted().toArray();
    if (distinct.length <= 1) {
      split.add(primitive);
      if (distinct.length == 1) {
        useMaterial(primitive, distinct[0]);
      }
      return;
    }
    int vertices = accessors.count(primitive.path("attributes").path("POSITION").asInt(-1));
    int[] indices = indices(primitive, vertices);
    Map<Integer, IntArrayList> ofGroup = new LinkedHashMap<>();
    for (int group : distinct) {
      ofGroup.put(group, new IntArrayList());
    }
    for (int f = 0; f < groupOfFace.length; f++) {
      ofGroup.get(groupOfFace[f]).add(indices, 3 * f, 3);
    }
    ofGroup.forEach(
        (group, list) -> {
          ObjectNode own = primitive.deepCopy();
          own.put("indices", addition.addIndices(list.toArray(), vertices)).put("mode", GltfPrimitive.TRIANGLES);
          dropPacked(own);
          useMaterial(own, group);
          split.add(own);
        });
  }

  /** Gives a primitive the material of its group; the one that it had is what its variant shows. */
  private void useMaterial(ObjectNode primitive, int group) {
    if (!groups.materials().containsKey(group)) {
      return;
    }
    int old = primitive.path("material").asInt(NONE);
    primitive.put("material", materialOfGroup.computeIfAbsent(group, this::addMaterial));
    ObjectNode extensions = objectOf(primitive, "extensions");
    ObjectNode variants = objectOf(extensions, VARIANTS);
    ArrayNode mappings = variants.get("mappings") instanceof ArrayNode known ? known : variants.putArray("mappings");
    mappings.addObject().put("material", old < 0 ? plainMaterial() : old).putArray("variants").add(variant());
  }

  private static ObjectNode objectOf(ObjectNode node, String name) {
    return node.get(name) instanceof ObjectNode known ? known : node.putObject(name);
  }

  private int addMaterial(int group) {
    ArrayNode materials = addition.array("materials");
    materials.add(GlbWriter.material(groups.materials().get(group)));
    return materials.size() - 1;
  }

  /** Stands for having none. */
  private int plainMaterial() {
    if (plainMaterial < 0) {
      ArrayNode materials = addition.array("materials");
      materials.addObject().put("name", AS_IT_CAME);
      plainMaterial = materials.size() - 1;
    }
    return plainMaterial;
  }

  private int variant() {
    if (variant < 0) {
      ArrayNode used = addition.array("extensionsUsed");
      if (used.valueStream().noneMatch(n -> n.asString("").equals(VARIANTS))) {
        used.add(VARIANTS);
      }
      ObjectNode extension = objectOf(objectOf(addition.root(), "extensions"), VARIANTS);
      ArrayNode variants = extension.get("variants") instanceof ArrayNode known ? known : extension.putArray("variants");
      variants.addObject().put("name", AS_IT_CAME);
      variant = variants.size() - 1;
    }
    return variant;
  }
}
