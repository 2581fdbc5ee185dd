package idiotaxa.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Mouse;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.demo.BellFloat;
import idiotaxa.demo.ChannelMarkerBuoyB;
import idiotaxa.server.running.ApiClient;
import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Pattern;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Friday's model: a revision from upload to hand-off, a recipe on another model, and ten models in one go. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class ChangingTest extends OnTheDemo {
  private static final String ASSET = "Channel marker buoy B";
  private static final int TEN = 10;

  @TempDir private Path folder;

  private final StagePage artist = new StagePage(browser.openCoarse(application.url()));
  private final Page page = artist.page();
  private final ApiClient api = new ApiClient(application);

  private static byte[] glb(Mesh mesh) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try {
      GlbWriter.write(mesh, out);
    } catch (IOException e) {
      throw new AssertionError(e);
    }
    return out.toByteArray();
  }

  private long assetId(String name) {
    for (JsonNode asset : api.json("/api/assets?size=200").get("assets")) {
      if (asset.get("name").asString().equals(name)) {
        return asset.get("id").asLong();
      }
    }
    throw new AssertionError("no asset " + name);
  }

  private JsonNode target(long asset) {
    for (JsonNode revision : api.json("/api/assets/" + asset).get("revisions")) {
      if (revision.get("role").asString().equals("target") && revision.get("isCurrent").asBoolean()) {
        return revision;
      }
    }
    throw new AssertionError("no target");
  }

  private void key(String key) {
    page.keyboard().press(key);
  }

  private Locator rows() {
    return page.getByTestId(Pattern.compile("review-\\d+"));
  }

  private Locator waiting(int things) {
    return page.getByText(things + (things == 1 ? " thing" : " things") + " to look at");
  }

  @Test
  @Order(1)
  void aRevisionGoesFromUploadThroughReviewToHandOff() throws IOException {
    long asset = assetId(ASSET);
    // Back to A, so that B arrives as it does on a Friday.
    artist.text(ASSET).click();
    artist.goTo("Bring in");
    page.getByText("Make current").click();
    assertThat(page.getByTestId("drop-target")).containsText("revision A");
    page.getByLabel("Files of the target")
        .setInputFiles(
            new FilePayload("buoy_friday.glb", "model/gltf-binary", glb(ChannelMarkerBuoyB.target())));
    Locator changed = page.getByLabel("What changed");
    assertThat(changed).containsText("took the place of A: 28 parts kept, 12 renamed, 5 new, 3 lost");
    assertThat(changed).containsText("20 things to look at");
    artist.waitForStage();
    changed.getByText("rung_08").click();
    assertThat(page.getByText("A, before")).isVisible();

    changed.getByText("Review", new Locator.GetByTextOptions().setExact(true)).click();
    assertThat(waiting(20)).isVisible();
    assertThat(page.locator("[data-testid=stage][data-ready=true]")).hasCount(2);
    assertThat(rows()).hasCount(20);
    turnOneStageAndSeeTheOtherTurn();
    // The fender has another name and is right; the reflector is new and of steel.
    rows().first().click();
    key("Enter");
    assertThat(waiting(19)).isVisible();
    rows().filter(new Locator.FilterOptions().setHasText("reflector")).click();
    assertThat(page.getByText("reflector is new and unclaimed.")).isVisible();
    key("1");
    assertThat(waiting(18)).isVisible();
    // Undone, it is asked again.
    artist.button("Undo").click();
    assertThat(waiting(19)).isVisible();
    rows().filter(new Locator.FilterOptions().setHasText("reflector")).click();
    key("1");
    assertThat(waiting(18)).isVisible();
    rows().filter(new Locator.FilterOptions().setHasText("bolt_04renamed")).click();
    assertThat(page.getByText("all 9 like this")).isVisible();
    key("Shift+Enter");
    assertThat(waiting(9)).isVisible();
    // It can be left, and gone on with.
    page.reload();
    assertThat(waiting(9)).isVisible();
    for (String part : new String[] {"hatch", "step_01", "step_02", "shackle"}) {
      rows().filter(new Locator.FilterOptions().setHasText(part)).click();
      assertThat(page.getByText(part + " is new and unclaimed.")).isVisible();
      key(part.startsWith("step") ? "4" : part.equals("hatch") ? "7" : "1");
      assertThat(page.getByText(part + " is new and unclaimed.")).not().isVisible();
    }
    for (int left = 5; left > 0; left--) {
      assertThat(waiting(left)).isVisible();
      key("Enter");
    }
    assertThat(page.getByText("Nothing waits")).isVisible();
    assertThat(target(asset).get("claimedShare").asDouble()).isEqualTo(1);
    checkThatTheReflectorIsSteel(asset);

    artist.goTo("Bake");
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Bake"))).first().click();
    page.getByText("Hand it off").click();
    artist.button("Make the package").click();
    assertThat(page.getByLabel("Packages").locator("article").first()).containsText(".zip");
    assertThat(browser.complaints()).isEmpty();
    page.close();
  }

  private void turnOneStageAndSeeTheOtherTurn() {
    Locator before = page.getByTestId("stage").first();
    byte[] then = before.screenshot();
    var box = page.getByTestId("stage").last().boundingBox();
    page.mouse().move(box.x + 100, box.y + 300);
    page.mouse().down();
    page.mouse().move(box.x + 260, box.y + 320, new Mouse.MoveOptions().setSteps(5));
    page.mouse().up();
    page.waitForTimeout(300);
    assertThat(before.screenshot()).isNotEqualTo(then);
  }

  /** Its ID colour is on the map that a picture of the model shows. */
  private void checkThatTheReflectorIsSteel(long asset) throws IOException {
    byte[] png =
        api.bytes("/api/assets/%d/revisions/%d/picture.png".formatted(asset, target(asset).get("id").asLong()));
    BufferedImage picture = ImageIO.read(new ByteArrayInputStream(png));
    int unclaimed = 0;
    for (int i = 0; i < picture.getWidth() * picture.getHeight(); i++) {
      Color color = new Color(picture.getRGB(i % picture.getWidth(), i / picture.getWidth()));
      boolean isLightGrey =
          color.getRed() > 150
              && Math.abs(color.getRed() - color.getBlue()) < 14
              && Math.abs(color.getRed() - color.getGreen()) < 14;
      unclaimed += isLightGrey ? 1 : 0;
    }
    assertThat(unclaimed).as("pixels of unclaimed surface").isLessThan(20);
  }

  @Test
  @Order(2)
  void theBuoysRecipeIsRunOnTheBellFloat() {
    artist.text(ASSET).click();
    artist.goTo("Sort");
    page.getByText("Rules", new Page.GetByTextOptions().setExact(true)).click();
    page.getByText("Recipes", new Page.GetByTextOptions().setExact(true)).click();
    page.getByLabel("Name of the recipe").fill("Saltmarsh props");
    artist.button("Save as a recipe").click();
    assertThat(page.getByText("Saved as version 1.")).isVisible();
    assertThat(page.getByText("Sorted by hand within a part")).containsText("hull");

    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Idiotaxa")).click();
    artist.text("Bell float").click();
    artist.goTo("Sort");
    page.getByText("Rules", new Page.GetByTextOptions().setExact(true)).click();
    page.getByText("Recipes", new Page.GetByTextOptions().setExact(true)).click();
    Locator reach = page.getByLabel("What it reaches");
    assertThat(reach).containsText("parts named leg");
    assertThat(reach.locator("li").filter(new Locator.FilterOptions().setHasText("clapper"))).isVisible();
    assertThat(reach).containsText("Groups that reach nothing");
    artist.button("Apply to this asset").click();
    assertThat(page.getByText("Version 1 was applied")).isVisible();
    long bell = assetId("Bell float");
    assertThat(target(bell).get("claimedShare").asDouble()).isBetween(0.3, 0.7);
    assertThat(api.json("/api/assets/" + bell).get("recipe").get("version").asInt()).isEqualTo(1);
    assertThat(browser.complaints()).isEmpty();
    page.close();
  }

  @Test
  @Order(3)
  void tenModelsGoThroughInOneGo() throws IOException {
    Path models = Files.createDirectory(folder.resolve("props"));
    byte[] bell = glb(BellFloat.target());
    for (int i = 0; i < TEN; i++) {
      Files.write(models.resolve("float_%c.glb".formatted('a' + i)), bell);
    }
    page.getByText("All in a table").click();
    page.getByLabel("Folder of models").setInputFiles(models);
    Locator lines = page.getByTestId(Pattern.compile("line-\\d+")).filter(new Locator.FilterOptions().setHasText("float_"));
    assertThat(lines).hasCount(TEN);
    assertThat(page.getByText("reading…")).hasCount(0);
    artist.button("Apply to 10 assets").click();
    Locator made = lines.filter(new Locator.FilterOptions().setHasText("Saltmarsh props, 1"));
    assertThat(made).hasCount(TEN);
    artist.button("Bake 10 assets").click();
    assertThat(lines.filter(new Locator.FilterOptions().setHasText("1 sheet"))).hasCount(TEN);
    artist.button("Hand off 10 assets").click();
    assertThat(lines.filter(new Locator.FilterOptions().setHasText("packed"))).hasCount(TEN);
    lines.first().getByRole(AriaRole.LINK).click();
    artist.waitForStage();
    assertThat(browser.complaints()).isEmpty();
    page.close();
  }
}
