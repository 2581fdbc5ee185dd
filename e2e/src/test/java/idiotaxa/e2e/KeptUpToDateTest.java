package idiotaxa.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import idiotaxa.server.IdiotaxaProperties;
import idiotaxa.server.running.ApiClient;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** From a key press on the stage to the picture in a tool, by the script of our docs, without anything else being pressed. */
class KeptUpToDateTest extends OnTheDemo {
  private final StagePage artist = new StagePage(browser.open(application.url()));
  private final Page page = artist.page();
  private final Page tool = browser.open(receiver().resolve("/").toString());

  @TempDir private Path scripts;
  private final ApiClient api = new ApiClient(application);
  private long asset;
  private Process script;

  private static URI receiver() {
    return application.bean(IdiotaxaProperties.class).receiverUrl();
  }

  private static Path handOffFolder() {
    return application.bean(IdiotaxaProperties.class).watchedFolder().orElseThrow();
  }

  /** Of its own: what lies in the folder is what is claimed now, and the lantern is sorted by other tests. */
  @BeforeEach
  void bakeACopy() throws IOException {
    long lantern =
        api.json("/api/assets?size=200").get("assets").valueStream()
            .filter(a -> a.get("name").asString().equals("Storm lantern"))
            .findFirst()
            .orElseThrow()
            .get("id")
            .asLong();
    asset = api.post("/api/assets/" + lantern + "/copies", "{\"name\": \"Storm lantern for the yard\"}").get("id").asLong();
    page.navigate(application.url() + "/assets/" + asset + "/bake");
    artist.button("Bake").click();
    assertThat(page.getByTestId("map")).isVisible();
    listenAsTheDocsSay();
  }

  private void listenAsTheDocsSay() throws IOException {
    String docs = Files.readString(Path.of("../docs/scripting.md"));
    String begin = "```python\n";
    int from = docs.indexOf(begin) + begin.length();
    Path file = Files.writeString(scripts.resolve("listen.py"), docs.substring(from, docs.indexOf("\n```", from)));
    script =
        new ProcessBuilder("python3", file.toString(), application.url(), Long.toString(asset), handOffFolder().toString(), receiver().toString())
            .redirectErrorStream(true)
            .redirectOutput(scripts.resolve("said.txt").toFile())
            .start();
  }

  @AfterEach
  void end() {
    script.destroy();
    api.send("POST", "/api/assets/" + asset + "/trash", "");
  }

  @Test
  void whatIsSortedIsSeenInTheToolByItself() throws IOException {
    artist.goTo("Hand off");
    page.getByText("Keep the folder up to date").click();
    Locator kept = page.getByLabel("Kept up to date");
    assertThat(kept).containsText("true since", patiently());
    Path folder = handOffFolder().resolve(kept.locator(".folder").textContent().strip());
    List<Integer> before = maps(folder);
    theToolShows(before);
    artist.goTo("Sort");
    artist.waitForStage();
    Locator state = page.locator("a.kept");
    assertThat(state).containsText("Folder true since");

    artist.clickStage(0.5, 0.5);
    page.keyboard().press("9");
    assertThat(state).not().containsText("true since", new LocatorAssertions.ContainsTextOptions().setTimeout(10_000));
    assertThat(state).containsText("Folder true since", patiently());
    List<Integer> after = maps(folder);
    assertThat(after).isNotEqualTo(before);
    theToolShows(after);

    page.keyboard().press("Control+z");
    theToolShows(before);
    assertThat(state).containsText("Folder true since", patiently());
    assertThat(maps(folder)).isEqualTo(before);

    artist.goTo("Hand off");
    assertThat(page.getByLabel("Packages").locator("article")).hasCount(1);
    assertThat(page.getByLabel("Packages").locator("article")).containsText("by itself");
    page.getByText("Keep the folder up to date").click();
    assertThat(state).hasCount(0);
    page.close();
    tool.close();
  }

  private void theToolShows(List<Integer> wanted) throws IOException {
    for (int i = 0; i < 600 && !shown().equals(wanted); i++) {
      page.waitForTimeout(200);
    }
    assertThat(shown()).as("what the tool shows, its script said: " + Files.readString(scripts.resolve("said.txt"))).isEqualTo(wanted);
    assertThat(tool.getByRole(AriaRole.STATUS)).containsText(Pattern.compile("yard, package \\d+ since"));
  }

  /** Of each picture that is drawn in the tool's page its bytes, hashed. */
  private List<Integer> shown() {
    List<Integer> hashes = new ArrayList<>();
    for (Locator map : tool.getByRole(AriaRole.IMG).all()) {
      if (Boolean.TRUE.equals(map.evaluate("image => image.complete && image.naturalWidth > 0"))) {
        hashes.add(Arrays.hashCode(tool.request().get(receiver().resolve(map.getAttribute("src")).toString()).body()));
      }
    }
    return hashes;
  }

  private static List<Integer> maps(Path folder) throws IOException {
    List<Integer> read = new ArrayList<>();
    for (String sheet : List.of("1001", "1002")) {
      read.add(Arrays.hashCode(Files.readAllBytes(folder.resolve("Storm-lantern-for-the-yard_" + sheet + "_id.png"))));
    }
    return read;
  }

  private static LocatorAssertions.ContainsTextOptions patiently() {
    return new LocatorAssertions.ContainsTextOptions().setTimeout(120_000);
  }
}
