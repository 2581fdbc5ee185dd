package idiotaxa.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A welded roof of two slopes is sorted by two strokes. */
class SpreadCommandTest {
  @TempDir Path folder;

  private static final int N = 24;

  /** Two slopes that meet in a valley at the twelfth row. */
  private Path model() throws IOException {
    StringBuilder out = new StringBuilder("o roof\n");
    for (int i = 0; i < (N + 1) * (N + 1); i++) {
      double y = i / (N + 1) / (double) N;
      out.append("v %s %s %s%n".formatted(i % (N + 1) / (double) N, y, Math.abs(y - 0.5)));
    }
    for (int f = 0; f < N * N; f++) {
      int a = f / N * (N + 1) + f % N + 1;
      out.append("f %d %d %d %d%n".formatted(a, a + 1, a + N + 2, a + N + 1));
    }
    return Files.writeString(folder.resolve("roof.obj"), out);
  }

  private Path strokes(String text) throws IOException {
    return Files.writeString(folder.resolve("strokes.json"), text);
  }

  private static Schema schema(String name) throws IOException {
    return SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12).getSchema(Files.readString(Path.of("../formats/" + name)));
  }

  private static JsonNode json(Path file) throws IOException {
    return JsonMapper.builder().build().readTree(Files.readString(file));
  }

  @Test
  void eachSlopeFollowsItsStroke() throws IOException {
    String text = "{\"strokes\": [{\"group\": 4, \"points\": [[0.2, 0.1, 0.4], [0.3, 0.1, 0.4]]}, {\"group\": 9, \"faces\": [560]}]}";
    Path strokes = strokes(text);
    assertThat(schema("strokes.schema.json").validate(text, InputFormat.JSON)).isEmpty();
    Path out = folder.resolve("out");
    Typed typed = Typed.run("spread", model(), "--strokes", strokes, "--out", out);
    assertThat(typed.exit()).as(typed.err()).isEqualTo(Main.WRITTEN);
    assertThat(typed.out()).contains("2 strokes followed; 100 % of the surface has a group");
    JsonNode sorted = json(out.resolve("sorted.json"));
    assertThat(schema("sorted.schema.json").validate(sorted.toString(), InputFormat.JSON)).isEmpty();
    assertThat(sorted.get("faces").asInt()).isEqualTo(N * N);
    assertThat(sorted.get("groups").toString()).isEqualTo("[[0,287,4],[288,575,9]]");
    assertThat(sorted.get("review")).isEmpty();
    assertThat(sorted.at("/palette/groups")).hasSize(2);
    assertThat(out.resolve("roof_sorted.glb")).exists();
    // The command that learns reads what this one wrote; a piece of two groups is not remembered.
    Files.copy(folder.resolve("roof.obj"), out.resolve("roof.obj"));
    Typed learned = Typed.run("known", out, "--out", folder.resolve("studio.known"));
    assertThat(learned.err()).contains("roof.obj: 0 pieces by sorted.json; 1 with several groups");
  }

  @Test
  void whatNoStrokeReachesAndWhatIsLeftAloneIsListed() throws IOException {
    Path model = model();
    Files.writeString(model, Files.readString(model) + "o apart\nv 5 0 0\nv 6 0 0\nv 6 1 0\nf -3 -2 -1\n");
    Path strokes = strokes("{\"strokes\": [{\"group\": 0, \"faces\": [0]}, {\"group\": 2, \"faces\": [560]}]}");
    Typed typed = Typed.run("spread", model, "--strokes", strokes, "--out", folder.resolve("out"), "--json");
    assertThat(typed.exit()).as(typed.err()).isEqualTo(Main.WRITTEN);
    JsonNode sorted = JsonMapper.builder().build().readTree(typed.out());
    assertThat(sorted.get("groups").toString()).isEqualTo("[[0,287,0],[288,575,2],[576,576,0]]");
    assertThat(sorted.get("review").toString()).isEqualTo("[[576,576,\"no stroke reaches it\"]]");
    assertThat(sorted.get("confidence").toString()).isEqualTo("[[0,575,1.0],[576,576,0.0]]");
  }

  @Test
  void aSurfaceIsDividedByItself() throws IOException {
    Path out = folder.resolve("out");
    Typed typed = Typed.run("spread", model(), "--regions", "2", "--out", out);
    assertThat(typed.exit()).as(typed.err()).isEqualTo(Main.WRITTEN);
    assertThat(typed.out()).contains("2 regions; 100 % of the surface has a group");
    JsonNode sorted = json(out.resolve("sorted.json"));
    assertThat(schema("sorted.schema.json").validate(sorted.toString(), InputFormat.JSON)).isEmpty();
    assertThat(sorted.get("groups").toString()).isEqualTo("[[0,287,1],[288,575,2]]");
    assertThat(sorted.get("review")).isEmpty();
    for (String number : new String[] {"0", "257"}) {
      Typed refused = Typed.run("spread", model(), "--regions", number, "--out", folder.resolve("none"));
      assertThat(refused.exit()).isEqualTo(Main.INPUT_REFUSED);
      assertThat(refused.err()).contains("--regions must be 1 to 256, got " + number);
    }
    assertThat(folder.resolve("none")).doesNotExist();
    Typed both = Typed.run("spread", model(), "--regions", "2", "--strokes", "strokes.json", "--out", out);
    assertThat(both.exit()).as(both.err()).isNotEqualTo(Main.WRITTEN);
    assertThat(both.err()).contains("--strokes").contains("--regions");
  }

  @Test
  void whatIsWrongIsSaidBeforeAnythingIsWritten() throws IOException {
    Path model = model();
    Path out = folder.resolve("out");
    Typed typed = Typed.run("spread", model, "--strokes", strokes("{\"strokes\": [{\"group\": 1, \"faces\": [9999]}]}"), "--out", out);
    assertThat(typed.exit()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(typed.err()).contains("strokes.json: strokes[0]: faces: 9999 is no face of this model, which has 0 … 575");
    assertThat(out).doesNotExist();
    Path recipe =
        Files.writeString(
            folder.resolve("r.json"),
            "{\"format\": \"idiotaxa-recipe\", \"version\": 1, \"name\": \"r\", \"palette\": {\"groups\": [{\"number\": 1, \"name\": \"slate\", \"color\": \"#FF0000\"}]}}");
    Path strokes = strokes("{\"strokes\": [{\"group\": 2, \"faces\": [1]}]}");
    Typed lacking = Typed.run("spread", model, "--strokes", strokes, "--recipe", recipe, "--out", out);
    assertThat(lacking.exit()).isEqualTo(Main.INPUT_REFUSED);
    assertThat(lacking.err()).contains("a stroke is of group 2, and the recipe's palette has no such number");
    Typed named = Typed.run("spread", model, "--strokes", strokes("{\"strokes\": [{\"group\": 1, \"faces\": [1]}]}"), "--recipe", recipe, "--out", out);
    assertThat(named.exit()).as(named.err()).isEqualTo(Main.WRITTEN);
    assertThat(json(out.resolve("sorted.json")).at("/palette/groups/0/name").asString()).isEqualTo("slate");
  }
}
