package idiotaxa.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Mouse;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.SelectOption;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.server.running.ApiClient;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Map;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/**
 * The Masks station on the real application. The model is a wall of two metres by one, cut in the middle into
 * two islands: steel below tin on the left, paint with a square of steel in it on the right.
 */
class MaskingTest extends OnTheDemo {
  private static final String ASSET = "Wall to be masked";
  private static final int CELLS = 8;

  @BeforeAll
  static void bringIn() {
    ApiClient api = new ApiClient(application);
    long asset = api.createAsset(ASSET);
    long target = api.bringIn(asset, "target", Map.of("wall.glb", wall())).get("id").asLong();
    api.post("/api/assets/" + asset + "/revisions/" + target + "/proposal?from=materials", "");
  }

  static byte[] wall() {
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("wall");
    int steel = builder.material(Material.coloured("steel", 0x808890));
    int tin = builder.material(Material.coloured("tin", 0xC0C0C8));
    int paint = builder.material(Material.coloured("paint", 0xA02020));
    for (int y = 0; y <= CELLS; y++) {
      for (int x = 0; x <= 2 * CELLS; x++) {
        builder.vertex(x / (double) CELLS, y / (double) CELLS, 0);
      }
    }
    for (int y = 0; y < CELLS; y++) {
      for (int x = 0; x < 2 * CELLS; x++) {
        boolean isLeft = x < CELLS;
        boolean isSpeck = x == 12 && y == 4;
        builder.face(part, isLeft ? y < 4 ? steel : tin : isSpeck ? steel : paint);
        for (int[] c : new int[][] {{x, y}, {x + 1, y}, {x + 1, y + 1}, {x, y + 1}}) {
          builder.corner(c[1] * (2 * CELLS + 1) + c[0]);
          double u = isLeft ? 0.02 + 0.45 * c[0] / CELLS : 0.53 + 0.45 * (c[0] - CELLS) / CELLS;
          builder.uv((float) u, (float) (0.05 + 0.9 * c[1] / CELLS));
        }
      }
    }
    return Glb.bytes(builder.build());
  }

  private final StagePage artist = new StagePage(browser.open(application.url()));
  private final Page page = artist.page();
  /** Column of the stage where the cut is seen, 0 until it was found. */
  private int cut;

  @Test
  void masksPacksAndRepairsAreMadeAndStayInTheNextBake() throws IOException {
    artist.text(ASSET).click();
    bake();
    artist.goTo("Masks");
    mergeTheSpeck();
    growOverTheSeam();
    packThree();
    touchUpACorner();
    bake();
    artist.goTo("Masks");
    everythingIsStillThere();
    bringInAForeignImage();
    assertThat(browser.complaints()).isEmpty();
  }

  private void bake() {
    artist.goTo("Bake");
    artist.choose("Origin", "claims");
    artist.choose("Size", "512 px");
    artist.button("Bake").click();
    assertThat(page.getByText("100 % covered, 0 missed, 0 conflicts, 3 groups").first()).isVisible();
  }

  private void panel(String name) {
    page.getByLabel("What is worked on")
        .getByText(name, new Locator.GetByTextOptions().setExact(true))
        .click();
  }

  private void mergeTheSpeck() {
    panel("The map itself");
    Locator specks = page.getByLabel("Specks");
    Locator largest = page.getByLabel("largest speck, texels");
    largest.fill("2000");
    largest.press("Enter");
    assertThat(specks).containsText("in another group: 1");
    assertThat(specks.locator(".speck")).containsText("steel");
    specks.locator(".go").click();
    assertThat(specks.locator(".speck.looked")).isVisible();
    page.getByLabel("Give this speck to paint").click();
    assertThat(specks).containsText("in another group: 0");
    assertThat(page.getByLabel("Touch-ups").locator("li")).hasCount(1);
  }

  private void putIn(String group) {
    page.locator(".strip .things").click();
    page.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName(group)).click();
    assertThat(page.locator(".strip")).containsText(group);
  }

  private void growOverTheSeam() throws IOException {
    panel("Masks");
    artist.button("New mask").click();
    putIn("steel");
    putIn("tin");
    page.getByText("on the model").click();
    artist.waitForStage();
    assertThat(metresOfWhite(1)).isCloseTo(1, within(0.01));
    addStep("Grow, px on the sheet");
    // The island ends at the seam, and so does what is grown on the sheet.
    assertThat(page.locator(".strip")).containsText("px");
    page.waitForTimeout(500);
    assertThat(metresOfWhite(1)).isCloseTo(1, within(0.01));
    addStep("Grow, mm on the surface");
    Locator millimetres = page.getByLabel("grow, millimetres on the surface");
    millimetres.fill("200");
    millimetres.press("Enter");
    // On the other side of the cut, without a gap.
    assertThat(metresOfWhite(1.2)).isCloseTo(1.2, within(0.02));
    dragBy(millimetres, 400);
    assertThat(page.locator(".strip")).not().containsText("200");
    assertThat(page.getByText("Undo: mask: grow changed")).isVisible();
  }

  private void addStep(String step) {
    page.getByLabel("Add a step to mask").click();
    page.getByText(step).click();
  }

  /** A number is dragged where it stands, and shows what it would be all the while. */
  private void dragBy(Locator number, double px) throws IOException {
    BoundingBox box = number.boundingBox();
    page.mouse().move(box.x + 5, box.y + 5);
    page.mouse().down();
    page.mouse().move(box.x + 5 + px, box.y + 5, new Mouse.MoveOptions().setSteps(8));
    assertThat(metresOfWhite(1.3)).isCloseTo(1.3, within(0.02));
    page.mouse().up();
  }

  /**
   * How far the wall is white from its left end, read from a row of the stage: its two ends and the cut in the
   * middle, found while the mask ended there, give the perspective.
   */
  private double metresOfWhite(double expected) throws IOException {
    double metres = 0;
    for (int attempt = 0; attempt < 60; attempt++) {
      BufferedImage stage =
          ImageIO.read(new ByteArrayInputStream(page.getByTestId("stage").screenshot()));
      int y = stage.getHeight() / 2;
      int left = find(stage, y, 0, 0xFFFFFF);
      int end = left < 0 ? -1 : find(stage, y, left, 0x000000);
      int right = stage.getWidth() - 1;
      while (right > 0 && (stage.getRGB(right, y) & 0xFFFFFF) != 0) {
        right--;
      }
      if (end > 0) {
        cut = cut == 0 ? end : cut;
        double c = (2.0 * cut - left - right) / (2.0 * (right - cut));
        double b = cut * (1 + c) - left;
        metres = (left - end) / (c * end - b);
      }
      if (Math.abs(metres - expected) < 0.02) {
        break;
      }
      page.waitForTimeout(200);
    }
    return metres;
  }

  /** The first column from one on that has a colour, −1 for none. */
  private static int find(BufferedImage image, int y, int from, int rgb) {
    for (int x = from; x < image.getWidth(); x++) {
      if ((image.getRGB(x, y) & 0xFFFFFF) == rgb) {
        return x;
      }
    }
    return -1;
  }

  private void packThree() {
    panel("Packs");
    artist.button("New pack").click();
    layIn("red", "mask");
    layIn("green", "1 steel");
    layIn("blue", "2 tin");
    Locator pack = page.getByLabel("Packs").locator(".pack");
    assertThat(pack).containsText("mask");
    assertThat(pack).containsText("steel");
    assertThat(pack).containsText("empty, 255");
    pack.locator(".channel").first().click();
    assertThat(page.getByText("pack · r")).isVisible();
    page.getByLabel("Where it is shown").getByText("flat").click();
  }

  private void layIn(String channel, String thing) {
    page.locator(".well")
        .filter(new Locator.FilterOptions().setHas(page.getByLabel("Lay into " + channel)))
        .locator(".things")
        .click();
    page.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName(thing).setExact(true))
        .click();
    assertThat(page.getByLabel("Empty " + channel + " of pack")).isVisible();
  }

  private void touchUpACorner() {
    panel("The map itself");
    page.getByLabel("What is given").selectOption("stroke");
    page.getByLabel("Group that gets it").selectOption(new SelectOption().setLabel("2 tin"));
    Locator map = page.getByTestId("map").locator("canvas");
    assertThat(page.getByTestId("map")).containsText("a texel");
    artist.button("Whole sheet").click();
    BoundingBox box = map.boundingBox();
    double side = 0.94 * Math.min(box.width, box.height);
    double left = box.x + (box.width - side) / 2;
    double top = box.y + (box.height - side) / 2;
    page.mouse().move(left + 0.9 * side, top + 0.08 * side);
    page.mouse().down();
    page.mouse().move(left + 0.96 * side, top + 0.14 * side);
    page.mouse().up();
    assertThat(page.getByLabel("Touch-ups").locator("li")).hasCount(2);
    assertThat(page.getByLabel("Touch-ups")).containsText("stroke → tin");
    page.getByLabel("What is given").selectOption("");
  }

  private void everythingIsStillThere() {
    panel("The map itself");
    assertThat(page.getByLabel("Touch-ups").locator("li")).hasCount(2);
    assertThat(page.getByLabel("Touch-ups")).not().containsText("lost");
    Locator largest = page.getByLabel("largest speck, texels");
    largest.fill("2000");
    largest.press("Enter");
    // The steel square is still merged; the stroke in the corner is of tin and lies in paint.
    assertThat(page.getByLabel("Specks")).containsText("in another group: 1");
    assertThat(page.getByLabel("Specks").locator(".speck")).containsText("tin");
    panel("Masks");
    assertThat(page.locator(".strip")).containsText("mm");
  }

  private void bringInAForeignImage() throws IOException {
    BufferedImage image = new BufferedImage(64, 64, BufferedImage.TYPE_INT_RGB);
    for (int i = 0; i < 64 * 64; i++) {
      image.setRGB(i % 64, i / 64, i % 64 < 32 ? 0x123456 : 0xFFE0A0);
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(image, "png", out);
    page.getByLabel("ID image")
        .setInputFiles(new FilePayload("old-wall.png", "image/png", out.toByteArray()));
    Locator found = page.getByLabel("Groups of the image");
    assertThat(found.locator("li")).hasCount(2);
    assertThat(found).containsText("new");
    artist.button("Keep it as a bake").click();
    assertThat(page.getByLabel("Masks of groups").locator("li")).hasCount(2);
    assertThat(page.getByLabel("Masks of groups")).containsText("deep sky blue");
  }
}
