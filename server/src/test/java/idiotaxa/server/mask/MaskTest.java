package idiotaxa.server.mask;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.PackedAsset;
import idiotaxa.server.running.RunningApplication;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Two quads side by side, oak left and slate right, one island over the whole of a sheet of 32 px. */
class MaskTest {
  private static final int SIZE = 32;
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final ApiClient api = new ApiClient(RunningApplication.empty());
  private long asset;
  private long bake;
  private long oak;
  private long slate;

  @BeforeEach
  void bakeTwoQuads() {
    asset = api.createAsset("Masked sign");
    long target = api.bringIn(asset, "target", TestModels.twoQuads()).get("id").asLong();
    api.post("/api/assets/" + asset + "/revisions/" + target + "/proposal?from=materials", "");
    JsonNode groups = api.json("/api/assets/" + asset).get("groups");
    oak = groups.get(0).get("id").asLong();
    slate = groups.get(1).get("id").asLong();
    bake = new PackedAsset(api, asset).bake();
  }

  private String masksPath() {
    return "/api/assets/" + asset + "/masks";
  }

  private String sheetPath() {
    return "/api/bakes/" + bake + "/sheets/1001";
  }

  private HttpResponse<byte[]> put(long state, String plan) {
    String body = "{\"words\": \"tried\", \"plan\": %s}".formatted(plan);
    return api.send("PUT", masksPath(), body, "If-Match", "\"" + state + "\"");
  }

  private JsonNode keep(String plan) {
    HttpResponse<byte[]> answer = put(api.json(masksPath()).get("state").asLong(), plan);
    assertThat(answer.statusCode()).as(new String(answer.body())).isEqualTo(200);
    return JSON.readTree(answer.body());
  }

  private String oneMask(String steps) {
    return "{\"masks\": [{\"name\": \"wood\", \"of\": [{\"group\": %d}], \"steps\": [%s]}]}"
        .formatted(oak, steps);
  }

  private BufferedImage mask(String plan, String more) {
    String body = "{\"plan\": %s, \"name\": \"wood\"%s}".formatted(plan, more);
    return api.postForImage(sheetPath() + "/made-mask.png", body);
  }

  private static int grey(BufferedImage image, int x, int y) {
    return image.getRaster().getSample(x, y, 0);
  }

  @Test
  void aDraggedNumberShowsBeforeAnythingIsKept() {
    BufferedImage grown = mask(oneMask("{\"do\": \"grow\", \"px\": 3}"), "");
    for (int x = 0; x < SIZE; x++) {
      assertThat(grey(grown, x, 7)).isEqualTo(x < 19 ? 255 : 0);
    }
    // Each quad is one metre and sixteen texels wide: 126 mm are two texels.
    BufferedImage onSurface = mask(oneMask("{\"do\": \"grow\", \"mm\": 126}"), "");
    for (int x = 0; x < SIZE; x++) {
      assertThat(grey(onSurface, x, 7)).isEqualTo(x < 18 ? 255 : 0);
    }
    BufferedImage small = mask(oneMask("{\"do\": \"grow\", \"px\": 4}"), ", \"largest\": 16");
    assertThat(small.getWidth()).isEqualTo(16);
    assertThat(grey(small, 9, 3)).isEqualTo(255);
    assertThat(grey(small, 10, 3)).isZero();
    assertThat(api.json(masksPath()).get("position").asInt()).isZero();
  }

  @Test
  void eachChangeIsAStepThatIsUndoneAndRedone() {
    keep(oneMask(""));
    keep(oneMask("{\"do\": \"invert\"}"));
    assertThat(api.json("/api/assets/" + asset).get("maskState").asLong()).isPositive();
    JsonNode undone = api.post(masksPath() + "/steps", "{\"steps\": -1}");
    assertThat(undone.get("plan").get("masks").get(0).get("steps")).isEmpty();
    assertThat(undone.get("nextWords").asString()).isEqualTo("tried");
    assertThat(api.post(masksPath() + "/steps", "{\"steps\": 5}").get("position").asInt()).isEqualTo(2);
    JsonNode begun = api.post(masksPath() + "/steps", "{\"steps\": -9}");
    assertThat(begun.get("state").asLong()).isZero();
    assertThat(begun.get("plan").get("masks")).isEmpty();
    JsonNode other = keep(oneMask("{\"do\": \"feather\", \"px\": 2}"));
    assertThat(other.get("length").asInt()).isEqualTo(1);
    assertThat(other.get("nextWords").asString()).isEmpty();
  }

  @Test
  void ofWritersAtOnceOneIsTakenAndTheOthersAreTold() throws Exception {
    ExecutorService pool = Executors.newFixedThreadPool(5);
    try {
      List<Future<Integer>> answers = new ArrayList<>();
      for (int w = 0; w < 5; w++) {
        int px = w;
        answers.add(
            pool.submit(() -> put(0, oneMask("{\"do\": \"grow\", \"px\": " + px + "}")).statusCode()));
      }
      List<Integer> codes = new ArrayList<>();
      for (Future<Integer> answer : answers) {
        codes.add(answer.get());
      }
      assertThat(codes).containsExactlyInAnyOrder(200, 409, 409, 409, 409);
    } finally {
      pool.shutdownNow();
    }
    assertThat(api.json(masksPath()).get("length").asInt()).isEqualTo(1);
  }

  @Test
  void whatCannotBeMeantIsRefusedByItsPath() {
    HttpResponse<byte[]> wrong = put(0, oneMask("{\"do\": \"grow\", \"px\": 2, \"speed\": 1}"));
    assertThat(wrong.statusCode()).isEqualTo(400);
    assertThat(ApiClient.detail(wrong)).contains("masks[0].steps[0].speed");
    HttpResponse<byte[]> stranger =
        put(0, "{\"masks\": [{\"name\": \"a\", \"of\": [{\"group\": 999999}]}]}");
    assertThat(stranger.statusCode()).isEqualTo(404);
    HttpResponse<byte[]> unnamed = api.send("PUT", masksPath(), "{\"plan\": {}}", "If-Match", "x");
    assertThat(ApiClient.detail(unnamed)).contains("If-Match");
    HttpResponse<byte[]> none =
        api.send("POST", sheetPath() + "/made-mask.png", "{\"name\": \"wood\"}");
    assertThat(ApiClient.detail(none)).isEqualTo("plan is missing.");
  }

  @Test
  void aMaskThatIsGoneIsSaidAndStopsTheHandOff() {
    keep("{\"masks\": [{\"name\": \"worn\", \"of\": [{\"mask\": \"rust\"}]}]}");
    JsonNode gaps = api.json("/api/bakes/" + bake + "/mask-gaps").get("gaps");
    assertThat(gaps.get(0).get("text").asString())
        .isEqualTo("worn uses the mask rust, which is gone.");
    HttpResponse<byte[]> refused =
        api.send(
            "POST", "/api/bakes/" + bake + "/handoffs", PackedAsset.TEMPLATE);
    assertThat(refused.statusCode()).isEqualTo(409);
    assertThat(ApiClient.detail(refused)).contains("rust").contains("Masks");
  }

  @Test
  void bordersAreListedAndShownBeforeTheyAreKept() {
    JsonNode borders = api.json("/api/bakes/" + bake + "/borders");
    assertThat(borders).hasSize(1);
    assertThat(borders.get(0).get("one").asLong()).isEqualTo(oak);
    assertThat(borders.get(0).get("px").asDouble()).isBetween(29.0, 33.0);
    String plan =
        "{\"borders\": [{\"from\": %d, \"into\": %d, \"px\": 2}]}".formatted(oak, slate);
    BufferedImage edits =
        api.postForImage(sheetPath() + "/edits.png", "{\"plan\": " + plan + "}");
    int full = color(oak);
    for (int x = 0; x < SIZE; x++) {
      boolean isChanged = x == 16 || x == 17;
      assertThat((edits.getRGB(x, 5) & 0xFFFFFF) == full).as("column %d", x).isEqualTo(isChanged);
    }
  }

  private int color(long group) {
    for (JsonNode g : api.json("/api/assets/" + asset).get("groups")) {
      if (g.get("id").asLong() == group) {
        return Integer.parseInt(g.get("color").asString().substring(1), 16);
      }
    }
    throw new AssertionError();
  }

  private JsonNode touchUp(String json) {
    return api.post(sheetPath() + "/touch-up", json);
  }

  @Test
  void touchedUpPlacesStayInTheNextBakeAndAreLostWithTheirLayout() {
    JsonNode stroke =
        touchUp(
            "{\"kind\": \"stroke\", \"path\": [0.1, 0.5, 0.3, 0.5], \"widthPx\": 4, \"group\": %d}"
                .formatted(slate));
    keep("{\"touchUps\": [%s], %s".formatted(stroke, oneMask("").substring(1)));
    JsonNode specks = api.json("/api/bakes/" + bake + "/specks?most=100");
    assertThat(specks.get("count").asInt()).isEqualTo(1);
    assertThat(specks.get("list").get(0).get("group").asLong()).isEqualTo(slate);
    assertThat(specks.get("list").get(0).get("proposed").asLong()).isEqualTo(oak);
    double area = specks.get("list").get(0).get("squareMillimetres").asDouble();
    long texels = specks.get("list").get(0).get("texels").asLong();
    // A texel is a sixteenth by a thirty-second of a metre.
    assertThat(area).isCloseTo(texels * 1e6 / 512, org.assertj.core.api.Assertions.within(1.0));
    long again = new PackedAsset(api, asset).bake();
    assertThat(api.json("/api/bakes/" + again + "/specks?most=100").get("count").asInt()).isEqualTo(1);
    assertThat(api.json("/api/bakes/" + again + "/mask-gaps").get("lostTouchUps")).isEmpty();
    keep(
        "{\"touchUps\": [%s]}"
            .formatted(stroke.toString().replaceAll("\"layout\":\"[0-9a-f]{8}", "\"layout\":\"00000000")));
    assertThat(api.json("/api/bakes/" + again + "/specks?most=100").get("count").asInt()).isZero();
    assertThat(api.json("/api/bakes/" + again + "/mask-gaps").get("lostTouchUps").toString())
        .isEqualTo("[0]");
  }

  @Test
  void aPlaceBesideTheTargetIsSaid() {
    HttpResponse<byte[]> answer =
        api.send(
            "POST",
            sheetPath() + "/touch-up",
            "{\"kind\": \"region\", \"path\": [1.5, 0.5], \"group\": 0}");
    assertThat(answer.statusCode()).isEqualTo(400);
    assertThat(ApiClient.detail(answer)).contains("nothing of the target");
  }

  @Test
  void thePickTestSaysWhatAColourChangeWouldDo() {
    JsonNode now = api.post(sheetPath() + "/pick-test", "{}");
    assertThat(now).hasSize(2);
    assertThat(now.get(0).get("isExact").asBoolean()).isTrue();
    assertThat(now.get(0).get("from").asInt()).isZero();
    String colors =
        "{\"colors\": {\"%d\": \"#808080\", \"%d\": \"#80808A\"}}".formatted(oak, slate);
    JsonNode near = api.post(sheetPath() + "/pick-test", colors);
    assertThat(near.get(0).get("to").asInt()).isEqualTo(9);
    assertThat(near.get(0).get("limitedBy").asLong()).isEqualTo(slate);
    HttpResponse<byte[]> odd = api.send("POST", sheetPath() + "/pick-test?variant=blurred", "{}");
    assertThat(ApiClient.detail(odd)).contains("crisp, filtered, halved");
  }

  private static byte[] png(int width, int height, int type, java.util.function.IntUnaryOperator rgb)
      throws IOException {
    BufferedImage image = new BufferedImage(width, height, type);
    for (int i = 0; i < width * height; i++) {
      image.setRGB(i % width, i / width, rgb.applyAsInt(i));
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(image, "png", out);
    return out.toByteArray();
  }

  @Test
  void masksPacksAndTheArtistsOwnGreyLeaveInThePackage() throws IOException {
    byte[] soot = png(SIZE, SIZE, BufferedImage.TYPE_INT_RGB, i -> 0x404040);
    api.uploadImage("/api/assets/" + asset + "/grey-images", "soot.png", soot);
    assertThat(api.json(masksPath()).get("images").get(0).get("name").asString())
        .isEqualTo("soot.png");
    String grow = oneMask("{\"do\": \"grow\", \"px\": 3}");
    keep(
        grow.substring(0, grow.length() - 1)
            + ", \"packs\": [{\"name\": \"tint\", \"r\": {\"mask\": \"wood\"}, \"b\": {\"image\": \"soot.png\"}}],"
            + "\"borders\": [{\"from\": %d, \"into\": %d, \"px\": 1}]}".formatted(slate, oak));
    long handoff = new PackedAsset(api, asset).pack(bake);
    Map<String, BufferedImage> files = images(api.bytes("/api/handoffs/" + handoff + "/package"));
    BufferedImage made = files.get("masks/Masked-sign_1001_wood.png");
    BufferedImage pack = files.get("packs/Masked-sign_1001_tint.png");
    BufferedImage index = files.get("Masked-sign_1001_index.png");
    for (int x = 0; x < SIZE; x++) {
      // The border went one texel to the left, then the mask three to the right.
      assertThat(grey(made, x, 9)).isEqualTo(x < 18 ? 255 : 0);
      assertThat(grey(index, x, 9)).isEqualTo(x < 15 ? 1 : 2);
      int rgba = pack.getRGB(x, 9);
      assertThat(rgba >> 16 & 0xFF).isEqualTo(x < 18 ? 255 : 0);
      assertThat(rgba & 0xFF00FFFF).isEqualTo(0xFF000040);
    }
    JsonNode receipt = api.post("/api/handoffs/" + handoff + "/send", "");
    assertThat(receipt.get("isAccepted").asBoolean()).as(receipt.toString()).isTrue();
  }

  private static Map<String, BufferedImage> images(byte[] zip) throws IOException {
    Map<String, BufferedImage> out = new HashMap<>();
    try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
      for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
        if (entry.getName().endsWith(".png")) {
          out.put(entry.getName(), ImageIO.read(new ByteArrayInputStream(in.readAllBytes())));
        }
      }
    }
    return out;
  }

  @Test
  void aColourfulImageIsNoGrey() throws IOException {
    byte[] red = png(4, 4, BufferedImage.TYPE_INT_RGB, i -> 0xFF0000);
    HttpResponse<byte[]> answer =
        api.tryToUpload("/api/assets/" + asset + "/grey-images", "red.png", red);
    assertThat(answer.statusCode()).isEqualTo(422);
    assertThat(ApiClient.detail(answer)).contains("red.png").contains("colours");
  }

  @Test
  void anImageFromElsewhereBecomesABakeOfItsSheet() throws IOException {
    int oakColor = color(oak);
    byte[] image =
        png(
            48,
            48,
            BufferedImage.TYPE_INT_RGB,
            i -> i % 48 < 6 ? 0 : i % 48 < 24 ? oakColor : i % 48 == 24 ? 0x8878F7 : 0x12F0F0);
    long id = api.uploadImage("/api/assets/" + asset + "/id-images", "old sheet.png", image);
    JsonNode found = api.json("/api/id-images/" + id);
    assertThat(found.get("groups")).hasSize(2);
    assertThat(found.get("groups").get(0).get("isKnown").asBoolean()).isTrue();
    assertThat(found.get("groups").get(1).get("isKnown").asBoolean()).isFalse();
    BufferedImage picture =
        ImageIO.read(new ByteArrayInputStream(api.bytes("/api/id-images/" + id + "/clean.png")));
    assertThat(picture.getRGB(10, 10) & 0xFFFFFF).isEqualTo(oakColor);
    String keep = "/api/id-images/" + id + "/keep";
    assertThat(api.send("POST", keep, "{\"sheet\": \"1099\"}").statusCode()).isEqualTo(409);
    long kept = api.post(keep, "{\"sheet\": \"1001\"}").get("id").asLong();
    JsonNode state = api.json("/api/assets/" + asset);
    assertThat(state.get("groups")).hasSize(3);
    JsonNode made = ApiClient.find(state.get("bakes"), kept);
    assertThat(made.get("settings").get("origin").asString()).isEqualTo("image");
    assertThat(made.get("sheets").get(0).get("state").asString()).isEqualTo("done");
    bake = kept;
    BufferedImage wood = mask(oneMask(""), "");
    assertThat(grey(wood, 10, 10)).isEqualTo(255);
    assertThat(grey(wood, 30, 10)).isZero();
    long handoff = new PackedAsset(api, asset).pack(kept);
    assertThat(images(api.bytes("/api/handoffs/" + handoff + "/package")))
        .containsKey("Masked-sign_1001_id.png");
  }
}
