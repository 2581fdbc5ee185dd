package idiotaxa.e2e;

import com.microsoft.playwright.assertions.PlaywrightAssertions;
import idiotaxa.server.running.RunningApplication;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;

/** The real application with the demo data, and a browser of its own for each class of tests. */
abstract class OnTheDemo {
  private static final double PATIENCE_MS = 90_000;

  protected static RunningApplication application;
  protected static Browser browser;

  @BeforeAll
  static void openBrowser() {
    application = RunningApplication.withDemo();
    browser = new Browser();
    PlaywrightAssertions.setDefaultAssertionTimeout(PATIENCE_MS);
  }

  @AfterAll
  static void closeBrowser() {
    browser.close();
  }
}
