package idiotaxa.e2e;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import idiotaxa.server.people.Role;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.Studio;
import java.nio.file.Path;
import java.util.Map;

/** Takes the pictures of a studio in docs/screenshots from the demo data. Run by hand, see docs/contributing.md. */
public final class StudioScreenshots {
  private static final double SETTLE_MS = 1500;

  private final Page page;
  private final Path folder;

  private StudioScreenshots(Page page, Path folder) {
    this.page = page;
    this.folder = folder;
  }

  /**
   * @param args the folder to write to
   */
  public static void main(String[] args) {
    RunningApplication application = RunningApplication.studioWithDemo();
    try (Browser browser = Browser.forTests()) {
      new StudioScreenshots(browser.open(application.url() + "/people"), Path.of(args[0])).takeAll(application);
    } catch (RuntimeException e) {
      // The application's own threads would keep the process alive.
      e.printStackTrace();
      System.exit(1);
    }
    System.exit(0);
  }

  private void takeAll(RunningApplication application) {
    Studio studio = new Studio(application);
    studio.account("Mona Teerink", Role.MANAGE);
    long wim = studio.account("Wim Aalders", Role.WORK);
    long lou = studio.account("Lou Bakker", Role.LOOK);
    studio.show("Saltmarsh Light", wim, lou);
    studio.show("Second tide", wim);
    ApiClient script = studio.script("Mona Teerink", Role.MANAGE);
    long refused = script.post("/api/assets", "{\"name\": \"Harbour lamp\", \"show\": 1}").get("id").asLong();
    script.bringIn(refused, "target", Map.of("harbour_lamp.glb", new byte[] {1, 2, 3}));

    page.getByLabel("Name").fill("Mona Teerink");
    page.getByLabel("Password", new Page.GetByLabelOptions().setExact(true)).fill(Studio.PASSWORD);
    button("Sign in").click();
    page.getByText("Who did what").waitFor();
    take("people");
    go("Space");
    page.getByText("What is kept").waitFor();
    bakeAll(script);
    go("Queue");
    page.getByText("Running").waitFor(new Locator.WaitForOptions().setTimeout(10_000));
    take("queue");
  }

  /** So much that some of it still waits while the picture is taken. */
  private static void bakeAll(ApiClient script) {
    long buoy = script.json("/api/assets?search=buoy&size=1").get("assets").get(0).get("id").asLong();
    for (int size : new int[] {8192, 8190, 8188, 8186}) {
      script.post(
          "/api/assets/" + buoy + "/bakes",
          """
          {"origin": "vertex-colors", "isFromSource": true, "size": %d, "samples": 64, "padding": 4, "isAnyway": true,
           "reachOutward": null, "reachInward": null, "pairing": "fitting"}
          """
              .formatted(size));
    }
  }

  private Locator button(String name) {
    return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
  }

  private void go(String name) {
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(name).setExact(true)).click();
  }

  private void take(String name) {
    page.waitForTimeout(SETTLE_MS);
    page.screenshot(new Page.ScreenshotOptions().setPath(folder.resolve(name + ".png")));
  }
}
