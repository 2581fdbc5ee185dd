package idiotaxa.server.bake;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.SaltmarshPalette;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What is kept of vertex colours bakes as the colours themselves do, as long as nobody claims by hand. */
class CornerClaimsTest {
  private static final String[] COLOURS = {"1 0 0", "0 1 0", "0 0 1", "1 1 0"};

  private final ApiClient api = new ApiClient(RunningApplication.empty());

  /** A square of quads and triangles with colours in patches, whose borders cross the faces. */
  private static Map<String, byte[]> patches(String name, int cells, double height, boolean isColored) {
    SplittableRandom random = new SplittableRandom(11);
    double[][] seeds = new double[9][2];
    for (double[] seed : seeds) {
      seed[0] = random.nextDouble();
      seed[1] = random.nextDouble();
    }
    StringBuilder text = new StringBuilder();
    int row = cells + 1;
    for (int v = 0; v < row * row; v++) {
      double x = v % row / (double) cells;
      double y = v / row / (double) cells;
      int nearest = 0;
      for (int s = 1; s < seeds.length; s++) {
        nearest =
            Math.hypot(x - seeds[s][0], y - seeds[s][1]) < Math.hypot(x - seeds[nearest][0], y - seeds[nearest][1]) ? s : nearest;
      }
      text.append(String.format(Locale.ROOT, "v %.6f %.6f %.6f %s\n", x, y, height, isColored ? COLOURS[nearest % 4] : ""));
      text.append(String.format(Locale.ROOT, "vt %.6f %.6f\n", x, y));
    }
    for (int c = 0; c < cells * cells; c++) {
      int a = 1 + c / cells * row + c % cells;
      int b = a + 1;
      int d = a + row;
      int e = d + 1;
      text.append(
          c % 3 == 0
              ? String.format("f %1$d/%1$d %2$d/%2$d %3$d/%3$d %4$d/%4$d\n", a, b, e, d)
              : String.format("f %1$d/%1$d %2$d/%2$d %3$d/%3$d\nf %1$d/%1$d %3$d/%3$d %4$d/%4$d\n", a, b, e, d));
    }
    return Map.of(name, text.toString().getBytes(StandardCharsets.UTF_8));
  }

  private static Map<String, byte[]> glb(String name, Mesh mesh) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try {
      GlbWriter.write(mesh, out);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return Map.of(name, out.toByteArray());
  }

  private byte[] map(long asset, String origin, boolean isFromSource) {
    api.post(
        "/api/assets/" + asset + "/bakes",
        """
        {"origin": "%s", "isFromSource": %b, "size": 256, "samples": 16, "padding": 4,
         "reachOutward": 0.05, "reachInward": 0.05, "pairing": "all"}
        """
            .formatted(origin, isFromSource));
    JsonNode state = api.waitFor(asset, a -> !a.get("bakes").get(0).get("sheets").get(0).get("result").isNull());
    JsonNode bake = state.get("bakes").get(0);
    String sheet = bake.get("sheets").get(0).get("name").asString();
    return api.bytes("/api/bakes/" + bake.get("id") + "/sheets/" + sheet + "/id.png");
  }

  private void keep(long asset, long revision) {
    api.post("/api/assets/" + asset + "/revisions/" + revision + "/proposal?from=vertex-colors", "");
  }

  @Test
  void ofATargetItself() {
    long asset = api.createAsset("patches");
    keep(asset, api.bringIn(asset, "target", patches("patches.obj", 12, 0, true)).get("id").asLong());
    assertThat(map(asset, "claims", false)).isEqualTo(map(asset, "vertex-colors", false));
  }

  @Test
  void ofASourceAndWhatIsClaimedByHandWins() {
    long asset = api.createAsset("patches above");
    api.bringIn(asset, "target", patches("low.obj", 2, 0, false));
    long source = api.bringIn(asset, "source", patches("high.obj", 17, 0.01, true)).get("id").asLong();
    keep(asset, source);
    byte[] colours = map(asset, "vertex-colors", true);
    assertThat(map(asset, "claims", true)).isEqualTo(colours);
    long group = api.json("/api/assets/" + asset).get("groups").get(0).get("id").asLong();
    api.post(
        "/api/assets/" + asset + "/revisions/" + source + "/claims",
        "{\"groupId\": %d, \"faceRanges\": [0, 200]}".formatted(group));
    assertThat(map(asset, "claims", true)).isNotEqualTo(colours);
  }

  @Test
  void ofTheBuoy() {
    long asset = api.createAsset("buoy");
    api.bringIn(asset, "target", glb("buoy.glb", ChannelMarkerBuoy.target()));
    keep(asset, api.bringIn(asset, "source", glb("buoy_high.glb", ChannelMarkerBuoy.source(SaltmarshPalette.create(), 2))).get("id").asLong());
    assertThat(map(asset, "claims", true)).isEqualTo(map(asset, "vertex-colors", true));
  }
}
