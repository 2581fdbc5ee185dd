package idiotaxa.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.server.running.ApiClient;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/**
 * Somebody whose hands do not wait: ten keys a second, while each answer of the server takes 50 to 2,000 ms, so that many
 * come late and out of order. What was pressed is what is there in the end.
 */
class FastHandsTest extends OnTheDemo {
  private static final int PIECES = 40;
  private static final int GROUPS = 12;
  /** Triangles, as glTF has them. */
  private static final int FACES_A_BOX = 12;
  private static final double BETWEEN_KEYS_MS = 100;

  /** The latest answers come so long after the earliest. */
  private static final int LATEST_MS = 1950;

  /** Where fewer keys are pressed that is enough to change the order of answers. */
  private static final int LATE_MS = 600;

  private final ApiClient api = new ApiClient(application);
  private final long asset = api.createAsset("Forty boxes " + System.nanoTime());
  private final long target = api.bringIn(asset, "target", Map.of("boxes.glb", boxes())).get("id").asLong();

  /** Boxes beside each other, each a part and a piece, the largest first. */
  private static byte[] boxes() {
    MeshBuilder builder = new MeshBuilder();
    int material = builder.material(Material.coloured("plain", 0x808080));
    for (int b = 0; b < PIECES; b++) {
      int part = builder.part("box " + (b + 1));
      double size = 1 - 0.02 * b;
      double left = (b % 8) * 1.5;
      double below = (b / 8) * 1.5;
      int first = 8 * b;
      for (int v = 0; v < 8; v++) {
        builder.vertex(left + size * (v & 1), below + size * (v >> 1 & 1), size * (v >> 2));
      }
      for (int[] side : new int[][] {{0, 2, 3, 1}, {4, 5, 7, 6}, {0, 1, 5, 4}, {2, 6, 7, 3}, {0, 4, 6, 2}, {1, 3, 7, 5}}) {
        builder.face(part, material);
        for (int corner : side) {
          builder.corner(first + corner);
        }
      }
    }
    return Glb.bytes(builder.build());
  }

  private Page slowPage(String path, int seed, int latestMs) {
    Page page = browser.openCoarse("about:blank");
    page.addInitScript(LateAnswers.script(seed, latestMs));
    page.navigate(application.url() + path);
    return page;
  }

  private Page sortPage(int seed, int latestMs) {
    Page page = slowPage("/assets/" + asset + "/sort", seed, latestMs);
    new StagePage(page).waitForStage();
    page.getByTestId("drawer-" + GROUPS).waitFor();
    LateAnswers.begin(page);
    return page;
  }

  private void makeGroups() {
    for (int g = 1; g <= GROUPS; g++) {
      api.post("/api/assets/" + asset + "/groups", "{\"name\": \"group %d\"}".formatted(g));
    }
  }

  private static void press(Page page, String key) {
    page.keyboard().press(key);
    page.waitForTimeout(BETWEEN_KEYS_MS);
  }

  /** Number of the group of each box; −1 for a box whose faces lie in several. */
  private List<Integer> groupsOfBoxes() {
    byte[] bytes = api.bytes("/api/assets/" + asset + "/revisions/" + target + "/face-groups");
    ByteBuffer groups = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
    List<Integer> out = new ArrayList<>();
    for (int b = 0; b < PIECES; b++) {
      int of = groups.getShort(2 * FACES_A_BOX * b);
      for (int f = 1; f < FACES_A_BOX; f++) {
        of = groups.getShort(2 * (FACES_A_BOX * b + f)) == of ? of : -1;
      }
      out.add(of);
    }
    return out;
  }

  private static void type(Page page, int number) {
    for (char digit : Integer.toString(number).toCharArray()) {
      press(page, Character.toString(digit));
    }
  }

  @Test
  void fortyPiecesLieWhereTheirKeysSaid() {
    makeGroups();
    Page page = sortPage(11, LATEST_MS);
    SplittableRandom random = new SplittableRandom(5);
    List<Integer> pressed = new ArrayList<>();
    for (int b = 0; b < PIECES; b++) {
      int number = 1 + random.nextInt(GROUPS);
      pressed.add(number);
      press(page, "n");
      // What the server works out is waited for by what follows it, and by nobody else.
      if (random.nextInt(3) == 0) {
        press(page, "g");
      }
      type(page, number);
    }
    // A number that might go on is finished by the next command, whatever that is.
    page.keyboard().press("v");
    JsonNode done = api.waitFor(asset, a -> a.get("history").size() >= PIECES);
    assertThat(groupsOfBoxes()).isEqualTo(pressed);
    assertThat(done.get("history")).hasSize(PIECES);
    List<String> words = new ArrayList<>();
    done.get("history").forEach(entry -> words.add(entry.get("words").asString()));
    for (int b = 0; b < PIECES; b++) {
      assertThat(words.get(b)).contains("group " + pressed.get(b));
    }
  }

  @Test
  void whatIsUndoneAndDoneAgainByTheWayIsToo() {
    makeGroups();
    Page page = sortPage(23, LATE_MS);
    for (int b = 0; b < 6; b++) {
      press(page, "n");
      type(page, 3);
    }
    for (int steps = 0; steps < 4; steps++) {
      press(page, "Control+z");
    }
    press(page, "Control+Shift+z");
    page.waitForCondition(
        () -> {
          JsonNode now = api.json("/api/assets/" + asset);
          return now.get("history").size() == 6 && now.get("journalPosition").asInt() == 3;
        });
    assertThat(groupsOfBoxes().subList(0, 6)).containsExactly(3, 3, 3, 0, 0, 0);
  }

  @Test
  void twoPeopleOnOneAssetLoseNothing() {
    makeGroups();
    Page one = sortPage(7, LATE_MS);
    Page other = sortPage(31, LATE_MS);
    for (Page page : List.of(one, other)) {
      page.evaluate("document.querySelector('[data-testid=stage]').focus()");
    }
    // One sorts from the largest; the other takes everything that is out of one's reach in one go.
    for (int b = 0; b < 10; b++) {
      press(one, "n");
      type(one, 2 + b % 3);
    }
    press(other, "j");
    type(other, 5);
    press(other, "v");
    press(one, "v");
    api.waitFor(asset, a -> a.get("history").size() >= 11);
    JsonNode last = api.json("/api/assets/" + asset);
    assertThat(last.get("history")).hasSize(11);
    // Whoever came last has it: nothing is refused, nothing is done twice, and both pages show what is there.
    for (Page page : List.of(one, other)) {
      page.waitForCondition(() -> drawersOf(page).equals(drawersOfServer()));
    }
  }

  private List<Integer> drawersOfServer() {
    int[] pieces = new int[GROUPS + 1];
    for (int of : groupsOfBoxes()) {
      pieces[Math.max(0, of)]++;
    }
    List<Integer> out = new ArrayList<>();
    for (int g = 1; g <= GROUPS; g++) {
      out.add(pieces[g]);
    }
    return out;
  }

  private static List<Integer> drawersOf(Page page) {
    List<Integer> out = new ArrayList<>();
    for (int g = 1; g <= GROUPS; g++) {
      String words = page.getByTestId("drawer-" + g).innerText();
      java.util.regex.Matcher pieces = java.util.regex.Pattern.compile("([\\d,]+) piece").matcher(words);
      out.add(pieces.find() ? Integer.parseInt(pieces.group(1).replace(",", "")) : 0);
    }
    return out;
  }

  @Test
  void twentyChangesOfMasksAreAllKept() {
    long wall = api.createAsset("Wall in a hurry " + System.nanoTime());
    long model = api.bringIn(wall, "target", Map.of("wall.glb", MaskingTest.wall())).get("id").asLong();
    api.post("/api/assets/" + wall + "/revisions/" + model + "/proposal?from=materials", "");
    api.post("/api/assets/" + wall + "/bakes", """
        {"origin": "claims", "isFromSource": false, "size": 256, "samples": 4, "padding": 2,
         "reachOutward": null, "reachInward": null, "pairing": "fitting"}
        """);
    api.waitFor(wall, a -> a.get("bakes").get(0).get("sheets").get(0).get("state").asString().equals("done"));
    Page page = slowPage("/assets/" + wall + "/masks", 3, LATEST_MS);
    StagePage artist = new StagePage(page);
    artist.button("New mask").waitFor();
    LateAnswers.begin(page);
    for (int m = 0; m < 8; m++) {
      artist.button("New mask").click();
      page.waitForTimeout(BETWEEN_KEYS_MS);
    }
    page.getByLabel("Add a step to mask 8").click();
    page.locator(".el-dropdown-menu__item:visible").getByText("Grow, px on the sheet").click();
    Locator grown = page.getByLabel("grow, texels of the sheet");
    for (int k = 0; k < 11; k++) {
      grown.press("ArrowUp");
      page.waitForTimeout(BETWEEN_KEYS_MS);
    }
    page.waitForCondition(() -> api.json("/api/assets/" + wall + "/masks").get("position").asInt() == 20);
    JsonNode masks = api.json("/api/assets/" + wall + "/masks").get("plan").get("masks");
    assertThat(masks).hasSize(8);
    assertThat(masks.get(7).get("steps").get(0).get("px").asDouble()).isEqualTo(2 + 11 * 0.5);
  }
}
