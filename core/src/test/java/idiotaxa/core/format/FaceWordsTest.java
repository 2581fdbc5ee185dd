package idiotaxa.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.claim.ClaimRule;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.group.Group;
import idiotaxa.core.mesh.FaceWords;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshMerger;
import idiotaxa.core.origin.GroupProposal;
import idiotaxa.core.origin.GroupProposer;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.Origins;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class FaceWordsTest {
  private static final String FOUR_TRIANGLES =
      """
      v 0 0 0
      v 1 0 0
      v 1 1 0
      v 0 1 0
      v 2 0 0
      f 1 2 3
      f 1 3 4
      f 2 5 3
      f 3 5 4
      """;

  @TempDir Path folder;

  private Mesh ply(String type, String property, int... values) throws IOException {
    String rows =
        IntStream.range(0, values.length)
            .mapToObj(f -> "3 0 1 2 " + values[f] + "\n")
            .reduce("", String::concat);
    return read(
        "a.ply",
        """
        ply
        format ascii 1.0
        element vertex 3
        property float x
        property float y
        property float z
        element face %d
        property list uchar int vertex_indices
        property %s %s
        end_header
        0 0 0
        1 0 0
        0 1 0
        """
                .formatted(values.length, type, property)
            + rows);
  }

  private Mesh read(String name, String text) throws IOException {
    return MeshFiles.read(FileBundle.beside(Files.writeString(folder.resolve(name), text)));
  }

  private Mesh listed(String ending, String list) throws IOException {
    Files.writeString(folder.resolve("a.groups." + ending), list);
    return read("a.obj", FOUR_TRIANGLES);
  }

  /** The word of every face, "-" where it has none. */
  private static List<String> words(Mesh mesh) {
    FaceWords said = mesh.faceWords();
    return Arrays.stream(said.ofFace()).mapToObj(w -> w == FaceWords.NONE ? "-" : said.words().get(w)).toList();
  }

  @ParameterizedTest
  @ValueSource(strings = {"char", "uchar", "short", "ushort", "int", "uint", "int32"})
  void wholeNumbersOfPlyFacesAreRead(String type) throws IOException {
    assertThat(words(ply(type, "part_id", 7, 0, 7, 3))).containsExactly("7", "0", "7", "3");
  }

  @Test
  void zeroIsNoGroupUnderTheNameThatWeWrite() throws IOException {
    assertThat(words(ply("ushort", "group", 7, 0, 7, 3))).containsExactly("7", "-", "7", "3");
    assertThat(words(ply("int", "part_id", 7, -1, 7, 3))).containsExactly("7", "-", "7", "3");
  }

  @Test
  void oneNumberForAllAndMeasuresSayNothing() throws IOException {
    assertThat(ply("int", "flags", 0, 0, 0).faceWords()).isNull();
    assertThat(ply("float", "quality", 1, 2, 3).faceWords()).isNull();
    assertThat(ply("uchar", "red", 1, 2, 3).faceWords()).isNull();
    // A number of its own for each of very many faces is a count, and no group.
    assertThat(ply("int", "id", IntStream.range(0, 5000).toArray()).faceWords()).isNull();
  }

  @Test
  void whatGoesByOurNameGoesFirst() throws IOException {
    Mesh mesh =
        read(
            "b.ply",
            """
            ply
            format ascii 1.0
            element vertex 3
            property float x
            property float y
            property float z
            element face 2
            property int flags
            property list uchar int vertex_indices
            property int group
            end_header
            0 0 0
            1 0 0
            0 1 0
            5 3 0 1 2 1
            6 3 0 1 2 2
            """);
    assertThat(words(mesh)).containsExactly("1", "2");
  }

  /** Two triangles of their own vertices. */
  private static String gltf(String attributes, GltfFixture file) {
    int position = file.positions(0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 1, 1, 0, 1, 0, 1, 1);
    return file.json("\"attributes\": {\"POSITION\": %d%s}".formatted(position, attributes), "");
  }

  @ParameterizedTest
  @CsvSource({"5121", "5123", "5126"})
  void anAttributeOfAnApplicationsOwnIsRead(int type) throws IOException {
    GltfFixture file = new GltfFixture();
    switch (type) {
      case GltfFixture.UNSIGNED_BYTE -> file.octets(4, 4, 4, 0, 9, 9);
      case GltfFixture.UNSIGNED_SHORT -> file.shorts(4, 4, 4, 0, 9, 9);
      default -> file.floats(4, 4, 4, 0, 9, 9);
    }
    int id = file.accessor(file.view(""), type, 6, "SCALAR", "");
    assertThat(words(read("a.gltf", gltf(", \"_FEATURE_ID_0\": " + id, file)))).containsExactly("4", "9");
  }

  @Test
  void measuresVectorsAndNormalisedAttributesSayNothing() throws IOException {
    GltfFixture file = new GltfFixture();
    file.floats(0.5, 0.5, 0.5, 1, 1, 1);
    int wear = file.accessor(file.view(""), GltfFixture.FLOAT, 6, "SCALAR", "");
    file.floats(1, 1, 1, 1, 1, 1, 2, 2, 2, 2, 2, 2);
    int pair = file.accessor(file.view(""), GltfFixture.FLOAT, 6, "VEC2", "");
    file.octets(1, 1, 1, 2, 2, 2);
    int share = file.accessor(file.view(""), GltfFixture.UNSIGNED_BYTE, 6, "SCALAR", ", \"normalized\": true");
    String attributes = ", \"_WEAR\": %d, \"_PAIR\": %d, \"_SHARE\": %d".formatted(wear, pair, share);
    assertThat(read("a.gltf", gltf(attributes, file)).faceWords()).isNull();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "face,group\n0,hull\n1,\"deck, fore\"\n3,hull\n",
        "\uFEFFface,group\r\n0,hull\r\n1,\"deck, fore\"\r\n3,hull\r\n",
        "Group, Face, note\nhull, 0, a\n\"deck, fore\", 1, b\nhull, 3, c\n",
        "0,hull\n1,\"deck, fore\"\n2,0\n3,hull",
        "face,group\n3,hull\n\n1,\"deck, fore\"\n0,hull\n"
      })
  void aListOfCommaSeparatedValuesIsRead(String list) throws IOException {
    assertThat(words(listed("csv", list))).containsExactly("hull", "deck, fore", "-", "hull");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "[\"hull\", \"deck\", 0, 7]",
        "[\"hull\", \"deck\", null, \"7\"]",
        "[{\"face\": 3, \"group\": 7}, {\"face\": 0, \"group\": \"hull\"}, {\"group\": \"deck\", \"face\": \"1\"}]",
        """
        {"palette": {"groups": [{"number": 1, "name": "hull"}, {"number": 2, "name": "deck"}]},
         "groups": [[0, 0, 1], [1, 1, 2], [2, 2, 0], [3, 3, 7]]}
        """
      })
  void aListInJsonIsRead(String list) throws IOException {
    assertThat(words(listed("json", list))).containsExactly("hull", "deck", "-", "7");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "csv | face,group;4,hull | line 2 | face 4 is asked for, but there are only 4",
        "csv | face,group;-1,hull | line 2 | face -1 is asked for",
        "csv | face,group;99999999999,hull | line 2 | face 99999999999 is asked for",
        "csv | face,group;1 | line 2 | a face and a group are expected",
        "csv | face,name;1,hull | line 1 | there is no column group",
        "json | [1, 2, 3, 4, 5] | item 4 | face 4 is asked for",
        "json | [1.5] | item 0 | a whole number or a name, got 1.5",
        "json | {\"groups\": [[0, 4, 1]]} | groups | no stretch of 4 faces",
        "json | {\"groups\": [[0, 1, 1], [1, 2, 1]]} | groups | [1,2,1] is no stretch",
        "json | {} | '' | neither a list nor",
        "json | [ | '' | it is no JSON"
      })
  void aListOfAnotherModelIsRefused(String ending, String list, String place, String problem) {
    assertThatThrownBy(() -> listed(ending, list.replace(';', '\n')))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining("a.groups." + ending)
        .hasMessageContaining(place)
        .hasMessageContaining(problem)
        .hasMessageContaining("take it away");
  }

  @Test
  void theListGoesBeforeTheFile() throws IOException {
    Files.writeString(folder.resolve("a.groups.csv"), "0,hull\n1,deck\n");
    assertThat(words(ply("int", "group", 1, 2))).containsExactly("hull", "deck");
  }

  @Test
  void withoutPaletteNumbersStayAndNamesAreNumbered() throws IOException {
    Mesh numbered = ply("int", "group", 7, 0, 7, 3);
    OriginReading read = Origins.read(numbered, IdOrigin.FACE_GROUPS, List.of());
    assertThat(read.groups()).extracting(Group::number).containsExactly(7, 3);
    assertThat(read.groups()).extracting(Group::name).containsExactly("group 7", "group 3");
    assertThat(IntStream.range(0, 4).map(t -> read.surface().label(t))).containsExactly(7, 0, 7, 3);
    // With a 0 that is a group like any, numbers of our own are given.
    assertThat(Origins.read(ply("int", "part_id", 7, 0, 3), IdOrigin.FACE_GROUPS, List.of()).groups())
        .extracting(Group::number)
        .containsExactly(1, 2, 3);
    assertThat(Origins.read(listed("csv", "0,hull\n1,deck\n"), IdOrigin.FACE_GROUPS, List.of()).groups())
        .extracting(Group::name)
        .containsExactly("hull", "deck");
  }

  @Test
  void aPaletteIsMatchedByNumberAndByName() throws IOException {
    List<Group> palette = List.of(Group.of(3, "brass", 0xFF0000), Group.of(5, "deck", 0x00FF00));
    OriginReading read = Origins.read(listed("csv", "0,deck\n1,3\n2,9\n3,sail\n"), IdOrigin.FACE_GROUPS, palette);
    assertThat(IntStream.range(0, 4).map(t -> read.surface().label(t))).containsExactly(5, 3, 0, 0);
    assertThat(read.strays()).containsExactly("group 9", "sail");
  }

  @Test
  void rulesOfAProposalReachTheSameFaces() throws IOException {
    Mesh mesh = listed("csv", "0,1\n1,deck 1\n3,1\n");
    GroupProposal proposal = new GroupProposer(mesh, List.of(), 0).fromFaceWords();
    assertThat(proposal.rules())
        .containsExactly(
            new GroupProposal.Rule(ClaimRule.Kind.FACE_GROUP, "1", 0),
            new GroupProposal.Rule(ClaimRule.Kind.FACE_GROUP, "deck 1", 1));
    assertThat(proposal.faceGroup()).containsExactly(0, 1, -1, 0);
  }

  @Test
  void itIsTheBestOriginWhereNothingElseTells() throws IOException {
    assertThat(Origins.best(listed("csv", "0,hull\n1,deck\n"))).isEqualTo(IdOrigin.FACE_GROUPS);
  }

  @Test
  void modelsThatAreReadTogetherKeepTheirWords() throws IOException {
    Mesh one = ply("int", "group", 7, 3);
    Mesh other = read("plain.obj", FOUR_TRIANGLES);
    assertThat(words(MeshMerger.merge(List.of(one, other, one)))).containsExactly("7", "3", "-", "-", "-", "-", "7", "3");
    assertThat(words(one.triangulated())).containsExactly("7", "3");
  }

  @Test
  void anUploadBringsItsList() throws IOException {
    Path model = Files.writeString(folder.resolve("0"), FOUR_TRIANGLES, StandardCharsets.UTF_8);
    Path list = Files.writeString(folder.resolve("1"), "0,hull\n");
    FileBundle bundle = FileBundle.of("props/a.obj", Map.of("props/a.obj", model, "props/a.groups.csv", list));
    assertThat(words(MeshFiles.read(bundle))).containsExactly("hull", "-", "-", "-");
  }
}
