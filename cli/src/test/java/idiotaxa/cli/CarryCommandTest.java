package idiotaxa.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import idiotaxa.core.align.Alignment;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.format.MeshFiles;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.handoff.GroupedMesh;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.template.Carries;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.ChannelMarkerBuoyB;
import idiotaxa.demo.SaltmarshPalette;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
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
  void aModelThatLiesOtherwiseAsAWholeIsNotCarriedUnasked() throws IOException {
    double[] zUp = {1, 0, 0, 0, 0, -1, 0, 1, 0};
    Mesh lying = new Alignment(zUp, 1, new double[3]).apply(ChannelMarkerBuoy.target());
    Path turned = write("turned.glb", lying);
    Typed refused = Typed.run("carry", before, turned, "--out", out);
    assertThat(refused.exit()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(refused.err())
        .contains("turned.glb as a whole lies otherwise than buoy_a.glb; this would lay it there: turn ")
        .contains("Give --align auto, or --anyway to carry as it lies");
    assertThat(out).doesNotExist();
    Typed anyway = Typed.run("carry", before, turned, "--anyway", "--out", out);
    assertThat(anyway.exit()).as(anyway.err()).isEqualTo(Main.WRITTEN);
    assertThat(anyway.err()).contains("warning: turned.glb as a whole lies otherwise");
    Typed laid = Typed.run("carry", before, turned, "--align", "auto", "--out", out);
    assertThat(laid.exit()).as(laid.err()).isEqualTo(Main.WRITTEN);
    assertThat(values(carried().get("confidence"))).allMatch(c -> c >= 0.9);
  }

  @Test
  void everyOldGroupIsInOneListAndWhatIsLostIsSaid() throws IOException {
    MeshBuilder old = new MeshBuilder();
    MeshBuilder fresh = new MeshBuilder();
    for (int s = 0; s < 3; s++) {
      int material = old.material(Material.coloured(List.of("wood", "brass", "tar").get(s), 0x112233 * (s + 1)));
      square(old, "plank " + s, 2 * s, material);
      if (s != 1) {
        square(fresh, "plank " + s, 2 * s, fresh.material(Material.coloured("wood", 0x112233)));
      }
    }
    Typed typed =
        Typed.run(
            "carry", write("old.glb", old.build()), write("new.glb", fresh.build()), "--origin", "materials", "--out", out);
    assertThat(typed.exit()).as(typed.err()).isEqualTo(Main.WRITTEN);
    assertThat(typed.err()).contains("warning: group 2 brass has no face on the new model: its surface is gone");
    JsonNode groups = carried().get("oldGroups");
    assertThat(groups.get("kept").toString()).isEqualTo("[1,3]");
    assertThat(groups.get("lost")).hasSize(1);
    assertThat(groups.get("lost").get(0).get("name").asString()).isEqualTo("brass");
    assertThat(carried().get("parts").get("lost").toString()).isEqualTo("[\"plank 1\"]");
  }

  private static void square(MeshBuilder into, String part, double x, int material) {
    int of = into.part(part);
    int first = into.vertex(x, 0, 0);
    into.vertex(x + 1, 0, 0);
    into.vertex(x + 1, 1, 0);
    into.vertex(x, 1, 0);
    into.face(of, material);
    for (int corner = 0; corner < 4; corner++) {
      into.corner(first + corner);
    }
  }

  @Test
  void noisyColoursOfTheOldModelAreSaid() throws IOException {
    int[] clouds = {0xC02020, 0x20C040, 0x3030D0};
    SplittableRandom random = new SplittableRandom(3);
    int[] colors = new int[NEW.cornerCount()];
    for (int f = 0; f < NEW.faceCount(); f++) {
      int color = 0xFF000000;
      for (int shift = 0; shift <= 16; shift += 8) {
        color |= (clouds[f % 3] >> shift & 255) + random.nextInt(45) - 22 << shift;
      }
      Arrays.fill(colors, NEW.faceStart()[f], NEW.faceStart()[f + 1], color);
    }
    Typed typed = Typed.run("carry", write("noisy.glb", NEW.withCornerColors(colors)), after, "--out", out);
    assertThat(typed.exit()).as(typed.err()).isEqualTo(Main.WRITTEN);
    assertThat(typed.err()).contains("Vertex colours: ").contains("there would be 3");
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
