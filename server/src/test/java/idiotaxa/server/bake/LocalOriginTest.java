package idiotaxa.server.bake;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Models at map coordinates: those of an asset meet where their files have them, and lose nothing. */
class LocalOriginTest {
  private final RunningApplication application = RunningApplication.empty();
  private final ApiClient api = new ApiClient(application);
  private final MeshCache meshes = application.bean(MeshCache.class);

  /** Two quads whose first vertex is the one at a corner. */
  private static Map<String, byte[]> quads(String name, double x, double y, double z, int first) {
    double[][] points = {{0, 0}, {1, 0}, {1, 1}, {0, 1}, {2, 0}, {2, 1}};
    StringBuilder text = new StringBuilder();
    for (int i = 0; i < 6; i++) {
      double[] p = points[(i + first) % 6];
      text.append(String.format(Locale.ROOT, "v %.6f %.6f %.6f\nvt %.2f %.2f\n", x + p[0], y + p[1], z, p[0] / 2, p[1]));
    }
    for (int[] face : new int[][] {{0, 1, 2, 3}, {1, 4, 5, 2}}) {
      text.append("usemtl ").append(face[0] == 0 ? "oak" : "slate").append("\nf");
      for (int p : face) {
        int v = 1 + (p + 6 - first) % 6;
        text.append(' ').append(v).append('/').append(v);
      }
      text.append('\n');
    }
    return Map.of(name, text.toString().getBytes(StandardCharsets.UTF_8));
  }

  private byte[] map(double x, double y) {
    long asset = api.createAsset("at " + x);
    long target = api.bringIn(asset, "target", quads("low.obj", x, y, 0, 0)).get("id").asLong();
    long source = api.bringIn(asset, "source", quads("high.obj", x, y, 0.002, 4)).get("id").asLong();
    Mesh low = meshes.get(target).mesh();
    Mesh high = meshes.get(source).mesh();
    assertThat(high.frame()).isEqualTo(low.frame());
    assertThat(low.frame().isFar()).isEqualTo(x != 0);
    assertThat(high.bounds().maxX() - high.bounds().minX()).isEqualTo(2f);
    JsonNode check = api.json("/api/revisions/" + source + "/alignment");
    assertThat(check.get("meanDistance").asDouble()).isLessThan(0.003);
    api.post("/api/assets/" + asset + "/revisions/" + source + "/proposal?from=materials", "");
    api.post(
        "/api/assets/" + asset + "/bakes",
        """
        {"origin": "materials", "isFromSource": true, "size": 64, "samples": 4, "padding": 0,
         "reachOutward": 0.01, "reachInward": 0.01, "pairing": "all"}
        """);
    JsonNode state = api.waitFor(asset, a -> !a.get("bakes").get(0).get("sheets").get(0).get("result").isNull());
    long bake = state.get("bakes").get(0).get("id").asLong();
    return api.bytes("/api/bakes/" + bake + "/sheets/1001/id.png");
  }

  @Test
  void aBakeFarAwayIsTheSame() {
    assertThat(map(500_000, 5_000_000)).isEqualTo(map(0, 0));
  }
}
