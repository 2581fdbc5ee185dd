package idiotaxa.e2e;

import com.microsoft.playwright.Page;
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
    try (Browser browser = new Browser()) {
      Page page = browser.open(application.url());
      new DocsScreenshots(new StagePage(page), Path.of(args[0])).takeAll();
    }
    System.exit(0);
  }

  private void takeAll() {
    page.getByText("Channel marker buoy").first().click();
    artist.waitForStage();
    sort();
    artist.goTo("Bring in");
    artist.waitForStage();
    page.getByText("source", new Page.GetByTextOptions().setExact(true)).click();
    page.getByText("234,912").first().waitFor();
    take("bring-in");
    bake();
    artist.goTo("Masks");
    page.getByText("texels a px").waitFor();
    page.getByLabel("Masks").getByText("white band paint").click();
    take("masks");
    artist.goTo("Hand off");
    artist.button("Make the package").click();
    page.getByText("Download").waitFor();
    artist.button("Send to the receiver").click();
    page.getByText("The receiver accepted").waitFor();
    take("hand-off");
    page.getByLabel("Idiotaxa, to the catalogue").click();
    page.getByText("Palettes").waitFor();
    take("catalogue");
  }

  private void sort() {
    artist.clickStage(0.5, 0.62);
    artist.clickStage(0.5, 0.2, "Shift");
    take("sort-fresh");
    page.keyboard().press("Escape");
    page.getByText("source", new Page.GetByTextOptions().setExact(true)).click();
    artist.waitForStage();
    artist.button("Propose groups…").click();
    page.getByText("would be filled").waitFor();
    artist.button("Keep the proposal").click();
    page.getByText("last claim").waitFor();
    artist.clickStage(0.5, 0.565);
    artist.button("Open the drawer galvanised steel").click();
    take("sort-source");
  }

  private void bake() {
    artist.goTo("Bake");
    artist.choose("IDs are read from", "the source");
    artist.choose("Origin", "vertex colours");
    artist.button("Bake").click();
    page.getByText("million rays").waitFor();
    page.getByText("texels a px").waitFor();
    take("bake-flat");
    page.getByText("on the model").click();
    artist.waitForStage();
    take("bake-model");
  }

  private void take(String name) {
    page.waitForTimeout(SETTLE_MS);
    page.screenshot(
        new Page.ScreenshotOptions().setPath(folder.resolve(name + ".png")));
  }
}
