package idiotaxa.server.bringin;

import static idiotaxa.server.TestModels.bytes;
import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.format.GlbWriter;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class BringInTest {
  private final ApiClient api = new ApiClient(RunningApplication.empty());
  private final long asset = api.createAsset("bring in");

  @Test
  void objWithItsMtlTellsPartsMaterialsAndSheets() {
    JsonNode revision = api.bringIn(asset, "target", TestModels.twoQuads());
    assertThat(revision.get("state").asString()).isEqualTo("ready");
    assertThat(revision.get("isCurrent").asBoolean()).isTrue();
    JsonNode inspection = revision.get("inspection");
    assertThat(inspection.get("faces").asInt()).isEqualTo(2);
    assertThat(inspection.get("triangles").asInt()).isEqualTo(4);
    assertThat(inspection.get("hasUvs").asBoolean()).isTrue();
    assertThat(inspection.get("parts").get(1).get("name").asString()).isEqualTo("right");
    assertThat(inspection.get("materials").get(0).get("name").asString()).isEqualTo("oak");
    assertThat(inspection.get("sheets").get(0).get("name").asString()).isEqualTo("1001");
  }

  @Test
  void secondTargetTakesThePlaceOfTheFirstAndARefusedOneDoesNot() {
    api.bringIn(asset, "target", TestModels.twoQuads());
    JsonNode second = api.bringIn(asset, "target", TestModels.twoQuads());
    assertThat(second.get("label").asString()).isEqualTo("B");
    api.bringIn(asset, "target", Map.of("note.ply", bytes("no mesh at all")));
    JsonNode revisions = api.json("/api/assets/" + asset).get("revisions");
    assertThat(revisions).extracting(r -> r.get("isCurrent").asBoolean()).containsExactly(false, true, false);
  }

  @Test
  void brokenFilesAreRefusedWithPlaceAndTheApplicationLivesOn() throws IOException {
    ByteArrayOutputStream glb = new ByteArrayOutputStream();
    GlbWriter.write(ChannelMarkerBuoy.target(), glb);
    checkRefused("truncated.glb", Arrays.copyOf(glb.toByteArray(), glb.size() / 2), "truncated.glb");
    checkRefused("range.obj", bytes("v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 9\n"), "line 4");
    checkRefused("nan.obj", bytes("v 0 0 0\nv NaN 0 0\nv 0 1 0\nf 1 2 3\n"), "vertex 1");
    checkRefused("letter.ply", bytes("Dear artist, this is no mesh."), "letter.ply");
    assertThat(api.bringIn(asset, "source", TestModels.colouredPly()).get("state").asString())
        .isEqualTo("ready");
  }

  private void checkRefused(String name, byte[] content, String place) {
    JsonNode revision = api.bringIn(asset, "target", Map.of(name, content));
    assertThat(revision.get("state").asString()).as(name).isEqualTo("refused");
    assertThat(revision.get("problem").asString()).contains(place);
  }

  @Test
  void uploadWithoutAModelFileIsRefusedAtOnce() {
    var answer = api.upload(asset, "target", Map.of("readme.txt", bytes("hello")));
    assertThat(answer.statusCode()).isEqualTo(422);
    assertThat(ApiClient.detail(answer)).contains("readme.txt");
    assertThat(api.json("/api/assets/" + asset).get("revisions")).isEmpty();
  }

  @Test
  void uploadOverTheLimitSaysTheLimit() {
    var answer = api.upload(asset, "target", Map.of("big.ply", new byte[25 << 20]));
    assertThat(answer.statusCode()).isEqualTo(413);
    assertThat(ApiClient.detail(answer)).contains(RunningApplication.UPLOAD_LIMIT);
  }

  @Test
  void geometryBufferHoldsTheMeshAsDeclared() {
    long id = api.bringIn(asset, "target", TestModels.twoQuads()).get("id").asLong();
    byte[] buffer = api.bytes("/api/assets/" + asset + "/revisions/" + id + "/geometry");
    ByteBuffer in = ByteBuffer.wrap(buffer).order(ByteOrder.LITTLE_ENDIAN);
    int headBytes = in.getInt();
    JsonNode head =
        JsonMapper.builder()
            .build()
            .readTree(new String(buffer, 4, headBytes, StandardCharsets.UTF_8));
    assertThat(head.get("partNames")).extracting(JsonNode::asString).containsExactly("left", "right");
    int at = 4 + headBytes;
    for (JsonNode array : head.get("arrays")) {
      if (array.get("name").asString().equals("areas")) {
        assertThat(in.getFloat(at)).isEqualTo(1f);
        assertThat(in.getFloat(at + 4)).isEqualTo(1f);
      }
      at += 4 * array.get("length").asInt();
    }
    assertThat(at).isEqualTo(buffer.length);
  }
}
