package idiotaxa.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.assertions.PlaywrightAssertions;
import idiotaxa.server.running.RunningApplication;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;

/** The real application with the demo data, and a browser of its own for each class of tests. */
abstract class OnTheDemo {
  private static final double PATIENCE_MS = 90_000;

  protected static RunningApplication application;
  protected static Browser browser;

  @BeforeAll
  static void openBrowser() {
    application = RunningApplication.withDemo();
    browser = Browser.forTests();
    PlaywrightAssertions.setDefaultAssertionTimeout(PATIENCE_MS);
  }

  /** A test that shows the right thing while something fails behind it has not shown that all is well. */
  @AfterEach
  void nothingWasComplainedOf() {
    List<String> complaints = List.copyOf(browser.complaints());
    browser.rest();
    assertThat(complaints).isEmpty();
  }

  @AfterAll
  static void closeBrowser() {
    browser.close();
  }
}
