package idiotaxa.core.format;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.file.FileBundle;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;

/** OBJ and OpenUSD text, to the letter where it is short and read back where it is not. */
class TextMeshTest {
  @TempDir Path folder;

  /** An arrow of five corners, which no fan cuts rightly, in two parts of one material each. */
  private static Mesh arrows() {
    MeshBuilder builder = new MeshBuilder();
    int brass = builder.material(Material.plain("bell \"brass\"", 0xFF8000, 0.25f, 1));
    double[][] corners = {{0, 0}, {2, 1}, {0, 2}, {0.75, 1.25}, {0.75, 0.75}};
    for (String name : List.of("bow 1", "灯")) {
      int part = builder.part(name);
      int first = builder.vertexCount();
      for (double[] c : corners) {
        builder.vertex(c[0], c[1], part);
      }
      builder.face(part, part == 0 ? brass : Mesh.NO_MATERIAL);
      for (int k = 0; k < corners.length; k++) {
        builder.corner(first + k);
        builder.uv((float) corners[k][0] / 2, (float) corners[k][1] / 2);
      }
    }
    return builder.build();
  }

  private static String usda(Mesh mesh, boolean hasLooks) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    UsdaWriter.write(mesh, "8 sea marks", hasLooks, out);
    return out.toString(StandardCharsets.UTF_8);
  }

  /** What a reader of XML makes of it, beside the scene that its places are of. */
  @Test
  void looksAreMaterialXBoundToTheSubsets() throws Exception {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    MaterialXWriter.write(arrows(), "8 sea marks", out);
    Document document =
        DocumentBuilderFactory.newInstance().newDocumentBuilder().parse(new ByteArrayInputStream(out.toByteArray()));
    assertThat(document.getDocumentElement().getAttribute("version")).isEqualTo("1.38");
    Element surface = (Element) document.getElementsByTagName("standard_surface").item(0);
    assertThat(surface.getAttribute("doc")).isEqualTo("bell \"brass\"");
    Map<String, String> inputs = new TreeMap<>();
    NodeList all = surface.getElementsByTagName("input");
    for (int i = 0; i < all.getLength(); i++) {
      inputs.put(((Element) all.item(i)).getAttribute("name"), ((Element) all.item(i)).getAttribute("value"));
    }
    assertThat(inputs).containsEntry("specular_roughness", "0.25").containsEntry("metalness", "1");
    assertThat(inputs.get("base_color")).startsWith("1, 0.21586").endsWith(", 0");
    Element assigned = (Element) document.getElementsByTagName("materialassign").item(0);
    Element material = (Element) document.getElementsByTagName("surfacematerial").item(0);
    assertThat(assigned.getAttribute("material")).isEqualTo(material.getAttribute("name"));
    assertThat(assigned.getAttribute("geom")).isEqualTo("/_8_sea_marks/bow_1/bell_brass");
    String scene = usda(arrows(), true);
    assertThat(scene).contains("def Xform \"_8_sea_marks\"", "def Mesh \"bow_1\"", "def GeomSubset \"bell_brass\"");
  }

  @Test
  void usdNamesAreIdentifiersAndWhatPeopleSaidStays() throws IOException {
    String text = usda(arrows(), true);
    assertThat(text)
        .contains(
            "defaultPrim = \"_8_sea_marks\"",
            "metersPerUnit = 1",
            "upAxis = \"Y\"",
            "def Mesh \"bow_1\"",
            "displayName = \"bow 1\"",
            "def Mesh \"part\"",
            "displayName = \"灯\"",
            "def Material \"bell_brass\"",
            "displayName = \"bell \\\"brass\\\"\"",
            "rel material:binding = </_8_sea_marks/Looks/bell_brass>",
            "int[] faceVertexCounts = [5]",
            "point3f[] points = [(0, 0, 0), (2, 1, 0), (0, 2, 0), (0.75, 1.25, 0), (0.75, 0.75, 0)]",
            "float3[] extent = [(0, 0, 0), (2, 2, 0)]",
            "texCoord2f[] primvars:st = [(0, 0), (1, 0.5), (0, 1), (0.375, 0.625), (0.375, 0.375)] (",
            "subsetFamily:materialBind:familyType = \"partition\"",
            "int[] indices = [0]",
            "inputs:diffuseColor = (1, 0.21586");
    long subsets = text.lines().filter(line -> line.contains("def GeomSubset")).count();
    assertThat(subsets).as("the second part has no material").isEqualTo(1);
    assertThat(text.chars().filter(c -> c == '{').count()).isEqualTo(text.chars().filter(c -> c == '}').count());
  }

  @Test
  void usdWithoutLooksTellsTheFacesAndBindsNothing() throws IOException {
    String text = usda(arrows(), false);
    assertThat(text).contains("def GeomSubset \"bell_brass\"").doesNotContain("Looks", "material:binding", "MaterialBindingAPI");
  }

  @Test
  void usdSaysWhenFacesHaveNoMaterial() throws IOException {
    int[] materials = new int[2];
    Arrays.fill(materials, Mesh.NO_MATERIAL);
    assertThat(usda(arrows().withMaterials(List.of(), materials), true)).doesNotContain("GeomSubset");
  }

  @Test
  void objKeepsPolygonsPartsAndLooks() throws IOException {
    Mesh mesh = arrows();
    try (OutputStream out = Files.newOutputStream(folder.resolve("a.obj"));
        OutputStream looks = Files.newOutputStream(folder.resolve("a.mtl"))) {
      ObjWriter.write(mesh, List.of("bell-brass"), "a.mtl", out);
      ObjWriter.writeMaterials(mesh, List.of("bell-brass"), looks);
    }
    assertThat(Files.readString(folder.resolve("a.mtl")))
        .contains("newmtl bell-brass\nKd 1 0.5019608 0\nPr 0.25\nPm 1\n", "newmtl unclaimed\n");
    Mesh read = MeshFiles.read(FileBundle.beside(folder.resolve("a.obj")));
    assertThat(read.faceStart()).containsExactly(0, 5, 10);
    assertThat(read.parts()).extracting(p -> p.name()).containsExactly("bow 1", "灯");
    assertThat(read.cornerUv()).containsExactly(mesh.cornerUv());
    assertThat(read.positions()).containsExactly(mesh.positions());
  }

  @Test
  void polygonsOfManyCornersAreCountedInFourBytes() throws IOException {
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("disc");
    int corners = 300;
    for (int i = 0; i < corners; i++) {
      builder.vertex(Math.cos(2 * Math.PI * i / corners), Math.sin(2 * Math.PI * i / corners), 0);
    }
    builder.face(part, Mesh.NO_MATERIAL);
    for (int i = 0; i < corners; i++) {
      builder.corner(i);
    }
    try (OutputStream out = Files.newOutputStream(folder.resolve("disc.ply"))) {
      PlyWriter.write(builder.build(), out);
    }
    Mesh read = MeshFiles.read(FileBundle.beside(folder.resolve("disc.ply")));
    assertThat(read.faceStart()).containsExactly(0, corners);
    assertThat(read.triangulated().faceCount()).isEqualTo(corners - 2);
  }
}
