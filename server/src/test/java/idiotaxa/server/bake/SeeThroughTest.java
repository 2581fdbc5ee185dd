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
import java.util.Base64;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A pane of glass above a plate: rays pass it, unless that is not wanted. */
class SeeThroughTest {
  private final ApiClient api = new ApiClient(RunningApplication.empty());

  private static Map<String, byte[]> glassAbovePlate() {
    ByteBuffer bytes = ByteBuffer.allocate(2 * 6 * 12).order(ByteOrder.LITTLE_ENDIAN);
    for (float z : new float[] {0.02f, 0}) {
      for (float[] p : new float[][] {{0, 0}, {2, 0}, {2, 1}, {0, 0}, {2, 1}, {0, 1}}) {
        bytes.putFloat(p[0]).putFloat(p[1]).putFloat(z);
      }
    }
    String text =
        """
        {"asset": {"version": "2.0"}, "scenes": [{"nodes": [0]}], "nodes": [{"mesh": 0, "name": "window"}],
         "meshes": [{"primitives": [{"attributes": {"POSITION": 0}, "material": 0}, {"attributes": {"POSITION": 1}, "material": 1}]}],
         "materials": [{"name": "glass", "alphaMode": "BLEND", "pbrMetallicRoughness": {"baseColorFactor": [1, 1, 1, 0]}},
                       {"name": "plate"}],
         "accessors": [{"bufferView": 0, "componentType": 5126, "count": 6, "type": "VEC3"},
                       {"bufferView": 1, "componentType": 5126, "count": 6, "type": "VEC3"}],
         "bufferViews": [{"buffer": 0, "byteLength": 72}, {"buffer": 0, "byteOffset": 72, "byteLength": 72}],
         "buffers": [{"byteLength": 144, "uri": "data:application/octet-stream;base64,%s"}]}
        """
            .formatted(Base64.getEncoder().encodeToString(bytes.array()));
    return Map.of("window.gltf", TestModels.bytes(text));
  }

  private static String settings(boolean isSolid) {
    return """
        {"origin": "materials", "isFromSource": true, "size": 64, "samples": 4, "padding": 0,
         "reachOutward": 0.05, "reachInward": 0.05, "pairing": "all", "isSolid": %b}
        """
        .formatted(isSolid);
  }

  /** The group that the whole map shows. */
  private String shown(long asset, boolean isSolid) throws IOException {
    api.post("/api/assets/" + asset + "/bakes", settings(isSolid));
    JsonNode state = api.waitFor(asset, a -> !a.get("bakes").get(0).get("sheets").get(0).get("result").isNull());
    byte[] png = api.bytes("/api/bakes/" + state.get("bakes").get(0).get("id") + "/sheets/1001/id.png");
    BufferedImage map = ImageIO.read(new ByteArrayInputStream(png));
    Set<String> colours = new HashSet<>();
    for (int i = 0; i < map.getWidth() * map.getHeight(); i++) {
      colours.add("#%06X".formatted(map.getRGB(i % map.getWidth(), i / map.getWidth()) & 0xFFFFFF));
    }
    assertThat(colours).hasSize(1);
    return state.get("groups").valueStream()
        .filter(g -> colours.contains(g.get("color").asString()))
        .map(g -> g.get("name").asString())
        .findFirst()
        .orElseThrow();
  }

  private List<String> findings(long asset, boolean isSolid) {
    JsonNode all = api.post("/api/assets/" + asset + "/preflight/findings", settings(isSolid));
    return all.valueStream().map(f -> f.get("text").asString()).toList();
  }

  @Test
  void raysPassWhatIsTransparentAndItIsSaid() throws IOException {
    long asset = api.createAsset("window");
    api.bringIn(asset, "target", TestModels.twoQuads());
    long source = api.bringIn(asset, "source", glassAbovePlate()).get("id").asLong();
    api.post("/api/assets/" + asset + "/revisions/" + source + "/proposal?from=materials", "");
    String said = "Rays pass where 1 material is transparent: glass.";
    assertThat(findings(asset, false)).contains(said);
    assertThat(findings(asset, true)).doesNotContain(said);
    assertThat(shown(asset, false)).isEqualTo("plate");
    assertThat(shown(asset, true)).isEqualTo("glass");
    assertThat(shown(asset, false)).isEqualTo("plate");
  }
}
