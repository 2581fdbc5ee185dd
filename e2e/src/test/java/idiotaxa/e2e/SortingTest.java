package idiotaxa.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** The whole buoy is sorted by keyboard and mouse on the real application. */
class SortingTest extends OnTheDemo {
  private static StagePage openSort(String asset) {
    StagePage artist = new StagePage(browser.openCoarse(application.url()));
    artist.text(asset).click();
    artist.goTo("Sort");
    artist.waitForStage();
    return artist;
  }

  @Test
  void wholeBuoyIsSortedUndoneRedoneAndKept() {
    StagePage artist = openSort("Channel marker buoy");
    StagePage colleague = openSort("Channel marker buoy");
    Page page = artist.page();
    // Hidden faces are looked for after the model is read; shares are of what is seen.
    artist.button("Open the drawer unclaimed").click();
    assertThat(artist.drawer(0)).containsText("hidden from outside");
    artist.button("Close the drawer unclaimed").click();

    proposeAllButTheHull(artist);
    sortTheBolts(artist);
    whatIsShownAtOnceIsWhatTheServerSays(artist);
    sortTheHull(artist);
    sortTheSolarCells(artist);
    chooseByTyping(artist);
    assertThat(cabinet(artist)).containsText("100 %");
    assertThat(cabinet(colleague)).containsText("100 %");
    assertThat(colleague.drawer(3)).containsText("1 piece");

    long asset = assetId();
    byte[] sorted = faceGroups(application, asset);
    int length = journal(asset).size();
    backToTheStartAndForth(artist, length);
    assertThat(faceGroups(application, asset)).isEqualTo(sorted);
    RunningApplication restarted = RunningApplication.anotherOnTheSameDatabase();
    assertThat(faceGroups(restarted, asset)).as("after a restart").isEqualTo(sorted);
    assertThat(browser.complaints()).isEmpty();
    page.close();
  }

  /** The float shares its bolts and its chain with a buoy that was sorted: three presses, one to undo. */
  @Test
  void theBellFloatIsSortedByWhatTheBuoyTaught() {
    StagePage artist = openSort("Bell float");
    ApiClient api = new ApiClient(application);
    JsonNode floating = api.json("/api/assets").get("assets").valueStream().filter(a -> a.get("name").asString().equals("Bell float")).findFirst().orElseThrow();
    long asset = floating.get("id").asLong();
    long target = api.json("/api/assets/" + asset).get("revisions").get(0).get("id").asLong();
    String known = "/api/assets/" + asset + "/revisions/" + target + "/known";
    for (int i = 0; i < 300 && api.json(known).get("rows").isEmpty(); i++) {
      artist.page().waitForTimeout(100);
    }
    artist.button("Known…").click();
    Locator dialog = artist.page().getByRole(AriaRole.DIALOG);
    assertThat(dialog).containsText("are known, from");
    assertThat(dialog).containsText("Channel marker buoy B");
    dialog.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Keep")).last().click();
    assertThat(dialog).not().isVisible();
    // Eight bolts, and eye and links of the chain.
    assertThat(artist.drawer(7)).containsText("8 pieces");
    assertThat(artist.drawer(1)).containsText("pieces");
    artist.button("Undo").click();
    assertThat(artist.drawer(7)).containsText("0 %");
    assertThat(browser.complaints()).isEmpty();
    artist.page().close();
  }

  private static void proposeAllButTheHull(StagePage artist) {
    artist.button("Propose groups…").click();
    artist.page().getByText("the target's part names").click();
    artist.page().getByRole(AriaRole.DIALOG).getByText("hull").waitFor();
    artist.page().locator("label.el-checkbox").last().click();
    artist.button("Keep the proposal").click();
    assertThat(artist.drawer(5)).containsText("1 piece");
    assertThat(artist.drawer(2)).containsText("0 %");
  }

  /** The page counts what is claimed by itself, since a claim is seen before it is answered. */
  private static void whatIsShownAtOnceIsWhatTheServerSays(StagePage artist) {
    String shown = cabinet(artist).locator(".share .number").textContent();
    assertThat(shown).isNotIn("0 %", "100 %");
    new ApiClient(application)
        .waitFor(
            assetId(),
            a -> {
              double share = a.get("revisions").get(0).get("claimedShare").asDouble();
              return shown.equals("%.1f %%".formatted(100 * share));
            });
  }

  private static void sortTheHull(StagePage artist) {
    press(artist, "n");
    assertThat(artist.pickLine()).containsText("480 faces in 1 piece");
    press(artist, "2");
    assertThat(cabinet(artist)).containsText("100 %");
    press(artist, "v");
    press(artist, "o");
    artist.clickStage(0.5, 0.62);
    artist.clickStage(0.515, 0.62, "Shift");
    assertThat(artist.pickLine()).containsText("2 faces");
    press(artist, "r");
    assertThat(artist.pickLine()).containsText("64 faces in 1 piece");
    artist.dragStage(0.2, 0.8, 0.21, 0.8);
    assertThat(artist.pickLine()).containsText("64 faces in 1 piece");
    press(artist, "3");
    assertThat(artist.drawer(3)).containsText("1 piece");
    press(artist, "Control+z");
    assertThat(artist.pickLine()).containsText("64 faces in 1 piece");
    assertThat(artist.drawer(3)).containsText("0 %");
    press(artist, "Control+Shift+z");
    assertThat(artist.drawer(3)).containsText("1 piece");
    assertThat(artist.pickLine()).containsText("Nothing is picked");
  }

  private static void sortTheBolts(StagePage artist) {
    artist.button("Open the drawer brass").click();
    card(artist.drawer(7), "bolt_01").click();
    assertThat(artist.pickLine()).containsText("in 12 pieces");
    press(artist, "Escape");
    press(artist, "y");
    artist.clickStage(0.487, 0.505);
    assertThat(artist.pickLine()).containsText("in 1 piece");
    press(artist, "Shift+Y");
    assertThat(artist.pickLine()).containsText("in 12 pieces");
    press(artist, "1");
    assertThat(artist.drawer(7)).not().containsText("bolt_01");
    artist.button("Close the drawer brass").click();
    press(artist, "Escape");
  }

  private static void sortTheSolarCells(StagePage artist) {
    artist.button("Open the drawer solar cell").click();
    card(artist.drawer(9), "solar_01").click();
    press(artist, "1");
    assertThat(artist.drawer(9)).containsText("0 %");
    artist.button("Open the drawer galvanised steel").click();
    card(artist.drawer(1), "solar_01").click();
    press(artist, "h");
    assertThat(artist.pickLine()).containsText("4 faces in 2 pieces");
    press(artist, "9");
    assertThat(artist.drawer(9)).containsText("2 pieces");
    artist.button("Close the drawer galvanised steel").click();
    artist.button("Close the drawer solar cell").click();
  }

  private static void chooseByTyping(StagePage artist) {
    artist.clickStage(0.5, 0.18);
    assertThat(artist.pickLine()).containsText("in 1 piece");
    press(artist, "Enter");
    artist.page().getByLabel("Find a drawer").fill("gla");
    assertThat(artist.drawer(1)).not().isVisible();
    press(artist, "Enter");
    assertThat(artist.pickLine()).containsText("in hand");
    assertThat(artist.pickLine()).containsText("lamp glass");
  }

  private static void backToTheStartAndForth(StagePage artist, int length) {
    artist.page().getByText("History", new Page.GetByTextOptions().setExact(true)).click();
    Locator history = cabinet(artist).locator(".entry");
    assertThat(history).hasCount(length + 1);
    assertThat(history.nth(1)).containsText("proposal from parts");
    history.first().click();
    assertThat(cabinet(artist).locator(".number")).hasText("0 %");
    for (int i = 0; i < length; i++) {
      press(artist, "Control+Shift+z");
    }
    assertThat(cabinet(artist).locator(".number")).hasText("100 %");
    assertThat(cabinet(artist).locator(".here")).containsText("lamp glass");
  }

  /** Rules are written, seen before they are kept, and turned; everything is found by its key. */
  @Test
  void rulesViewsAndKeys() {
    StagePage artist = openSort("Storm lantern");
    Page page = artist.page();
    page.getByText("Rules", new Page.GetByTextOptions().setExact(true)).click();
    page.getByLabel("Name or colour").fill("*");
    assertThat(cabinet(artist)).containsText("It reaches");
    assertThat(artist.pickLine()).containsText("100 % of the area");
    page.locator(".el-select", new Page.LocatorOptions().setHas(page.getByLabel("Drawer of the rule")))
        .click();
    page.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName("7 brass")).click();
    artist.button("Keep the rule").click();
    assertThat(cabinet(artist)).containsText("parts named *");
    assertThat(cabinet(artist)).containsText("100 %");

    press(artist, "Escape");
    press(artist, "Control+Enter");
    page.getByRole(AriaRole.DIALOG).getByLabel("Search for a command").fill("numbers model");
    press(artist, "Enter");
    assertThat(page.locator(".label.mono").first()).hasText("7");
    press(artist, "?");
    assertThat(page.getByRole(AriaRole.DIALOG)).containsText("show only the pick");
    page.getByLabel("Close this dialog").click();
    press(artist, "b");
    assertThat(page.getByTestId("sheet")).isVisible();
    assertThat(browser.complaints()).isEmpty();
    page.close();
  }

  /** A palette is judged, cured and kept for the assets that share it. */
  @Test
  void paletteIsCuredForTheAssetsThatUseIt() {
    Page page = browser.openCoarse(application.url());
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Saltmarsh")).click();
    Locator quality = page.getByLabel("How well the colours are told apart");
    assertThat(quality).containsText("Every colour can be picked");
    page.getByLabel("ID colour of brass as hex").fill("#FFFF50");
    assertThat(quality).containsText("Too near each other");
    quality.getByText("Move it").first().click();
    assertThat(quality).containsText("Every colour can be picked");
    page.getByLabel("Name of group 9").fill("solar glass");
    page.getByText("Keep it, for 5 assets").click();
    assertThat(page.getByText("Keep it, for 5 assets")).isVisible();
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Storm lantern")).click();
    assertThat(page.getByTestId("drawer-9")).containsText("solar glass");
    page.navigate(page.url().replaceAll("/assets.*", ""));
    page.getByLabel("Search groups").fill("rung");
    assertThat(page.locator(".palette li")).hasCount(1);
    assertThat(browser.complaints()).isEmpty();
    page.close();
  }

  private static Locator cabinet(StagePage artist) {
    return artist.page().getByLabel("Cabinet of drawers");
  }

  private static Locator card(Locator drawer, String name) {
    return drawer.locator(".card", new Locator.LocatorOptions().setHasText(name));
  }

  private static void press(StagePage artist, String key) {
    artist.page().keyboard().press(key);
  }

  private static long assetId() {
    for (JsonNode asset : new ApiClient(application).json("/api/assets?size=200").get("assets")) {
      if (asset.get("name").asString().equals("Channel marker buoy")) {
        return asset.get("id").asLong();
      }
    }
    throw new AssertionError("the demo has no buoy");
  }

  private static JsonNode journal(long asset) {
    return new ApiClient(application).json("/api/assets/" + asset).get("history");
  }

  /** Group numbers of all faces of the target. */
  private static byte[] faceGroups(RunningApplication from, long asset) {
    ApiClient api = new ApiClient(from);
    long target = api.json("/api/assets/" + asset).get("revisions").get(0).get("id").asLong();
    return api.bytes("/api/assets/" + asset + "/revisions/" + target + "/face-groups");
  }
}
