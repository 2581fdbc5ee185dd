package idiotaxa.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.format.MeshFiles;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.handoff.GroupedMesh;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.template.Carries;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.ChannelMarkerBuoyB;
import idiotaxa.demo.SaltmarshPalette;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class CarryCommandTest {
  private static final Palette PALETTE = SaltmarshPalette.create();
  private static final Mesh NEW = ChannelMarkerBuoyB.target();

  @TempDir private Path folder;
  private Path before;
  private Path after;
  private Path out;

  @BeforeEach
  void writeModels() throws IOException {
    Mesh coloured =
        GroupedMesh.ofFaces(ChannelMarkerBuoy.target(), ChannelMarkerBuoy.targetGroups())
            .carrying(Carries.VERTEX_COLORS, PALETTE);
    before = write("buoy_a.glb", coloured);
    after = write("buoy_b.glb", NEW);
    out = folder.resolve("out");
  }

  private Path write(String name, Mesh mesh) throws IOException {
    Path file = folder.resolve(name);
    try (OutputStream stream = Files.newOutputStream(file)) {
      GlbWriter.write(mesh, stream);
    }
    return file;
  }

  private JsonNode carried() throws IOException {
    return JsonMapper.builder().build().readTree(Files.readString(out.resolve("carry.json")));
  }

  /** The values of runs, one a face; refuses gaps and overlaps. */
  private static List<Double> values(JsonNode runs) {
    List<Double> values = new ArrayList<>();
    for (JsonNode run : runs) {
      assertThat(run.get(0).asInt()).isEqualTo(values.size());
      for (int f = run.get(0).asInt(); f <= run.get(1).asInt(); f++) {
        values.add(run.get(2).asDouble());
      }
    }
    return values;
  }

  @Test
  void groupsPartsAndReviewAreWritten() throws IOException {
    Typed typed = Typed.run("carry", before, after, "--out", out);
    assertThat(typed.exit()).as(typed.err()).isEqualTo(Main.WRITTEN);
    assertThat(typed.out()).contains("28 parts kept, 12 renamed, 5 new, 3 lost");
    assertThat(typed.err()).contains("note: origin vertex-colors was chosen");
    assertThat(
            SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(Files.readString(Path.of("../formats/carry.schema.json")))
                .validate(Files.readString(out.resolve("carry.json")), InputFormat.JSON))
        .isEmpty();
    JsonNode json = carried();
    assertThat(json.get("faces").asInt()).isEqualTo(NEW.triangleCount());
    assertThat(values(json.get("confidence"))).hasSize(NEW.triangleCount()).allMatch(c -> c >= 0 && c <= 1);
    List<Integer> byName = new ArrayList<>();
    for (double number : values(json.get("groups"))) {
      byName.add(number == 0 ? 0 : paletteNumber(json, (int) number));
    }
    int[] truth = ChannelMarkerBuoyB.targetGroups();
    for (int t = 0; t < NEW.triangleCount(); t++) {
      assertThat(byName.get(t)).isEqualTo(truth[NEW.triangleFace(t)]);
    }
    assertThat(json.get("parts").get("lost").toString()).contains("rung_08");
    assertThat(json.get("parts").get("renamed").toString()).contains("[\"fender\",\"bumper_ring\"]");
    JsonNode first = json.get("review").get(0);
    assertThat(first.toString()).as("reflector, whole").isEqualTo("[0,15,\"new part\"]");
  }

  /** Groups are numbered by their first appearance; colours tell which of the palette each is. */
  private static int paletteNumber(JsonNode json, int number) {
    for (JsonNode group : json.get("palette").get("groups")) {
      if (group.get("number").asInt() == number) {
        int color = Integer.parseInt(group.get("color").asString().substring(1), 16);
        return PALETTE.groups().stream()
            .filter(g -> near(g.color(), color))
            .mapToInt(Group::number)
            .findFirst()
            .orElseThrow();
      }
    }
    throw new AssertionError("no group " + number);
  }

  private static boolean near(int a, int b) {
    return Math.abs((a >> 16) - (b >> 16)) < 3
        && Math.abs((a >> 8 & 255) - (b >> 8 & 255)) < 3
        && Math.abs((a & 255) - (b & 255)) < 3;
  }

  @Test
  void theModelComesBackWithItsGroupsAsColours() throws IOException {
    Typed.run("carry", before, after, "--out", out);
    Mesh back = MeshFiles.read(FileBundle.beside(out.resolve("buoy_b_carried.glb")));
    assertThat(back.triangleCount()).isEqualTo(NEW.triangleCount());
    assertThat(back.hasColors()).isTrue();
    assertThat(Files.exists(after)).isTrue();
  }

  @Test
  void rulesOfARecipeAreTriedAnew() throws IOException {
    Path recipe = folder.resolve("recipe.json");
    Files.writeString(
        recipe,
        """
        {"format": "idiotaxa-recipe", "version": 1, "name": "props",
         "palette": {"groups": [{"number": 1, "name": "steel", "color": "#FF0000"},
                                {"number": 2, "name": "brass", "color": "#00FF00"}]},
         "rules": [{"when": "part", "is": "fender", "group": 1}, {"when": "part", "is": "step*", "group": 2}]}
        """);
    Typed typed = Typed.run("carry", before, after, "--recipe", recipe, "--out", out, "--json");
    assertThat(typed.exit()).as(typed.err()).isEqualTo(Main.WRITTEN);
    List<Double> groups = values(carried().get("groups"));
    for (int t = 0; t < NEW.triangleCount(); t++) {
      String part = NEW.parts().get(NEW.facePart()[NEW.triangleFace(t)]).name();
      double wanted = part.equals("bumper_ring") ? 1 : part.startsWith("step") ? 2 : 0;
      assertThat(groups.get(t)).as(part).isEqualTo(wanted);
    }
    assertThat(typed.out()).contains("\"faces\":");
  }

  @Test
  void anotherUnitIsAligned() throws IOException {
    float[] large = NEW.positions().clone();
    for (int i = 0; i < large.length; i++) {
      large[i] *= 100;
    }
    Path huge = write("huge.glb", NEW.withPositions(large, NEW.cornerNormal()));
    Typed typed = Typed.run("carry", before, huge, "--align", "auto", "--out", out);
    assertThat(typed.err()).contains("note: aligned huge.glb");
    assertThat(typed.out()).contains("28 parts kept");
  }

  @Test
  void whatCannotBeReadIsRefused() throws IOException {
    Typed colours = Typed.run("carry", after, before, "--origin", "vertex-colors", "--out", out);
    assertThat(colours.exit()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(colours.err()).contains("refused: buoy_b.glb has no vertex colours");
    Typed claims = Typed.run("carry", before, after, "--origin", "claims", "--out", out);
    assertThat(claims.exit()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(Typed.run("carry", before, after, "--align", "some", "--out", out).exit())
        .isEqualTo(Main.WRONG_ARGUMENTS);
    assertThat(out).doesNotExist();
  }
}
