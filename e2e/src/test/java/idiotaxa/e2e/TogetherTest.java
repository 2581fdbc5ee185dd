package idiotaxa.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import idiotaxa.server.running.ApiClient;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Two people on one asset, a line that breaks, and what the stage shows of it all. */
class TogetherTest extends OnTheDemo {
  private static final int STAGE_GREY = 0x777777;

  /** Of the wall. */
  private static final int FACES = 256;

  private final ApiClient api = new ApiClient(application);
  private final long asset = api.createAsset("Wall of two " + System.nanoTime());
  private final long target =
      api.bringIn(asset, "target", Map.of("wall.glb", MaskingTest.wall())).get("id").asLong();

  TogetherTest() {
    api.post("/api/assets/" + asset + "/revisions/" + target + "/proposal?from=materials", "");
  }

  private JsonNode state() {
    return api.json("/api/assets/" + asset);
  }

  private Page sort(String url) {
    Page page = browser.open(url + "/assets/" + asset + "/sort");
    new StagePage(page).waitForStage();
    assertThat(page.getByTestId("drawer-1")).containsText("piece");
    return page;
  }

  private void claim(int group, int from, int to) {
    api.post(
        "/api/assets/" + asset + "/revisions/" + target + "/claims",
        "{\"groupId\": %d, \"faceRanges\": [%d, %d]}".formatted(idOfGroup(group), from, to));
  }

  private long idOfGroup(int number) {
    for (JsonNode group : state().get("groups")) {
      if (group.get("number").asInt() == number) {
        return group.get("id").asLong();
      }
    }
    throw new AssertionError("no group " + number);
  }

  private static int pixel(Page page, double x, double y) throws IOException {
    BoundingBox box = page.getByTestId("stage").boundingBox();
    BufferedImage image = ImageIO.read(new ByteArrayInputStream(page.screenshot()));
    return image.getRGB((int) (box.x + x * box.width), (int) (box.y + y * box.height)) & 0xFFFFFF;
  }

  /** Waits until a place of the stage has a colour. */
  private static void waitForPixel(Page page, double x, double y, int rgb) throws IOException {
    int found = -1;
    for (int i = 0; i < 50 && found != rgb; i++) {
      page.waitForTimeout(100);
      found = pixel(page, x, y);
    }
    assertThat(Integer.toHexString(found)).isEqualTo(Integer.toHexString(rgb));
  }

  private int colorOf(int group) {
    for (JsonNode one : state().get("groups")) {
      if (one.get("number").asInt() == group) {
        return Integer.parseInt(one.get("color").asString().substring(1), 16);
      }
    }
    throw new AssertionError("no group " + group);
  }

  @Test
  void whatOneClaimsTheOtherSeesAndDoesNotUndoInSilence() throws IOException {
    Page one = sort(application.url());
    Page other = sort(application.url());
    other.mouse().move(5, 5);
    StagePage first = new StagePage(one);
    first.clickStage(0.3, 0.5);
    assertThat(first.pickLine()).containsText("of the area");
    one.keyboard().press("3");
    assertThat(other.getByTestId("drawer-3")).containsText("100 %");
    waitForPixel(other, 0.3, 0.5, colorOf(3));

    other.keyboard().press("Control+z");
    Locator question = other.getByRole(AriaRole.DIALOG);
    assertThat(question).containsText("was not done in this browser");
    other.getByText("Cancel", new Page.GetByTextOptions().setExact(true)).click();
    assertThat(other.getByTestId("drawer-3")).containsText("100 %");
    other.keyboard().press("Control+z");
    other.getByText("Undo it", new Page.GetByTextOptions().setExact(true)).click();
    assertThat(other.getByTestId("drawer-3")).not().containsText("100 %");
    assertThat(one.getByTestId("drawer-3")).not().containsText("100 %");
    one.close();
    other.close();
  }

  @Test
  void drawersAreLockedMergedSwappedAndPutOutOfSight() throws IOException {
    Page page = sort(application.url());
    StagePage artist = new StagePage(page);
    int ofOne = colorOf(1);
    int ofTwo = colorOf(2);
    claim(1, 0, FACES);
    waitForPixel(page, 0.3, 0.5, ofOne);

    menu(page, "Swap colours with…", 2);
    waitForPixel(page, 0.3, 0.5, ofTwo);
    assertThat(colorOf(1)).isEqualTo(ofTwo);

    choose(page, "Lock: claims take nothing out");
    assertThat(artist.drawer(1)).containsText("locked");
    page.mouse().move(5, 5);
    artist.clickStage(0.3, 0.5);
    // All of it is locked: the claim is refused, and its pick comes back.
    browser.expect("/claims");
    page.keyboard().press("2");
    page.waitForTimeout(800);
    assertThat(artist.pickLine()).containsText("100 % of the area");
    assertThat(artist.drawer(1)).containsText("100 %");
    page.keyboard().press("Escape");
    choose(page, "Unlock");
    assertThat(artist.drawer(1)).not().containsText("locked");

    choose(page, "Put out of sight");
    waitForPixel(page, 0.3, 0.5, STAGE_GREY);
    choose(page, "Bring back into sight");
    waitForPixel(page, 0.3, 0.5, ofTwo);

    menu(page, "Merge into…", 3);
    assertThat(artist.drawer(3)).containsText("100 %");
    assertThat(artist.drawer(1)).not().isVisible();
    waitForPixel(page, 0.3, 0.5, colorOf(3));
    page.close();
  }

  /** The drawer's menu opens inside the drawer. */
  private static void choose(Page page, String words) {
    Locator drawer = page.getByTestId("drawer-1");
    if (drawer.locator(".opener").count() == 0) {
      drawer.locator(".pull").click();
    }
    drawer.locator(".opener").click();
    page.locator(".el-dropdown-menu__item:visible", new Page.LocatorOptions().setHasText(words)).click();
  }

  private static void menu(Page page, String words, int other) {
    choose(page, words);
    Locator dialog = page.getByRole(AriaRole.DIALOG);
    dialog.locator("li button").filter(new Locator.FilterOptions().setHasText(String.valueOf(other))).first().click();
    assertThat(dialog).not().isVisible();
  }

  @Test
  void aLineThatBreaksIsSaidAndWhatHappenedMeanwhileIsSeen() throws IOException {
    browser.expect("net::ERR_");
    try (CutLine line = new CutLine(application.url())) {
      Page page = sort(line.url());
      StagePage artist = new StagePage(page);
      assertThat(line.streams()).isEqualTo(1);
      line.cut();
      assertThat(page.getByText("The server does not answer; it is tried again.")).isVisible();
      claim(3, 0, FACES);
      artist.clickStage(0.3, 0.5);
      page.keyboard().press("2");
      assertThat(page.getByText("1 claim waits here")).isVisible();
      line.mend();
      assertThat(page.getByText("The server does not answer")).not().isVisible();
      assertThat(artist.drawer(2)).containsText("100 %");
      assertThat(page.getByText("newer version")).not().isVisible();
      // The stream is heard again.
      claim(1, 0, FACES);
      assertThat(artist.drawer(1)).containsText("100 %");
      assertThat(line.streams()).isEqualTo(1);
      page.close();
    }
  }

  @Test
  void tabsOfOneBrowserShareOneStream() throws IOException {
    try (CutLine line = new CutLine(application.url())) {
      Page first = sort(line.url());
      Page second = first.context().newPage();
      second.navigate(line.url() + "/assets/" + asset + "/sort");
      new StagePage(second).waitForStage();
      assertThat(second.getByTestId("drawer-1")).containsText("piece");
      claim(2, 0, FACES);
      assertThat(first.getByTestId("drawer-2")).containsText("100 %");
      assertThat(second.getByTestId("drawer-2")).containsText("100 %");
      assertThat(line.streams()).isEqualTo(1);
      // One that is closed takes nothing from the other.
      first.close();
      claim(3, 0, FACES);
      assertThat(second.getByTestId("drawer-3")).containsText("100 %");
      second.close();
    }
  }

  /** Unclaimed surface is hatched, what is claimed is plain, and a pick has an outline of black and white. */
  @Test
  void hatchingAndOutlinesAreSeen() throws IOException {
    Page page = sort(application.url());
    StagePage artist = new StagePage(page);
    page.mouse().move(5, 5);
    claim(2, 0, FACES);
    waitForPixel(page, 0.3, 0.5, colorOf(2));
    assertThat(colorsAround(page, 0.3, 0.5)).hasSize(1);
    page.keyboard().press("Control+z");
    page.getByText("Undo it", new Page.GetByTextOptions().setExact(true)).click();
    assertThat(page.getByText("Undone: ")).isVisible();
    api.post(
        "/api/assets/" + asset + "/revisions/" + target + "/claims", "{\"groupId\": 0, \"faceRanges\": [0, %d]}".formatted(FACES));
    assertThat(artist.drawer(0)).containsText("100 %");
    page.mouse().move(5, 5);
    page.waitForTimeout(800);
    assertThat(colorsAround(page, 0.3, 0.5)).hasSizeGreaterThan(1);

    long whiteBefore = count(page, 0xFFFFFF);
    artist.clickStage(0.3, 0.5);
    assertThat(artist.pickLine()).containsText("of the area");
    page.mouse().move(5, 5);
    page.waitForTimeout(800);
    assertThat(count(page, 0xFFFFFF)).isGreaterThan(whiteBefore + 200);
    page.close();
  }

  private static BufferedImage stage(Page page) throws IOException {
    return ImageIO.read(new ByteArrayInputStream(page.getByTestId("stage").screenshot()));
  }

  /** Colours within a few pixels. */
  private static Set<Integer> colorsAround(Page page, double x, double y) throws IOException {
    BufferedImage image = stage(page);
    Set<Integer> colors = new HashSet<>();
    for (int dx = -8; dx <= 8; dx++) {
      for (int dy = -8; dy <= 8; dy++) {
        colors.add(
            image.getRGB((int) (x * image.getWidth()) + dx, (int) (y * image.getHeight()) + dy) & 0xFFFFFF);
      }
    }
    return colors;
  }

  private static long count(Page page, int rgb) throws IOException {
    BufferedImage image = stage(page);
    long found = 0;
    for (int y = 0; y < image.getHeight(); y++) {
      for (int x = 0; x < image.getWidth(); x++) {
        found += (image.getRGB(x, y) & 0xFFFFFF) == rgb ? 1 : 0;
      }
    }
    return found;
  }

  @Test
  void aGraphicsCardThatIsLostComesBack() throws IOException {
    browser.expect("Context Lost");
    Page page = sort(application.url());
    claim(2, 0, FACES);
    waitForPixel(page, 0.3, 0.5, colorOf(2));
    page.keyboard().press("b");
    page.getByTestId("sheet").waitFor();
    page.keyboard().press("b");
    waitForPixel(page, 0.3, 0.5, colorOf(2));
    page.evaluate(
        "() => { const gl = document.querySelector('[data-testid=stage] canvas').getContext('webgl2');"
            + " window.lost = gl.getExtension('WEBGL_lose_context'); window.lost.loseContext() }");
    page.waitForTimeout(300);
    // What changes meanwhile is seen when it is back.
    claim(3, 0, FACES);
    assertThat(page.getByTestId("drawer-3")).containsText("100 %");
    page.evaluate("() => window.lost.restoreContext()");
    waitForPixel(page, 0.3, 0.5, colorOf(3));
    waitForPixel(page, 0.02, 0.5, STAGE_GREY);
    page.close();
  }

  @Test
  void whatTwoPeopleChangeInOnePaletteIsBroughtTogether() {
    browser.expect("409", "/api/palettes/");
    long palette =
        api.post("/api/palettes", "{\"name\": \"Shared %d\", \"fromAsset\": %d}".formatted(System.nanoTime(), asset))
            .get("id")
            .asLong();
    Page one = browser.openCoarse(application.url() + "/palettes/" + palette);
    Page other = browser.openCoarse(application.url() + "/palettes/" + palette);
    one.getByLabel("Name of group 1").fill("old steel");
    other.getByLabel("Name of group 2").fill("white tin");
    other.getByText("Keep it, for").click();
    assertThat(other.getByText("Keep it, for")).isDisabled();
    one.getByText("Keep it, for").click();
    assertThat(one.getByText("Somebody else changed this palette meanwhile")).isVisible();
    assertThat(one.getByLabel("Name of group 1")).hasValue("old steel");
    assertThat(one.getByLabel("Name of group 2")).hasValue("white tin");
    one.getByText("Keep it, for").click();
    assertThat(one.getByText("Somebody else changed")).not().isVisible();
    assertThat(one.getByText("Keep it, for")).isDisabled();
    JsonNode groups = api.json("/api/palettes/" + palette).get("groups");
    assertThat(groups.get(0).get("name").asString()).isEqualTo("old steel");
    assertThat(groups.get(1).get("name").asString()).isEqualTo("white tin");
    // Leaving with something that is not kept asks.
    one.getByLabel("Name of group 1").fill("older steel");
    one.getByText("to the catalogue").click();
    one.getByText("Stay", new Page.GetByTextOptions().setExact(true)).click();
    assertThat(one.getByLabel("Name of group 1")).hasValue("older steel");
    one.close();
    other.close();
  }
}
