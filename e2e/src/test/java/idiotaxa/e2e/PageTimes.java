package idiotaxa.e2e;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.SaltmarshPalette;
import idiotaxa.server.running.ApiClient;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;

/**
 * What an artist waits for on the Sort station with large models, in headless Chromium in software rendering,
 * against an application that runs already: in a browser that has just begun, which draws its own window at the
 * same time, and in one that has been open for a moment. Neither has seen a page of the application. Arguments:
 * its address, then details of the demo's source (3 is the demo's own).
 */
public final class PageTimes {
  private static final int RUNS = 5;
  private static final int OUTLINE_CORNERS = 600;
  private static final int SWEEP_STEPS = 60;
  private static final int[] OPEN_FOR_MS = {0, 3000};
  private static final String WATCH =
      """
      window.longest = 0
      new PerformanceObserver((list) => {
        for (const task of list.getEntries()) window.longest = Math.max(window.longest, task.duration)
      }).observe({ type: 'longtask' })
      new MutationObserver(() => {
        const stage = document.querySelector('[data-testid=stage]')
        if (!window.shownAt && stage?.dataset.ready === 'true') window.shownAt = performance.now()
        if (window.pressedAt && !window.seenAt && stage.dataset.frame !== window.frameBefore) window.seenAt = performance.now()
      }).observe(document, { subtree: true, childList: true, attributes: true })
      """;

  private final ApiClient api;
  private final String url;

  private PageTimes(String url) {
    this.url = url;
    api = new ApiClient(url);
  }

  public static void main(String[] arguments) throws IOException {
    PageTimes times = new PageTimes(arguments[0]);
    for (String detail : List.of(arguments).subList(1, arguments.length)) {
      times.measure(Integer.parseInt(detail));
    }
    System.exit(0);
  }

  private void measure(int detail) throws IOException {
    long asset = api.createAsset("Page times " + detail);
    byte[] glb = Glb.bytes(ChannelMarkerBuoy.source(SaltmarshPalette.create(), detail));
    long revision =
        api.bringIn(asset, "target", Map.of("buoy.glb", glb)).get("id").asLong();
    int triangles =
        ApiClient.find(api.json("/api/assets/" + asset).get("revisions"), revision)
            .get("inspection").get("triangles").asInt();
    api.post("/api/assets/" + asset + "/groups", "{\"name\": \"hull\"}");
    // Looking for hidden faces takes the processor that is measured.
    api.waitFor(
        asset, a -> ApiClient.find(a.get("revisions"), revision).get("isHiddenKnown").asBoolean());
    for (int openFor : OPEN_FOR_MS) {
      for (int run = 0; run < RUNS; run++) {
        try (Browser browser = Browser.asAtAnArtists()) {
          look(browser, openFor, asset, triangles);
        }
      }
    }
  }

  private void look(Browser browser, int openFor, long asset, int triangles) throws IOException {
    Page page = browser.open("about:blank");
    page.addInitScript(WATCH);
    page.waitForTimeout(openFor);
    page.navigate(url + "/assets/" + asset + "/sort");
    StagePage artist = new StagePage(page);
    artist.waitForStage();
    double shown = number(page, "window.shownAt");
    double toThere = number(page, "window.longest");
    page.evaluate("window.longest = 0");
    page.waitForTimeout(4000);
    for (int i = 0; i < 20; i++) {
      page.mouse().move(300 + 8 * i, 300 + 5 * i);
      page.waitForTimeout(60);
    }
    artist.clickStage(0.5, 0.5);
    page.waitForTimeout(1500);
    page.evaluate(
        "() => { window.frameBefore = document.querySelector('[data-testid=stage]').dataset.frame; window.pressedAt = performance.now() }");
    page.keyboard().press("1");
    page.waitForFunction("() => window.seenAt");
    page.waitForTimeout(1500);
    System.out.printf(
        Locale.ROOT,
        "%,d triangles, browser open for %d s: first picture %.2f s, longest task until then %.0f ms, after it %.0f ms; a claim is seen after %.0f ms; renderer %d MB%n",
        triangles,
        openFor / 1000,
        shown / 1000,
        toThere,
        number(page, "window.longest"),
        number(page, "window.seenAt - window.pressedAt"),
        largestRenderer() >> 10);
    page.keyboard().press("Control+z");
    page.waitForTimeout(1000);
    outlineAndSweep(page, triangles);
  }

  /** A free outline of many corners, through the model, and a sweep over its largest part. */
  private static void outlineAndSweep(Page page, int triangles) {
    BoundingBox box = page.getByTestId("stage").boundingBox();
    double x = box.x + box.width / 2;
    double y = box.y + box.height / 2;
    page.getByText("also what is behind").click();
    page.keyboard().down("f");
    page.mouse().move(x + 250, y);
    page.mouse().down();
    for (int i = 1; i <= OUTLINE_CORNERS; i++) {
      double angle = 2 * Math.PI * i / OUTLINE_CORNERS;
      page.mouse().move(x + (230 + 20 * Math.cos(9 * angle)) * Math.cos(angle), y + (230 + 20 * Math.cos(9 * angle)) * Math.sin(angle));
    }
    page.evaluate("window.longest = 0");
    page.mouse().up();
    page.waitForTimeout(1000);
    double outline = number(page, "window.longest");
    page.keyboard().up("f");
    page.keyboard().press("Escape");
    page.keyboard().down("s");
    page.mouse().move(x, y - 200);
    page.mouse().down();
    page.evaluate("window.longest = 0");
    for (int i = 0; i < SWEEP_STEPS; i++) {
      page.mouse().move(x + 2 * (i % 10), y - 200 + 6 * i);
    }
    page.mouse().up();
    page.waitForTimeout(1000);
    System.out.printf(
        Locale.ROOT,
        "%,d triangles: longest task after an outline of %d corners %.0f ms, during a sweep %.0f ms (0: none of 50 ms)%n",
        triangles,
        OUTLINE_CORNERS,
        outline,
        number(page, "window.longest"));
    page.keyboard().up("s");
  }

  private static double number(Page page, String expression) {
    return ((Number) page.evaluate(expression)).doubleValue();
  }

  /** Resident memory of the largest process that draws a page, kB. */
  private static long largestRenderer() throws IOException {
    long largest = 0;
    try (Stream<Path> processes = Files.list(Path.of("/proc"))) {
      for (Path process : processes.filter(p -> p.getFileName().toString().matches("\\d+")).toList()) {
        try {
          if (Files.readString(process.resolve("cmdline")).contains("--type=renderer")) {
            for (String line : Files.readAllLines(process.resolve("status"))) {
              if (line.startsWith("VmRSS:")) {
                largest = Math.max(largest, Long.parseLong(line.replaceAll("\\D", "")));
              }
            }
          }
        } catch (IOException e) {
          // It has ended meanwhile.
        }
      }
    }
    return largest;
  }
}
