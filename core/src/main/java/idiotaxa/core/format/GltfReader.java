package idiotaxa.core.format;

import idiotaxa.core.work.Progress;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.ReadBudget;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.mesh.Part;
import idiotaxa.core.mesh.Srgb;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/**
 * Reads glTF 2.0: every node with a mesh becomes a part (every instance of it one), node transforms are applied in double
 * precision, a mirrored one turns the winding. Skins stand as their joints do, morph targets by their weights. Colours are linear in the file and sRGB in the mesh;
 * v runs down in the file and up in the mesh.
 */
final class GltfReader {
  private static final int MAX_DEPTH = 256;
  private static final int MAX_PATH = 500;
  private static final int MAX_INSTANCES = 1_000_000;

  private final FileBundle bundle;
  private final Progress progress;
  private final ReadAs as;
  private final MeshBuilder builder = new MeshBuilder();
  private GltfDocument document;
  private GltfAccessors accessors;
  private final Map<Integer, Transform> worlds = new HashMap<>();
  private int instances;
  private GltfCost cost;
  private boolean isCounting;
  private GltfFaceNumbers numbers;
  private final List<GltfSpan> spans = new ArrayList<>();

  GltfReader(FileBundle bundle, ReadAs as, Progress progress) {
    this.bundle = bundle;
    this.as = as;
    this.progress = progress;
    builder.seekFrame();
  }

  Mesh readGlb(ByteBuffer bytes) {
    return read(GltfDocument.ofGlb(bundle, bytes));
  }

  Mesh readGltf(ByteBuffer bytes) {
    return read(GltfDocument.ofJson(bundle, bytes));
  }

  /** Which faces of the mesh every primitive of every node became, in the order of the faces; after reading. */
  List<GltfSpan> spans() {
    return spans;
  }

  private Mesh read(GltfDocument read) {
    document = read;
    accessors = new GltfAccessors(read);
    numbers = new GltfFaceNumbers(read, accessors);
    readMaterials();
    long bytes = document.bytes(bundle.openMain().remaining());
    cost = new GltfCost(document, accessors, new ReadBudget(bundle.mainName(), bytes));
    JsonNode scene =
        document.element("scenes", document.root().path("scene").asInt(0)).orElse(null);
    // Once to count and once to read, so that nothing is decoded of a scene that cannot be held.
    for (boolean isCounting : new boolean[] {true, false}) {
      instances = 0;
      this.isCounting = isCounting;
      if (!isCounting) {
        builder.expect(cost.vertices(), cost.corners());
      }
      if (scene != null) {
        for (JsonNode node : scene.path("nodes")) {
          readNode(node.asInt(-1), Transform.IDENTITY, "", 0);
        }
      } else {
        for (int n = 0; n < document.root().path("nodes").size(); n++) {
          readNode(n, Transform.IDENTITY, "", 0);
        }
      }
    }
    Mesh mesh = builder.build();
    return numbers.words().map(mesh::withFaceWords).orElse(mesh);
  }

  private void readMaterials() {
    int index = 0;
    for (JsonNode node : document.root().path("materials")) {
      JsonNode pbr = node.path("pbrMetallicRoughness");
      JsonNode factor = pbr.path("baseColorFactor");
      int rgb = 0;
      for (int k = 0; k < 3; k++) {
        rgb = rgb << 8 | Srgb.fromLinear(factor.path(k).asDouble(1));
      }
      String name = node.path("name").asString("");
      builder.material(
          Material.plain(
                  name.isBlank() ? "material " + index : name,
                  rgb,
                  (float) pbr.path("roughnessFactor").asDouble(1),
                  (float) pbr.path("metallicFactor").asDouble(1))
              .withTexture(
                  imageName(document.imageOfMaterial(index)),
                  document.wrapOfMaterial(index, "wrapS"),
                  document.wrapOfMaterial(index, "wrapT"))
              .withOpacity(document.opacityOfMaterial(index)));
      index++;
    }
  }

  /** Name of an image: its own, its file's, or its number; empty when there is none. */
  private String imageName(int image) {
    return document
        .element("images", image)
        .map(
            node -> {
              String uri = node.path("uri").asString("");
              String file = uri.startsWith("data:") ? "" : uri;
              String name = node.path("name").asString(file);
              return name.isBlank() ? "image " + image : name;
            })
        .orElse("");
  }

  private void readNode(int index, Transform parent, String path, int depth) {
    JsonNode node =
        document
            .element("nodes", index)
            .orElseThrow(() -> document.refuse("node " + index, "there is no such node"));
    if (depth > MAX_DEPTH) {
      throw document.refuse("node " + index, "the nodes are nested deeper than " + MAX_DEPTH);
    }
    if (++instances > MAX_INSTANCES) {
      throw document.refuse("node " + index, "the scene has more than a million nodes");
    }
    Transform transform = parent.times(Transform.ofNode(document, "node " + index, node));
    if (isCounting) {
      worlds.put(index, transform);
    }
    if (node.has("mesh")) {
      placeMesh(index, node, transform, path);
    }
    String below = below(path, node.path("name").asString(""));
    for (JsonNode child : node.path("children")) {
      readNode(child.asInt(-1), transform, below, depth + 1);
    }
  }

  private void placeMesh(int index, JsonNode node, Transform transform, String path) {
    String place = "node " + index;
    boolean isMany = GltfInstances.has(node);
    int count = isMany ? GltfInstances.count(accessors, node) : 1;
    instances += count - 1;
    if (instances > MAX_INSTANCES) {
      throw document.refuse(place, "the scene has more than a million nodes");
    }
    if (isCounting) {
      for (int i = 0; i < count; i++) {
        cost.place(node.path("mesh").asInt(-1));
      }
    } else if (isMany) {
      int number = 1;
      for (Transform each : GltfInstances.of(document, accessors, node, place)) {
        readMesh(index, node, transform.times(each), path, "." + number++);
      }
    } else {
      readMesh(index, node, transform, path, "");
    }
  }

  private static String below(String path, String name) {
    String joined = path.isEmpty() || name.isBlank() ? path + name : path + "/" + name;
    return joined.length() > MAX_PATH ? path : joined;
  }

  /**
   * @param ending of the part's name
   */
  private void readMesh(int nodeIndex, JsonNode node, Transform transform, String path, String ending) {
    int index = node.path("mesh").asInt(-1);
    JsonNode mesh =
        document
            .element("meshes", index)
            .orElseThrow(() -> document.refuse("mesh " + index, "there is no such mesh"));
    String name = node.path("name").asString("");
    String own = name.isBlank() ? mesh.path("name").asString("") : name;
    int part = builder.part(new Part(own.isEmpty() ? own : own + ending, path));
    GltfSkin skin =
        node.has("skin") ? GltfSkin.of(document, accessors, node.path("skin").asInt(-1), worlds) : null;
    GltfPose pose = new GltfPose(skin == null ? transform : Transform.IDENTITY, skin, weights(node, mesh, index));
    Map<Integer, Integer> firstVertexOfAccessor = new HashMap<>();
    int p = 0;
    for (JsonNode primitive : mesh.path("primitives")) {
      progress.checkCancelled();
      String place = "mesh " + index + ", primitive " + p;
      int firstFace = builder.faceCount();
      new GltfPrimitive(document, accessors, builder, numbers, place, as)
          .read(primitive, part, pose, firstVertexOfAccessor);
      spans.add(new GltfSpan(nodeIndex, index, p++, pose.isMirrored(), firstFace, builder.faceCount() - firstFace));
    }
  }

  /** Of the morph targets: the node's, else the mesh's, else none (glTF 2.0, 3.7.2.2). */
  private double[] weights(JsonNode node, JsonNode mesh, int index) {
    JsonNode holder = node.has("weights") ? node : mesh;
    return document.vector("mesh " + index, holder, "weights", new double[holder.path("weights").size()]);
  }
}
