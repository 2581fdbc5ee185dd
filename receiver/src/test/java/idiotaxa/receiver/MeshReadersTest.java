package idiotaxa.receiver;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.offset;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Small meshes written by hand, by the formats' own words. */
class MeshReadersTest {
  @TempDir Path folder;

  private static void check(MeshFaces faces, int face, String mark, double u, double v) {
    assertThat(faces.mark(face)).isEqualTo(mark);
    assertThat(faces.middle(face)[0]).isCloseTo(u, offset(1e-6));
    assertThat(faces.middle(face)[1]).isCloseTo(v, offset(1e-6));
  }

  @Test
  void objIsMarkedByMaterialElseByTheColourOfAVertex() throws IOException {
    String vertices = "v 0 0 0 1 0 0\nv 1 0 0 1 0 0\nv 0 1 0 0 0 1\nvt 0 0\nvt 1 0\nvt 1 1\nvt 0 1\n";
    Path colored = Files.writeString(folder.resolve("a.obj"), vertices + "f 1/1 2/2 3/3\nf 3/1 1/2 2/3 1/4\n");
    MeshFaces faces = ObjFaces.read(colored);
    assertThat(faces.count()).isEqualTo(2);
    check(faces, 0, "#FF0000", 2 / 3.0, 1 / 3.0);
    check(faces, 1, "#0000FF", 0.5, 0.5);
    Path named = Files.writeString(folder.resolve("b.obj"), vertices + "usemtl lamp-glass\nf 1/1/1 2/2/1 3/3/1\n");
    check(ObjFaces.read(named), 0, "lamp-glass", 2 / 3.0, 1 / 3.0);
  }

  @Test
  void plyIsReadByItsHeaderWhateverItsCountsAre() throws IOException {
    for (String counts : new String[] {"uchar", "uint"}) {
      String head =
          "ply\nformat binary_little_endian 1.0\nelement vertex 3\nproperty float x\nproperty float s\n"
              + "property float t\nproperty uchar red\nproperty uchar green\nproperty uchar blue\n"
              + "element face 1\nproperty list " + counts + " int vertex_indices\nend_header\n";
      ByteBuffer body = ByteBuffer.allocate(200).order(ByteOrder.LITTLE_ENDIAN);
      float[][] uvs = {{0, 0}, {0.6f, 0}, {0, 0.9f}};
      for (float[] uv : uvs) {
        body.putFloat(7).putFloat(uv[0]).putFloat(uv[1]);
        body.put((byte) 0x10).put((byte) 0xA0).put((byte) 0xFF);
      }
      if (counts.equals("uchar")) {
        body.put((byte) 3);
      } else {
        body.putInt(3);
      }
      body.putInt(0).putInt(1).putInt(2);
      ByteArrayOutputStream file = new ByteArrayOutputStream();
      file.writeBytes(head.getBytes(StandardCharsets.US_ASCII));
      file.write(body.array(), 0, body.position());
      MeshFaces faces = PlyFaces.read(Files.write(folder.resolve("a.ply"), file.toByteArray()));
      assertThat(faces.count()).isEqualTo(1);
      check(faces, 0, "#10A0FF", 0.2, 0.3);
    }
  }

  @Test
  void glbIsReadFromItsViewsAndItsColoursAreLinear() throws IOException {
    ByteBuffer binary = ByteBuffer.allocate(56).order(ByteOrder.LITTLE_ENDIAN);
    // UVs have their origin at the top left.
    for (float value : new float[] {0, 1, 0.6f, 1, 0, 0.1f}) {
      binary.putFloat(value);
    }
    for (int corner = 0; corner < 3; corner++) {
      binary.putShort((short) 65535).putShort((short) 14146).putShort((short) 0).putShort((short) -1);
    }
    binary.putShort((short) 0).putShort((short) 1).putShort((short) 2);
    String json =
        """
        {"meshes":[{"primitives":[{"attributes":{"TEXCOORD_0":0,"COLOR_0":1},"indices":2}]}],
         "accessors":[{"bufferView":0,"componentType":5126,"count":3},{"bufferView":1,"componentType":5123,"count":3},
                      {"bufferView":2,"componentType":5123,"count":3}],
         "bufferViews":[{"byteOffset":0},{"byteOffset":24},{"byteOffset":48}]}""";
    byte[] text = json.getBytes(StandardCharsets.UTF_8);
    ByteBuffer file = ByteBuffer.allocate(28 + text.length + 56).order(ByteOrder.LITTLE_ENDIAN);
    file.putInt(0x46546C67).putInt(2).putInt(file.capacity()).putInt(text.length).putInt(0x4E4F534A);
    file.put(text).putInt(56).putInt(0x004E4942).put(binary.array());
    MeshFaces faces = GlbFaces.read(Files.write(folder.resolve("a.glb"), file.array()));
    assertThat(faces.count()).isEqualTo(1);
    // 14146 of 65535 is the linear intensity of 128.
    check(faces, 0, "#FF8000", 0.2, 0.3);
  }

  @Test
  void usdPartsFollowEachOtherAndFacesWithoutSubsetAreMarkedByColour() throws IOException {
    String mesh =
        """
            def Mesh "%s"
                int[] faceVertexCounts = [3]
                texCoord2f[] primvars:st = [(0, 0), (0.6, 0), (0, 0.9)] (
                color3f[] primvars:displayColor = [(1, 0, 0), (0, 0, 0), (0, 0, 0)] (
        """;
    String subset = "        def GeomSubset \"brass\"\n            int[] indices = [0]\n";
    Path file = Files.writeString(folder.resolve("a.usda"), mesh.formatted("a") + mesh.formatted("b") + subset);
    MeshFaces faces = UsdaFaces.read(file);
    assertThat(faces.count()).isEqualTo(2);
    check(faces, 0, "#FF0000", 0.2, 0.3);
    check(faces, 1, "brass", 0.2, 0.3);
  }
}
