package idiotaxa.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.ChannelMarkerBuoyB;
import idiotaxa.demo.HullPlate;
import idiotaxa.demo.SaltmarshPalette;
import idiotaxa.server.running.ApiClient;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** What the guide says is done step by step as it says it, by somebody who finds it by a word of their own. */
class GuideTest extends OnTheDemo {
  private static final LocatorAssertions.ContainsTextOptions PATIENTLY =
      new LocatorAssertions.ContainsTextOptions().setTimeout(120_000);

  private final ApiClient api = new ApiClient(application);
  private final List<Long> assets = new ArrayList<>();
  private final StagePage artist = new StagePage(browser.openCoarse("about:blank"));
  private final Page page = artist.page();

  @AfterEach
  void removeWhatWasMade() {
    assets.forEach(asset -> api.send("POST", "/api/assets/" + asset + "/trash", ""));
  }

  private long asset(String name) {
    long asset = api.createAsset(name + " " + System.nanoTime());
    assets.add(asset);
    return asset;
  }

  /** From wherever one is: by ? and a word to an entry, by its button to the station, and then step by step. */
  private void follow(String word, String title, Map<String, Runnable> steps) {
    page.keyboard().press("?");
    if (page.url().endsWith("/sort")) {
      page.getByRole(AriaRole.DIALOG).getByText("Guide: what people come for").click();
    }
    page.getByLabel("Find in the guide").fill(word);
    Locator article = page.getByRole(AriaRole.ARTICLE);
    assertThat(article.getByRole(AriaRole.HEADING)).hasText(title);
    assertThat((Boolean) article.locator("img").evaluate("async (i) => { await i.decode(); return i.naturalWidth > 600 }")).isTrue();
    List<String> said = article.getByRole(AriaRole.LISTITEM).allTextContents();
    assertThat(steps.keySet()).as("what the test does under " + title).containsExactlyInAnyOrderElementsOf(said);
    article.getByRole(AriaRole.BUTTON).click();
    Locator line = page.getByLabel("What is followed of the guide");
    assertThat(line.getByRole(AriaRole.LISTITEM)).hasText(said.toArray(String[]::new));
    for (String step : said) {
      steps.get(step).run();
      assertThat(line).isVisible();
    }
    line.getByText("Done").click();
    assertThat(line).not().isVisible();
  }

  private static FilePayload file(String name, Mesh mesh) {
    return new FilePayload(name, "model/gltf-binary", Glb.bytes(mesh));
  }

  private void drop(String role, String name, Mesh mesh) {
    page.getByTestId("drop-" + role).first().locator("input[type=file]").first().setInputFiles(file(name, mesh));
  }

  private void key(String key) {
    page.keyboard().press(key);
  }

  @Test
  void everythingThatTheGuideSaysIsDoneAsItSays() {
    long buoy = asset("Guided buoy");
    page.navigate(application.url() + "/assets/" + buoy + "/bring-in");
    page.getByTestId("drop-target").waitFor();
    bringIn();
    groups();
    proposal();
    bake();
    source();
    mask();
    handOff();
    keep();
    revision();
    strokes();
    page.close();
  }

  @Test
  void stationsSayWhatTheyAreForUntilThatIsPutAway() {
    long empty = asset("Guided later");
    page.navigate(application.url() + "/assets/" + empty + "/bring-in");
    page.evaluate("localStorage['idiotaxa.sentences-put-away'] = 'false'");
    page.reload();
    assertThat(page.getByText("Here the model that gets the maps comes in")).isVisible();
    artist.goTo("Hand off");
    assertThat(page.getByText("Here maps, masks and meshes are written")).isVisible();
    page.getByText("Put these away").click();
    page.reload();
    artist.goTo("Sort");
    assertThat(page.getByText("Here every part of the model")).hasCount(0);
    page.close();
  }

  private void bringIn() {
    follow(
        "import",
        "Bring a model in",
        Map.of(
            "Drop the model that gets the maps on Target.",
            () -> {
              drop("target", "buoy.glb", ChannelMarkerBuoy.target());
              assertThat(page.getByTestId("drop-target")).containsText("3,324 triangles", PATIENTLY);
            },
            "Drop the high-poly model on Source, if there is one.",
            () -> {
              drop("source", "buoy_high.glb", ChannelMarkerBuoy.source(SaltmarshPalette.create(), 2));
              assertThat(page.getByTestId("drop-source").first()).containsText("43 parts", PATIENTLY);
            },
            "Look under contents and findings at what the files hold.",
            () -> {
              Locator side = page.getByLabel("What is in it");
              side.getByText("contents", new Locator.GetByTextOptions().setExact(true)).click();
              assertThat(page.getByText("213 islands")).isVisible();
              side.getByText(Pattern.compile("^findings")).click();
            }));
  }

  private void groups() {
    follow(
        "assign",
        "Put parts into groups",
        Map.of(
            "Press New group for a material, and name it.",
            () -> {
              artist.waitForStage();
              artist.button("New group").click();
              page.getByRole(AriaRole.DIALOG).getByLabel("Name").fill("hull paint");
              artist.button("Make it").click();
              assertThat(artist.drawer(1)).containsText("hull paint");
            },
            "Click a part on the model; Shift adds another.",
            () -> {
              artist.clickStage(0.5, 0.6);
              assertThat(artist.pickLine()).containsText("480 faces in 1 piece");
              artist.clickStage(0.5, 0.18, "Shift");
              assertThat(artist.pickLine()).containsText("in 2 pieces");
            },
            "Press the number of the drawer.",
            () -> {
              key("1");
              assertThat(artist.drawer(1)).containsText("2 pieces");
            },
            "Ctrl Z takes it back.",
            () -> {
              key("Control+z");
              assertThat(artist.drawer(1)).containsText("0 %");
            }));
  }

  private void proposal() {
    follow(
        "automatic",
        "Let groups be proposed",
        Map.of(
            "Press Propose groups….",
            () -> artist.button("Propose groups…").click(),
            "Choose what is read, such as the part names.",
            () -> page.getByText("the target's part names").click(),
            "Press Keep the proposal.",
            () -> {
              artist.button("Keep the proposal").click();
              assertThat(page.getByLabel("Cabinet of drawers")).containsText("100 %");
            }));
  }

  private void bake() {
    follow(
        "render",
        "Bake ID maps",
        Map.of(
            "Choose the Size.",
            () -> artist.choose("Size", "512 px"),
            "Press Bake.",
            () -> artist.button("Bake").click(),
            "Look at what was missed and where groups are in conflict.",
            () -> assertThat(page.getByText("0 missed, 0 conflicts")).isVisible()));
  }

  private void source() {
    follow(
        "cage",
        "Read IDs from a high-poly model",
        Map.of(
            "Choose the source where IDs are read from.",
            () -> artist.choose("IDs are read from", "the source"),
            "Choose the Origin, such as vertex colours.",
            () -> artist.choose("Origin", "vertex colours"),
            "Press Bake.",
            () -> {
              artist.button("Bake").click();
              assertThat(page.getByText("million rays")).isVisible(new LocatorAssertions.IsVisibleOptions().setTimeout(120_000));
            }));
  }

  private void mask() {
    follow(
        "combine",
        "Make a mask of several groups",
        Map.of(
            "Press New mask.",
            () -> artist.button("New mask").click(),
            "Choose the groups that it takes.",
            () -> {
              for (int i = 0; i < 2; i++) {
                page.locator(".strip .things").click();
                page.locator(".el-select-dropdown:visible").getByRole(AriaRole.OPTION).nth(i).click();
                assertThat(page.locator(".strip").getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(Pattern.compile("^Take .* out$")))).hasCount(i + 1);
              }
            },
            "Look at it on the map.",
            () -> {
              page.getByTestId("map").hover();
              assertThat(page.getByTestId("map")).containsText("of 255 covered");
            }));
  }

  private void handOff() {
    follow(
        "export",
        "Write files for a texturing tool",
        Map.of(
            "Choose under What is written a template, or change its lines.",
            () -> {
              page.locator(".which").click();
              page.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName("Maps and masks")).click();
            },
            "Look under Files it makes now at the names.",
            () -> assertThat(page.getByTestId("plan")).containsText("_1001_id.png"),
            "Press Make and download.",
            () -> {
              var download = page.waitForDownload(() -> artist.button("Make and download").click());
              assertThat(download.suggestedFilename()).endsWith(".zip");
            }));
  }

  private void keep() {
    Locator kept = page.locator("a.kept");
    follow(
        "sync",
        "Keep a folder up to date while sorting",
        Map.of(
            "Tick Keep the folder up to date.",
            () -> {
              page.locator(".el-checkbox", new Page.LocatorOptions().setHasText("Keep the folder up to date")).click();
              assertThat(kept).containsText("true since", PATIENTLY);
            },
            "Sort: what is claimed is baked and written by itself.",
            () -> {
              artist.goTo("Sort");
              artist.waitForStage();
              artist.clickStage(0.5, 0.6);
              key("2");
              assertThat(kept).not().containsText("true since");
            },
            "Read in the line above since when the folder is true.",
            () -> assertThat(kept).containsText("true since", PATIENTLY)));
    artist.goTo("Hand off");
    page.locator(".el-checkbox", new Page.LocatorOptions().setHasText("Keep the folder up to date")).click();
    assertThat(kept).hasCount(0);
  }

  private void revision() {
    Locator rows = page.getByTestId(Pattern.compile("review-\\d+"));
    follow(
        "new version",
        "Bring in the next revision of a model",
        Map.of(
            "Drop the new file on Target; groups are carried over.",
            () -> {
              drop("target", "buoy_b.glb", ChannelMarkerBuoyB.target());
              assertThat(page.getByLabel("What changed")).containsText("took the place of A", PATIENTLY);
            },
            "Open Review.",
            () -> {
              page.getByLabel("What changed").getByText("Review", new Locator.GetByTextOptions().setExact(true)).click();
              rows.first().waitFor();
            },
            "Press Enter for a row that is right, or the number of the drawer where it belongs.",
            () -> {
              String before = page.getByText(Pattern.compile("\\d+ things to look at")).textContent();
              rows.first().click();
              key("Enter");
              assertThat(page.getByText(Pattern.compile("\\d+ things? to look at"))).not().hasText(before);
              rows.last().click();
              key("1");
            }));
  }

  private void strokes() {
    long hull = asset("Guided hull");
    api.bringIn(hull, "target", Map.of("hull_plate.glb", Glb.bytes(HullPlate.target())));
    for (String group : List.of("red paint", "steel", "brass")) {
      api.post("/api/assets/" + hull + "/groups", "{\"name\": \"" + group + "\"}");
    }
    page.navigate(application.url() + "/assets/" + hull + "/masks");
    assertThat(page.getByRole(AriaRole.HEADING).first()).containsText("Guided hull");
    Iterator<double[]> strokes = Arrays.asList(StrokesTest.STROKES).iterator();
    follow(
        "sculpt",
        "Sort a surface without parts",
        Map.of(
            "Press A.",
            () -> {
              artist.waitForStage();
              page.getByTestId("drawer-3").waitFor();
              key("a");
              assertThat(page.getByTestId("strokes-line")).isVisible();
            },
            "Press the number of a drawer, and draw over what belongs to it.",
            () -> draw(strokes.next()),
            "Do so for other drawers.",
            () -> strokes.forEachRemaining(this::draw),
            "Press Shift A to keep what follows.",
            () -> {
              key("Shift+A");
              assertThat(artist.drawer(0)).not().containsText("100 %");
              assertThat(artist.drawer(3)).not().containsText("0 %");
            }));
  }

  private void draw(double[] stroke) {
    key(Integer.toString((int) stroke[0]));
    artist.dragStage(stroke[1], stroke[2], stroke[3], stroke[4]);
  }
}
