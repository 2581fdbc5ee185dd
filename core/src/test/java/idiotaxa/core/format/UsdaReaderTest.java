package idiotaxa.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.mesh.Part;
import idiotaxa.core.mesh.UpAxis;
import idiotaxa.core.work.Progress;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class UsdaReaderTest {
  @TempDir Path folder;

  private Mesh read(String text) throws IOException {
    return MeshFiles.read(FileBundle.beside(Files.writeString(folder.resolve("scene.usda"), text)));
  }

  private static String scene(String metadata, String body) {
    return "#usda 1.0\n(\n    doc = \"\"\"written \"by\" hand\"\"\"\n    metersPerUnit = 1\n" + metadata + ")\n" + body;
  }

  private static String square(String more) {
    return """
        int[] faceVertexCounts = [4]
        int[] faceVertexIndices = [0, 1, 2, 3]
        point3f[] points = [(0, 0, 0), (1, 0, 0), (1, 1, 0), (0, 1, 0)]
        """
        + more;
  }

  private static Mesh model() {
    MeshBuilder builder = new MeshBuilder();
    int brass = builder.material(Material.plain("bell \"brass\"", 0xFF8000, 0.25f, 1));
    int oak = builder.material(Material.coloured("oak", 0x6B4A2B));
    for (String name : new String[] {"bell", "клёпка 2", "bell"}) {
      int part = builder.part(name);
      int first = builder.vertexCount();
      for (int v = 0; v < 6; v++) {
        builder.vertex(v % 3 + 0.1f * part, v / 3, part * 0.5);
      }
      for (int f = 0; f < 2; f++) {
        builder.face(part, f == 0 ? brass : part == 1 ? Mesh.NO_MATERIAL : oak);
        for (int k : new int[] {0, 1, 4, 3}) {
          builder.corner(first + f + k);
          builder.uv(0.25f * (f + k % 3), 0.5f * (k / 3));
          builder.normal(0, 0, 1);
          builder.color(0xFF000000 | (part * 60 + 10) << 16 | k * 40 << 8 | 200);
        }
      }
    }
    return builder.build();
  }

  @Test
  void whatWeWriteComesBack() throws IOException {
    Mesh mesh = model();
    Path file = folder.resolve("model.usda");
    try (OutputStream out = Files.newOutputStream(file)) {
      UsdaWriter.write(mesh, "bell float", true, out);
    }
    Mesh again = MeshFiles.read(FileBundle.beside(file));
    assertThat(again.faceStart()).isEqualTo(mesh.faceStart());
    assertThat(again.parts()).extracting(Part::name).containsExactly("bell", "клёпка 2", "bell");
    assertThat(again.facePart()).isEqualTo(mesh.facePart());
    assertThat(again.cornerUv()).isEqualTo(mesh.cornerUv());
    assertThat(again.cornerNormal()).isEqualTo(mesh.cornerNormal());
    assertThat(again.cornerColor()).isEqualTo(mesh.cornerColor());
    for (int c = 0; c < mesh.cornerCount(); c++) {
      for (int k = 0; k < 3; k++) {
        assertThat(again.positions()[3 * again.cornerVertex()[c] + k]).isEqualTo(mesh.positions()[3 * mesh.cornerVertex()[c] + k]);
      }
    }
    for (int f = 0; f < mesh.faceCount(); f++) {
      int material = mesh.faceMaterial()[f];
      int found = again.faceMaterial()[f];
      assertThat(found == Mesh.NO_MATERIAL).isEqualTo(material == Mesh.NO_MATERIAL);
      if (material != Mesh.NO_MATERIAL) {
        assertThat(again.materials().get(found)).isEqualTo(mesh.materials().get(material));
      }
    }
  }

  @Test
  void subsetsWithoutLooksAreMaterialsToo() throws IOException {
    Path file = folder.resolve("plain.usda");
    try (OutputStream out = Files.newOutputStream(file)) {
      UsdaWriter.write(model(), "bell float", false, out);
    }
    Mesh again = MeshFiles.read(FileBundle.beside(file));
    assertThat(again.materials()).extracting(Material::name).containsExactly("bell \"brass\"", "oak");
  }

  @Test
  void transformsUnitsAndAxesCount() throws IOException {
    Mesh mesh =
        read(
            "#usda 1.0\n(\n    upAxis = \"Z\"\n)\n"
                + "def Xform \"a\"\n{\n    double3 xformOp:translate:pivot = (5, 0, 0)\n    float xformOp:rotateZ = 90\n"
                + "    float3 xformOp:scale = (100, 100, 100)\n"
                + "    uniform token[] xformOpOrder = [\"xformOp:translate:pivot\", \"xformOp:rotateZ\", \"!invert!xformOp:translate:pivot\", \"xformOp:scale\"]\n"
                + "    def Mesh \"square\"\n    {\n" + square("") + "    }\n}\n");
    assertThat(mesh.frame().metresPerUnit()).as("of a layer that says nothing").isEqualTo(0.01);
    assertThat(mesh.frame().up()).isEqualTo(UpAxis.Z);
    // (1, 0) is scaled to (100, 0), lies (95, 0) from the pivot, is turned to (0, 95) and goes back to (5, 95) cm.
    float[] second = Arrays.copyOfRange(mesh.positions(), 3, 6);
    assertThat(second[0]).isCloseTo(0.05f, within(1e-6f));
    assertThat(second[1]).isCloseTo(0f, within(1e-6f));
    assertThat(second[2]).isCloseTo(-0.95f, within(1e-6f));
    assertThat(mesh.parts().get(0).path()).isEqualTo("a");
  }

  @Test
  void matricesTurnsAndResetsAreThoseOfTheStandard() throws IOException {
    String body =
        """
        def Xform "far" { double3 xformOp:translate = (7, 7, 7)
          uniform token[] xformOpOrder = ["xformOp:translate"]
          def Mesh "one" {
            matrix4d xformOp:transform = ( (0, 2, 0, 0), (-2, 0, 0, 0), (0, 0, 2, 0), (1, 2, 3, 1) )
            uniform token[] xformOpOrder = ["!resetXformStack!", "xformOp:transform"]
        %s }
          def Mesh "two" {
            float3 xformOp:rotateXYZ = (90, 0, 90)
            uniform token[] xformOpOrder = ["xformOp:rotateXYZ"]
        %s }
        }
        """
            .formatted(square(""), square(""));
    Mesh mesh = read(scene("", body));
    assertThat(Arrays.copyOfRange(mesh.positions(), 3, 6)).as("(1, 0, 0) by the first row").containsExactly(1, 4, 3);
    // (0, 1, 0) is turned about X to (0, 0, 1), which Z leaves; (1, 0, 0) about Z to (0, 1, 0).
    float[] two = Arrays.copyOfRange(mesh.positions(), 12, 24);
    for (int k = 0; k < 3; k++) {
      assertThat(two[3 + k]).isCloseTo(7 + (k == 1 ? 1 : 0), within(1e-5f));
      assertThat(two[9 + k]).isCloseTo(7 + (k == 2 ? 1 : 0), within(1e-5f));
    }
  }

  @Test
  void itsOwnUnitHoldsWhateverIsSaidBeside() throws IOException {
    Path file = Files.writeString(folder.resolve("own.usda"), scene("", "def Mesh \"m\" {\n" + square("") + "}\n"));
    Mesh mesh = MeshFiles.read(FileBundle.beside(file), new ReadAs(ReadAs.Unit.MM, UpAxis.Z, 0, 0), Progress.NONE);
    assertThat(mesh.positions()).startsWith(0, 0, 0, 1, 0, 0);
  }

  @Test
  void leftHandedAndMirroredFacesAreTurned() throws IOException {
    Mesh mesh =
        read(
            scene(
                "",
                "def Mesh \"left\" {\n uniform token orientation = \"leftHanded\"\n" + square("") + "}\n"
                    + "def Mesh \"mirrored\" { float3 xformOp:scale = (-1, 1, 1)\n uniform token[] xformOpOrder = [\"xformOp:scale\"]\n"
                    + square("") + "}\n"));
    assertThat(mesh.cornerVertex()).containsExactly(0, 3, 2, 1, 4, 7, 6, 5);
  }

  @Test
  void primvarsAreLookedUpAsTheySay() throws IOException {
    String more =
        """
        texCoord2f[] primvars:st = [(0, 0), (0.5, 1)] ( interpolation = "faceVarying" )
        int[] primvars:st:indices = [0, 1, 1, 0]
        color3f[] primvars:displayColor = [(1, 0, 0)] ( interpolation = "constant" )
        normal3f[] normals = [(0, 0, 1), (0, 0, 1), (0, 0, 1), (0, 1, 0)]
        point3f[] velocities.timeSamples = { 0: [(0, 0, 0)], 1: [(1, 1, 1)] }
        custom string userProperties:note = 'a } in a text'
        """;
    Mesh mesh = read(scene("", "def Mesh \"m\" {\n" + square(more) + "}\n"));
    assertThat(mesh.cornerUv()).containsExactly(0, 0, 0.5f, 1, 0.5f, 1, 0, 0);
    assertThat(mesh.cornerColor()).containsOnly(0xFFFF0000);
    assertThat(mesh.cornerNormal()).endsWith(0, 1, 0);
  }

  @Test
  void instancesAreRealAndWhatIsNotSeenIsNotThere() throws IOException {
    String body =
        """
        class "_bolts" { def Mesh "bolt" {
        %s } }
        def Xform "left" ( instanceable = true
            prepend references = </_bolts> ) { double3 xformOp:translate = (10, 0, 0)
          uniform token[] xformOpOrder = ["xformOp:translate"] }
        def "right" ( references = [</_bolts>] ) { }
        def Mesh "hidden" { token visibility = "invisible"
        %s }
        over "nothing" { }
        """
            .formatted(square(""), square(""));
    Mesh mesh = read(scene("", body));
    assertThat(mesh.parts()).extracting(part -> part.path() + "/" + part.name()).containsExactly("left/bolt", "right/bolt");
    assertThat(mesh.positions()[0]).isEqualTo(10);
    assertThat(mesh.positions()[12]).isZero();
  }

  /** Ten places of ten places of a square, and so on: 40 million corners in a few hundred bytes. */
  @Test
  void whatUnfoldsIntoTooMuchIsRefused() {
    StringBuilder text = new StringBuilder("class \"c0\" { def Mesh \"m\" {\n" + square("") + "} }\n");
    for (int i = 1; i <= 7; i++) {
      text.append("class \"c").append(i).append("\" {");
      for (int k = 0; k < 10; k++) {
        text.append(" def \"p").append(k).append("\" ( references = </c").append(i - 1).append("> ) { }");
      }
      text.append(" }\n");
    }
    text.append("def \"all\" ( references = </c7> ) { }\n");
    assertThatThrownBy(() -> read(scene("", text.toString())))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining("more than");
  }

  @Test
  void whatIsBrokenIsRefusedWithItsPlace() {
    String[][] wrong = {
      {"def Mesh \"m\" {\n" + square("") , "ends within m"},
      {"def Mesh \"m\" { int[] faceVertexCounts = [3]\n int[] faceVertexIndices = [0, 1, 9]\n point3f[] points = [(0,0,0)] }", "point 1 is asked for"},
      {"def Mesh \"m\" { int[] faceVertexCounts = [4]\n int[] faceVertexIndices = [0, 0, 0]\n point3f[] points = [(0,0,0)] }", "4 corners, but 3"},
      {"def Mesh \"m\" { int[] faceVertexCounts = [1.5] }", "whole numbers are expected"},
      {"def Mesh \"m\" {\n" + square("texCoord2f[] primvars:st = [(0, 0)] ( interpolation = \"faceVarying\" )\n") + "}", "1 values, but 4"},
      {"def Mesh \"m\" {\n" + square("def GeomSubset \"s\" { int[] indices = [7] }\n") + "}", "face 7, but there are only 1"},
      {"def \"x\" ( references = @other.usda@</a> ) { }", "another file, other.usda"},
      {"def \"x\" ( references = </nowhere> ) { }", "is not there"},
      {"def \"x\" ( references = </x> ) { }", "refers to itself"},
      {"def PointInstancer \"x\" { }", "PointInstancer is not read"},
      {"def \"a\" {".repeat(5000), "nested deeper"},
      {"def Mesh \"m\" { float x = " + "(".repeat(5000), "nested deeper"},
      {"mesh \"m\" { }", "def, over or class is expected"},
      {"def Mesh \"m\" { float x = 1..2 }", "a number is expected"},
      {"def Mesh \"m\" { string x = \"open", "ends within a text"},
    };
    for (String[] each : wrong) {
      assertThatThrownBy(() -> read(scene("", each[0])))
          .as(each[1])
          .isInstanceOf(FormatException.class)
          .hasMessageContaining("scene.usda")
          .hasMessageContaining(each[1]);
    }
  }
}
