package idiotaxa.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import idiotaxa.server.running.ApiClient;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The Hand off station on the real application, with the demo's lantern, which arrives handed off. */
class HandingOffTest extends OnTheDemo {
  private static final String ASSET = "Storm lantern";

  private final StagePage artist = new StagePage(browser.open(application.url()));
  private final Page page = artist.page();

  private Locator plan() {
    return page.getByTestId("plan");
  }

  private Locator looks() {
    return page.getByTestId("look-stage");
  }

  @Test
  void aTemplateIsChangedFollowedAndHandedOff() throws IOException {
    artist.text(ASSET).click();
    artist.goTo("Hand off");
    assertThat(page.getByLabel("Packages")).containsText("the first package");
    chooseTemplate("Mesh with groups");
    assertThat(plan()).containsText("Storm-lantern.usda");

    Locator name = page.getByLabel("Line 1: name of the files");
    name.fill("maps/{revision}_{asset}_{tile}.png");
    assertThat(page.getByText("There is no token {tile}")).isVisible();
    assertThat(artist.button("Make the package")).isDisabled();
    name.fill("maps/{asset}.png");
    assertThat(page.getByText("Two files would be called maps/Storm-lantern.png")).isVisible();
    name.fill("maps/{revision}_{asset}_{sheet}.png");
    assertThat(plan()).containsText("maps/A_Storm-lantern_1002.png");
    page.locator(".add").click();
    page.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName("Packs")).click();
    assertThat(plan()).containsText("packs/Storm-lantern_1001_tint.png");

    artist.button("Keep as…").click();
    page.getByRole(AriaRole.DIALOG).getByRole(AriaRole.TEXTBOX).fill("harbour house");
    page.getByRole(AriaRole.DIALOG).getByText("Keep", new Locator.GetByTextOptions().setExact(true)).click();
    assertThat(page.locator(".which")).containsText("harbour house");

    List<String> planned = plan().locator(".path").allTextContents();
    artist.button("Make the package").click();
    Locator newest = page.getByLabel("Packages").locator("article").first();
    assertThat(newest).containsText("harbour house");
    assertThat(newest).containsText("gone");
    newest.getByText("Files", new Locator.GetByTextOptions().setExact(true)).click();
    assertThat(page.getByTestId("packed-files")).containsText("maps/A_Storm-lantern_1001.png");
    assertThat(readBack(newest)).isEqualTo(planned);

    newest.getByText("Send to the receiver").click();
    assertThat(newest).containsText("The receiver accepted the package.");
    assertThat(newest).containsText("each as the ID map at its middle");
    newest.getByText("Put into the folder").click();
    assertThat(newest).containsText("in the folder as");
    newest.getByText("Make it again").click();
    assertThat(page.getByText("byte for byte the same package")).isVisible();
    assertThat(browser.complaints()).isEmpty();
    page.close();
  }

  private void chooseTemplate(String name) {
    page.locator(".which").click();
    page.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName(name)).click();
  }

  /** The package as it is downloaded: its paths, and that its images are images. */
  private List<String> readBack(Locator card) throws IOException {
    Locator link = card.getByText("Download", new Locator.GetByTextOptions().setExact(true));
    Download download = page.waitForDownload(link::click);
    Path zip = download.path();
    List<String> paths = new ArrayList<>();
    try (ZipFile file = new ZipFile(zip.toFile())) {
      for (ZipEntry entry : Collections.list(file.entries())) {
        paths.add(entry.getName());
        if (entry.getName().endsWith(".png")) {
          assertThat(ImageIO.read(file.getInputStream(entry)).getWidth()).isEqualTo(1024);
        }
      }
    }
    return paths;
  }

  @Test
  void looksAndPacksAreTriedFromThePackagesImagesAndAMovedLookIsInTheNextManifest() throws IOException {
    artist.text(ASSET).click();
    artist.goTo("Hand off");
    chooseTemplate("Maps and masks");
    makeOne();
    page.getByText("Try on", new Page.GetByTextOptions().setExact(true)).click();
    page.locator("[data-testid=look-stage][data-ready=true]").waitFor();
    int paint = middleOfTheTank();
    assertThat(paint >> 16 & 0xFF).as("the tank is painted red").isGreaterThan(2 * (paint >> 8 & 0xFF));

    page.getByLabel("Light round the model, degrees").fill("-150");
    waitForAnother(paint);
    int shaded = middleOfTheTank();
    assertThat(brightness(shaded)).as("the light was turned away").isLessThan(brightness(paint) - 20);
    page.getByLabel("Light round the model, degrees").fill("40");
    waitForAnother(shaded);

    page.getByLabel("Base colour of red band paint").fill("#2040c0");
    waitForAnother(paint);
    int blue = middleOfTheTank();
    assertThat(blue & 0xFF).isGreaterThan(2 * (blue >> 16 & 0xFF));
    page.getByLabel("Roughness of red band paint").fill("0.9");
    artist.button("Keep 1 look").click();
    assertThat(artist.button("Keep looks")).isDisabled();

    page.getByText("Pack", new Page.GetByTextOptions().setExact(true)).click();
    page.getByLabel("Colour of channel r").fill("#20c040");
    waitForAnother(blue);
    int green = middleOfTheTank();
    assertThat(green >> 8 & 0xFF).as("the red channel is the paint").isGreaterThan(2 * (green & 0xFF));
    page.getByLabel("Channel r", new Page.GetByLabelOptions().setExact(true)).uncheck();
    waitForAnother(green);

    page.getByText("Package", new Page.GetByTextOptions().setExact(true)).click();
    Path zip = makeOne();
    JsonNode look = null;
    try (ZipFile file = new ZipFile(zip.toFile())) {
      String text =
          new String(
              file.getInputStream(file.getEntry("manifest.json")).readAllBytes(),
              StandardCharsets.UTF_8);
      for (JsonNode group : JsonMapper.builder().build().readTree(text).get("groups")) {
        if (group.get("name").asString().equals("red band paint")) {
          look = group.get("look");
        }
      }
    }
    assertThat(look.get("baseColor").asString()).isEqualTo("#2040C0");
    assertThat(look.get("roughness").asDouble()).isEqualTo(0.9);
    takeTheLookBack();
    assertThat(browser.complaints()).isEmpty();
    page.close();
  }

  private Path makeOne() {
    Locator packages = page.getByLabel("Packages").locator("article");
    int before = packages.count();
    Download download = page.waitForDownload(() -> artist.button("Make and download").click());
    assertThat(packages).hasCount(before + 1);
    return download.path();
  }

  /** Other tests look at the demo's palette. */
  private void takeTheLookBack() {
    ApiClient api = new ApiClient(application);
    for (JsonNode asset : api.json("/api/assets?size=200").get("assets")) {
      if (asset.get("name").asString().equals(ASSET)) {
        for (JsonNode group : api.json("/api/assets/" + asset.get("id")).get("groups")) {
          if (group.get("name").asString().equals("red band paint")) {
            api.send(
                "PUT",
                "/api/assets/" + asset.get("id") + "/groups/" + group.get("id") + "/look",
                "{\"baseColor\": \"#A8322A\", \"roughness\": 0.4, \"metalness\": 0}",
                "If-Match",
                "\"" + group.get("version") + "\"");
          }
        }
      }
    }
  }

  /** A pixel of the lantern's tank, which is below the middle of the stage. */
  private int middleOfTheTank() {
    try {
      BufferedImage shot = ImageIO.read(new ByteArrayInputStream(looks().screenshot()));
      return shot.getRGB((int) (0.5 * shot.getWidth()), (int) (0.865 * shot.getHeight())) & 0xFFFFFF;
    } catch (IOException e) {
      throw new IllegalStateException(e);
    }
  }

  private static int brightness(int rgb) {
    return (rgb >> 16 & 0xFF) + (rgb >> 8 & 0xFF) + (rgb & 0xFF);
  }

  private void waitForAnother(int color) {
    for (int i = 0; i < 100 && middleOfTheTank() == color; i++) {
      page.waitForTimeout(100);
    }
    assertThat(middleOfTheTank()).isNotEqualTo(color);
  }
}
