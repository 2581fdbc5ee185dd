package idiotaxa.core.format;

import static idiotaxa.core.format.GltfFixture.FLOAT;
import static idiotaxa.core.format.GltfFixture.UNSIGNED_BYTE;
import static idiotaxa.core.format.GltfFixture.UNSIGNED_SHORT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Part;
import idiotaxa.core.work.Progress;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Groups go in and come back, and nothing else of the file changes. */
class OriginalFileTest {
  private static final int[] COLORS = {0x000000, 0xFF0000, 0x00FF80, 0x8040FF};
  private static final Map<Integer, Material> MATERIALS =
      Map.of(1, Material.plain("brass", 0x806020, 0.3f, 1), 2, Material.plain("rope", 0x404040, 0.9f, 0), 3, Material.named("glass"));

  @TempDir Path folder;

  private final GltfFixture file = new GltfFixture();

  private Path put(String name, String text) throws IOException {
    return Files.write(folder.resolve(name), text.getBytes(StandardCharsets.UTF_8));
  }

  private static AddedGroups groups(AddedGroups.As as, Mesh mesh, int[] ofFace, int[] ofCorner) {
    assertThat(ofCorner).hasSize(mesh.cornerCount());
    return new AddedGroups(as, ofFace, ofCorner, COLORS, MATERIALS);
  }

  private byte[] write(Path path, AddedGroups groups) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    new OriginalFile(FileBundle.beside(path)).write(groups, "groups.mtl", out);
    return out.toByteArray();
  }

  private Mesh readBack(String name, byte[] bytes) throws IOException {
    Path other = Files.createDirectories(folder.resolve("out")).resolve(name);
    return MeshFiles.read(FileBundle.beside(Files.write(other, bytes)));
  }

  private static List<String> parts(Mesh mesh) {
    return mesh.parts().stream().map(Part::name).toList();
  }

  private static String ending(String name) {
    return name.endsWith(".gltf") ? "back.glb" : name;
  }

  /** Groups at random over faces and over corners, read back as colours; positions, UVs, normals, parts and materials are as they were. */
  private void checkColors(String name, Path path) throws IOException {
    Mesh mesh = MeshFiles.read(FileBundle.beside(path));
    for (int seed = 0; seed < 20; seed++) {
      Random random = new Random(seed);
      int[] ofFace = random.ints(mesh.faceCount(), 0, 4).toArray();
      int[] ofCorner = new int[mesh.cornerCount()];
      for (int f = 0; f < ofFace.length; f++) {
        boolean isMixed = random.nextInt(4) == 0;
        for (int c = mesh.faceStart()[f]; c < mesh.faceStart()[f + 1]; c++) {
          ofCorner[c] = isMixed ? random.nextInt(4) : ofFace[f];
        }
      }
      Mesh back = readBack(ending(name), write(path, groups(AddedGroups.As.COLORS, mesh, ofFace, ofCorner)));
      assertThat(back.cornerColor()).isEqualTo(Arrays.stream(ofCorner).map(g -> 0xFF000000 | COLORS[g]).toArray());
      assertSame(back, mesh);
    }
  }

  private static void assertSame(Mesh back, Mesh mesh) {
    assertThat(back.faceStart()).isEqualTo(mesh.faceStart());
    assertThat(corners(back)).isEqualTo(corners(mesh));
    assertThat(back.cornerUv()).isEqualTo(mesh.cornerUv());
    assertThat(back.cornerNormal()).isEqualTo(mesh.cornerNormal());
    assertThat(parts(back)).isEqualTo(parts(mesh));
    assertThat(back.facePart()).isEqualTo(mesh.facePart());
    assertThat(back.faceMaterial()).isEqualTo(mesh.faceMaterial());
  }

  private static float[] corners(Mesh mesh) {
    float[] out = new float[3 * mesh.cornerCount()];
    for (int c = 0; c < mesh.cornerCount(); c++) {
      System.arraycopy(mesh.positions(), 3 * mesh.cornerVertex()[c], out, 3 * c, 3);
    }
    return out;
  }

  private static final String OBJ =
      """
      # made by hand
      mtllib own.mtl
      o first
      v 0 0 0 # a corner
      v 1.000 0 0
      v 1 1 0
      v 0 1 0 1.0
      vt 0 0
      vt 1 0
      vt 1 1
      vn 0 0 1
      usemtl Hull
      f 1/1/1 2/2/1 3/3/1
      f -4/1/1 -2/3/1 -1/2/1
      l 1 2 3
      o second
      v 0 0 2
      f 1 2 5 4
      f 1//1 -1//1 \\
       3//1
      p 5
      f 1 2
      f 5/1 4/2 3/3
      """;

  @ParameterizedTest
  @ValueSource(strings = {"\n", "\r\n", "\r"})
  void coloursOfAnObj(String end) throws IOException {
    put("own.mtl", "newmtl Hull\n");
    checkColors("a.obj", put("a.obj", OBJ.replace("\n", end)));
  }

  @Test
  void anObjWhoseGroupsShareNoVertexKeepsItsFaceLines() throws IOException {
    Path path = put("a.obj", "v 0 0 0 9 9 9\nv 1 0 0\nv 0 1 0\ng x\nf -3 -2 -1 # the only one\n");
    Mesh mesh = MeshFiles.read(FileBundle.beside(path));
    byte[] colored = write(path, groups(AddedGroups.As.COLORS, mesh, new int[] {1}, new int[] {1, 1, 1}));
    assertThat(new String(colored, StandardCharsets.UTF_8))
        .isEqualTo("v 0 0 0 1 0 0\nv 1 0 0 1 0 0\nv 0 1 0 1 0 0\ng x\nf -3 -2 -1 # the only one\n");
    byte[] plain = write(path, groups(AddedGroups.As.NONE, mesh, new int[] {1}, new int[] {1, 1, 1}));
    assertThat(new String(plain, StandardCharsets.UTF_8))
        .isEqualTo("v 0 0 0\nv 1 0 0\nv 0 1 0\ng x\nf -3 -2 -1 # the only one\n");
  }

  @Test
  void materialsOfAnObjComeBesideItsOwn() throws IOException {
    Path path = put("a.obj", OBJ);
    Mesh mesh = MeshFiles.read(FileBundle.beside(path));
    int[] ofFace = {1, 1, 0, 2, 2};
    byte[] bytes = write(path, groups(AddedGroups.As.MATERIALS, mesh, ofFace, new int[mesh.cornerCount()]));
    Mesh back = readBack("a.obj", bytes);
    assertThat(Arrays.stream(back.faceMaterial()).mapToObj(m -> back.materials().get(m).name()))
        .containsExactly("brass", "brass", "Hull", "rope", "rope");
    String text = new String(bytes, StandardCharsets.UTF_8);
    assertThat(text).startsWith("mtllib groups.mtl\n# made by hand\nmtllib own.mtl\n").contains("# usemtl Hull\nusemtl brass\n");
    // Without the lines that were added it is the file as it came.
    assertThat(text.replace("mtllib groups.mtl\n", "").replaceAll("(?m)^usemtl .*\n", "").replace("# usemtl", "usemtl")).isEqualTo(OBJ);
    assertThatThrownBy(() -> write(path, groups(AddedGroups.As.NUMBERS, mesh, ofFace, new int[mesh.cornerCount()])))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining("no place for numbers");
  }

  private static byte[] ply(String encoding) {
    String head =
        """
        ply
        format %s 1.0
        comment from somewhere
        element vertex 4
        property float x
        property float y
        property double z
        property uchar red
        property uchar green
        property uchar blue
        property list uchar short marks
        element face 3
        property uchar flags
        property list uchar uchar vertex_indices
        property int tail
        element edge 1
        property int vertex1
        property int vertex2
        end_header
        """
            .formatted(encoding);
    if (encoding.equals("ascii")) {
      String rows = "0 0 0 1 2 3 0\n1 0 0 1 2 3 1 7\n1 1 0.25 1 2 3 2 8 9\n0 1 0 1 2 3 0\n1 3 0 1 2 -4\n2 4 0 2 3 1\n 5\n3 2 0 1 6\n1 2\n";
      return (head + rows).getBytes(StandardCharsets.US_ASCII);
    }
    ByteBuffer rows = ByteBuffer.allocate(200).order(encoding.contains("big") ? ByteOrder.BIG_ENDIAN : ByteOrder.LITTLE_ENDIAN);
    double[][] xyz = {{0, 0, 0}, {1, 0, 0}, {1, 1, 0.25}, {0, 1, 0}};
    int[] marks = {0, 1, 2, 0};
    for (int v = 0; v < 4; v++) {
      rows.putFloat((float) xyz[v][0]).putFloat((float) xyz[v][1]).putDouble(xyz[v][2]);
      rows.put(new byte[] {1, 2, 3, (byte) marks[v]});
      for (int m = 0; m < marks[v]; m++) {
        rows.putShort((short) (7 + m));
      }
    }
    rows.put(new byte[] {1, 3, 0, 1, 2}).putInt(-4).put(new byte[] {2, 4, 0, 2, 3, 1}).putInt(5).put(new byte[] {3, 2, 0, 1}).putInt(6);
    rows.putInt(1).putInt(2);
    byte[] text = head.getBytes(StandardCharsets.US_ASCII);
    byte[] out = Arrays.copyOf(text, text.length + rows.position());
    System.arraycopy(rows.array(), 0, out, text.length, rows.position());
    return out;
  }

  @ParameterizedTest
  @ValueSource(strings = {"ascii", "binary_little_endian", "binary_big_endian"})
  void aPlyKeepsItsOtherPropertiesAndElements(String encoding) throws IOException {
    Path path = Files.write(folder.resolve("a.ply"), ply(encoding));
    checkColors("a.ply", path);
    Mesh mesh = MeshFiles.read(FileBundle.beside(path));
    int[] ofFace = {3, 2};
    byte[] numbered = write(path, groups(AddedGroups.As.NUMBERS, mesh, ofFace, new int[7]));
    ByteBuffer bytes = ByteBuffer.wrap(numbered);
    PlyHeader header = PlyHeader.read("a.ply", bytes);
    PlyValues values = PlyValues.of("a.ply", bytes, header);
    PlyHeader.Element vertices = header.elements().get(0);
    PlyHeader.Element faces = header.elements().get(1);
    assertThat(faces.properties()).extracting(PlyHeader.Property::name).containsExactly("flags", "vertex_indices", "tail", "group");
    for (int i = 0; i < vertices.count(); i++) {
      vertices.properties().forEach(values::skip);
    }
    double[] found = new double[9];
    for (int f = 0; f < 3; f++) {
      found[3 * f] = values.value(faces.properties().get(0));
      values.skip(faces.properties().get(1));
      found[3 * f + 1] = values.value(faces.properties().get(2));
      found[3 * f + 2] = values.value(faces.properties().get(3));
    }
    assertThat(found).containsExactly(1, -4, 3, 2, 5, 2, 3, 6, 0);
    assertThat(readBack("a.ply", numbered).cornerColor()).isEqualTo(mesh.cornerColor());
    byte[] plain = write(path, groups(AddedGroups.As.NONE, mesh, ofFace, new int[7]));
    assertThat(readBack("a.ply", plain).hasColors()).isFalse();
  }

  /** A mesh of two triangles that share two vertices, with all that a glTF mesh can have. */
  private String rich(String nodes, String mode) {
    int position = file.positions(0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0);
    file.floats(0, 0, 1, 0, 1, 1, 0, 1);
    int uv = file.accessor(file.view(""), FLOAT, 4, "VEC2", "");
    file.octets(1, 0, 0, 255, 2, 0, 0, 255, 3, 0, 0, 255, 4, 0, 0, 255);
    int color = file.accessor(file.view(""), UNSIGNED_BYTE, 4, "VEC4", ", \"normalized\": true");
    file.octets(9, 0, 8, 0, 7, 0, 6, 0);
    int own = file.accessor(file.view(", \"byteStride\": 2"), UNSIGNED_BYTE, 4, "SCALAR", "");
    file.floats(0, 0, 1, 0, 0, 1, 0, 0, 1, 0, 0, 1);
    int moved = file.accessor(file.view(""), FLOAT, 4, "VEC3", "");
    file.shorts(0, 1, 2, 0, 2, 3);
    int indices = file.accessor(file.view(""), UNSIGNED_SHORT, 6, "SCALAR", "");
    String primitive =
        """
        "attributes": {"POSITION": %d, "TEXCOORD_0": %d, "COLOR_0": %d, "_OWN": %d},
        "targets": [{"POSITION": %d}], "indices": %s, "material": 0, "extras": {"kept": [1, 2.5, "x"]}%s
        """
            .formatted(position, uv, color, own, moved, indices, mode);
    return file.json(
        primitive,
        "\"scene\": 0, \"scenes\": [{\"nodes\": [0]}], " + nodes,
        """
        "materials": [{"name": "Hull", "extras": {"coat": 2}}],
        "animations": [{"name": "swing", "channels": [], "samplers": []}],
        "cameras": [{"type": "perspective", "perspective": {"yfov": 0.66, "znear": 0.01}}]
        """);
  }

  private static final String ONE_NODE = "\"nodes\": [{\"name\": \"n\", \"mesh\": 0, \"weights\": [0.5], \"extras\": {\"tag\": \"a\"}}]";

  /** Two nodes show one mesh, one of them mirrored below a turned parent. */
  private static final String TWO_NODES =
      """
      "nodes": [{"name": "p", "rotation": [0, 0, 0.7071068, 0.7071068], "children": [1, 2]},
                {"name": "left", "mesh": 0, "translation": [-1, 0, 0]},
                {"name": "right", "mesh": 0, "scale": [-1, 1, 1]}]
      """;

  @Test
  void coloursOfAGltf() throws IOException {
    checkColors("a.gltf", put("a.gltf", rich(ONE_NODE, "")));
  }

  @Test
  void nodesThatShareAMeshGetWhatIsTheirs() throws IOException {
    checkColors("b.gltf", put("b.gltf", rich(TWO_NODES, "")));
  }

  @ParameterizedTest
  @ValueSource(ints = {5, 6})
  void stripsAndFans(int mode) throws IOException {
    checkColors("c.gltf", put("c.gltf", rich(TWO_NODES, ", \"mode\": " + mode)));
  }

  private static JsonNode json(byte[] glb) {
    ByteBuffer bytes = ByteBuffer.wrap(glb).order(ByteOrder.LITTLE_ENDIAN);
    assertThat(bytes.getInt(8)).isEqualTo(glb.length);
    return JsonMapper.builder().build().readTree(new String(glb, 20, bytes.getInt(12), StandardCharsets.UTF_8));
  }

  private static byte[] binary(byte[] glb) {
    int json = ByteBuffer.wrap(glb).order(ByteOrder.LITTLE_ENDIAN).getInt(12);
    return Arrays.copyOfRange(glb, 28 + json, glb.length);
  }

  @Test
  void whatHasNothingToDoWithGroupsStaysAsItWas() throws IOException {
    Path path = put("a.gltf", rich(ONE_NODE, ""));
    JsonNode before = JsonMapper.builder().build().readTree(Files.readAllBytes(path));
    Mesh mesh = MeshFiles.read(FileBundle.beside(path));
    byte[] data = Arrays.copyOf(file.bytes().array(), file.bytes().position());
    for (AddedGroups.As as : AddedGroups.As.values()) {
      byte[] glb = write(path, groups(as, mesh, new int[] {1, 2}, new int[] {1, 1, 1, 2, 2, 2}));
      JsonNode after = json(glb);
      assertThat(binary(glb)).startsWith(data);
      for (String kept : List.of("asset", "scene", "scenes", "nodes", "animations", "cameras")) {
        assertThat(after.get(kept)).as(kept).isEqualTo(before.get(kept));
      }
      for (int i = 0; i < before.get("accessors").size(); i++) {
        assertThat(after.get("accessors").get(i)).isEqualTo(before.get("accessors").get(i));
      }
      assertThat(after.at("/materials/0")).isEqualTo(before.at("/materials/0"));
      JsonNode primitive = after.at("/meshes/0/primitives/0");
      assertThat(primitive.at("/extras")).isEqualTo(before.at("/meshes/0/primitives/0/extras"));
      assertThat(primitive.at("/attributes").has("_OWN")).isTrue();
    }
  }

  @Test
  void coloursThatWereThereMoveOneSetOn() throws IOException {
    Path path = put("a.gltf", rich(ONE_NODE, ""));
    Mesh mesh = MeshFiles.read(FileBundle.beside(path));
    byte[] glb = write(path, groups(AddedGroups.As.COLORS, mesh, new int[] {1, 2}, new int[] {1, 1, 1, 2, 2, 2}));
    Path other = Files.write(folder.resolve("colored.glb"), glb);
    Mesh own = MeshFiles.read(FileBundle.beside(other), new ReadAs(ReadAs.USUAL.unit(), ReadAs.USUAL.up(), 0, 1), Progress.NONE);
    assertThat(own.cornerColor()).isEqualTo(mesh.cornerColor());
    byte[] plain = write(path, groups(AddedGroups.As.NONE, mesh, new int[] {1, 2}, new int[6]));
    assertThat(json(plain).at("/meshes/0/primitives/0/attributes").propertyNames()).containsExactlyInAnyOrder("POSITION", "TEXCOORD_0", "_OWN");
  }

  @Test
  void numbersStandInAnAttributeOfTheirOwn() throws IOException {
    Path path = put("a.gltf", rich(ONE_NODE, ""));
    Mesh mesh = MeshFiles.read(FileBundle.beside(path));
    byte[] glb = write(path, groups(AddedGroups.As.NUMBERS, mesh, new int[] {3, 2}, new int[] {3, 3, 3, 2, 2, 2}));
    Path other = Files.write(folder.resolve("numbers.glb"), glb);
    GltfDocument document = GltfDocument.ofGlb(FileBundle.beside(other), ByteBuffer.wrap(glb));
    JsonNode primitive = document.root().at("/meshes/0/primitives/0");
    GltfAccessors accessors = new GltfAccessors(document);
    float[] numbers = accessors.floats(primitive.at("/attributes/_GROUP").asInt(), 1, "");
    int[] indices = accessors.indices(primitive.path("indices").asInt(), "");
    assertThat(Arrays.stream(indices).mapToDouble(i -> numbers[i])).containsExactly(3.0, 3.0, 3.0, 2.0, 2.0, 2.0);
    assertThat(MeshFiles.read(FileBundle.beside(other)).faceWords().words()).containsExactly("3", "2");
    float[] own = accessors.floats(primitive.at("/attributes/_OWN").asInt(), 1, "");
    assertThat(Arrays.stream(indices).mapToDouble(i -> own[i])).containsExactly(9.0, 8.0, 7.0, 9.0, 7.0, 6.0);
  }

  @Test
  void materialsLeaveThoseOfTheArtistAsAVariant() throws IOException {
    Path path = put("a.gltf", rich(TWO_NODES, ""));
    Mesh mesh = MeshFiles.read(FileBundle.beside(path));
    int[] ofFace = {1, 2, 0, 2};
    Mesh back = readBack("back.glb", write(path, groups(AddedGroups.As.MATERIALS, mesh, ofFace, new int[12])));
    // Faces of a primitive are sorted by group, so that they are compared by where they lie.
    assertThat(back.faceCount()).isEqualTo(4);
    for (int f = 0; f < 4; f++) {
      int material = back.faceMaterial()[faceAt(back, mesh, f)];
      String wanted = ofFace[f] == 0 ? "Hull" : MATERIALS.get(ofFace[f]).name();
      assertThat(back.materials().get(material).name()).isEqualTo(wanted);
    }
    JsonNode root = json(write(path, groups(AddedGroups.As.MATERIALS, mesh, ofFace, new int[12])));
    assertThat(root.at("/extensions/KHR_materials_variants/variants/0/name").asString()).isEqualTo("as it came");
    JsonNode mapping = root.at("/meshes/0/primitives/0/extensions/KHR_materials_variants/mappings/0");
    assertThat(root.at("/materials").get(mapping.path("material").asInt()).path("name").asString()).isEqualTo("Hull");
    assertThat(root.path("extensionsUsed").get(0).asString()).isEqualTo("KHR_materials_variants");
  }

  private static int faceAt(Mesh in, Mesh of, int face) {
    float[] wanted = Arrays.copyOfRange(corners(of), 9 * face, 9 * face + 9);
    for (int f = 0; f < in.faceCount(); f++) {
      if (Arrays.equals(Arrays.copyOfRange(corners(in), 9 * f, 9 * f + 9), wanted)) {
        return f;
      }
    }
    throw new AssertionError("no face lies where face " + face + " lay");
  }

  @Test
  void instancesThatDifferAreRefusedSinceTheFileCannotSayIt() throws IOException {
    int position = file.positions(0, 0, 0, 1, 0, 0, 0, 1, 0);
    file.floats(0, 0, 0, 5, 0, 0);
    int places = file.accessor(file.view(""), FLOAT, 2, "VEC3", "");
    String nodes =
        "\"scenes\": [{\"nodes\": [0]}], \"nodes\": [{\"mesh\": 0, \"extensions\": {\"EXT_mesh_gpu_instancing\": {\"attributes\": {\"TRANSLATION\": "
            + places + "}}}}]";
    Path path = put("i.gltf", file.json("\"attributes\": {\"POSITION\": " + position + "}", nodes, "\"extensionsUsed\": [\"EXT_mesh_gpu_instancing\"]"));
    Mesh mesh = MeshFiles.read(FileBundle.beside(path));
    int[] same = {2, 2, 2, 2, 2, 2};
    Mesh back = readBack("i.glb", write(path, groups(AddedGroups.As.COLORS, mesh, new int[] {2, 2}, same)));
    assertThat(back.cornerColor()).containsOnly(0xFF000000 | COLORS[2]);
    assertThatThrownBy(() -> write(path, groups(AddedGroups.As.COLORS, mesh, new int[] {1, 2}, new int[] {1, 1, 1, 2, 2, 2})))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining("node 0")
        .hasMessageContaining("instances have different groups");
  }

  @Test
  void buffersAndPicturesBesideAGltfComeAlongInsideIt() throws IOException {
    file.positions(0, 0, 0, 1, 0, 0, 0, 1, 0);
    byte[] data = Arrays.copyOf(file.bytes().array(), file.bytes().position());
    Files.write(folder.resolve("mesh data.bin"), data);
    byte[] picture = {(byte) 0x89, 'P', 'N', 'G', 1, 2, 3};
    Files.write(folder.resolve("coat.png"), picture);
    String json =
        file.json("\"attributes\": {\"POSITION\": 0}", "\"images\": [{\"uri\": \"coat.png\"}, {\"uri\": \"missing.png\"}]")
            .replaceFirst("data:application[^\"]*", "mesh%20data.bin");
    Path path = put("a.gltf", json);
    Mesh mesh = MeshFiles.read(FileBundle.beside(path));
    byte[] glb = write(path, groups(AddedGroups.As.COLORS, mesh, new int[] {1}, new int[] {1, 1, 1}));
    JsonNode root = json(glb);
    assertThat(binary(glb)).startsWith(data);
    JsonNode view = root.path("bufferViews").get(root.at("/images/0/bufferView").asInt());
    int at = view.path("byteOffset").asInt();
    assertThat(Arrays.copyOfRange(binary(glb), at, at + picture.length)).isEqualTo(picture);
    assertThat(root.at("/images/0/name").asString()).isEqualTo("coat");
    assertThat(root.at("/images/1/uri").asString()).isEqualTo("missing.png");
    assertSame(readBack("b.glb", glb), mesh);
  }

  @Test
  void groupsOfAnotherFileAreRefused() throws IOException {
    for (String name : List.of("a.obj", "a.ply", "a.gltf")) {
      Path path = name.equals("a.ply") ? Files.write(folder.resolve(name), ply("ascii")) : put(name, name.equals("a.obj") ? OBJ : rich(ONE_NODE, ""));
      for (int faces : new int[] {1, 40}) {
        AddedGroups other = new AddedGroups(AddedGroups.As.COLORS, new int[faces], new int[3 * faces], COLORS, MATERIALS);
        assertThatThrownBy(() -> write(path, other)).as(name).isInstanceOf(FormatException.class).hasMessageContaining("faces");
      }
    }
  }
}
