package idiotaxa.server.mask;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.PackedAsset;
import idiotaxa.server.running.RunningApplication;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Images that are brought in on Masks, as they come, are replaced, raced for and taken away. */
class MaskImageTest {
  private final ApiClient api = new ApiClient(RunningApplication.empty());
  private long asset;
  private long bake;

  @BeforeEach
  void bakeTwoQuads() {
    asset = api.createAsset("Pictured sign");
    long target = api.bringIn(asset, "target", TestModels.twoQuads()).get("id").asLong();
    api.post("/api/assets/" + asset + "/revisions/" + target + "/proposal?from=materials", "");
    bake = new PackedAsset(api, asset).bake();
  }

  private static byte[] grey(int value) throws IOException {
    BufferedImage image = new BufferedImage(8, 8, BufferedImage.TYPE_BYTE_GRAY);
    for (int i = 0; i < 64; i++) {
      image.getRaster().setSample(i % 8, i / 8, 0, value);
    }
    return png(image);
  }

  private static byte[] png(BufferedImage image) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(image, "png", out);
    return out.toByteArray();
  }

  private String greyPath() {
    return "/api/assets/" + asset + "/grey-images";
  }

  private JsonNode images() {
    return api.json("/api/assets/" + asset + "/masks").get("images");
  }

  private int shown() {
    BufferedImage image =
        api.postForImage(
            "/api/bakes/" + bake + "/sheets/1001/made-mask.png",
            "{\"plan\": {\"masks\": [{\"name\": \"m\", \"of\": [{\"image\": \"soot.png\"}]}]}, \"name\": \"m\"}");
    return image.getRaster().getSample(10, 10, 0);
  }

  @Test
  void anImageOfTheSameNameTakesTheOthersPlaceAtOnce() throws IOException {
    api.uploadImage(greyPath(), "soot.png", grey(40));
    assertThat(shown()).isEqualTo(40);
    long second = api.uploadImage(greyPath(), "soot.png", grey(90));
    assertThat(images()).hasSize(1);
    assertThat(images().get(0).get("width").asInt()).isEqualTo(8);
    assertThat(shown()).isEqualTo(90);
    assertThat(api.send("DELETE", greyPath() + "/" + second, null).statusCode()).isEqualTo(204);
    assertThat(images()).isEmpty();
    assertThat(api.send("DELETE", greyPath() + "/" + second, null).statusCode()).isEqualTo(404);
  }

  @Test
  void ofTwoThatBringInOneNameAtOnceOneStays() throws Exception {
    ExecutorService pool = Executors.newFixedThreadPool(4);
    try {
      List<Future<HttpResponse<byte[]>>> answers = new ArrayList<>();
      for (int w = 0; w < 4; w++) {
        byte[] bytes = grey(10 + w);
        answers.add(pool.submit(() -> api.tryToUpload(greyPath(), "soot.png", bytes)));
      }
      for (Future<HttpResponse<byte[]>> answer : answers) {
        assertThat(answer.get().statusCode()).isEqualTo(201);
      }
    } finally {
      pool.shutdownNow();
    }
    assertThat(images()).hasSize(1);
    assertThat(shown()).isBetween(10, 13);
  }

  @Test
  void anotherAssetsImageIsNotTakenAway() throws IOException {
    long image = api.uploadImage(greyPath(), "soot.png", grey(40));
    long other = api.createAsset("Stranger");
    assertThat(
            api.send("DELETE", "/api/assets/" + other + "/grey-images/" + image, null).statusCode())
        .isEqualTo(404);
    assertThat(api.tryToUpload("/api/assets/999999/grey-images", "a.png", grey(1)).statusCode())
        .isEqualTo(404);
    assertThat(images()).hasSize(1);
  }

  @Test
  void groupsThatWereMadeMeanwhileAreNotOverrun() throws IOException {
    BufferedImage image = new BufferedImage(32, 32, BufferedImage.TYPE_INT_RGB);
    for (int i = 0; i < 32 * 32; i++) {
      image.setRGB(i % 32, i / 32, i % 32 < 8 ? 0 : i % 32 < 20 ? 0x203040 : 0xE0D0C0);
    }
    long id = api.uploadImage("/api/assets/" + asset + "/id-images", "old.png", png(image));
    JsonNode found = api.json("/api/id-images/" + id).get("groups");
    assertThat(found).hasSize(2);
    assertThat(found.get(0).get("number").asInt()).isEqualTo(3);
    // A group that takes that number before the image is kept: the image's get the next ones.
    api.post("/api/assets/" + asset + "/groups", "{\"name\": \"late\"}");
    long kept =
        api.post("/api/id-images/" + id + "/keep", "{\"sheet\": \"1001\"}").get("id").asLong();
    JsonNode state = api.json("/api/assets/" + asset);
    assertThat(state.get("groups")).hasSize(5);
    long[] texels = new long[6];
    JsonNode counts =
        ApiClient.find(state.get("bakes"), kept)
            .get("sheets").get(0).get("result").get("report").get("groupTexels");
    for (int n = 0; n < counts.size(); n++) {
      texels[n] = counts.get(n).asLong();
    }
    assertThat(texels).containsExactly(0, 0, 0, 0, 12 * 32, 12 * 32);
  }

  @Test
  void whatIsNoImageOrIsNotThereIsSaid() {
    HttpResponse<byte[]> text =
        api.tryToUpload("/api/assets/" + asset + "/id-images", "a.png", TestModels.bytes("text"));
    assertThat(text.statusCode()).isEqualTo(422);
    assertThat(ApiClient.detail(text)).contains("a.png").contains("no image that is read");
    assertThat(api.send("GET", "/api/id-images/999999", null).statusCode()).isEqualTo(404);
    HttpResponse<byte[]> odd = api.send("GET", "/api/id-images/1?tolerance=500", null);
    assertThat(odd.statusCode()).isEqualTo(400);
    assertThat(ApiClient.detail(odd)).contains("0 … 128");
  }

  @Test
  void aPictureOfWhatIsNotThereNamesIt() {
    String path = "/api/bakes/" + bake + "/sheets/1001/";
    HttpResponse<byte[]> mask =
        api.send("POST", path + "made-mask.png", "{\"plan\": {}, \"name\": \"m\"}");
    assertThat(mask.statusCode()).isEqualTo(400);
    assertThat(ApiClient.detail(mask)).contains("there is no mask m");
    HttpResponse<byte[]> pack = api.send("POST", path + "pack.png", "{\"plan\": {}, \"name\": \"p\"}");
    assertThat(ApiClient.detail(pack)).contains("no pack p");
    HttpResponse<byte[]> large =
        api.send("POST", path + "edits.png", "{\"plan\": {}, \"largest\": 4}");
    assertThat(ApiClient.detail(large)).contains("16 … 8192");
    HttpResponse<byte[]> channel =
        api.send(
            "POST",
            path + "pack.png",
            "{\"plan\": {\"packs\": [{\"name\": \"p\"}]}, \"name\": \"p\", \"channel\": \"x\"}");
    assertThat(ApiClient.detail(channel)).contains("rgba, rgb, r, g, b, a");
    HttpResponse<byte[]> sheet =
        api.send("POST", "/api/bakes/" + bake + "/sheets/1009/edits.png", "{\"plan\": {}}");
    assertThat(sheet.statusCode()).isEqualTo(404);
  }

  @Test
  void channelsOfAPackAreSeenAlone() {
    String plan =
        "{\"packs\": [{\"name\": \"p\", \"g\": {\"group\": %d}}]}"
            .formatted(
                api.json("/api/assets/" + asset).get("groups").get(0).get("id").asLong());
    String path = "/api/bakes/" + bake + "/sheets/1001/pack.png";
    String body = "{\"plan\": %s, \"name\": \"p\", \"channel\": \"%s\"}";
    BufferedImage green = api.postForImage(path, body.formatted(plan, "g"));
    BufferedImage alpha = api.postForImage(path, body.formatted(plan, "a"));
    BufferedImage together = api.postForImage(path, body.formatted(plan, "rgb"));
    assertThat(green.getRaster().getNumBands()).isEqualTo(1);
    assertThat(green.getRaster().getSample(3, 3, 0)).isEqualTo(255);
    assertThat(green.getRaster().getSample(28, 3, 0)).isZero();
    assertThat(alpha.getRaster().getSample(3, 3, 0)).isEqualTo(255);
    assertThat(together.getRGB(3, 3) & 0xFFFFFF).isEqualTo(0x00FF00);
  }
}
