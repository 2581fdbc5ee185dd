package idiotaxa.e2e;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.SelectOption;
import com.microsoft.playwright.options.WaitForSelectorState;
import idiotaxa.server.running.RunningApplication;
import java.nio.file.Path;

/**
 * Takes the pictures in docs/screenshots from the demo data. Not a test; run by hand when a view has
 * changed, see docs/contributing.md.
 */
public final class DocsScreenshots {
  private static final double SETTLE_MS = 1200;

  private final StagePage artist;
  private final Page page;
  private final Path folder;

  private DocsScreenshots(StagePage artist, Path folder) {
    this.artist = artist;
    this.page = artist.page();
    this.folder = folder;
  }

  /**
   * @param args the folder to write to
   */
  public static void main(String[] args) {
    RunningApplication application = RunningApplication.withDemo();
    try (Browser browser = Browser.forTests()) {
      Page page = browser.open(application.url());
      new DocsScreenshots(new StagePage(page), Path.of(args[0])).takeAll();
    } catch (RuntimeException e) {
      // The application's own threads would keep the process alive.
      e.printStackTrace();
      System.exit(1);
    }
    System.exit(0);
  }

  private void takeAll() {
    page.getByText("Channel marker buoy").first().click();
    artist.waitForStage();
    sort();
    artist.goTo("Bring in");
    artist.waitForStage();
    page.getByText("Lies on the target").waitFor();
    artist.clickStage(0.5, 0.62);
    page.getByLabel("What is in it")
        .getByText("contents", new Locator.GetByTextOptions().setExact(true))
        .click();
    page.getByText("no overlaps").waitFor();
    take("bring-in");
    bake();
    artist.goTo("Masks");
    page.getByText("texels a px").waitFor();
    masks();
    artist.goTo("Hand off");
    artist.button("Make the package").click();
    page.getByText("Download", new Page.GetByTextOptions().setExact(true)).waitFor();
    artist.button("Send to the receiver").click();
    page.getByText("The receiver accepted").waitFor();
    take("hand-off");
    tryOn();
    strokes();
    changing();
    page.getByLabel("Idiotaxa, to the catalogue").click();
    page.getByText("Palettes").waitFor();
    take("catalogue");
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Saltmarsh")).click();
    page.getByLabel("ID colour of brass as hex").fill("#FFFF50");
    page.getByText("Too near each other").waitFor();
    take("palette");
    artist.button("Take back changes").click();
  }

  /** Six strokes over the hull plate, for the palette's paint, steel and brass. */
  private void strokes() {
    openAsset("Hull plate", "Sort");
    artist.waitForStage();
    page.keyboard().press("a");
    // The palette's red paint, steel and brass.
    String[] drawer = {"", "2", "1", "7"};
    for (double[] stroke : StrokesTest.STROKES) {
      page.keyboard().press(drawer[(int) stroke[0]]);
      artist.dragStage(stroke[1], stroke[2], stroke[3], stroke[4]);
    }
    page.getByText("6 strokes").waitFor();
    page.waitForTimeout(SETTLE_MS);
    take("strokes");
    page.keyboard().press("Escape");
  }

  /** The buoy in its looks beside its coloured source, and the lantern tinted by its pack. */
  private void tryOn() {
    page.getByText("Try on", new Page.GetByTextOptions().setExact(true)).click();
    waitForLooks();
    page.getByText("the coloured source beside it").click();
    page.waitForTimeout(3000);
    take("try-on");
  }

  /** Revision B of the buoy, its review, its recipe on the bell float, and all assets in a table. */
  private void changing() {
    openAsset("Channel marker buoy B", "Bring in");
    page.getByText("things to look at").waitFor();
    artist.waitForStage();
    take("changed");
    page.getByText("Review", new Page.GetByTextOptions().setExact(true)).click();
    page.getByText("hatch").click();
    page.getByText("hatch is new and unclaimed.").waitFor();
    page.waitForTimeout(SETTLE_MS);
    take("review");
    openRecipe("Channel marker buoy B");
    page.getByLabel("Name of the recipe").fill("Saltmarsh props");
    artist.button("Save as a recipe").click();
    page.getByText("Saved as version 1.").waitFor();
    openAsset("Bell float", "Sort");
    artist.waitForStage();
    artist.button("Known…").click();
    page.getByText("are known, from").waitFor();
    page.waitForTimeout(SETTLE_MS);
    take("known");
    artist.button("Cancel").click();
    openRecipe("Bell float");
    page.getByText("parts named deck").click();
    page.waitForTimeout(SETTLE_MS);
    take("recipe");
    artist.button("Apply to this asset").click();
    page.getByText("Version 1 was applied").waitFor();
    page.getByLabel("Idiotaxa, to the catalogue").click();
    page.getByText("All in a table").click();
    page.getByText("surface without group").first().waitFor();
    page.getByText("Version 1 was applied").waitFor(new Locator.WaitForOptions().setState(WaitForSelectorState.HIDDEN));
    take("many");
  }

  private void openAsset(String name, String station) {
    page.getByLabel("Idiotaxa, to the catalogue").click();
    page.getByText(name, new Page.GetByTextOptions().setExact(true)).first().click();
    artist.goTo(station);
  }

  private void openRecipe(String asset) {
    openAsset(asset, "Sort");
    page.getByText("Rules", new Page.GetByTextOptions().setExact(true)).click();
    page.getByText("Recipes", new Page.GetByTextOptions().setExact(true)).click();
    artist.waitForStage();
  }

  private void waitForLooks() {
    page.locator("[data-testid=look-stage][data-ready=true]").waitFor();
    page.waitForTimeout(500);
  }

  /** The target half sorted and finished, then its rules. */
  private void sort() {
    artist.clickStage(0.5, 0.62);
    artist.button("Open the drawer unclaimed").click();
    page.getByText("hidden from outside").waitFor();
    page.locator(".card", new Page.LocatorOptions().setHasText("bolt_01")).waitFor();
    artist.button("Close the drawer unclaimed").click();
    page.keyboard().press("Escape");
    artist.button("Propose groups…").click();
    page.getByText("the target's part names").click();
    page.getByText("would be filled").waitFor();
    page.locator("label.el-checkbox").last().click();
    artist.button("Keep the proposal").click();
    page.getByText("last claim").waitFor();
    // Keys go to the dialog until it has closed.
    page.waitForTimeout(SETTLE_MS);
    ring(0.62, "3");
    ring(0.66, "");
    artist.button("Open the drawer galvanised steel").click();
    page.locator(".card.pile").first().waitFor();
    take("sort-half");
    page.keyboard().press("3");
    artist.button("Close the drawer galvanised steel").click();
    page.keyboard().press("n");
    page.keyboard().press("2");
    page.keyboard().press("v");
    page.getByText("Rules", new Page.GetByTextOptions().setExact(true)).click();
    page.getByText("Night", new Page.GetByTextOptions().setExact(true)).click();
    page.waitForTimeout(SETTLE_MS);
    take("sort-rules");
    page.getByText("Day", new Page.GetByTextOptions().setExact(true)).click();
    page.getByText("Drawers", new Page.GetByTextOptions().setExact(true)).click();
  }

  /** Picks the ring of the hull at a height of the stage; an empty key leaves it picked. */
  private void ring(double y, String drawer) {
    page.keyboard().press("o");
    artist.clickStage(0.5, y);
    artist.clickStage(0.515, y, "Shift");
    page.keyboard().press("r");
    page.getByText("64 faces").first().waitFor();
    if (!drawer.isEmpty()) {
      page.keyboard().press(drawer);
    }
  }

  /** Finished on the model, then the measured reach. */
  private void bake() {
    artist.goTo("Bake");
    artist.choose("IDs are read from", "the source");
    artist.choose("Origin", "texture (no data)");
    page.getByText("in one colour").waitFor();
    artist.button("Read vertex colours instead").click();
    artist.choose("Size", "2048 px");
    bakeAndWait();
    page.getByText("on the model").click();
    artist.waitForStage();
    page.getByText("1 running").waitFor(new Locator.WaitForOptions().setState(WaitForSelectorState.HIDDEN));
    take("bake-model");
    artist.button("Distances").click();
    artist.waitForStage();
    setReach("4", "2");
    page.getByText("sticks out of the cage").waitFor();
    take("bake-reach");
    bakeAndWait();
    artist.button("Distances").click();
    artist.button("Measure at each bake").click();
    bakeAndWait();
  }

  /** The tray, then the map itself with specks and a touch-up. */
  private void masks() {
    artist.button("New mask").click();
    putIn("1 galvanised steel");
    putIn("7 brass");
    page.getByLabel("Name of mask").fill("bare metal");
    page.keyboard().press("Enter");
    addStep("bare metal", "Grow, mm on the surface");
    addStep("bare metal", "Feather");
    artist.button("New mask").click();
    putIn("2 red band paint");
    putIn("3 white band paint");
    page.getByLabel("Name of mask").fill("paint");
    page.keyboard().press("Enter");
    page.getByLabel("Show bare metal").click();
    page.getByText("both", new Page.GetByTextOptions().setExact(true)).click();
    artist.waitForStage();
    // The mask itself, not the coarse one that comes first.
    page.locator(".strip.shown .head .mono")
        .filter(new Locator.FilterOptions().setHasNotText("about"))
        .waitFor();
    take("masks");
    page.getByText("flat", new Page.GetByTextOptions().setExact(true)).click();
    panel("The map itself");
    page.locator(".pairs .pair").first().click();
    page.getByLabel("What is given").selectOption("stroke");
    page.getByLabel("Group that gets it").selectOption(new SelectOption().setLabel("7 brass"));
    page.waitForTimeout(SETTLE_MS);
    for (int i = 0; i < 6; i++) {
      BoundingBox map = page.getByTestId("map").locator("canvas").boundingBox();
      double x = map.x + map.width * (0.3 + 0.06 * i);
      double y = map.y + map.height * 0.84;
      page.mouse().move(x, y);
      page.mouse().down();
      page.mouse().move(x + 4 + i, y + 2);
      page.mouse().up();
      page.getByLabel("Touch-ups").locator("li").nth(i).waitFor();
    }
    page.getByLabel("What is given").selectOption("");
    page.getByLabel("largest speck, texels").fill("400");
    page.keyboard().press("Enter");
    page.locator(".specks .go").nth(2).click();
    take("masks-specks");
    panel("Masks");
  }

  private void panel(String name) {
    page.getByLabel("What is worked on")
        .getByText(name, new Locator.GetByTextOptions().setExact(true))
        .click();
  }

  private void putIn(String thing) {
    page.locator(".strip .things").last().click();
    page.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName(thing).setExact(true))
        .click();
    page.waitForTimeout(SETTLE_MS / 2);
  }

  private void addStep(String mask, String step) {
    page.getByLabel("Add a step to " + mask).click();
    page.getByText(step).click();
    page.waitForTimeout(SETTLE_MS / 2);
  }

  private void setReach(String outward, String inward) {
    page.getByLabel("Reach outward of Whole model in mm").fill(outward);
    page.getByLabel("Reach inward of Whole model in mm").fill(inward);
    page.keyboard().press("Tab");
  }

  private void bakeAndWait() {
    artist.button("Bake").click();
    page.getByText("million rays").waitFor();
    page.getByText("texels a px").waitFor();
  }

  private void take(String name) {
    page.waitForTimeout(SETTLE_MS);
    page.screenshot(
        new Page.ScreenshotOptions().setPath(folder.resolve(name + ".png")));
  }
}
