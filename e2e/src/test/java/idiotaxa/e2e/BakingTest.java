package idiotaxa.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.SaltmarshPalette;
import idiotaxa.demo.StormLantern;
import idiotaxa.server.running.ApiClient;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** The Bake station on the real application: bake, cancel, mend, compare, fly. */
class BakingTest extends OnTheDemo {
  private static final String ASSET = "Buoy to be baked";

  @BeforeAll
  static void bringIn() {
    ApiClient api = new ApiClient(application);
    long asset = api.createAsset(ASSET);
    api.bringIn(asset, "target", file("buoy.glb", ChannelMarkerBuoy.target()));
    long source =
        api.bringIn(
                asset,
                "source",
                file("buoy_high.glb", ChannelMarkerBuoy.source(SaltmarshPalette.create(), 3)))
            .get("id")
            .asLong();
    api.post("/api/assets/" + asset + "/revisions/" + source + "/proposal?from=vertex-colors", "");
  }

  private static Map<String, byte[]> file(String name, Mesh mesh) {
    return Map.of(name, Glb.bytes(mesh));
  }

  @Test
  void bakeIsCancelledRepeatedMendedComparedAndLookedInto() {
    StagePage artist = new StagePage(browser.openCoarse(application.url()));
    artist.text(ASSET).click();
    artist.goTo("Bake");
    mendTheOrigin(artist);
    cancel(artist);
    bakeWell(artist);
    bakeTooShort(artist);
    flyToAProblem(artist);
    compare(artist);
    lookAtPairs(artist);
    assertThat(browser.complaints()).isEmpty();
  }

  @Test
  void surfaceBeyondItsSheetIsSaidAndOnePressMakesSheetsOfTiles() {
    ApiClient api = new ApiClient(application);
    long asset = api.createAsset("Lantern on one sheet");
    long target = api.bringIn(asset, "target", file("lantern.glb", StormLantern.target())).get("id").asLong();
    api.post("/api/assets/" + asset + "/revisions/" + target + "/proposal?from=materials", "");
    api.change(asset, "PUT", "/api/assets/" + asset + "/sheet-plan", "{\"by\": \"one\", \"hand\": []}");
    StagePage artist = new StagePage(browser.openCoarse(application.url()));
    artist.text("Lantern on one sheet").click();
    artist.goTo("Bake");
    assertThat(preflight(artist)).containsText("beyond the image of this sheet");
    artist.button("Make a sheet of every UDIM tile").click();
    assertThat(preflight(artist)).containsText("nothing stands in the way");
    assertThat(browser.complaints()).isEmpty();
  }

  private static Locator preflight(StagePage artist) {
    return artist.page().getByLabel("Preflight");
  }

  /** An origin without data is said, and one press takes the one that has. */
  private static void mendTheOrigin(StagePage artist) {
    assertThat(preflight(artist)).containsText("nothing stands in the way");
    double bakeAt = artist.button("Bake").boundingBox().y;
    artist.choose("Origin", "texture (no data)");
    assertThat(preflight(artist)).containsText("in one colour");
    assertThat(artist.button("Bake")).isDisabled();
    assertThat(artist.button("Bake").boundingBox().y)
        .as("where a finding leaves the button")
        .isEqualTo(bakeAt);
    artist.button("Read vertex colours instead").click();
    assertThat(preflight(artist)).containsText("nothing stands in the way");
  }

  /** Pressed twice in haste, it is one bake. */
  private static void cancel(StagePage artist) {
    artist.choose("Size", "4096 px");
    artist.choose("Samples", "64 a texel");
    artist.choose("Taken", "everywhere");
    artist.button("Bake").dblclick();
    assertThat(artist.page().getByText(Pattern.compile("left$"))).isVisible();
    artist.button("Stop").click();
    assertThat(artist.page().getByText("This bake was cancelled; nothing was written.")).isVisible();
    assertThat(artist.page().locator(".entry")).hasCount(1);
  }

  private static void bakeWell(StagePage artist) {
    artist.choose("Size", "1024 px");
    artist.choose("Samples", "16 a texel");
    artist.choose("Taken", "at borders");
    artist.button("Bake").click();
    assertThat(artist.page().getByText(Pattern.compile("^100 % covered, 0 missed, 0 conflicts, 9 groups")))
        .isVisible();
  }

  /** A reach that is too short is seen before the bake, in the chart and on the cage. */
  private static void bakeTooShort(StagePage artist) {
    Page page = artist.page();
    artist.button("Distances").click();
    assertThat(page.getByText("All measured places of the source lie inside the cage.")).isVisible();
    artist.waitForStage();
    page.getByLabel("Reach outward of Whole model in mm").fill("3");
    page.getByLabel("Reach inward of Whole model in mm").fill("1");
    page.keyboard().press("Tab");
    assertThat(page.getByText("where the source sticks out of the cage")).isVisible();
    assertThat(preflight(artist)).containsText("The reach is shorter than the distances measured");
    artist.button("Bake").click();
    assertThat(page.getByText("found no source and stay without group")).isVisible();
  }

  private static void flyToAProblem(StagePage artist) {
    Page page = artist.page();
    Locator map = page.getByTestId("map");
    assertThat(map).containsText("texels a px");
    Locator problem = page.getByLabel("Problem regions").getByRole(AriaRole.BUTTON).nth(40);
    assertThat(problem).containsText("Missed");
    problem.click();
    assertThat(problem).hasAttribute("aria-current", "true");
    assertThat(map).containsText("px a texel");
    page.getByText("on the model").click();
    artist.waitForStage();
    assertThat(page.locator(".ring")).isVisible();
    page.getByText("flat", new Page.GetByTextOptions().setExact(true)).click();
  }

  private static void compare(StagePage artist) {
    Page page = artist.page();
    page.locator(".compare").click();
    page.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName("the previous bake")).click();
    Locator wipe = page.getByRole(AriaRole.SLIDER, new Page.GetByRoleOptions().setName("Wipe"));
    assertThat(wipe).hasAttribute("aria-valuenow", "50");
    wipe.press("ArrowRight");
    assertThat(wipe).hasAttribute("aria-valuenow", "55");
    assertThat(page.getByTestId("map")).containsText("previous bake");
  }

  private static void lookAtPairs(StagePage artist) {
    Page page = artist.page();
    artist.button("Table").click();
    assertThat(page.getByText("All 43 target parts are paired by name.")).isVisible();
    artist.button("Table").click();
    assertThat(page.getByText("Bakes of this asset")).isVisible();
    assertThat(page.locator("li").filter(new Locator.FilterOptions().setHasText("cancelled")))
        .isVisible();
  }
}
