package idiotaxa.core.format;

import idiotaxa.core.work.Progress;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.Shapes;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Part;
import idiotaxa.core.mesh.TriangleGeometry;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ReaderTest {
  @TempDir Path folder;

  private Mesh read(String name, byte[] bytes) throws IOException {
    Path file = folder.resolve(name);
    Files.write(file, bytes);
    return MeshFiles.read(FileBundle.beside(file));
  }

  private Mesh read(String name, String text) throws IOException {
    return read(name, text.getBytes(StandardCharsets.UTF_8));
  }

  private void checkRefused(String name, byte[] bytes, String... words) {
    assertThatThrownBy(() -> read(name, bytes))
        .isInstanceOf(FormatException.class)
        .hasMessageStartingWith(name)
        .hasMessageContainingAll(words);
  }

  private void checkRefused(String name, String text, String... words) {
    checkRefused(name, text.getBytes(StandardCharsets.UTF_8), words);
  }

  @Test
  void objWithEverythingThatWeUse() throws IOException {
    Files.writeString(folder.resolve("a.mtl"), "newmtl steel\nKd 1 0.5 0\n");
    Mesh mesh =
        read(
            "a.obj",
            """
            # a comment
            mtllib a.mtl
            o plate
            v 0 0 0 1 0 0
            v 1 0 0 0 1 0
            v 1 1 0 0 0 1
            v 0 1 0 1 1 \\
            1
            vt 0 0
            vt 1 0
            vt 1 1
            vt 0 1
            vn 0 0 1
            usemtl steel
            f 1/1/1 2/2/1 3/3/1 4/4/1
            o lid
            usemtl rope
            f -4//-1 -3//-1 -2//-1
            f 1/1 2/2 3/3
            """);
    assertThat(mesh.parts()).extracting(Part::name).containsExactly("plate", "lid");
    assertThat(mesh.faceStart()).containsExactly(0, 4, 7, 10);
    assertThat(mesh.materials().get(0).baseColor()).isEqualTo(0xFF8000);
    assertThat(mesh.materials().get(1).name()).isEqualTo("rope");
    assertThat(mesh.faceMaterial()).containsExactly(0, 1, 1);
    assertThat(Arrays.copyOf(mesh.cornerColor(), 4))
        .containsExactly(0xFFFF0000, 0xFF00FF00, 0xFF0000FF, 0xFFFFFFFF);
    assertThat(mesh.cornerUv()[8]).isNaN();
    assertThat(mesh.cornerUv()[15]).isZero();
  }

  @ParameterizedTest
  @CsvSource({"0.1", "-12.345678", "1e-3", "123456789012345", "-0", "3.14159265358979312", ".5", "7."})
  void objNumbersEqualTheJdksParser(String number) throws IOException {
    Mesh mesh = read("n.obj", "v " + number + " 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n");
    assertThat(mesh.positions()[0]).isEqualTo((float) Double.parseDouble(number));
  }

  @ParameterizedTest
  @CsvSource({"binary_little_endian", "binary_big_endian", "ascii"})
  void plyInItsThreeEncodings(String encoding) throws IOException {
    String header =
        """
        ply
        format %s 1.0
        comment made for a test
        element vertex 3
        property double x
        property float y
        property float z
        property uchar red
        property uchar green
        property uchar blue
        element edge 1
        property int a
        property list uchar short weights
        element face 1
        property list uchar uint vertex_indices
        end_header
        """
            .formatted(encoding);
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    bytes.write(header.getBytes(StandardCharsets.US_ASCII));
    bytes.write(encoding.equals("ascii") ? plyText() : plyBinary(encoding.contains("little")));
    Mesh mesh = read("p.ply", bytes.toByteArray());
    assertThat(mesh.positions()).containsExactly(0, 0, 0, 1.5f, 0, 0, 0, 2, 0);
    assertThat(mesh.cornerColor()).containsExactly(0xFF0A141E, 0xFF0B151F, 0xFF0C1620);
  }

  @ParameterizedTest
  @CsvSource({"s, t", "u, v", "texture_u, texture_v"})
  void plyUvsAndFloatColoursUnderTheirUsualNames(String u, String v) throws IOException {
    Mesh mesh =
        read(
            "uv.ply",
            """
            ply
            format ascii 1.0
            element vertex 5
            property float x
            property float y
            property float z
            property float %s
            property float %s
            property float red
            property float green
            property float blue
            property float alpha
            element face 1
            property uchar flags
            property list uchar int vertex_index
            end_header
            0 0 0 0 0 1 0 0 1
            1 0 0 1 0 0 1 0 1
            2 1 0 1 0.5 0 0 1 0.5
            1 2 0 0.5 1 1 1 1 0
            0 1 0 0 1 0 0 0 1
            9 5 0 1 2 3 4
            """
                .formatted(u, v));
    assertThat(mesh.faceStart()).containsExactly(0, 5);
    assertThat(mesh.triangleCount()).isEqualTo(3);
    assertThat(Arrays.copyOfRange(mesh.cornerUv(), 4, 8)).containsExactly(1, 0.5f, 0.5f, 1);
    assertThat(mesh.cornerColor())
        .containsExactly(0xFFFF0000, 0xFF00FF00, 0x800000FF, 0x00FFFFFF, 0xFF000000);
  }

  /** An arrowhead: a fan from its first corner would cover ground outside of it. */
  @Test
  void concavePolygonIsCutInsideOfItself() throws IOException {
    Mesh mesh =
        read("c.obj", "v 0 0 0\nv 2 -2 0\nv 1 0 0\nv 2 2 0\nf 2 3 4 1\n");
    double area = 0;
    for (int t = 0; t < mesh.triangleCount(); t++) {
      area += TriangleGeometry.area(mesh, t);
    }
    assertThat(area).isEqualTo(2);
  }

  /** Wherever a file is cut to be read in parallel: the same mesh, and the same line in a refusal. */
  @Test
  void stretchesOfAnObjFileMeanTheSameWhereverItIsCut() throws IOException {
    String text =
        """
        o first
        v 0 0 0 1 0 0
        v 1 0 0
        v 1 1 \\
          0
        v 0 1 0 0 0 1 # blue
        vt 0 0
        vt 1 0
        vt 1 1
        vn 0 0 1
        usemtl oak
        f 1/1/1 2/2/1 3/3/1 4/1/1

        o second
        usemtl tin
        f -4 -3 -2
        f -1//1 -2//1 -3//1
        """;
    Mesh whole = read("a.obj", text);
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    for (int size = 1; size < bytes.length; size += 7) {
      ObjChunks chunks = new ObjChunks("a.obj", ByteBuffer.wrap(bytes), size);
      Mesh cut = new ObjReader(FileBundle.beside(folder.resolve("a.obj")), Progress.NONE).read(chunks);
      assertThat(cut.positions()).isEqualTo(whole.positions());
      assertThat(cut.cornerVertex()).isEqualTo(whole.cornerVertex());
      assertThat(cut.cornerUv()).isEqualTo(whole.cornerUv());
      assertThat(cut.cornerColor()).isEqualTo(whole.cornerColor());
      assertThat(cut.parts()).isEqualTo(whole.parts());
      assertThat(cut.faceMaterial()).isEqualTo(whole.faceMaterial());
      ObjChunks broken =
          new ObjChunks("a.obj", ByteBuffer.wrap((text + "f 1 2 99\n").getBytes()), size);
      assertThatThrownBy(
              () -> new ObjReader(FileBundle.beside(folder.resolve("a.obj")), Progress.NONE).read(broken))
          .hasMessageContaining("vertex 99")
          .hasMessageMatching("(?s).*line 1[67].*");
    }
  }

  @Test
  void objGroupsBecomePartsWhereThereAreNoObjects() throws IOException {
    Mesh mesh =
        read("g.obj", "v 0 0 0\nv 1 0 0\nv 0 1 0\ng a\nf 1 2 3\ng b\nf -3 -2 -1\ng a\nf 1 2 3\n");
    assertThat(mesh.parts()).extracting(Part::name).containsExactly("a", "b");
    assertThat(mesh.facePart()).containsExactly(0, 1, 0);
  }

  private static byte[] plyText() {
    return "0 0 0 10 20 30\n1.5 0 0 11 21 31\n0 2 0 12 22 32\n7 2 1 2\n3 0 1 2\n"
        .getBytes(StandardCharsets.US_ASCII);
  }

  private static byte[] plyBinary(boolean isLittle) {
    ByteBuffer b = ByteBuffer.allocate(200);
    b.order(isLittle ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN);
    double[][] p = {{0, 0, 0}, {1.5, 0, 0}, {0, 2, 0}};
    for (int i = 0; i < 3; i++) {
      b.putDouble(p[i][0]).putFloat((float) p[i][1]).putFloat((float) p[i][2]);
      b.put((byte) (10 + i)).put((byte) (20 + i)).put((byte) (30 + i));
    }
    b.putInt(7).put((byte) 2).putShort((short) 1).putShort((short) 2);
    b.put((byte) 3).putInt(0).putInt(1).putInt(2);
    return Arrays.copyOf(b.array(), b.position());
  }

  /** A triangle (0,0,0) (1,0,0) (0,1,0) in a glTF with inline buffer; {@code node} is inserted. */
  private static String gltf(String node, String extra) {
    ByteBuffer b = ByteBuffer.allocate(36).order(ByteOrder.LITTLE_ENDIAN);
    for (float f : new float[] {0, 0, 0, 1, 0, 0, 0, 1, 0}) {
      b.putFloat(f);
    }
    return """
        {"asset": {"version": "2.0"}, "scene": 0, "scenes": [{"nodes": [0]}],
         "nodes": [{"mesh": 0, "name": "n" %s}],
         "meshes": [{"primitives": [{"attributes": {"POSITION": 0} %s}]}],
         "accessors": [{"bufferView": 0, "componentType": 5126, "count": 3, "type": "VEC3"}],
         "bufferViews": [{"buffer": 0, "byteLength": 36}],
         "buffers": [{"byteLength": 36, "uri": "data:application/octet-stream;base64,%s"}]}
        """
        .formatted(node, extra, Base64.getEncoder().encodeToString(b.array()));
  }

  @Test
  void mirroredNodeTurnsTheWinding() throws IOException {
    Mesh plain = read("a.gltf", gltf("", ""));
    assertThat(plain.positions()).containsExactly(0, 0, 0, 1, 0, 0, 0, 1, 0);
    assertThat(plain.cornerVertex()).containsExactly(0, 1, 2);
    Mesh mirrored = read("b.gltf", gltf(", \"scale\": [-2, 3, 1], \"translation\": [5, 0, 0]", ""));
    assertThat(mirrored.positions()).containsExactly(5, 0, 0, 3, 0, 0, 5, 3, 0);
    assertThat(mirrored.cornerVertex()).containsExactly(0, 2, 1);
  }

  @Test
  void rotationIsAppliedBeforeTranslation() throws IOException {
    double half = Math.sqrt(0.5);
    Mesh mesh =
        read(
            "r.gltf",
            gltf(", \"rotation\": [0, 0, " + half + ", " + half + "], \"translation\": [0, 0, 7]", ""));
    float[] expected = {0, 0, 7, 0, 1, 7, -1, 0, 7};
    for (int i = 0; i < 9; i++) {
      assertThat(mesh.positions()[i]).isCloseTo(expected[i], org.assertj.core.data.Offset.offset(1e-6f));
    }
  }

  @Test
  void brokenGltfIsRefusedWithItsPlace() {
    checkRefused("i.gltf", gltf("", ", \"indices\": 9"), "accessor 9", "no such");
    checkRefused("m.gltf", gltf("", ", \"material\": 3"), "primitive 0", "material 3");
    checkRefused("c.gltf", gltf(", \"children\": [0]", ""), "nested deeper");
    checkRefused("v.gltf", gltf("", "").replace("2.0", "1.0"), "1.0");
    checkRefused("l.gltf", gltf("", "").replace("\"count\": 3", "\"count\": 900000000"), "count");
    checkRefused("n.gltf", gltf("", "").replace("\"count\": 3", "\"count\": 4"), "beyond the buffer");
    String outside = gltf("", "").replaceAll("data:[^\"]*", "../../etc/passwd");
    checkRefused("o.gltf", outside, "outside of the upload");
    String missing = gltf("", "").replaceAll("data:[^\"]*", "a.bin");
    checkRefused("x.gltf", missing, "a.bin is missing", "together");
    checkRefused("j.gltf", "{\"asset\": ", "JSON");
  }

  @Test
  void brokenFilesAreRefusedWithTheirPlace() throws IOException {
    ByteArrayOutputStream glb = new ByteArrayOutputStream();
    GlbWriter.write(Shapes.unwrappedCube(), glb);
    checkRefused("t.glb", Arrays.copyOf(glb.toByteArray(), 700), "byte 700", "promises");
    checkRefused("h.glb", Arrays.copyOf(glb.toByteArray(), 10), "header");
    checkRefused("f.obj", "v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 4\n", "line 4", "only 3");
    checkRefused("n.obj", "v 0 0 zero\n", "line 1", "zero");
    checkRefused("nan.obj", "v nan 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n", "line 1");
    // Of several the first is told, though threads look at stretches of their own.
    checkRefused("many.obj", "v 0 0 0\n".repeat(50_000) + "v 1e99 0 0\n".repeat(50_000) + "f 1 2 3\n", "vertex 50000", "finite");
    checkRefused("inf.obj", "v 0 0 0\nv 1e99 0 0\nv 0 1 0\nf 1 2 3\n", "vertex 1", "finite");
    checkRefused("e.obj", "# nothing here\n", "no faces");
    checkRefused("z.obj", "", "empty");
    checkRefused("words.txt", "not a mesh at all", "no mesh");
    checkRefused(
        "big.ply",
        "ply\nformat ascii 1.0\nelement vertex 99999999\nproperty float x\nproperty float y\n"
            + "property float z\nend_header\n0 0 0\n",
        "99999999",
        "need at least");
    checkRefused("w.ply", "ply\nformat ascii 1.0\nelement vertex x\nend_header\n", "line 3");
  }

  /** Whatever is flipped or cut: our own error, or a mesh; nothing else, and no hang. */
  @Test
  void mutatedFilesNeverBringAnythingButOurError() throws IOException {
    ByteArrayOutputStream glb = new ByteArrayOutputStream();
    GlbWriter.write(Shapes.unwrappedCube(), glb);
    ByteArrayOutputStream ply = new ByteArrayOutputStream();
    PlyWriter.write(Shapes.unwrappedCube(), ply);
    byte[] obj = "o a\nv 0 0 0\nv 1 0 0\nv 0 1 0\nvt 0 0\nf 1/1 2/1 3/1\n".getBytes();
    SplittableRandom random = new SplittableRandom(11);
    int refused = 0;
    for (int i = 0; i < 1500; i++) {
      int kind = i % 3;
      byte[] valid = kind == 0 ? glb.toByteArray() : kind == 1 ? ply.toByteArray() : obj;
      byte[] mutated = Arrays.copyOf(valid, valid.length - random.nextInt(i % 2 * 40 + 1));
      for (int n = random.nextInt(6); n > 0 && mutated.length > 0; n--) {
        mutated[random.nextInt(mutated.length)] = (byte) random.nextInt(256);
      }
      try {
        read("m" + kind + List.of(".glb", ".ply", ".obj").get(kind), mutated);
      } catch (FormatException e) {
        refused++;
      }
    }
    assertThat(refused).isGreaterThan(300);
  }

  @Test
  void objSmoothingIsKeptByFace() throws IOException {
    Mesh mesh =
        read(
            "s.obj",
            "v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\ns 3\nf 1 2 3\ns off\nf 1 2 3\ns 1\nf 1 2 3\n");
    assertThat(mesh.faceSmoothing()).containsExactly(0, 3, 0, 1);
    assertThat(read("n.obj", "v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n").faceSmoothing()).isNull();
  }
}
