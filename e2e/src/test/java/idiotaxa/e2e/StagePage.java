package idiotaxa.e2e;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import java.util.Locale;

/** What the tests do with an asset's pages, in the artist's words. */
final class StagePage {
  private final Page page;

  StagePage(Page page) {
    this.page = page;
  }

  Page page() {
    return page;
  }

  Locator button(String name) {
    return page.getByRole(
        AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
  }

  Locator text(String text) {
    return page.getByText(text).first();
  }

  void goTo(String station) {
    page.getByRole(AriaRole.NAVIGATION)
        .getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName(station))
        .click();
    page.waitForURL("**/" + station.toLowerCase(Locale.ROOT).replace(' ', '-'));
    page.locator(".tab.router-link-active", new Page.LocatorOptions().setHasText(station)).waitFor();
  }

  /** Waits until the stage has drawn its model. */
  void waitForStage() {
    page.locator("[data-testid=stage][data-ready=true]").waitFor();
  }

  /** A click at a place of the stage, given as shares of its width and height. */
  void clickStage(double x, double y, String... heldKeys) {
    BoundingBox box = stageBox();
    for (String key : heldKeys) {
      page.keyboard().down(key);
    }
    page.mouse().click(box.x + x * box.width, box.y + y * box.height);
    for (String key : heldKeys) {
      page.keyboard().up(key);
    }
  }

  /** A drag over the stage, which turns the camera. */
  void dragStage(double fromX, double fromY, double toX, double toY) {
    BoundingBox box = stageBox();
    page.mouse().move(box.x + fromX * box.width, box.y + fromY * box.height);
    page.mouse().down();
    for (int i = 1; i <= 6; i++) {
      double s = i / 6.0;
      page.mouse()
          .move(
              box.x + (fromX + s * (toX - fromX)) * box.width,
              box.y + (fromY + s * (toY - fromY)) * box.height);
    }
    page.mouse().up();
  }

  /** How often the stage has drawn its triangles. */
  String surfacesDrawn() {
    return page.getByTestId("stage").getAttribute("data-surfaces");
  }

  private BoundingBox stageBox() {
    return page.getByTestId("stage").boundingBox();
  }

  Locator pickLine() {
    return page.getByTestId("pick-line");
  }

  Locator drawer(int number) {
    return page.getByTestId("drawer-" + number);
  }

  /** Chooses an entry of a labelled select. */
  void choose(String label, String entry) {
    page.locator("label", new Page.LocatorOptions().setHasText(label)).locator(".el-select").click();
    page.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName(entry)).click();
  }
}
