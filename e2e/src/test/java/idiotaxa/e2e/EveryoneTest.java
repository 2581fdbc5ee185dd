package idiotaxa.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.AriaRole;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.SaltmarshPalette;
import idiotaxa.server.running.ApiClient;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicReference;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** In the dark, for those who do not see, when the server is away and when a hand slips. */
class EveryoneTest extends OnTheDemo {
  private static final int STAGE_GREY = 0x777777;

  private static final String WALL = "Wall for everyone";
  private static final String BUOY = "Buoy for everyone";

  /** Models of its own, one sorted by its materials, one with a source that has the groups: others claim on the demo's. */
  @BeforeAll
  static void bringIn() {
    ApiClient api = new ApiClient(application);
    long buoy = api.createAsset(BUOY);
    api.bringIn(buoy, "target", Map.of("buoy.glb", Glb.bytes(ChannelMarkerBuoy.target())));
    long source =
        api.bringIn(
                buoy, "source", Map.of("buoy_high.glb", Glb.bytes(ChannelMarkerBuoy.source(SaltmarshPalette.create(), 3))))
            .get("id")
            .asLong();
    api.post("/api/assets/" + buoy + "/revisions/" + source + "/proposal?from=vertex-colors", "");
    long asset = api.createAsset(WALL);
    long target =
        api.bringIn(asset, "target", Map.of("wall.glb", MaskingTest.wall())).get("id").asLong();
    api.post("/api/assets/" + asset + "/revisions/" + target + "/proposal?from=materials", "");
  }

  private static JsonNode wall() {
    return new ApiClient(application).json("/api/assets/" + idOf(WALL));
  }

  private static long idOf(String name) {
    for (JsonNode asset : new ApiClient(application).json("/api/assets?size=200").get("assets")) {
      if (asset.get("name").asString().equals(name)) {
        return asset.get("id").asLong();
      }
    }
    throw new AssertionError("the demo has no " + name);
  }

  private static Page open(String path) {
    return browser.openCoarse(application.url() + "/" + path);
  }

  /** For tests that look at pixels. */
  private static Page openSharp(String path) {
    return browser.open(application.url() + "/" + path);
  }

  private static Page openSort() {
    return drawn(open(sortPath()));
  }

  private static String sortPath() {
    return "assets/" + idOf(WALL) + "/sort";
  }

  private static Page drawn(Page page) {
    assertThat(page.getByTestId("drawer-1")).containsText("piece");
    new StagePage(page).waitForStage();
    return page;
  }

  /** By day and by night; a page that is opened keeps what was chosen on the one before. */
  @Test
  void axeFindsNothingOnAnyView() {
    long revised = idOf("Channel marker buoy B");
    Page page = open("");
    String theme = "day";
    for (String path :
        List.of(
            "",
            "many",
            "trash",
            "queue",
            "space",
            "palettes/1",
            "guide",
            "assets/" + revised + "/bring-in",
            "assets/" + idOf("Storm lantern") + "/sort",
            "assets/" + revised + "/review",
            "assets/" + idOf("Storm lantern") + "/recipe",
            "assets/" + idOf("Storm lantern") + "/bake",
            "assets/" + idOf("Storm lantern") + "/masks",
            "assets/" + idOf("Storm lantern") + "/hand-off",
            "nowhere")) {
      page.navigate(application.url() + "/" + path);
      page.getByRole(AriaRole.HEADING).first().waitFor();
      page.waitForTimeout(800);
      assertThat(page.locator("html")).hasAttribute("data-theme", theme);
      Accessible.check(page);
      theme = theme.equals("day") ? "night" : "day";
      page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^(Night|Day)$"))).click();
      assertThat(page.locator("html")).hasAttribute("data-theme", theme);
      Accessible.check(page);
    }
    page.close();
  }

  @Test
  void nightChangesThePaperAndLeavesTheStage() throws IOException {
    Page page = drawn(openSharp(sortPath()));
    BufferedImage day = shot(page);
    page.getByText("Night", new Page.GetByTextOptions().setExact(true)).click();
    assertThat(page.locator("html")).hasAttribute("data-theme", "night");
    BufferedImage night = shot(page);
    assertThat(brightness(day, 1100, 700)).isGreaterThan(220);
    assertThat(brightness(night, 1100, 700)).isLessThan(60);
    for (BufferedImage image : List.of(day, night)) {
      assertThat(image.getRGB(60, 400) & 0xFFFFFF).isEqualTo(STAGE_GREY);
    }
    page.reload();
    assertThat(page.locator("html")).hasAttribute("data-theme", "night");
    page.close();
  }

  @Test
  void aModelThatIsLeftIsNotSeenWhileAnotherComes() throws IOException {
    Page page = openSharp("assets/" + idOf(BUOY) + "/sort");
    StagePage artist = new StagePage(page);
    artist.waitForStage();
    assertThat(pixelsDrawn(page)).isPositive();
    AtomicReference<Route> held = new AtomicReference<>();
    page.route("**/revisions/*/geometry**", held::set);
    page.locator(".which").click();
    page.getByRole(AriaRole.OPTION).last().click();
    page.waitForCondition(() -> held.get() != null);
    page.locator("[data-testid=stage][data-ready=false]").waitFor();
    assertThat(pixelsDrawn(page)).isZero();
    // Nothing is counted before it is there; the share is what the server says.
    assertThat(artist.drawer(0)).containsText("…");
    assertThat(page.locator(".share .number")).hasText("100 %");
    held.get().resume();
    artist.waitForStage();
    assertThat(pixelsDrawn(page)).isPositive();
    page.close();
  }

  /** Pixel by pixel in turn, as it once was, colours would be lost to the eye. */
  @Test
  void whatIsLaidOverTheTargetIsMixedIntoEachPixel() throws IOException {
    Page page = openSharp("assets/" + idOf(BUOY) + "/bring-in");
    new StagePage(page).waitForStage();
    assertThat(colouredPairs(page)).as("unclaimed").isZero();
    page.getByText("overlaid").click();
    assertThat(page.getByText("The source lies half see-through over the target")).isVisible();
    page.waitForTimeout(1000);
    assertThat(colouredPairs(page)).isGreaterThan(3000);
    // What lies below is still what the pointer is told of.
    for (int x : new int[] {580, 581}) {
      page.mouse().move(x, 500);
      assertThat(page.locator(".notes")).containsText("hull");
    }
    page.close();
  }

  /** Pixels on the left of the hull that have a colour, as their right neighbours have. */
  private static long colouredPairs(Page page) throws IOException {
    BufferedImage image = shot(page);
    return IntStream.range(450 * 100, 550 * 100)
        .filter(i -> isColoured(image.getRGB(530 + i % 100, i / 100)))
        .filter(i -> isColoured(image.getRGB(531 + i % 100, i / 100)))
        .count();
  }

  private static boolean isColoured(int rgb) {
    int[] channels = {rgb >> 16 & 0xFF, rgb >> 8 & 0xFF, rgb & 0xFF};
    return IntStream.of(channels).max().getAsInt() - IntStream.of(channels).min().getAsInt() > 40;
  }

  /** Pixels below the middle of the stage that are not its grey. */
  private static long pixelsDrawn(Page page) throws IOException {
    BufferedImage image = shot(page);
    return IntStream.range(450 * 300, 650 * 300)
        .filter(i -> (image.getRGB(300 + i % 300, i / 300) & 0xFFFFFF) != STAGE_GREY)
        .count();
  }

  private static int brightness(BufferedImage image, int x, int y) {
    int rgb = image.getRGB(x, y);
    return ((rgb >> 16 & 0xFF) + (rgb >> 8 & 0xFF) + (rgb & 0xFF)) / 3;
  }

  private static BufferedImage shot(Page page) throws IOException {
    return ImageIO.read(new ByteArrayInputStream(page.screenshot()));
  }

  /** The sheet lies below the stage in the colours of the groups, and is picked from like it. */
  @Test
  void sheetShowsGroupsAndIsPickedFrom() throws IOException {
    Page page = drawn(openSharp(sortPath()));
    page.keyboard().press("b");
    Locator sheet = page.getByTestId("sheet");
    assertThat(sheet).isVisible();
    page.waitForTimeout(1000);
    BufferedImage image = ImageIO.read(new ByteArrayInputStream(sheet.screenshot()));
    String color = wall().get("groups").get(0).get("color").asString();
    int[] place = middleOfLongestRun(image, Integer.parseInt(color.substring(1), 16));
    assertThat(place).as("somewhere in %s", color).isNotNull();
    sheet.click(
        new Locator.ClickOptions()
            .setPosition(new com.microsoft.playwright.options.Position(place[0], place[1])));
    assertThat(page.getByTestId("pick-line")).containsText("of the area");
    assertThat(browser.complaints()).isEmpty();
    page.close();
  }

  private static int[] middleOfLongestRun(BufferedImage image, int rgb) {
    int[] best = null;
    int longest = 0;
    for (int y = 0; y < image.getHeight(); y++) {
      int run = 0;
      for (int x = 0; x < image.getWidth(); x++) {
        run = (image.getRGB(x, y) & 0xFFFFFF) == rgb ? run + 1 : 0;
        if (run > longest) {
          longest = run;
          best = new int[] {x - run / 2, y};
        }
      }
    }
    return best;
  }

  /** Nobody answers requests to some addresses until what is returned is set to false. */
  private static AtomicBoolean sendAway(Page page, String addresses) {
    AtomicBoolean isAway = new AtomicBoolean(true);
    page.route(
        addresses,
        route -> {
          if (isAway.get()) {
            route.abort();
          } else {
            route.fallback();
          }
        });
    return isAway;
  }

  @Test
  void claimsWaitForAServerThatIsAwayAndAreSentThen() {
    browser.expect("/claims");
    Page page = openSort();
    AtomicBoolean isAway = sendAway(page, "**/claims");
    StagePage artist = new StagePage(page);
    artist.clickStage(0.35, 0.5);
    assertThat(artist.pickLine()).containsText("of the area");
    int before = wall().get("journalPosition").asInt();
    page.keyboard().press("3");
    assertThat(page.getByText("1 claim waits here")).isVisible();
    assertThat(page.getByTestId("drawer-1")).not().containsText("piece");
    assertThat(wall().get("journalPosition").asInt()).isEqualTo(before);
    isAway.set(false);
    assertThat(page.getByText("1 claim waits here")).not().isVisible();
    assertThat(page.getByTestId("drawer-1")).not().containsText("piece");
    assertThat(wall().get("journalPosition").asInt()).isEqualTo(before + 1);
    page.keyboard().press("Control+z");
    assertThat(page.getByText("Undone: ")).isVisible();
    assertThat(page.getByTestId("drawer-1")).containsText("piece");
    page.close();
  }

  /** What a station asks by itself waits, without a message of each question. */
  @Test
  void aStationThatIsOpenedWhileTheServerIsAwayFillsWhenItIsBack() {
    browser.expect("/api/");
    Page page = open("assets/" + idOf(BUOY) + "/bring-in");
    StagePage artist = new StagePage(page);
    artist.waitForStage();
    AtomicBoolean isAway = sendAway(page, "**/api/**");
    artist.goTo("Bake");
    page.waitForTimeout(1500);
    assertThat(artist.button("Bake")).isDisabled();
    artist.button("Distances").click();
    page.waitForTimeout(500);
    assertThat(page.locator(".el-message")).hasCount(0);
    isAway.set(false);
    assertThat(artist.button("Bake")).isEnabled();
    assertThat(page.getByLabel("Reach outward of Whole model in mm")).isVisible();
    artist.waitForStage();
    page.close();
  }

  /** One line says that the server is away, and what was asked for comes when it is back. */
  @Test
  void listsFillWhenTheServerIsBack() {
    browser.expect("/api/");
    Page page = open("");
    assertThat(page.getByText(WALL)).isVisible();
    Locator line = page.getByText("The server does not answer; it is tried again.");
    AtomicBoolean isAway = sendAway(page, "**/api/**");
    for (String list : List.of("Trash", "Queue", "Space")) {
      page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(list).setExact(true)).click();
      assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName(list))).isVisible();
      assertThat(line).isVisible();
      assertThat(page.getByTestId(list.toLowerCase(Locale.ROOT))).hasCount(0);
    }
    assertThat(page.locator(".el-message")).hasCount(0);
    isAway.set(false);
    assertThat(page.getByTestId("space")).containsText("The database takes");
    assertThat(line).not().isVisible();
    page.close();
  }

  /** What the server refuses is seen no more, and is picked again. */
  @Test
  void aRefusedClaimGivesPickAndColoursBack() {
    browser.expect("/claims");
    Page page = openSort();
    page.route(
        "**/claims",
        route ->
            route.fulfill(
                new Route.FulfillOptions()
                    .setStatus(409)
                    .setContentType("application/problem+json")
                    .setBody("{\"detail\":\"This revision was replaced.\"}")));
    StagePage artist = new StagePage(page);
    artist.clickStage(0.35, 0.5);
    assertThat(artist.pickLine()).containsText("of the area");
    page.keyboard().press("3");
    assertThat(page.getByText("This revision was replaced.")).isVisible();
    assertThat(artist.pickLine()).containsText("of the area");
    assertThat(page.getByTestId("drawer-1")).containsText("piece");
    page.close();
  }

  @Test
  void aFileDroppedBesideEverythingIsAnswered() {
    Page page = openSort();
    Object isStopped =
        page.evaluate(
            "() => { const dataTransfer = new DataTransfer();"
                + " dataTransfer.items.add(new File(['x'], 'notes.txt'));"
                + " const drop = new DragEvent('drop', { dataTransfer, bubbles: true, cancelable: true });"
                + " document.querySelector('h1').dispatchEvent(drop); return drop.defaultPrevented }");
    assertThat(isStopped).isEqualTo(true);
    assertThat(page.getByText("Nothing here takes files.")).isVisible();
    page.close();
  }
}
