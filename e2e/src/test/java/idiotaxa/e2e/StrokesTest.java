package idiotaxa.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import idiotaxa.demo.HullPlate;
import idiotaxa.server.running.ApiClient;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** A hull that no piece divides is sorted by strokes, as fast as a hand draws and while answers come late. */
class StrokesTest extends OnTheDemo {
  private static final int LATEST_MS = 1200;

  private static final double ENOUGH = 0.95;

  /** Shares of the stage's width and height, from and to; the number of the drawer first. */
  static final double[][] STROKES = {
    {1, 0.343, 0.429, 0.408, 0.444},
    {1, 0.751, 0.841, 0.815, 0.856},
    {1, 0.644, 0.268, 0.730, 0.275},
    {2, 0.376, 0.312, 0.451, 0.338},
    {2, 0.376, 0.621, 0.451, 0.665},
    {3, 0.455, 0.515, 0.475, 0.530},
  };

  private final ApiClient api = new ApiClient(application);
  private final long asset = api.createAsset("Melted hull " + System.nanoTime());
  private final long target =
      api.bringIn(asset, "target", Map.of("hull_plate.glb", Glb.bytes(HullPlate.target()))).get("id").asLong();

  private StagePage open(int seed, int latestMs) {
    for (String group : new String[] {"red paint", "steel", "brass"}) {
      api.post("/api/assets/" + asset + "/groups", "{\"name\": \"" + group + "\"}");
    }
    Page page = browser.openCoarse("about:blank");
    page.addInitScript(LateAnswers.script(seed, latestMs));
    page.setViewportSize(1280, 800);
    page.navigate(application.url() + "/assets/" + asset + "/sort");
    StagePage artist = new StagePage(page);
    artist.waitForStage();
    page.getByTestId("drawer-3").waitFor();
    LateAnswers.begin(page);
    return artist;
  }

  private static Locator line(StagePage artist) {
    return artist.page().getByTestId("strokes-line");
  }

  private static void draw(StagePage artist, double[] stroke) {
    artist.page().keyboard().press(Integer.toString((int) stroke[0]));
    artist.dragStage(stroke[1], stroke[2], stroke[3], stroke[4]);
  }

  /** How much of the plate lies where it belongs: red paint, steel and brass are drawers 1 to 3. */
  private double shareRight() {
    byte[] bytes = api.bytes("/api/assets/" + asset + "/revisions/" + target + "/face-groups");
    ByteBuffer groups = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
    int[] truth = HullPlate.groups();
    int red = truth[0];
    int brass = truth[truth.length / 2 + (int) Math.round(Math.sqrt(truth.length / 2.0))];
    int right = 0;
    // A quad is two triangles in glTF.
    for (int f = 0; f < 2 * truth.length; f++) {
      int meant = truth[f / 2] == red ? 1 : truth[f / 2] == brass ? 3 : 2;
      right += groups.getShort(2 * f) == meant ? 1 : 0;
    }
    return right / (2.0 * truth.length);
  }

  private int entries() {
    return api.json("/api/assets/" + asset).get("history").size();
  }

  @Test
  void sixStrokesSortAMeltedHullThoughEveryAnswerIsLate() {
    StagePage artist = open(7, LATEST_MS);
    Page page = artist.page();
    page.keyboard().press("a");
    for (double[] stroke : STROKES) {
      draw(artist, stroke);
    }
    // Kept before anything of it has been answered.
    page.keyboard().press("Shift+A");
    api.waitFor(asset, a -> a.get("history").size() == 1);
    assertThat(shareRight()).isGreaterThan(ENOUGH);
    artist.button("Undo").click();
    assertThat(artist.drawer(0)).containsText("100 %");

    page.keyboard().press("a");
    for (double[] stroke : STROKES) {
      draw(artist, stroke);
    }
    assertThat(line(artist)).containsText("6 strokes");
    assertThat(line(artist)).containsText("57,600 of 57,600 faces without a group follow");
    assertThat(shareRight()).as("nothing is kept yet").isZero();
    page.keyboard().press("Shift+A");
    assertThat(artist.drawer(0)).not().containsText("100 %");
    api.waitFor(asset, a -> a.get("journalPosition").asInt() == 1);
    assertThat(shareRight()).isGreaterThan(ENOUGH);
    artist.button("Undo").click();
    assertThat(artist.drawer(0)).containsText("100 %");
    assertThat(shareRight()).isZero();
    artist.button("Redo").click();
    api.waitFor(asset, a -> a.get("journalPosition").asInt() == 1);
    assertThat(artist.drawer(0)).not().containsText("100 %");
    assertThat(shareRight()).isGreaterThan(ENOUGH);
    page.close();
  }

  @Test
  void strokesAreTakenBackPutAsideAndDrawnOnTheSheetAndByKeys() {
    StagePage artist = open(3, 100);
    Page page = artist.page();
    page.keyboard().press("a");
    assertThat(line(artist)).containsText("no drawer yet: press a number");
    draw(artist, STROKES[0]);
    draw(artist, STROKES[3]);
    assertThat(line(artist)).containsText("2 strokes");
    page.keyboard().press("Control+z");
    assertThat(line(artist)).containsText("1 stroke:");
    page.keyboard().press("Control+Shift+z");
    assertThat(line(artist)).containsText("2 strokes");
    // The wheel and a press beside the model move the view, and are no strokes.
    artist.dragStage(0.05, 0.9, 0.1, 0.9);
    page.keyboard().press("Escape");
    assertThat(artist.pickLine()).isVisible();
    page.keyboard().press("a");
    assertThat(line(artist)).containsText("2 strokes");

    page.keyboard().press("b");
    BoundingBox sheet = page.getByTestId("sheet").boundingBox();
    page.keyboard().press("3");
    page.mouse().move(sheet.x + sheet.width / 2 - 8, sheet.y + 0.75 * sheet.height);
    assertThat(page.locator(".notes")).containsText("hull plate");
    page.mouse().down();
    page.mouse().move(sheet.x + sheet.width / 2 + 8, sheet.y + 0.75 * sheet.height);
    page.mouse().up();
    assertThat(line(artist)).containsText("3 strokes");

    page.getByTestId("stage").focus();
    page.keyboard().press("Shift+Tab");
    page.keyboard().press("Tab");
    page.keyboard().down(" ");
    page.keyboard().press("ArrowLeft");
    page.keyboard().up(" ");
    assertThat(line(artist)).containsText("4 strokes");
    assertThat(entries()).isZero();
    page.close();
  }
}
