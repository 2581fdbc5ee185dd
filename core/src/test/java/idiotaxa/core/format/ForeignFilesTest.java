package idiotaxa.core.format;

import static idiotaxa.core.format.GltfFixture.FLOAT;
import static idiotaxa.core.format.GltfFixture.UNSIGNED_BYTE;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Part;
import idiotaxa.core.work.Progress;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What other programs write, each case with what it means exactly. */
class ForeignFilesTest {
  private static final double[] TRIANGLE = {0, 0, 0, 1, 0, 0, 0, 1, 0};

  @TempDir Path folder;

  private final GltfFixture file = new GltfFixture();

  private Mesh read(String name, String text) throws IOException {
    return MeshFiles.read(FileBundle.beside(Files.writeString(folder.resolve(name), text)));
  }

  private static List<String> parts(Mesh mesh) {
    return mesh.parts().stream().map(Part::name).toList();
  }

  private static List<String> materials(Mesh mesh) {
    return mesh.materials().stream().map(Material::name).toList();
  }

  @ParameterizedTest
  @ValueSource(strings = {"\n", "\r\n", "\r"})
  void linesEndInThreeWays(String end) throws IOException {
    String text =
        "\uFEFFo first\nv 0 0 0\nv 1 0 0\nv 0 1 0 # a corner\n\nf 1 2 \\\n3\no second\nv 0 0 1\nf 1 2 4\n".replace("\n", end);
    Mesh mesh = read("a.obj", text);
    assertThat(mesh.faceStart()).containsExactly(0, 3, 6);
    assertThat(parts(mesh)).containsExactly("first", "second");
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    for (int size = 1; size < bytes.length; size++) {
      FileBundle bundle = FileBundle.beside(folder.resolve("a.obj"));
      ObjChunks chunks = new ObjChunks("a.obj", ByteBuffer.wrap(bytes), size);
      Mesh cut = new ObjReader(bundle, Progress.NONE).read(chunks);
      assertThat(cut.cornerVertex()).as("stretches of " + size).isEqualTo(mesh.cornerVertex());
      assertThat(parts(cut)).isEqualTo(parts(mesh));
    }
  }

  @Test
  void wrongLinesAreNumberedUnderEveryLineEnd() {
    for (String end : List.of("\n", "\r\n", "\r")) {
      assertThatThrownBy(() -> read("a.obj", "v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 9\n".replace("\n", end)))
          .isInstanceOf(FormatException.class)
          .hasMessageContaining("line 4");
    }
  }

  @Test
  void namesMayHoldASharpSign() throws IOException {
    Files.writeString(folder.resolve("a.mtl"), "newmtl #C04020\nKd 1 0 0\nnewmtl bolt#2 # the second\nKd 0 1 0\n");
    Mesh mesh =
        read(
            "a.obj",
            "mtllib a.mtl # looks\no Part #2\nv 0 0 0\nv 1 0 0\nv 0 1 0\nusemtl #C04020\nf 1 2 3#no blank before\no lamp#a\nusemtl bolt#2\nf 1 2 3 # end\n"
                .replace("#no blank before", " #with one"));
    assertThat(parts(mesh)).containsExactly("Part #2", "lamp#a");
    assertThat(materials(mesh)).containsExactly("#C04020", "bolt#2");
    assertThat(mesh.materials().get(0).baseColor()).isEqualTo(0xFF0000);
    assertThat(mesh.materials().get(1).baseColor()).isEqualTo(0x00FF00);
  }

  @Test
  void twoObjectsOfOneNameAreTwoParts() throws IOException {
    String corners = "v 0 0 0\nv 1 0 0\nv 0 1 0\n";
    Mesh mesh = read("a.obj", corners + "o bolt\nf 1 2 3\no nut\nf 1 2 3\no bolt\no bolt\nf 1 2 3\n");
    assertThat(parts(mesh)).containsExactly("bolt", "nut", "bolt");
    assertThat(mesh.facePart()).containsExactly(0, 1, 2);
    // Groups are named again by whoever goes back to them.
    Mesh groups = read("b.obj", corners + "g bolt\nf 1 2 3\ng nut\nf 1 2 3\ng bolt\nf 1 2 3\n");
    assertThat(groups.facePart()).containsExactly(0, 1, 0);
  }

  @Test
  void librariesMayStandBehindWhatUsesThem() throws IOException {
    Files.writeString(folder.resolve("late.mtl"), "newmtl tar\nKd 0 0 1\n");
    Mesh mesh = read("a.obj", "v 0 0 0\nv 1 0 0\nv 0 1 0\nusemtl tar\nf 1 2 3\nmtllib late.mtl\n");
    assertThat(mesh.materials().get(0).baseColor()).isEqualTo(0x0000FF);
  }

  @Test
  void coloursOfBytesAreKnownByTheLargest() throws IOException {
    String face = "f 1 2 3\n";
    Mesh shares = read("a.obj", "v 0 0 0 1 0 0\nv 1 0 0 0 0.5 0\nv 0 1 0 0 0 1\n" + face);
    assertThat(shares.cornerColor()).containsExactly(0xFFFF0000, 0xFF008000, 0xFF0000FF);
    Mesh bytes = read("b.obj", "v 0 0 0 1 0 0\nv 1 0 0 0 128 0\nv 0 1 0\n" + face);
    assertThat(bytes.cornerColor()).containsExactly(0xFF010000, 0xFF008000, 0xFFFFFFFF);
  }

  private static String ply(String vertexProperties, String vertices, String faceProperties, String faces) {
    return "ply\nformat ascii 1.0\nelement vertex 3\nproperty float x\nproperty float y\nproperty float z\n"
        + vertexProperties + "element face 1\n" + faceProperties + "end_header\n" + vertices + faces;
  }

  @Test
  void plyColoursOfTwoBytesAreAsGoodAsThoseOfOne() throws IOException {
    String colors = "property ushort red\nproperty ushort green\nproperty ushort blue\n";
    Mesh mesh =
        read(
            "a.ply",
            ply(
                colors,
                "0 0 0 65535 0 0\n1 0 0 0 32896 0\n0 1 0 257 0 65535\n",
                "property list uchar int vertex_indices\n",
                "3 0 1 2\n"));
    assertThat(mesh.cornerColor()).containsExactly(0xFFFF0000, 0xFF008000, 0xFF0100FF);
  }

  @Test
  void plyFacesMayHaveColoursAndUvsOfTheirOwn() throws IOException {
    for (boolean isListFirst : new boolean[] {true, false}) {
      String lists = "property list uchar int vertex_indices\nproperty list uchar float texcoord\n";
      String colors = "property uchar red\nproperty uchar green\nproperty uchar blue\n";
      String ofLists = "3 0 1 2 6 0 0 0.5 0 0.25 1";
      String ofColors = "200 100 50";
      Mesh mesh =
          read(
              "a.ply",
              ply(
                  "",
                  "0 0 0\n1 0 0\n0 1 0\n",
                  isListFirst ? lists + colors : colors + lists,
                  isListFirst ? ofLists + " " + ofColors + "\n" : ofColors + " " + ofLists + "\n"));
      assertThat(mesh.cornerColor()).containsOnly(0xFFC86432).hasSize(3);
      assertThat(mesh.cornerUv()).containsExactly(0, 0, 0.5f, 0, 0.25f, 1);
    }
  }

  @Test
  void theTransformOfASkinnedNodeDoesNotCount() throws IOException {
    String skinned = skinned("\"scale\": [6, 6, 6], \"translation\": [1, 2, 3]");
    assertThat(read("a.gltf", skinned).positions()).containsExactly(0, 0, 0, 1, 0, 0, 0, 1, 0);
  }

  @Test
  void aSkinStandsAsItsJointsDo() throws IOException {
    // Two joints, one a metre up from its bind pose: what hangs on both goes half the way.
    String attributes = held(new int[] {0, 1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0}, 1, 0, 0, 0, 0, 1, 0, 0, 0.5, 0.5, 0, 0);
    String scene =
        """
        "scenes": [{"nodes": [0, 1, 2]}],
        "nodes": [{"mesh": 0, "skin": 0, "scale": [9, 9, 9]}, {}, {"translation": [0, 0, 1]}],
        "skins": [{"joints": [1, 2]}]
        """;
    Mesh mesh = read("a.gltf", file.json(attributes, scene, ""));
    assertThat(mesh.positions()).containsExactly(0, 0, 0, 1, 0, 1, 0, 1, 0.5f);
  }

  /** Attributes of the triangle, each corner with four joints and their weights. */
  private String held(int[] joints, double... weights) {
    int position = file.positions(TRIANGLE);
    file.octets(joints);
    int joint = file.accessor(file.view(""), UNSIGNED_BYTE, 3, "VEC4", "");
    file.floats(weights);
    int weight = file.accessor(file.view(""), FLOAT, 3, "VEC4", "");
    return "\"attributes\": {\"POSITION\": %d, \"JOINTS_0\": %d, \"WEIGHTS_0\": %d}".formatted(position, joint, weight);
  }

  private String skinned(String node) {
    String attributes = held(new int[12], 1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0);
    // Bound where it stands: the joint's transform and its inverse bind matrix cancel.
    file.floats(1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, -5, 0, 0, 1);
    int inverse = file.accessor(file.view(""), FLOAT, 1, "MAT4", "");
    String scene =
        """
        "scenes": [{"nodes": [0, 1]}],
        "nodes": [{"mesh": 0, "skin": 0, %s}, {"translation": [5, 0, 0]}],
        "skins": [{"joints": [1], "inverseBindMatrices": %d}]
        """
            .formatted(node, inverse);
    return file.json(attributes, scene, "");
  }

  @Test
  void jointsThatAreNotThereAreRefused() {
    String attributes = held(new int[] {0, 0, 0, 0, 7, 0, 0, 0, 0, 0, 0, 0}, 1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0);
    String scene = "\"scenes\": [{\"nodes\": [0]}], \"nodes\": [{\"mesh\": 0, \"skin\": 0}], \"skins\": [{\"joints\": [0]}]";
    assertThatThrownBy(() -> read("a.gltf", file.json(attributes, scene, "")))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining("joint 7");
  }

  @Test
  void instancesAreParts() throws IOException {
    int position = file.positions(TRIANGLE);
    file.floats(0, 0, 0, 10, 0, 0);
    int translation = file.accessor(file.view(""), FLOAT, 2, "VEC3", "");
    file.floats(1, 1, 1, 2, 2, 2);
    int scale = file.accessor(file.view(""), FLOAT, 2, "VEC3", "");
    String scene =
        """
        "extensionsRequired": ["EXT_mesh_gpu_instancing"], "extensionsUsed": ["EXT_mesh_gpu_instancing"],
        "scenes": [{"nodes": [0]}],
        "nodes": [{"mesh": 0, "name": "bolt", "translation": [0, 5, 0], "extensions": {"EXT_mesh_gpu_instancing":
          {"attributes": {"TRANSLATION": %d, "SCALE": %d}}}}]
        """
            .formatted(translation, scale);
    Mesh mesh = read("a.gltf", file.json("\"attributes\": {\"POSITION\": " + position + "}", scene, ""));
    assertThat(parts(mesh)).containsExactly("bolt.1", "bolt.2");
    assertThat(mesh.positions()).containsExactly(0, 5, 0, 1, 5, 0, 0, 6, 0, 10, 5, 0, 12, 5, 0, 10, 7, 0);
  }

  @Test
  void morphTargetsStandByTheirWeights() throws IOException {
    int position = file.positions(TRIANGLE);
    int up = file.positions(0, 0, 1, 0, 0, 1, 0, 0, 1);
    int along = file.positions(4, 0, 0, 4, 0, 0, 4, 0, 0);
    String primitive =
        "\"attributes\": {\"POSITION\": %d}, \"targets\": [{\"POSITION\": %d}, {\"POSITION\": %d}]".formatted(position, up, along);
    String scene = "\"scenes\": [{\"nodes\": [0]}], \"nodes\": [{\"mesh\": 0, \"weights\": [1, 0.25]}]";
    Mesh mesh = read("a.gltf", file.json(primitive, scene, ""));
    assertThat(mesh.positions()).containsExactly(1, 0, 1, 2, 0, 1, 1, 1, 1);
    // Without weights nothing moves.
    Mesh still = read("b.gltf", file.json(primitive, "\"scenes\": [{\"nodes\": [0]}], \"nodes\": [{\"mesh\": 0}]", ""));
    assertThat(still.positions()[2]).isCloseTo(0, within(0f));
  }
}
