package idiotaxa.e2e;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Debian's Chromium without a window, drawing in software; notes what a page complains about. */
final class Browser implements AutoCloseable {
  private static final double PATIENCE_MS = 120_000;

  private final Playwright playwright;
  private final com.microsoft.playwright.Browser browser;
  private final List<String> complaints = new ArrayList<>();

  Browser() {
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
                    .setArgs(
                        List.of(
                            "--no-sandbox",
                            "--use-angle=swiftshader",
                            "--enable-unsafe-swiftshader",
                            "--ignore-gpu-blocklist",
                            "--disable-dev-shm-usage",
                            "--disable-background-networking",
                            "--disable-component-update",
                            "--no-first-run")));
  }

  /** A page of 1280 × 800 pixels. */
  Page open(String url) {
    BrowserContext context =
        browser.newContext(
            new com.microsoft.playwright.Browser.NewContextOptions().setViewportSize(1280, 800));
    Page page = context.newPage();
    page.setDefaultTimeout(PATIENCE_MS);
    page.onPageError(complaints::add);
    page.navigate(url);
    return page;
  }

  /** Errors that scripts of the pages threw. */
  List<String> complaints() {
    return complaints;
  }

  @Override
  public void close() {
    playwright.close();
  }
}
