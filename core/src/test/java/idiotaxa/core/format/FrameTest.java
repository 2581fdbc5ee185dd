package idiotaxa.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshMerger;
import idiotaxa.core.mesh.UpAxis;
import idiotaxa.core.work.Progress;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Models far from the origin, in other units and with another axis up. */
class FrameTest {
  private static final double X = 500_000;
  private static final double Y = 5_000_000;
  private static final double[][] SQUARE = {{0, 0, 0.25}, {0.125, 0, 0.25}, {0.125, 0.0625, 0.25}, {0, 0.0625, 0.25}};
  private static final ReadAs MILLIMETRES = new ReadAs(ReadAs.Unit.MM, UpAxis.Z, 0, 0);

  @TempDir Path folder;

  private static String obj(double x, double y, double times) {
    StringBuilder text = new StringBuilder("o square\n");
    for (double[] p : SQUARE) {
      text.append("v ").append(x + times * p[0]).append(' ').append(y + times * p[1]).append(' ').append(times * p[2]).append('\n');
    }
    return text + "vn 0 0 1\nf 1//1 2//1 3//1 4//1\n";
  }

  private Mesh read(String name, String text, ReadAs as) throws IOException {
    return MeshFiles.read(FileBundle.beside(Files.writeString(folder.resolve(name), text)), as, Progress.NONE);
  }

  /** Writes a mesh. */
  private interface Writer {
    void write(Mesh mesh, OutputStream out) throws IOException;
  }

  private Path written(Mesh mesh, String name, Writer writer) throws IOException {
    try (OutputStream out = Files.newOutputStream(folder.resolve(name))) {
      writer.write(mesh, out);
    }
    return folder.resolve(name);
  }

  private static double side(Mesh mesh, int axis) {
    return mesh.positions()[6 + axis] - mesh.positions()[axis];
  }

  @Test
  void whatLiesFarAwayKeepsItsShapeAndGoesBackToItsPlace() throws IOException {
    Mesh far = read("far.obj", obj(X, Y, 1), ReadAs.USUAL);
    assertThat(far.frame().isFar()).isTrue();
    assertThat(side(far, 0)).isEqualTo(0.125);
    assertThat(side(far, 1)).isEqualTo(0.0625);
    Path obj = written(far, "out.obj", (mesh, out) -> ObjWriter.write(mesh, List.of(), null, out));
    assertThat(Files.readString(obj)).contains("v 500000 5000000 0.25\n", "v 500000.125 5000000.0625 0.25\n", "vn 0 0 1\n");
    Path usda = written(far, "out.usda", (mesh, out) -> UsdaWriter.write(mesh, "far", false, out));
    assertThat(Files.readString(usda)).contains("double3 xformOp:translate = (500000.0, 5000000.0, 0.0)", "metersPerUnit = 1\n", "upAxis = \"Y\"");
    for (Path file : List.of(obj, written(far, "out.ply", PlyWriter::write), written(far, "out.glb", GlbWriter::write))) {
      Mesh again = MeshFiles.read(FileBundle.beside(file));
      assertThat(again.positions()).as(file.getFileName().toString()).containsExactlyInAnyOrder(far.positions());
      assertThat(again.frame()).isEqualTo(far.frame());
    }
  }

  @Test
  void whatLiesNearStaysAsItIs() throws IOException {
    Mesh near = read("near.obj", obj(-1000, 12, 1), ReadAs.USUAL);
    assertThat(near.frame().isPlain()).isTrue();
    assertThat(near.positions()[0]).isEqualTo(-1000);
    assertThat(Files.readString(written(near, "out.obj", (mesh, out) -> ObjWriter.write(mesh, List.of(), null, out))))
        .contains("v -1000 12 0.25\n");
  }

  @Test
  void everyFormatIsReadInDoublePrecision() throws IOException {
    String head = "ply\nformat %s 1.0\nelement vertex 3\nproperty double x\nproperty double y\nproperty double z\n"
        + "element face 1\nproperty list uchar int vertex_indices\nend_header\n";
    String rows = "500000.125 5000000.5 1\n500000.25 5000000.5 1\n500000.25 5000000.75 1\n3 0 1 2\n";
    Mesh text = read("a.ply", head.formatted("ascii") + rows, ReadAs.USUAL);
    ByteBuffer bytes = ByteBuffer.allocate(72 + 13).order(ByteOrder.LITTLE_ENDIAN);
    for (double value : new double[] {X + 0.125, Y + 0.5, 1, X + 0.25, Y + 0.5, 1, X + 0.25, Y + 0.75, 1}) {
      bytes.putDouble(value);
    }
    bytes.put((byte) 3).putInt(0).putInt(1).putInt(2);
    Path file = folder.resolve("b.ply");
    Files.write(file, head.formatted("binary_little_endian").getBytes(StandardCharsets.US_ASCII));
    Files.write(file, bytes.array(), java.nio.file.StandardOpenOption.APPEND);
    Mesh binary = MeshFiles.read(FileBundle.beside(file));
    GltfFixture gltf = new GltfFixture();
    int positions = gltf.positions(0.125, 0.5, 1, 0.25, 0.5, 1, 0.25, 0.75, 1);
    String scene = "\"scenes\": [{\"nodes\": [0]}], \"nodes\": [{\"mesh\": 0, \"translation\": [500000, 5000000, 0]}]";
    Mesh node = read("c.gltf", gltf.json("\"attributes\": {\"POSITION\": " + positions + "}", scene, ""), ReadAs.USUAL);
    for (Mesh mesh : List.of(text, binary, node)) {
      assertThat(mesh.frame()).isEqualTo(text.frame());
      assertThat(side(mesh, 0)).isEqualTo(0.125);
      assertThat(side(mesh, 1)).isEqualTo(0.25);
      assertThat(mesh.frame().x() + mesh.positions()[0]).isEqualTo(X + 0.125);
    }
  }

  @Test
  void unitAndUpAxisAreThoseOfTheFile() throws IOException {
    Mesh mesh = read("mm.obj", obj(0, 0, 1000), MILLIMETRES);
    assertThat(mesh.positions()).startsWith(0, 0.25f, 0, 0.125f, 0.25f, 0, 0.125f, 0.25f, -0.0625f);
    assertThat(mesh.cornerNormal()).startsWith(0, 1, 0);
    String obj = Files.readString(written(mesh, "out.obj", (m, out) -> ObjWriter.write(m, List.of(), null, out)));
    assertThat(obj).contains("v 0 0 250\n", "v 125 0 250\n", "v 125 62.5 250\n", "vn 0 0 1\n");
    String usda = Files.readString(written(mesh, "out.usda", (m, out) -> UsdaWriter.write(m, "mm", false, out)));
    assertThat(usda)
        .contains("metersPerUnit = 0.001\n", "upAxis = \"Z\"\n", "(125, 62.5, 250)", "extent = [(0, 0, 250), (125, 62.5, 250)]", "(0, 0, 1)");
    Mesh glb = MeshFiles.read(FileBundle.beside(written(mesh, "out.glb", GlbWriter::write)));
    assertThat(glb.positions()).containsExactlyInAnyOrder(mesh.positions());
    Mesh ply = MeshFiles.read(FileBundle.beside(written(mesh, "out.ply", PlyWriter::write)), MILLIMETRES, Progress.NONE);
    assertThat(ply.positions()).isEqualTo(mesh.positions());
  }

  @Test
  void unitsAreExact() throws IOException {
    for (ReadAs.Unit unit : ReadAs.Unit.values()) {
      Mesh mesh = read("unit.obj", obj(0, 0, 8), new ReadAs(unit, UpAxis.Y, 0, 0));
      assertThat(side(mesh, 0)).isCloseTo(unit.metres(), within(1e-7));
      assertThat(ReadAs.Unit.parse(unit.word())).isEqualTo(unit);
    }
    assertThatThrownBy(() -> ReadAs.Unit.parse("mile")).hasMessageContaining("mm, cm, m, in or ft, got mile");
    assertThatThrownBy(() -> ReadAs.parseUp("x")).hasMessageContaining("y or z, got x");
  }

  @Test
  void modelsMeetWhereTheirFilesHaveThem() throws IOException {
    Mesh one = read("one.obj", obj(X, Y, 1), ReadAs.USUAL);
    Mesh other = read("other.obj", obj(X + 600, Y, 1), ReadAs.USUAL);
    assertThat(other.frame()).isNotEqualTo(one.frame());
    assertThat(other.in(one.frame()).positions()[0] - one.positions()[0]).isCloseTo(600, within(1e-4f));
    Mesh merged = MeshMerger.merge(List.of(one, other));
    assertThat(merged.frame()).isEqualTo(one.frame());
    assertThat(merged.positions()[12] - merged.positions()[0]).isCloseTo(600, within(1e-4f));
    Mesh millimetres = read("mm.obj", obj(1000 * X, 1000 * Y, 1000), new ReadAs(ReadAs.Unit.MM, UpAxis.Y, 0, 0));
    float[] there = millimetres.in(one.frame()).positions();
    for (int i = 0; i < there.length; i++) {
      assertThat(there[i]).isCloseTo(one.positions()[i], within(1e-4f));
    }
  }

  @Test
  void theUvSetIsChosen() throws IOException {
    GltfFixture gltf = new GltfFixture();
    int positions = gltf.positions(0, 0, 0, 1, 0, 0, 0, 1, 0);
    int tiled = gltf.floats(0, 1, 4, 1, 0, -3).accessor(gltf.view(""), GltfFixture.FLOAT, 3, "VEC2", "");
    int own = gltf.floats(0, 1, 0.5, 1, 0, 0.5).accessor(gltf.view(""), GltfFixture.FLOAT, 3, "VEC2", "");
    String text =
        gltf.json("\"attributes\": {\"POSITION\": %d, \"TEXCOORD_0\": %d, \"TEXCOORD_1\": %d}".formatted(positions, tiled, own), "");
    Mesh second = read("a.gltf", text, new ReadAs(ReadAs.Unit.M, UpAxis.Y, 1, 0));
    assertThat(second.cornerUv()).containsExactly(0, 0, 0.5f, 0, 0, 0.5f);
    assertThat(second.textureUv()).as("textures stay where they are").containsExactly(0, 0, 4, 0, 0, 4);
    assertThat(read("a.gltf", text, ReadAs.USUAL).cornerUv()).containsExactly(0, 0, 4, 0, 0, 4);
    assertThatThrownBy(() -> read("a.gltf", text, new ReadAs(ReadAs.Unit.M, UpAxis.Y, 2, 0)))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining("no UV set 2");
    assertThatThrownBy(() -> read("a.obj", obj(0, 0, 1), new ReadAs(ReadAs.Unit.M, UpAxis.Y, 1, 0)))
        .hasMessageContaining("no UV set 1");
    assertThatThrownBy(() -> new ReadAs(ReadAs.Unit.M, UpAxis.Y, 8, 0)).hasMessageContaining("0 … 7, got 8");
  }

  @Test
  void theVertexColoursAreChosen() throws IOException {
    GltfFixture gltf = new GltfFixture();
    int positions = gltf.positions(0, 0, 0, 1, 0, 0, 0, 1, 0);
    int white = gltf.floats(1, 1, 1, 1, 1, 1, 1, 1, 1).accessor(gltf.view(""), GltfFixture.FLOAT, 3, "VEC3", "");
    int red = gltf.floats(1, 0, 0, 1, 0, 0, 1, 0, 0).accessor(gltf.view(""), GltfFixture.FLOAT, 3, "VEC3", "");
    String text =
        gltf.json("\"attributes\": {\"POSITION\": %d, \"COLOR_0\": %d, \"COLOR_1\": %d}".formatted(positions, white, red), "");
    assertThat(read("c.gltf", text, ReadAs.USUAL).cornerColor()).containsOnly(0xFFFFFFFF);
    assertThat(read("c.gltf", text, new ReadAs(ReadAs.Unit.M, UpAxis.Y, 0, 1)).cornerColor()).containsOnly(0xFFFF0000);
    assertThatThrownBy(() -> read("c.gltf", text, new ReadAs(ReadAs.Unit.M, UpAxis.Y, 0, 2)))
        .hasMessageContaining("no vertex colours of set 2");
    assertThatThrownBy(() -> new ReadAs(ReadAs.Unit.M, UpAxis.Y, 0, -1)).hasMessageContaining("0 … 7, got -1");
  }
}
