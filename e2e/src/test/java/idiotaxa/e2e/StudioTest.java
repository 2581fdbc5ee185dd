package idiotaxa.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import idiotaxa.server.people.Role;
import idiotaxa.server.running.AccountCommand;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.Studio;
import java.util.Map;
import org.jooq.DSLContext;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A studio: the first account, two people with different roles, the trash, and the pages of those who manage. */
class StudioTest {
  private static final double PATIENCE_MS = 90_000;

  private final RunningApplication application = RunningApplication.studio();
  private Browser browser;

  @BeforeEach
  void open() {
    PlaywrightAssertions.setDefaultAssertionTimeout(PATIENCE_MS);
    browser = Browser.forTests();
    // Who has not signed in is told so by answers that a browser calls errors.
    browser.expect("401");
  }

  @AfterEach
  void nothingFailed() {
    assertThat(browser.complaints()).isEmpty();
    browser.close();
  }

  private Page signIn(String name, String path) {
    Page page = browser.openCoarse(application.url() + path);
    page.getByLabel("Name").fill(name);
    page.getByLabel("Password", new Page.GetByLabelOptions().setExact(true)).fill(Studio.PASSWORD);
    button(page, "Sign in").click();
    assertThat(page.getByText("Who is working?")).isHidden();
    return page;
  }

  private static Locator button(Page page, String name) {
    return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
  }

  /** Of the list that is open: others have the same words. */
  private static Locator choice(Page page, String words) {
    return page.locator(".el-select-dropdown__item:visible", new Page.LocatorOptions().setHasText(words));
  }

  private static Locator combobox(Page page, String name) {
    return page.getByRole(AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName(name));
  }

  @Test
  void theFirstAccountMakesTheOthersAndTheyMeetOnAnAsset() {
    assertThat(AccountCommand.run(application, "Mona", "manage", Studio.PASSWORD)).contains("Mona");
    Page manager = signIn("Mona", "/people");
    makeAccount(manager, "Wim", "work");
    makeAccount(manager, "Lou", "look");
    manager.getByLabel("Name of a new show").fill("Saltmarsh Light");
    button(manager, "New show").click();
    combobox(manager, "People of Saltmarsh Light").press("Enter");
    choice(manager, "Wim").click();
    choice(manager, "Lou").click();
    manager.keyboard().press("Escape");

    Page working = signIn("Wim", "/");
    working.getByLabel("Name of a new asset").fill("Wall of the studio");
    button(working, "New asset").click();
    working.waitForURL("**/bring-in");
    long asset = Long.parseLong(working.url().replaceAll(".*/assets/(\\d+)/.*", "$1"));
    ApiClient script = new Studio(application).script("Wim", Role.WORK);
    script.bringIn(asset, "target", Map.of("wall.glb", MaskingTest.wall()));
    working.navigate(application.url() + "/assets/" + asset + "/sort");
    new StagePage(working).waitForStage();

    Page looking = signIn("Lou", "/assets/" + asset + "/sort");
    new StagePage(looking).waitForStage();
    assertThat(working.getByText("also here: Lou")).isVisible();
    assertThat(looking.getByText("also here: Wim")).isVisible();
    assertThat(looking.getByText("you may look")).isVisible();
    // What would be refused is not offered, neither to the pointer nor to the keys; no request is refused.
    assertThat(looking.locator("[inert]", new Page.LocatorOptions().setHasText("New group"))).isVisible();
    assertThat(working.locator("[inert]")).hasCount(0);
    new StagePage(looking).clickStage(0.5, 0.5);
    assertThat(looking.getByTestId("pick-line")).containsText("1 piece");
    looking.keyboard().press("0");
    assertThat(looking.getByText("You may look here and change nothing").first()).isVisible();
    assertThat(script.json("/api/assets/" + asset).get("history")).isEmpty();

    manager.navigate(application.url() + "/people");
    assertThat(manager.getByTestId("people")).containsText("POST /api/assets/" + asset + "/models");
  }

  private static void makeAccount(Page manager, String name, String role) {
    manager.getByLabel("Name of a new account").fill(name);
    manager.getByLabel("Password of the new account").fill(Studio.PASSWORD);
    combobox(manager, "What the new account may").press("Enter");
    choice(manager, role).click();
    button(manager, "New account").click();
    assertThat(combobox(manager, "What " + name + " may")).isVisible();
  }

  @Test
  void anAssetGoesIntoTheTrashAndComesBack() {
    new Studio(application).account("Mona", Role.MANAGE);
    Page page = signIn("Mona", "/");
    ApiClient script = new Studio(application).script("Mona", Role.MANAGE);
    String name = "Bin " + System.nanoTime();
    script.post("/api/assets", "{\"name\": \"" + name + "\", \"show\": 1}");
    page.reload();
    Locator card = page.locator("article", new Page.LocatorOptions().setHasText(name));
    card.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Rename " + name)).click();
    page.getByRole(AriaRole.DIALOG).getByRole(AriaRole.TEXTBOX).fill(name + " renamed");
    button(page, "Rename it").click();
    Locator renamed = page.getByLabel("Put " + name + " renamed into the trash");
    renamed.click();
    assertThat(renamed).isHidden();
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Trash")).click();
    Locator row = page.locator("tr", new Page.LocatorOptions().setHasText(name + " renamed"));
    row.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Take back")).click();
    assertThat(row).isHidden();
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Catalogue").setExact(true)).click();
    assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName(name + " renamed"))).isVisible();
  }

  @Test
  void theQueueTellsWhatFailedAndBeginsItAgain() {
    new Studio(application).account("Mona", Role.MANAGE);
    ApiClient script = new Studio(application).script("Mona", Role.MANAGE);
    String name = "Queued " + System.nanoTime();
    long asset = script.post("/api/assets", "{\"name\": \"" + name + "\", \"show\": 1}").get("id").asLong();
    script.bringIn(asset, "target", Map.of("broken.glb", new byte[] {1, 2, 3}));
    application
        .bean(DSLContext.class)
        .execute(
            "REPLACE INTO running_process (name, host, kinds, serves_pages, threads, memory_megabytes, began_at,"
                + " seen_at, ended_at) SELECT 'gone-home', host, kinds, FALSE, 1, 512, began_at, seen_at, seen_at"
                + " FROM running_process LIMIT 1");
    Page page = signIn("Mona", "/queue");
    Locator ended = page.getByText("gone-home");
    assertThat(page.getByTestId("queue")).containsText("at work");
    assertThat(ended).hasCount(0);
    button(page, "Show those that have ended").click();
    assertThat(ended).isVisible();
    button(page, "Hide those that have ended").click();
    assertThat(ended).hasCount(0);
    Locator failed = page.locator("section[aria-label='Failed last'] tr", new Page.LocatorOptions().setHasText(name));
    assertThat(failed).containsText("broken.glb");
    assertThat(page.getByTestId("queue")).containsText("at work");
    String before = endOf(script, asset);
    failed.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Again")).click();
    for (int i = 0; i < 100 && (endOf(script, asset).isEmpty() || endOf(script, asset).equals(before)); i++) {
      page.waitForTimeout(100);
    }
    assertThat(endOf(script, asset)).isNotEqualTo(before);
    assertThat(failed).containsText("broken.glb");
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Space")).click();
    assertThat(page.getByTestId("space")).containsText("What is kept");
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("People")).click();
    assertThat(page.getByText("Who did what")).isVisible();
    Accessible.check(page);
    button(page, "Sign out").click();
    assertThat(button(page, "Sign in")).isVisible();
    page.navigate(application.url() + "/queue");
    assertThat(button(page, "Sign in")).isVisible();
    Accessible.check(page);
  }

  /** When the job of an asset failed last; what is begun again has not failed meanwhile. */
  private static String endOf(ApiClient script, long asset) {
    for (JsonNode line : script.json("/api/queue").get("failed")) {
      if (line.get("assetId").asLong() == asset) {
        return line.get("endedAt").asString();
      }
    }
    return "";
  }
}
