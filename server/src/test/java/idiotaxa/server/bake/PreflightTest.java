package idiotaxa.server.bake;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class PreflightTest {
  private final ApiClient api = new ApiClient(RunningApplication.empty());
  private long asset;
  private long target;

  @BeforeEach
  void bringInATarget() {
    asset = api.createAsset("Mooring post");
    target = api.bringIn(asset, "target", TestModels.twoQuads()).get("id").asLong();
  }

  private static String settings(String origin, boolean isFromSource, String more) {
    return """
        {"origin": "%s", "isFromSource": %s, "size": 64, "samples": 4, "padding": 2,
         "reachOutward": 0.05, "reachInward": 0.05, "pairing": "names"%s}
        """
        .formatted(origin, isFromSource, more);
  }

  private JsonNode ask(String what, String settings) {
    return api.post("/api/assets/" + asset + "/preflight/" + what, settings);
  }

  private static List<String> texts(JsonNode list, String key) {
    return StreamSupport.stream(list.spliterator(), false)
        .map(n -> n.get(key).asString())
        .toList();
  }

  private static List<String> cures(JsonNode findings) {
    List<String> out = new ArrayList<>();
    for (JsonNode finding : findings) {
      out.addAll(texts(finding.get("cures"), "action"));
    }
    return out;
  }

  private void propose(long revision, String from) {
    api.post("/api/assets/" + asset + "/revisions/" + revision + "/proposal?from=" + from, "");
  }

  @Test
  void anOriginWithoutDataIsSaidTogetherWithTheOneThatHas() {
    JsonNode findings = ask("findings", settings("vertex-colors", false, ""));
    assertThat(texts(findings, "kind")).containsExactly("one-colour");
    assertThat(findings.get(0).get("severity").asString()).isEqualTo("refused");
    JsonNode cure = findings.get(0).get("cures").get(0);
    assertThat(cure.get("action").asString()).isEqualTo("origin");
    assertThat(cure.get("value").asString()).isEqualTo("materials");
  }

  @Test
  void anAssetWithoutGroupsIsOfferedThem() {
    JsonNode findings = ask("findings", settings("materials", false, ""));
    assertThat(texts(findings, "kind")).containsExactly("no-groups");
    assertThat(findings.get(0).get("severity").asString()).isEqualTo("refused");
    assertThat(cures(findings)).containsExactly("propose", "sort");
  }

  @Test
  void aWellKeptAssetHasNoFindings() {
    propose(target, "materials");
    assertThat(ask("findings", settings("claims", false, ""))).isEmpty();
    assertThat(ask("findings", settings("materials", false, ""))).isEmpty();
  }

  @Test
  void surfaceBeyondItsSheetIsSaidAndTilesCureIt() {
    String moved =
        new String(TestModels.twoQuads().get("quads.obj"), StandardCharsets.UTF_8)
            .replace("f 2/2 5/5 6/6 3/3", "vt 1.5 0\nvt 2 0\nvt 2 1\nvt 1.5 1\nf 2/7 5/8 6/9 3/10");
    long two = api.createAsset("Mooring post on two tiles");
    Map<String, byte[]> files = new HashMap<>(TestModels.twoQuads());
    files.put("quads.obj", TestModels.bytes(moved));
    long model = api.bringIn(two, "target", files).get("id").asLong();
    api.post("/api/assets/" + two + "/revisions/" + model + "/proposal?from=materials", "");
    api.change(two, "PUT", "/api/assets/" + two + "/sheet-plan", "{\"by\": \"one\", \"hand\": []}");
    String findings = "/api/assets/" + two + "/preflight/findings";
    JsonNode found = api.post(findings, settings("materials", false, ""));
    assertThat(texts(found, "kind")).containsExactly("beyond-sheet");
    assertThat(found.get(0).get("text").asString()).startsWith("1 face, 50.0 % of the target's surface, lies beyond");
    JsonNode cure = found.get(0).get("cures").get(0);
    assertThat(cure.get("action").asString()).isEqualTo("sheets");
    String by = cure.get("value").asString();
    api.change(two, "PUT", "/api/assets/" + two + "/sheet-plan", "{\"by\": \"%s\", \"hand\": []}".formatted(by));
    assertThat(api.post(findings, settings("materials", false, ""))).isEmpty();
  }

  @Test
  void surfaceWithoutGroupIsSaidAsAShare() {
    propose(target, "materials");
    JsonNode group = api.json("/api/assets/" + asset).get("groups").get(0);
    api.send(
        "PATCH",
        "/api/assets/" + asset + "/groups/" + group.get("id"),
        "{\"name\": \"kelp\", \"keywords\": []}",
        "If-Match",
        "\"1\"");
    JsonNode findings = ask("findings", settings("materials", false, ""));
    assertThat(texts(findings, "kind")).contains("unclaimed", "strays");
    assertThat(findings.get(0).get("text").asString()).startsWith("50.0 %");
    assertThat(cures(findings)).contains("sort");
  }

  @Test
  void partsWithoutPartnerAreSaidAndALinkMendsThem() {
    propose(target, "materials");
    api.bringIn(asset, "source", TestModels.colouredPly());
    JsonNode pairs = ask("pairs", settings("vertex-colors", true, ""));
    assertThat(texts(pairs.get("rows"), "by")).containsExactly("NONE", "NONE");
    assertThat(pairs.get("unpairedSource")).hasSize(1);
    String sourcePart = pairs.get("sourceParts").get(0).asString();
    JsonNode findings = ask("findings", settings("vertex-colors", true, ""));
    assertThat(texts(findings, "kind")).contains("unpaired");
    assertThat(cures(findings)).contains("pairing");
    String linked =
        settings(
            "vertex-colors",
            true,
            ", \"links\": [{\"targetPart\": \"left\", \"sourcePart\": \"%s\"},"
                    .formatted(sourcePart)
                + "{\"targetPart\": \"right\", \"sourcePart\": \"%s\"}]".formatted(sourcePart));
    assertThat(texts(ask("pairs", linked).get("rows"), "by")).containsExactly("LINK", "LINK");
    assertThat(texts(ask("findings", linked), "kind"))
        .doesNotContain("unpaired")
        .contains("no-source-near");
  }

  @Test
  void reachIsMeasuredByPart() {
    api.bringIn(asset, "source", TestModels.colouredPly());
    JsonNode survey =
        ask("reach", settings("vertex-colors", true, "").replace("names", "all"));
    assertThat(texts(survey.get("parts"), "part")).containsExactly("left", "right");
    JsonNode left = survey.get("parts").get(0);
    int counted = 0;
    for (JsonNode count : left.get("counts")) {
      counted += count.asInt();
    }
    assertThat(counted).isEqualTo(left.get("points").asInt()).isPositive();
    // The source lies on the left quad exactly: the reach is the least one, above rounding.
    double diagonal = Math.sqrt(5);
    assertThat(left.get("proposed").get("outward").asDouble()).isEqualTo(5e-4 * diagonal);
  }

  @Test
  void cageDirectionsAreUnitVectorsByVertex() {
    ByteBuffer directions =
        ByteBuffer.wrap(api.bytes("/api/revisions/" + target + "/directions"))
            .order(ByteOrder.LITTLE_ENDIAN);
    assertThat(directions.capacity()).isEqualTo(6 * 12);
    for (int v = 0; v < 6; v++) {
      assertThat(directions.getFloat(12 * v)).isZero();
      assertThat(directions.getFloat(12 * v + 8)).isEqualTo(1);
    }
  }

  private JsonNode newestSheet() {
    return api.json("/api/assets/" + asset).get("bakes").get(0).get("sheets").get(0);
  }

  private long bake(String settings) {
    long id = api.post("/api/assets/" + asset + "/bakes", settings).get("id").asLong();
    api.waitFor(asset, a -> List.of("done", "failed").contains(newestSheet().get("state").asString()));
    return id;
  }

  @Test
  void whatIsMissedIsLocatedAndOwnColoursAreSeen() throws IOException {
    long source = api.bringIn(asset, "source", TestModels.colouredPly()).get("id").asLong();
    propose(source, "vertex-colors");
    String settings = settings("vertex-colors", true, "").replace("names", "all");
    long bake = bake(settings);
    JsonNode report = newestSheet().get("result").get("report");
    assertThat(report.get("missed").asLong()).isPositive();
    assertThat(report.get("problems")).as("told by themselves, not with every state").isEmpty();
    JsonNode problem =
        api.json("/api/bakes/" + bake + "/problems").get(0).get("problems").get(0);
    assertThat(problem.get("kind").asString()).isEqualTo("MISSED");
    assertThat(problem.get("part").asString()).isEqualTo("right");
    assertThat(problem.get("position").get(0).asDouble()).isBetween(1.4, 1.6);
    long again = bake(settings);
    assertThat(newestSheet().get("isReused").asBoolean()).isTrue();
    assertThat(api.json("/api/bakes/" + again + "/problems"))
        .as("a bake that is used again is located as the first")
        .isEqualTo(api.json("/api/bakes/" + bake + "/problems"));
    BufferedImage own =
        ImageIO.read(
            new ByteArrayInputStream(
                api.bytes("/api/bakes/" + bake + "/sheets/1001/own-colors.png")));
    assertThat(own.getWidth()).isEqualTo(64);
    assertThat(own.getRGB(20, 60) & 0xFFFFFF).isEqualTo(0xFF0000);
    assertThat(own.getRGB(5, 10) & 0xFFFFFF).isEqualTo(0x0000FF);
    assertThat(own.getRGB(50, 30) & 0xFFFFFF).isZero();
  }
}
