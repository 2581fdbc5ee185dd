package idiotaxa.server.kept;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.IdiotaxaProperties;
import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.PackedAsset;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.awt.image.BufferedImage;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.function.Predicate;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** From a change to the folder that a tool watches, in the running application. */
class KeptTest {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final RunningApplication application = RunningApplication.empty();
  private final ApiClient api = new ApiClient(application);
  private SortedAsset sign;
  private PackedAsset packed;
  private long oak;
  private long slate;
  private String kept;

  @BeforeEach
  void bringIn() {
    sign = new SortedAsset(api, "Kept sign", TestModels.twoQuads());
    packed = new PackedAsset(api, sign.asset);
    oak = sign.createGroup("oak");
    slate = sign.createGroup("slate");
    sign.claim(oak, 0, 2);
    kept = sign.assetPath() + "/handoffs/kept";
  }

  /** Others need not hear of its changes. */
  @AfterEach
  void leave() {
    api.send("DELETE", kept, "");
  }

  private Path folder() {
    return application.bean(IdiotaxaProperties.class).watchedFolder().orElseThrow().resolve(api.json(kept).get("folder").asString());
  }

  private JsonNode waitFor(Predicate<JsonNode> isReached) {
    return api.waitFor(sign.asset, a -> isReached.test(a.get("kept"))).get("kept");
  }

  private static boolean isTrue(JsonNode view) {
    return view.get("state").asString().equals("true");
  }

  private JsonNode keep() {
    assertThat(api.send("PUT", kept, "").statusCode()).isEqualTo(204);
    return waitFor(KeptTest::isTrue);
  }

  /** Waits for a package that came after another. */
  private JsonNode next(JsonNode before) {
    return waitFor(view -> isTrue(view) && !view.get("handoffId").equals(before.get("handoffId")));
  }

  private int color(int x) throws IOException {
    try (Stream<Path> files = Files.walk(folder())) {
      Path map = files.filter(f -> f.toString().endsWith("_id.png")).sorted(Comparator.comparing(f -> f.toString().length())).findFirst().orElseThrow();
      BufferedImage image = ImageIO.read(map.toFile());
      return image.getRGB(x, 16) & 0xFFFFFF;
    }
  }

  @Test
  void whatIsClaimedIsInTheFolderByItself() throws IOException {
    packed.bake();
    JsonNode first = keep();
    assertThat(first.get("folder").asString()).isEqualTo("kept-sign-kept-" + sign.asset);
    int left = color(8);
    assertThat(color(24)).isEqualTo(left);
    sign.claim(slate, 1, 2);
    JsonNode second = next(first);
    assertThat(color(8)).isEqualTo(left);
    assertThat(color(24)).isNotEqualTo(left);
    // One entry a sitting, also of bakes: the one by hand and the last that was kept.
    JsonNode asset = api.json(sign.assetPath());
    assertThat(asset.get("handoffs")).hasSize(1);
    assertThat(asset.get("bakes")).hasSize(2);
    assertThat(asset.at("/handoffs/0/id")).isEqualTo(second.get("handoffId"));
    // Undone, it is as it was.
    sign.step(-1);
    next(second);
    assertThat(color(24)).isEqualTo(left);
  }

  @Test
  void whatSomebodySentStaysAndWhatLiesInTheFolderComesBack() throws IOException {
    packed.bake();
    JsonNode first = keep();
    long byHand = first.get("handoffId").asLong();
    api.post("/api/handoffs/" + byHand + "/deliver", "");
    sign.claim(slate, 1, 2);
    next(first);
    assertThat(api.json(sign.assetPath()).get("handoffs").valueStream().map(h -> h.get("id").asLong())).contains(byHand).hasSize(2);
    Path manifest = folder().resolve("manifest.json");
    try (Stream<Path> all = Files.walk(folder())) {
      for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(path);
      }
    }
    for (int i = 0; i < 600 && !Files.exists(manifest); i++) {
      sleep();
    }
    assertThat(manifest).exists();
    assertThat(color(24)).isNotEqualTo(color(8));
  }

  private static void sleep() {
    try {
      Thread.sleep(50);
    } catch (InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }

  @Test
  void whatWouldSpoilTheMapIsHeldBackAndGoesOnOnceItIsMended() {
    assertThat(api.send("PUT", kept, "").statusCode()).isEqualTo(204);
    assertThat(waitFor(v -> v.get("state").asString().equals("held")).get("problem").asString()).contains("bake once");
    packed.bake();
    JsonNode first = waitFor(KeptTest::isTrue);
    // Without a claim there is nothing to bake.
    sign.step(-1);
    JsonNode held = waitFor(v -> v.get("state").asString().equals("held"));
    assertThat(held.get("handoffId")).as("the folder holds what it held").isEqualTo(first.get("handoffId"));
    sign.step(1);
    waitFor(KeptTest::isTrue);
  }

  @Test
  void manyQuickChangesComeToTheLast() throws IOException {
    packed.bake();
    JsonNode first = keep();
    for (int i = 0; i < 12; i++) {
      sign.claim(i % 2 == 0 ? slate : oak, 1, 2);
    }
    sign.claim(slate, 0, 1);
    JsonNode last = next(first);
    assertThat(color(8)).isNotEqualTo(color(24));
    assertThat(api.json(sign.assetPath()).get("handoffs")).hasSize(1);
    assertThat(api.json("/api/handoffs/" + last.get("handoffId").asLong()).get("changes").asString()).contains("changed");
    assertThat(api.json("/api/handoffs/" + last.get("handoffId").asLong()).get("isByItself").asBoolean()).isTrue();
  }

  @Test
  void aToolHearsWhatWasReplaced() throws Exception {
    packed.bake();
    JsonNode first = keep();
    try (BufferedReader events =
        new BufferedReader(
            new InputStreamReader(URI.create(application.url() + kept + "/events").toURL().openStream(), StandardCharsets.UTF_8))) {
      JsonNode now = event(events, "kept");
      assertThat(now.get("files")).isEmpty();
      sign.claim(slate, 1, 2);
      JsonNode replaced = event(events, "replaced");
      assertThat(replaced.get("folder")).isEqualTo(first.get("folder"));
      assertThat(replaced.get("writes").asInt()).isEqualTo(now.get("writes").asInt() + 1);
      List<String> paths = replaced.get("files").valueStream().map(f -> f.get("path").asString()).toList();
      assertThat(paths).contains("manifest.json").anyMatch(p -> p.endsWith("_id.png"));
    }
  }

  private static JsonNode event(BufferedReader events, String name) throws IOException {
    String last = "";
    for (String line = events.readLine(); line != null; line = events.readLine()) {
      if (line.startsWith("event:")) {
        last = line.substring("event:".length()).strip();
      } else if (line.startsWith("data:") && last.equals(name)) {
        return JSON.readTree(line.substring("data:".length()));
      }
    }
    throw new AssertionError("the stream ended before " + name);
  }

  @Test
  void itIsLeftAsItIsOnceItIsKeptNoLonger() throws IOException {
    packed.bake();
    keep();
    int before = color(24);
    Path folder = folder();
    assertThat(api.send("DELETE", kept, "").statusCode()).isEqualTo(204);
    assertThat(api.send("GET", kept, null).statusCode()).isEqualTo(404);
    sign.claim(slate, 1, 2);
    // What comes after it in the order of work is done: nobody looked at this asset any more.
    SortedAsset other = new SortedAsset(api, "Kept after", TestModels.twoQuads());
    other.claim(other.createGroup("oak"), 0, 2);
    new PackedAsset(api, other.asset).bake();
    String ofOther = other.assetPath() + "/handoffs/kept";
    api.send("PUT", ofOther, "");
    api.waitFor(other.asset, a -> isTrue(a.get("kept")));
    api.send("DELETE", ofOther, "");
    assertThat(api.json(sign.assetPath()).get("kept").isNull()).isTrue();
    assertThat(folder).exists();
    BufferedImage map;
    try (Stream<Path> files = Files.walk(folder)) {
      map = ImageIO.read(files.filter(f -> f.toString().endsWith("_id.png")).sorted(Comparator.comparing(f -> f.toString().length())).findFirst().orElseThrow().toFile());
    }
    assertThat(map.getRGB(24, 16) & 0xFFFFFF).isEqualTo(before);
  }
}
