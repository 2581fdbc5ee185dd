package idiotaxa.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.FileChooser;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.WaitForSelectorState;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Nobody touches a mouse here. */
class KeyboardTest extends OnTheDemo {
  private static final int MOST_TABS = 200;

  private final Page page = browser.openCoarse(application.url());
  private final StagePage artist = new StagePage(page);

  KeyboardTest() {
    // A chooser is caught from the beginning: a key opens it sooner than a listener that is just being added hears.
    page.onFileChooser(chooser -> {});
  }

  private void key(String key) {
    page.keyboard().press(key);
  }

  /** Goes on with Tab until it is there, as who cannot point does. */
  private void tabTo(Locator wanted) {
    // What is ticked or chosen by keys may itself be out of sight.
    wanted.first().waitFor(new Locator.WaitForOptions().setState(WaitForSelectorState.ATTACHED));
    for (int i = 0; i < MOST_TABS; i++) {
      if (Boolean.TRUE.equals(wanted.first().evaluate("element => element === document.activeElement || element.contains(document.activeElement)"))) {
        return;
      }
      key("Tab");
    }
    throw new AssertionError("Tab does not lead to " + wanted);
  }

  private void press(Locator button) {
    tabTo(button);
    key("Enter");
  }

  private Locator station(String name) {
    return page.getByRole(AriaRole.NAVIGATION)
        .getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName(name));
  }

  @Test
  void fromUploadToHandOff() {
    tabTo(page.getByLabel("Name of a new asset"));
    page.keyboard().type("Wall by keys");
    press(artist.button("New asset"));
    Locator card = page.getByTestId("drop-target");
    card.waitFor();
    // The page has loaded what it shows; what comes later would take the focus along.
    page.waitForTimeout(1500);
    Locator choose =
        card.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Choose files…"));
    tabTo(choose);
    assertThat(choose).isFocused();
    FileChooser chooser = page.waitForFileChooser(() -> key("Enter"));
    chooser.setFiles(new FilePayload("wall.glb", "application/octet-stream", MaskingTest.wall()));
    artist.waitForStage();

    press(station("Sort"));
    artist.waitForStage();
    press(artist.button("New group"));
    page.getByRole(AriaRole.DIALOG).waitFor();
    tabTo(page.getByRole(AriaRole.DIALOG).getByLabel("Name"));
    page.keyboard().type("tar");
    key("Enter");
    artist.drawer(1).waitFor();
    pickAndClaim();
    strokeABox();

    press(station("Bake"));
    press(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Bake"))));
    press(page.getByText("Hand it off"));
    press(artist.button("Make the package"));
    assertThat(page.getByLabel("Packages").locator("article").first()).containsText(".zip");
    page.close();
  }

  private void pickAndClaim() {
    Locator stage = page.getByTestId("stage");
    tabTo(stage);
    assertThat(page.getByTestId("aim")).isVisible();
    key("Enter");
    assertThat(artist.pickLine()).containsText("100 % of the area");
    key("1");
    assertThat(artist.drawer(1)).containsText("100 %");
    key("Control+z");
    assertThat(artist.pickLine()).containsText("100 % of the area");
    key("1");
    assertThat(artist.drawer(1)).containsText("100 %");
    // What the aim is on is said, and the camera turns until it is on nothing.
    assertThat(page.locator(".notes")).containsText("wall · 1 tar");
    for (int i = 0; i < 6; i++) {
      key("ArrowRight");
      key("-");
    }
    for (int i = 0; i < 10; i++) {
      key("Shift+ArrowRight");
    }
    key("Control+ArrowUp");
    assertThat(page.locator(".notes")).not().containsText("wall");
    key("Home");
    key("Control+ArrowDown");
    assertThat(page.locator(".notes")).containsText("wall");
  }

  private void strokeABox() {
    key("o");
    page.keyboard().down("d");
    for (int i = 0; i < 9; i++) {
      key("ArrowRight");
    }
    for (int i = 0; i < 9; i++) {
      key("ArrowDown");
    }
    page.keyboard().up("d");
    assertThat(artist.pickLine()).containsText(Pattern.compile("\\d+ faces in 1 piece"));
    key("Escape");
    assertThat(artist.pickLine()).containsText("Nothing is picked");
  }

  @Test
  void keysCanBeOthersAndLettersNone() {
    page.getByText("Storm lantern").first().click();
    artist.goTo("Sort");
    artist.waitForStage();
    key("?");
    Locator dialog = page.getByRole(AriaRole.DIALOG);
    assertThat(dialog).containsText("Without a mouse");
    press(dialog.getByLabel("invert: J. Change"));
    key("Shift+X");
    assertThat(dialog.getByLabel("invert: Shift X. Change")).isVisible();
    // A key that is taken goes over, and that is said.
    press(dialog.getByLabel("piece: Y. Change"));
    key("t");
    assertThat(dialog).containsText("“part” has no key");
    key("Escape");
    assertThat(dialog).not().isVisible();

    key("Shift+X");
    assertThat(artist.pickLine()).containsText("100 % of the area");
    key("j");
    assertThat(artist.pickLine()).containsText("100 % of the area");
    key("t");
    assertThat(page.getByLabel("What a click picks").getByLabel("piece")).isChecked();

    key("?");
    tabTo(dialog.getByLabel("letters by themselves are commands"));
    key("Space");
    key("Escape");
    key("Shift+X");
    assertThat(artist.pickLine()).containsText("100 % of the area");
    page.reload();
    artist.waitForStage();
    key("Shift+X");
    assertThat(artist.pickLine()).containsText("Nothing is picked");
    key("?");
    press(artist.button("All as at first"));
    key("Escape");
    key("j");
    assertThat(artist.pickLine()).containsText("100 % of the area");
    page.close();
  }

  @Test
  void commandsAreFoundAsInAList() {
    page.getByText("Storm lantern").first().click();
    artist.goTo("Sort");
    artist.waitForStage();
    // The link that was followed keeps the focus, and Enter means it.
    artist.clickStage(0.02, 0.9);
    key("Control+Enter");
    Locator box = page.getByRole(AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName("Search for a command"));
    box.fill("pick");
    Locator list = page.getByRole(AriaRole.LISTBOX);
    assertThat(list.getByRole(AriaRole.OPTION)).not().hasCount(0);
    assertThat(list.locator("[aria-selected=true]")).hasCount(1);
    String first = list.locator("[aria-selected=true]").textContent();
    key("ArrowDown");
    assertThat(list.locator("[aria-selected=true]").textContent()).isNotEqualTo(first);
    box.fill("invert");
    key("Enter");
    assertThat(artist.pickLine()).containsText("100 % of the area");
    page.close();
  }
}
