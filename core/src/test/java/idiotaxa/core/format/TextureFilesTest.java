package idiotaxa.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.image.TextureImage;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TextureWrap;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class TextureFilesTest {
  @TempDir Path folder;

  /** Two by one pixels. */
  private static byte[] png(int left, int right) throws IOException {
    BufferedImage image = new BufferedImage(2, 1, BufferedImage.TYPE_INT_RGB);
    image.setRGB(0, 0, left);
    image.setRGB(1, 0, right);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(image, "png", out);
    return out.toByteArray();
  }

  private List<Optional<TextureImage>> read(String name, String text) throws IOException {
    FileBundle bundle = FileBundle.beside(Files.writeString(folder.resolve(name), text));
    return TextureFiles.read(bundle, MeshFiles.read(bundle));
  }

  private static int[] row(Optional<TextureImage> image) {
    int[] row = new int[2];
    image.orElseThrow().row(0, row);
    return row;
  }

  private static String gltf(String image, String views, int bytes, String buffer) {
    return """
        {"asset": {"version": "2.0"}, "scenes": [{"nodes": [0]}], "nodes": [{"mesh": 0}],
         "meshes": [{"primitives": [{"attributes": {"POSITION": 0}, "material": 1}]}],
         "materials": [{"name": "plain"},
           {"pbrMetallicRoughness": {"baseColorTexture": {"index": 0}}}],
         "textures": [{"source": 0}], "images": [%s],
         "accessors": [{"bufferView": 0, "componentType": 5126, "count": 3, "type": "VEC3"}],
         "bufferViews": [{"buffer": 0, "byteLength": 36}%s],
         "buffers": [{"byteLength": %d, "uri": "data:;base64,%s"}]}
        """
        .formatted(image, views, bytes, buffer);
  }

  private static String base64(byte[] bytes) {
    return Base64.getEncoder().encodeToString(bytes);
  }

  private static ByteBuffer triangle(int capacity) {
    ByteBuffer bytes = ByteBuffer.allocate(capacity).order(java.nio.ByteOrder.LITTLE_ENDIAN);
    for (float f : new float[] {0, 0, 0, 1, 0, 0, 0, 1, 0}) {
      bytes.putFloat(f);
    }
    return bytes;
  }

  @Test
  void objTexturesLieBesideItAndMaterialsShareThem() throws IOException {
    Files.write(folder.resolve("map.png"), png(0x102030, 0xFFEEDD));
    Files.writeString(
        folder.resolve("a.mtl"),
        "newmtl a\nmap_Kd textures/map.png\nnewmtl b\nmap_Kd map.png\nnewmtl c\nmap_Kd lost.png\n");
    var textures = read("a.obj",
        "mtllib a.mtl\nv 0 0 0\nv 1 0 0\nv 0 1 0\nusemtl a\nf 1 2 3\n"
        + "usemtl b\nf 1 2 3\nusemtl c\nf 1 2 3\n");
    assertThat(row(textures.get(0))).containsExactly(0x102030, 0xFFEEDD);
    assertThat(textures.get(1).orElseThrow()).isSameAs(textures.get(0).orElseThrow());
    assertThat(textures.get(2)).isEmpty();
  }

  @Test
  void samplersAndFactorsOfGltfCount() throws IOException {
    String inline = "{\"uri\": \"data:image/png;base64," + base64(png(0xFF0000, 0xFFFFFF)) + "\"}";
    String text =
        gltf(inline, "", 36, base64(triangle(36).array()))
            .replace("\"baseColorTexture\"", "\"baseColorFactor\": [0.5, 1, 0, 1], \"baseColorTexture\"")
            .replace(
                "\"textures\": [{\"source\": 0}]",
                "\"textures\": [{\"source\": 0, \"sampler\": 0}], \"samplers\": [{\"wrapS\": 33071, \"wrapT\": 33648}]");
    FileBundle bundle = FileBundle.beside(Files.writeString(folder.resolve("a.gltf"), text));
    Mesh mesh = MeshFiles.read(bundle);
    assertThat(mesh.materials().get(1).wrapU()).isEqualTo(TextureWrap.CLAMP);
    assertThat(mesh.materials().get(1).wrapV()).isEqualTo(TextureWrap.MIRROR);
    assertThat(mesh.materials().get(0).wrapU()).isEqualTo(TextureWrap.REPEAT);
    // Half of the light is 188 of 255.
    assertThat(row(TextureFiles.read(bundle, mesh).get(1))).containsExactly(0xBC0000, 0xBCFF00);
    Path wrong = Files.writeString(folder.resolve("b.gltf"), text.replace("33648", "7"));
    assertThatThrownBy(() -> MeshFiles.read(FileBundle.beside(wrong)))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining("sampler 0")
        .hasMessageContaining("wrapT 7");
  }

  @Test
  void objTexturesMayEndAtTheirEdges() throws IOException {
    Files.writeString(folder.resolve("a.mtl"), "newmtl a\nmap_Kd -s 1 1 1 -clamp on map.png\nKd 1 0 0\nnewmtl b\nmap_Kd a-clamp on.png\n");
    Path file = Files.writeString(folder.resolve("a.obj"), "mtllib a.mtl\nv 0 0 0\nv 1 0 0\nv 0 1 0\nusemtl a\nf 1 2 3\nusemtl b\nf 1 2 3\n");
    Mesh mesh = MeshFiles.read(FileBundle.beside(file));
    assertThat(mesh.materials()).extracting(m -> m.wrapU()).containsExactly(TextureWrap.CLAMP, TextureWrap.REPEAT);
    assertThat(mesh.materials()).extracting(m -> m.texture()).containsExactly("map.png", "a-clamp on.png");
  }

  @Test
  void gltfImagesComeFromDataAViewOrTheUpload() throws IOException {
    byte[] image = png(0xFF0000, 0x0000FF);
    String triangle = base64(triangle(36).array());
    String inline = "{\"uri\": \"data:image/png;base64," + base64(image) + "\"}";
    var ofData = read("data.gltf", gltf(inline, "", 36, triangle));
    assertThat(ofData.get(0)).isEmpty();
    assertThat(row(ofData.get(1))).containsExactly(0xFF0000, 0x0000FF);

    ByteBuffer both = triangle(36 + image.length).put(image);
    String view = ", {\"buffer\": 0, \"byteOffset\": 36, \"byteLength\": " + image.length + "}";
    String ofView = gltf("{\"bufferView\": 1}", view, both.capacity(), base64(both.array()));
    assertThat(row(read("view.gltf", ofView).get(1))).containsExactly(0xFF0000, 0x0000FF);

    Files.write(folder.resolve("id map.png"), image);
    var beside = read("beside.gltf", gltf("{\"uri\": \"maps/id%20map.png\"}", "", 36, triangle));
    assertThat(row(beside.get(1))).containsExactly(0xFF0000, 0x0000FF);
  }

  @Test
  void damagedAndHugeImagesAreRefusedBeforeTheyAreDecoded() throws IOException {
    byte[] image = png(1, 2);
    Files.write(folder.resolve("cut.png"), java.util.Arrays.copyOf(image, image.length / 2));
    // Width and height stand behind the signature and the head of the first chunk.
    ByteBuffer.wrap(image).putInt(16, 16000).putInt(20, 16000);
    Files.write(folder.resolve("huge.png"), image);
    Files.writeString(folder.resolve("text.png"), "no image at all");
    String obj = "mtllib a.mtl\nv 0 0 0\nv 1 0 0\nv 0 1 0\nusemtl a\nf 1 2 3\n";
    for (String[] expected :
        new String[][] {{"cut", "damaged"}, {"huge", "16000"}, {"text", "no image that is read"}}) {
      Files.writeString(folder.resolve("a.mtl"), "newmtl a\nmap_Kd " + expected[0] + ".png\n");
      assertThatThrownBy(() -> read("a.obj", obj))
          .isInstanceOf(FormatException.class)
          .hasMessageContaining(expected[0] + ".png")
          .hasMessageContaining(expected[1]);
    }
  }
}
