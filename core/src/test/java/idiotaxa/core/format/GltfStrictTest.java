package idiotaxa.core.format;

import static idiotaxa.core.format.GltfFixture.BYTE;
import static idiotaxa.core.format.GltfFixture.FLOAT;
import static idiotaxa.core.format.GltfFixture.UNSIGNED_BYTE;
import static idiotaxa.core.format.GltfFixture.UNSIGNED_SHORT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.mesh.Mesh;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.lwjgl.util.meshoptimizer.MeshOptimizer;

/** What is refused by name, and the extensions that are read. */
class GltfStrictTest {
  private static final String TRIANGLE = "\"attributes\": {\"POSITION\": 0}";

  @TempDir Path folder;

  private Mesh read(String json) {
    try {
      return MeshFiles.read(FileBundle.beside(Files.writeString(folder.resolve("a.gltf"), json)));
    } catch (IOException e) {
      throw new IllegalStateException(e);
    }
  }

  private static GltfFixture triangle() {
    GltfFixture fixture = new GltfFixture();
    fixture.positions(0, 0, 0, 1, 0, 0, 0, 1, 0);
    return fixture;
  }

  private void checkRefused(String json, String... words) {
    assertThatThrownBy(() -> read(json))
        .isInstanceOf(FormatException.class)
        .hasMessageContainingAll(words);
  }

  @Test
  void requiredExtensionsThatAreNotReadAreRefusedByName() {
    checkRefused(
        triangle().json(TRIANGLE, "\"extensionsRequired\": [\"EXT_knotted_mesh\"]"),
        "extensionsRequired",
        "EXT_knotted_mesh");
    Mesh mesh = read(triangle().json(TRIANGLE, "\"extensionsRequired\": [\"KHR_materials_unlit\"]"));
    assertThat(mesh.triangleCount()).isEqualTo(1);
  }

  /** Looked for on all cores; whoever mends the file wants the first. */
  @Test
  void theFirstIndexThatNamesNoVertexIsTold() {
    GltfFixture fixture = triangle();
    int count = 48_000;
    byte[] indices = new byte[count];
    indices[40_001] = 3;
    indices[20_002] = 7;
    indices[47_999] = 9;
    fixture.bytes().put(indices);
    fixture.accessor(fixture.view(""), UNSIGNED_BYTE, count, "SCALAR", "");
    checkRefused(fixture.json(TRIANGLE + ", \"indices\": 1", ""), "index 20002", "vertex 7", "only 3");
  }

  @Test
  void nodesWithVectorsOfTheWrongLengthAreRefused() {
    String scene = "\"scenes\": [{\"nodes\": [0]}], \"nodes\": [{\"mesh\": 0, %s}]";
    for (String wrong :
        new String[] {
          "\"matrix\": [1, 2, 3]", "\"translation\": [1, 2]", "\"rotation\": [0, 0, 1]", "\"scale\": 2",
          "\"translation\": [1, 2, \"x\"]"
        }) {
      String word = wrong.substring(1, wrong.indexOf('"', 1));
      checkRefused(triangle().json(TRIANGLE, scene.formatted(wrong), ""), "node 0", word);
    }
  }

  @Test
  void bufferShorterThanItSaysIsRefused() {
    String json = triangle().json(TRIANGLE, "");
    checkRefused(json.replace("\"byteLength\": 36, \"uri\"", "\"byteLength\": 37, \"uri\""), "buffer 0", "37", "36");
  }

  @Test
  void containerOfAnotherVersionIsRefused() throws IOException {
    byte[] json = "{\"asset\": {\"version\": \"2.0\"}}  ".getBytes(StandardCharsets.UTF_8);
    ByteBuffer glb = ByteBuffer.allocate(20 + json.length).order(ByteOrder.LITTLE_ENDIAN);
    glb.putInt(0x46546C67).putInt(9).putInt(glb.capacity()).putInt(json.length).putInt(0x4E4F534A).put(json);
    Path file = Files.write(folder.resolve("nine.glb"), glb.array());
    assertThatThrownBy(() -> MeshFiles.read(FileBundle.beside(file)))
        .isInstanceOf(FormatException.class)
        .hasMessageContainingAll("nine.glb", "byte 4", "version 9");
  }

  @Test
  void quantisedMeshKeepsItsShape() {
    GltfFixture f = new GltfFixture();
    f.shorts(0, 0, 0, 0, 1000, 0, 0, 0, 0, 2000, 0, 0);
    f.accessor(f.view(", \"byteStride\": 8"), UNSIGNED_SHORT, 3, "VEC3", "");
    f.octets(0, 0, 127, 0, 0, 0, 127, 0, 0, 0, 127, 0);
    f.accessor(f.view(", \"byteStride\": 4"), BYTE, 3, "VEC3", ", \"normalized\": true");
    String scene = "\"scenes\": [{\"nodes\": [0]}], \"nodes\": [{\"mesh\": 0, \"scale\": [0.001, 0.001, 0.001]}]";
    Mesh mesh =
        read(
            f.json(
                "\"attributes\": {\"POSITION\": 0, \"NORMAL\": 1}",
                scene,
                "\"extensionsRequired\": [\"KHR_mesh_quantization\"]"));
    assertThat(mesh.positions()).containsExactly(0, 0, 0, 1, 0, 0, 0, 2, 0);
    assertThat(mesh.cornerNormal()[2]).isEqualTo(1);
  }

  @Test
  void meshoptCompressedMeshIsUnpacked() {
    int n = 300;
    ByteBuffer vertices = ByteBuffer.allocateDirect(12 * n).order(ByteOrder.LITTLE_ENDIAN);
    ByteBuffer indices = ByteBuffer.allocateDirect(4 * 3 * (n - 2)).order(ByteOrder.LITTLE_ENDIAN);
    for (int i = 0; i < n; i++) {
      vertices.putFloat(i).putFloat(i * i % 17).putFloat(i % 5);
    }
    for (int i = 0; i < n - 2; i++) {
      indices.putInt(i).putInt(i + 1).putInt(i + 2);
    }
    byte[] packedVertices = packVertices(vertices.flip(), n);
    byte[] packedIndices = packIndices(indices.flip(), n);
    GltfFixture f = new GltfFixture();
    f.bytes().put(packedVertices);
    f.accessor(packed(f, 12 * n, n, 12, "ATTRIBUTES", packedVertices.length), FLOAT, n, "VEC3", "");
    int at = f.bytes().position();
    f.bytes().put(packedIndices);
    f.accessor(
        packedAt(f, at, 12 * (n - 2), 3 * (n - 2), 4, "TRIANGLES", packedIndices.length),
        GltfFixture.UNSIGNED_INT,
        3 * (n - 2),
        "SCALAR",
        "");
    String json =
        f.json(TRIANGLE + ", \"indices\": 1", "\"extensionsRequired\": [\"EXT_meshopt_compression\"]");
    Mesh mesh = read(json);
    assertThat(mesh.triangleCount()).isEqualTo(n - 2);
    for (int i = 0; i < n; i++) {
      assertThat(mesh.positions()[3 * i + 1]).isEqualTo(i * i % 17);
    }
    checkRefused(json.replace("\"count\": 300, \"byteStride\": 12", "\"count\": 900000000, \"byteStride\": 12"), "buffer view 0");
    checkRefused(json.replace("\"ATTRIBUTES\"", "\"RIDDLES\""), "RIDDLES");
  }

  private static int packed(GltfFixture f, int bytes, int count, int stride, String mode, int length) {
    return packedAt(f, 0, bytes, count, stride, mode, length);
  }

  private static int packedAt(
      GltfFixture f, int at, int bytes, int count, int stride, String mode, int length) {
    // The view itself stands for the unpacked bytes, which are nowhere in the file.
    return f.view(
        (", \"extensions\": {\"EXT_meshopt_compression\": {\"buffer\": 0, \"byteOffset\": %d, \"byteLength\": %d,"
                + " \"count\": %d, \"byteStride\": %d, \"mode\": \"%s\"}}")
            .formatted(at, length, count, stride, mode));
  }

  private static byte[] packVertices(ByteBuffer vertices, int count) {
    ByteBuffer out =
        ByteBuffer.allocateDirect((int) MeshOptimizer.meshopt_encodeVertexBufferBound(count, 12));
    long length = MeshOptimizer.meshopt_encodeVertexBuffer(out, vertices, count, 12);
    byte[] bytes = new byte[(int) length];
    out.get(0, bytes);
    return bytes;
  }

  private static byte[] packIndices(ByteBuffer indices, int vertices) {
    int count = indices.remaining() / 4;
    ByteBuffer out =
        ByteBuffer.allocateDirect((int) MeshOptimizer.meshopt_encodeIndexBufferBound(count, vertices));
    long length = MeshOptimizer.meshopt_encodeIndexBuffer(out, indices.asIntBuffer());
    byte[] bytes = new byte[(int) length];
    out.get(0, bytes);
    return bytes;
  }

  @Test
  void textureIsLookedUpInItsSetWithItsTransform() {
    GltfFixture f = triangle();
    f.floats(0, 0, 1, 0, 0, 1);
    f.accessor(f.view(""), FLOAT, 3, "VEC2", "");
    f.floats(0.5, 0, 0.5, 0.5, 1, 1);
    f.accessor(f.view(""), FLOAT, 3, "VEC2", "");
    String material =
        "\"images\": [{\"uri\": \"x.png\"}], \"textures\": [{\"source\": 0}], \"materials\": [{\"pbrMetallicRoughness\":"
            + " {\"baseColorTexture\": {\"index\": 0, \"texCoord\": 1, \"extensions\": {\"KHR_texture_transform\":"
            + " {\"offset\": [0.25, 0.5], \"scale\": [0.5, 2], \"rotation\": 0}}}}}]";
    Mesh mesh =
        read(
            f.json(
                "\"attributes\": {\"POSITION\": 0, \"TEXCOORD_0\": 1, \"TEXCOORD_1\": 2}, \"material\": 0",
                material));
    // v runs down in the file: (u, v) of the file is (u, 1 − v) here.
    assertThat(mesh.cornerUv()).containsExactly(0, 1, 1, 1, 0, 0);
    assertThat(mesh.textureUv()).containsExactly(0.5f, 0.5f, 0.5f, -0.5f, 0.75f, -1.5f);
    float[] laidOut = {0, 0, 0.5f, 0, 0, 0.5f};
    assertThat(mesh.withCornerUvs(laidOut).textureUv()).isEqualTo(mesh.textureUv());
  }

  @Test
  void quarterTurnOfATextureGoesCounterClockwise() {
    GltfTextureMapping turned = new GltfTextureMapping(0, 0, 0, Math.PI / 2, 1, 1);
    assertThat(turned.u(0, 1)).isCloseTo(1, within(1e-12));
    assertThat(turned.v(1, 0)).isCloseTo(-1, within(1e-12));
  }

  @Test
  void layoutOfAModelWithATextureLeavesTheTextureWhereItWas() {
    GltfFixture f = triangle();
    f.floats(0, 0, 1, 0, 0, 1);
    f.accessor(f.view(""), FLOAT, 3, "VEC2", "");
    Mesh mesh = read(f.json("\"attributes\": {\"POSITION\": 0, \"TEXCOORD_0\": 1}", ""));
    float[] before = mesh.cornerUv().clone();
    Mesh laidOut = mesh.withCornerUvs(new float[] {0, 0, 0.1f, 0, 0, 0.1f});
    assertThat(laidOut.textureUv()).isEqualTo(before);
  }

  @Test
  void aFewKilobytesThatUnfoldIntoBillionsAreRefusedBeforeTheyAre() {
    StringBuilder nodes = new StringBuilder();
    StringBuilder roots = new StringBuilder();
    for (int i = 0; i < 400; i++) {
      nodes.append(i == 0 ? "" : ",").append("{\"mesh\": 0}");
      roots.append(i == 0 ? "" : ",").append(i);
    }
    String json =
        """
        {"asset": {"version": "2.0"}, "scenes": [{"nodes": [%s]}], "nodes": [%s],
         "meshes": [{"primitives": [{"attributes": {"POSITION": 0}}]}],
         "accessors": [{"componentType": 5126, "count": 3999999, "type": "VEC3"}]}
        """
            .formatted(roots, nodes);
    checkRefused(json, "a.gltf", "unfolds into", "million");
  }

  @Test
  void manyCopiesOfASmallMeshAreStillRead() {
    StringBuilder nodes = new StringBuilder();
    StringBuilder roots = new StringBuilder();
    for (int i = 0; i < 5000; i++) {
      nodes.append(i == 0 ? "" : ",").append("{\"mesh\": 0, \"translation\": [%d, 0, 0]}".formatted(i));
      roots.append(i == 0 ? "" : ",").append(i);
    }
    Mesh mesh =
        read(
            triangle()
                .json(TRIANGLE, "\"scenes\": [{\"nodes\": [%s]}], \"nodes\": [%s]".formatted(roots, nodes), ""));
    assertThat(mesh.triangleCount()).isEqualTo(5000);
  }
}
