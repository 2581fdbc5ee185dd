package idiotaxa.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.SaltmarshPalette;
import idiotaxa.server.running.RunningApplication;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Base64;
import java.util.regex.Pattern;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** An artist's first day, from two files to a receipt, on the real application. */
class WalkthroughTest extends OnTheDemo {
  private static final LocatorAssertions.ContainsTextOptions PATIENTLY =
      new LocatorAssertions.ContainsTextOptions().setTimeout(120_000);

  @Test
  void fromTwoFilesToAReceipt(@TempDir Path folder) throws IOException {
    StagePage artist = new StagePage(browser.openCoarse(application.url()));
    bringIn(artist, folder);
    sort(artist);
    bake(artist);
    lookAtMasks(artist);
    handOff(artist);
    assertThat(browser.complaints()).isEmpty();
  }

  private static void bringIn(StagePage artist, Path folder) throws IOException {
    Page page = artist.page();
    assertThat(artist.text("Channel marker buoy")).isVisible();
    page.getByLabel("Name of a new asset").fill("Harbour buoy");
    artist.button("New asset").click();
    byte[] target = Glb.bytes(ChannelMarkerBuoy.target());
    Locator targetCard = page.getByTestId("drop-target");
    chooseFile(targetCard, "buoy.glb", target);
    assertThat(targetCard).containsText("3,324 triangles", PATIENTLY);
    artist.waitForStage();

    chooseFile(targetCard, "torn.glb", Arrays.copyOf(target, target.length / 2));
    assertThat(targetCard).containsText("torn.glb was refused", PATIENTLY);
    assertThat(targetCard).containsText("The model from before stays");
    browser.expect("413");
    // By its path: what a test hands over as bytes goes through the browser's protocol as text.
    targetCard.locator("input[type=file]").setInputFiles(Files.write(folder.resolve("huge.ply"), new byte[25 << 20]));
    assertThat(targetCard).containsText(RunningApplication.UPLOAD_LIMIT, PATIENTLY);
    assertThat(targetCard).containsText("3,324 triangles");

    Locator sourceCard = page.getByTestId("drop-source").first();
    chooseFile(sourceCard, "buoy_high.glb", Glb.bytes(ChannelMarkerBuoy.source(SaltmarshPalette.create(), 3)));
    assertThat(sourceCard).containsText("43 parts", PATIENTLY);
  }

  private static void chooseFile(Locator card, String name, byte[] bytes) {
    card.locator("input[type=file]")
        .setInputFiles(new FilePayload(name, "application/octet-stream", bytes));
  }

  private static void sort(StagePage artist) {
    Page page = artist.page();
    artist.goTo("Sort");
    artist.waitForStage();
    // Shares are of what is seen, once hidden faces are known.
    artist.button("Open the drawer unclaimed").click();
    assertThat(artist.drawer(0)).containsText("hidden from outside");
    artist.button("Close the drawer unclaimed").click();
    artist.clickStage(0.5, 0.6);
    assertThat(artist.pickLine()).containsText("480 faces in 1 piece");
    artist.dragStage(0.3, 0.5, 0.4, 0.52);
    assertThat(artist.pickLine()).containsText("480 faces in 1 piece");

    makeGroup(artist, "hull paint");
    page.keyboard().press("1");
    assertThat(artist.drawer(1)).containsText("41.9 %");
    page.keyboard().press("Control+z");
    assertThat(artist.drawer(1)).containsText("0 %");
    page.keyboard().press("Control+Shift+z");
    assertThat(artist.drawer(1)).containsText("41.9 %");

    // The next unclaimed piece flies into view and is picked; it is dropped into a drawer.
    makeGroup(artist, "rubber");
    page.keyboard().press("n");
    assertThat(artist.pickLine()).containsText("120 faces in 1 piece");
    artist.pickLine().locator(".grip").dragTo(artist.drawer(2));
    assertThat(artist.drawer(2)).not().containsText("0 %");

    // Face by face, added and taken away.
    page.keyboard().press("v");
    page.keyboard().press("o");
    artist.clickStage(0.5, 0.6);
    assertThat(artist.pickLine()).containsText("1 face in 1 piece");
    artist.clickStage(0.5, 0.72, "Shift");
    assertThat(artist.pickLine()).containsText("2 faces in 1 piece");
    artist.clickStage(0.5, 0.72, "Alt");
    assertThat(artist.pickLine()).containsText("1 face in 1 piece");
    page.keyboard().press("Escape");

    artist.button("Propose groups…").click();
    artist.button("Keep the proposal").click();
    assertThat(page.getByLabel("Cabinet of drawers")).containsText("100 %");
    assertThat(artist.drawer(1)).containsText("41.9 %");
    renameFirstGroup(artist);
  }

  private static void makeGroup(StagePage artist, String name) {
    artist.button("New group").click();
    artist.page().getByRole(AriaRole.DIALOG).getByLabel("Name").fill(name);
    artist.button("Make it").click();
    assertThat(artist.page().getByRole(AriaRole.DIALOG)).isHidden();
    assertThat(artist.page().getByLabel("Cabinet of drawers")).containsText(name);
  }

  private static void renameFirstGroup(StagePage artist) {
    artist.button("Open the drawer hull paint").click();
    artist.drawer(1).getByText("what to do").click();
    artist.page().getByText("Rename or recolour").click();
    artist.page().getByRole(AriaRole.DIALOG).getByLabel("Name").fill("band paint");
    artist.button("Change it").click();
    assertThat(artist.drawer(1)).containsText("band paint");
  }

  private static void bake(StagePage artist) {
    artist.goTo("Bake");
    artist.choose("Size", "1024 px");
    artist.button("Bake").click();
    assertThat(artist.page().getByText("0 missed, 0 conflicts")).isVisible();

    artist.choose("IDs are read from", "the source");
    artist.choose("Origin", "parts");
    artist.button("Bake").click();
    assertThat(artist.page().getByText("million rays"))
        .isVisible(new LocatorAssertions.IsVisibleOptions().setTimeout(120_000));
    Locator map = artist.page().getByTestId("map");
    assertThat(map).containsText("texels a px");
    map.hover();
    assertThat(map).containsText(Pattern.compile("texel \\d+, \\d+ · #[0-9A-F]{6}"));
    artist.page().getByText("on the model").click();
    artist.waitForStage();
  }

  private static void lookAtMasks(StagePage artist) {
    artist.goTo("Masks");
    Locator masks = artist.page().getByLabel("Masks");
    masks.getByText("bolt").click();
    Locator map = artist.page().getByTestId("map");
    assertThat(map).containsText("texels a px");
    map.hover();
    assertThat(map).containsText("of 255 covered");
  }

  private static void handOff(StagePage artist) throws IOException {
    artist.goTo("Hand off");
    assertThat(artist.page().getByTestId("plan")).containsText("Harbour-buoy_1001_id.png");
    int planned = artist.page().getByTestId("plan").locator("li").count();
    artist.button("Make the package").click();
    Locator link =
        artist.page().getByText("Download", new Page.GetByTextOptions().setExact(true)).first();
    link.waitFor();
    Download download = artist.page().waitForDownload(link::click);
    Path zip = download.path();
    try (ZipFile file = new ZipFile(zip.toFile())) {
      assertThat(file.size()).isEqualTo(planned);
      assertThat(file.getEntry("manifest.json")).isNotNull();
    }
    artist.button("Send to the receiver").click();
    assertThat(artist.page().getByTestId("receipt"))
        .containsText("The receiver accepted the package.", PATIENTLY);
    assertThat(artist.page().getByTestId("receipt")).containsText("every pick by colour");
  }

  /** A model with faults: each is said, shown where it is, and cured where it can be. */
  @Test
  void faultsOfAModelAreShownAndCured() {
    StagePage artist = new StagePage(browser.openCoarse(application.url()));
    Page page = artist.page();
    page.getByLabel("Name of a new asset").fill("Faulty float");
    artist.button("New asset").click();
    Locator card = page.getByTestId("drop-target");
    chooseFile(card, "float.obj", FAULTY.getBytes(StandardCharsets.UTF_8));
    assertThat(card).containsText("2 parts", PATIENTLY);
    artist.waitForStage();
    Locator side = page.getByLabel("What is in it");
    assertThat(side).containsText("1 face is turned against its neighbours.");
    assertThat(side).containsText("belong to more than one face");
    side.getByText("1 face is turned").click();
    artist.waitForStage();

    artist.button("Automatic UV layout…").first().click();
    artist.button("Lay it out").click();
    assertThat(side).containsText("Automatic UV layout: ", PATIENTLY);
    assertThat(side).not().containsText("belong to more than one face");

    side.getByText("parts", new Locator.GetByTextOptions().setExact(true)).click();
    side.getByText("lid", new Locator.GetByTextOptions().setExact(true)).click();
    artist.button("Rename…").click();
    page.getByRole(AriaRole.DIALOG).getByRole(AriaRole.TEXTBOX).fill("hatch");
    artist.button("Keep").click();
    assertThat(side).containsText("hatch");

    page.getByLabel("Reference pictures")
        .setInputFiles(new FilePayload("quay.png", "image/png", PNG));
    assertThat(page.getByTestId("picture-quay.png")).isVisible();
    artist.goTo("Sort");
    assertThat(page.getByTestId("picture-quay.png")).isVisible();
    assertThat(browser.complaints()).isEmpty();
  }

  /** Two quads on the same UVs, one of three corners turned over. */
  private static final String FAULTY =
      """
      v 0 0 0
      v 1 0 0
      v 1 1 0
      v 0 1 0
      v 0 0 1
      v 1 0 1
      v 1 1 1
      v 0 1 1
      vt 0 0
      vt 1 0
      vt 1 1
      vt 0 1
      o float
      f 1/1 2/2 3/3 4/4
      f 1/1 2/2 6/3 5/4
      f 2/1 3/2 7/3 6/4
      f 3/1 4/2 8/3 7/4
      o lid
      f 5/1 6/2 7/3 8/4
      """;

  private static final byte[] PNG =
      Base64.getDecoder()
          .decode(
              "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==");

  @Test
  void addressOfNoAssetAndOfNoPageLeadBack() {
    browser.expect("/assets/424242");
    Page page = browser.openCoarse(application.url() + "/assets/424242/sort");
    assertThat(page.getByText("There is no asset with number 424242.")).isVisible();
    page.getByText("To the catalogue").click();
    assertThat(page.getByText("Channel marker buoy").first()).isVisible();
    page.navigate(application.url() + "/nowhere");
    assertThat(page.getByText("There is no such page")).isVisible();
  }
}
