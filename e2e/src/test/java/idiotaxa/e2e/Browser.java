package idiotaxa.e2e;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.stream.Stream;

/**
 * Debian's Chromium without a window, drawing in software; notes what a page complains about. One serves all tests of a
 * process, each page with cookies and storage of its own.
 */
final class Browser implements AutoCloseable {
  private static Browser ofTests;

  private static final double PATIENCE_MS = 120_000;

  /** What of a page is no stage is drawn sooner without the detour through a graphics card that is none. */
  private static final String PAGE_BY_PROCESSOR = "--disable-gpu-compositing";

  private static final List<String> SWITCHES =
      List.of(
          "--no-sandbox",
          "--use-angle=swiftshader",
          "--enable-unsafe-swiftshader",
          "--ignore-gpu-blocklist",
          "--disable-dev-shm-usage",
          "--disable-background-networking",
          "--disable-component-update",
          "--no-first-run");

  private final Playwright playwright;
  private final com.microsoft.playwright.Browser browser;
  private final List<BrowserContext> contexts = new CopyOnWriteArrayList<>();
  private final List<String> complaints = new CopyOnWriteArrayList<>();
  private final List<String> expected = new CopyOnWriteArrayList<>();

  /** For tests, which wait for no frame that they need not see. */
  static synchronized Browser forTests() {
    if (ofTests == null) {
      ofTests = new Browser(List.of(PAGE_BY_PROCESSOR));
      Runtime.getRuntime().addShutdownHook(new Thread(ofTests.playwright::close));
    }
    ofTests.rest();
    return ofTests;
  }

  /** For measuring: one graphics card draws stage and page, as it does at an artist's. */
  static Browser asAtAnArtists() {
    return new Browser(List.of());
  }

  private Browser(List<String> switches) {
    playwright =
        Playwright.create(
            new Playwright.CreateOptions()
                .setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
    browser =
        playwright
            .chromium()
            .launch(
                new BrowserType.LaunchOptions()
                    .setExecutablePath(Path.of("/usr/bin/chromium"))
                    .setHeadless(true)
                    .setArgs(Stream.concat(SWITCHES.stream(), switches.stream()).toList()));
  }

  /** A page of 1280 × 800 pixels. */
  Page open(String url) {
    return open(url, 1);
  }

  /**
   * A page of the same layout for tests that look at no pixel: half as many each way, which takes less than half of
   * the drawing in software.
   */
  Page openCoarse(String url) {
    return open(url, 0.5);
  }

  private Page open(String url, double pixelRatio) {
    BrowserContext context =
        browser.newContext(
            new com.microsoft.playwright.Browser.NewContextOptions()
                .setViewportSize(1280, 800)
                .setDeviceScaleFactor(pixelRatio));
    contexts.add(context);
    // Most of what is tested is done by people who have put the stations' sentences away.
    context.addInitScript("if (location.protocol !== 'about:') localStorage['idiotaxa.sentences-put-away'] ??= 'true'");
    Page page = context.newPage();
    page.setDefaultTimeout(PATIENCE_MS);
    page.onPageError(complaints::add);
    page.onConsoleMessage(
        message -> {
          if (message.type().equals("error")) {
            complain("console: " + message.text() + " at " + message.location());
          }
        });
    page.onRequestFailed(
        request -> {
          // What a page gives up by itself, since something newer is wanted or it is left, is no failure.
          if (!"net::ERR_ABORTED".equals(request.failure())) {
            complain("request: " + request.method() + " " + request.url() + " " + request.failure());
          }
        });
    page.onResponse(
        response -> {
          if (response.status() >= 400) {
            complain("answer: " + response.status() + " " + response.request().method() + " " + response.url());
          }
        });
    page.navigate(url);
    return page;
  }

  private void complain(String words) {
    if (expected.stream().noneMatch(words::contains)) {
      complaints.add(words);
    }
  }

  /** Failures that have these words are what the test is about, until {@link #rest()}. */
  void expect(String... words) {
    expected.addAll(List.of(words));
  }

  /** Errors that scripts of the pages threw, that the console was told of, and requests that failed. */
  List<String> complaints() {
    return complaints;
  }

  /** The next test begins with nothing. */
  void rest() {
    complaints.clear();
    expected.clear();
  }

  /** Closes all pages; the browser itself ends with the process. */
  @Override
  public void close() {
    contexts.forEach(BrowserContext::close);
    contexts.clear();
    if (this != ofTests) {
      playwright.close();
    }
  }
}
