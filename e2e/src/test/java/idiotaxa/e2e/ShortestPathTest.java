package idiotaxa.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.JSHandle;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.SaltmarshPalette;
import java.io.IOException;
import java.util.Base64;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.IntStream;
import java.util.zip.ZipFile;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;

/** The commonest jobs from the Catalogue to a downloaded package; every click and drop is counted. */
class ShortestPathTest extends OnTheDemo {
  private static final int MOST_STEPS = 7;

  private Page page;
  private int steps;

  @Test
  void vertexColoursOfADenseSource() throws IOException {
    dropLowAndHigh("gate");
    Locator offer = page.getByTestId("groups-offer");
    assertThat(offer).containsText("The source brings its sorting along");
    assertThat(offer).containsText("vertex colours");
    click(page.getByText("Keep these groups"));
    bakeAndDownload("gate");
  }

  @Test
  void materialsOfTheTarget() throws IOException {
    drop(Map.of("sluice.glb", Glb.bytes(ChannelMarkerBuoy.target())));
    Locator offer = page.getByTestId("groups-offer");
    assertThat(offer).containsText("The target brings its sorting along");
    assertThat(offer).containsText("materials");
    click(page.getByText("Keep these groups"));
    bakeAndDownload("sluice");
  }

  /** Straight to Bake, without a group: the preflight's cure makes them there. */
  @Test
  void groupsAreMadeWhereTheyAreMissed() throws IOException {
    dropLowAndHigh("weir");
    assertThat(page.getByTestId("groups-offer")).isVisible();
    click(page.getByText("Bake", new Page.GetByTextOptions().setExact(true)));
    assertThat(page.getByLabel("Preflight")).containsText("no groups");
    Locator bake = new StagePage(page).button("Bake");
    assertThat(bake).isDisabled();
    click(page.getByLabel("Preflight").getByText("from the source's vertex colours"));
    assertThat(page.getByText("would be filled")).isVisible();
    click(page.getByText("Keep the proposal"));
    finish("weir");
    assertThat(page.getByText("failed")).hasCount(0);
  }

  private void bakeAndDownload(String name) throws IOException {
    click(page.getByText("Go on to Bake"));
    finish(name);
  }

  private void finish(String name) throws IOException {
    click(new StagePage(page).button("Bake"));
    click(page.getByText("Hand it off"));
    Locator make = page.getByText("Make and download");
    assertThat(page.getByTestId("plan")).containsText(name + "_1001_id.png");
    Download download = page.waitForDownload(() -> click(make));
    assertThat(steps).isLessThanOrEqualTo(MOST_STEPS);
    try (ZipFile zip = new ZipFile(download.path().toFile())) {
      var entry =
          zip.stream().filter(e -> e.getName().endsWith("_1001_id.png")).findFirst().orElseThrow();
      var image = ImageIO.read(zip.getInputStream(entry));
      long colours =
          IntStream.range(0, image.getWidth() * image.getHeight())
              .map(i -> image.getRGB(i % image.getWidth(), i / image.getWidth()))
              .distinct()
              .count();
      assertThat(colours).as("colours of the map").isGreaterThan(3);
    }
    assertThat(browser.complaints()).isEmpty();
  }

  private void click(Locator locator) {
    steps++;
    locator.first().click();
  }

  private void dropLowAndHigh(String name) {
    drop(
        Map.of(
            name + "_high.glb",
            Glb.bytes(ChannelMarkerBuoy.source(SaltmarshPalette.create(), 3)),
            name + "_low.glb",
            Glb.bytes(ChannelMarkerBuoy.target())));
  }

  /** Files are let go over the Catalogue, as a browser tells it. */
  private void drop(Map<String, byte[]> files) {
    page = browser.openCoarse(application.url());
    steps++;
    Map<String, String> encoded = new TreeMap<>();
    files.forEach((name, bytes) -> encoded.put(name, Base64.getEncoder().encodeToString(bytes)));
    JSHandle transfer =
        page.evaluateHandle(
            """
            async (files) => {
              const transfer = new DataTransfer()
              for (const [name, bytes] of Object.entries(files)) {
                const raw = Uint8Array.from(atob(bytes), (c) => c.charCodeAt(0))
                transfer.items.add(new File([raw], name))
              }
              return transfer
            }
            """,
            encoded);
    page.locator("[data-testid=catalogue]")
        .dispatchEvent("drop", Map.of("dataTransfer", transfer));
  }
}
