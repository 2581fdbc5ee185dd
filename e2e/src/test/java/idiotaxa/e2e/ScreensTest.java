package idiotaxa.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import idiotaxa.server.running.ApiClient;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/**
 * Every view at the sizes that people have: a small laptop, a screen of 1280 × 800 at twice its size, a wide one. Nothing leaves
 * the window where it cannot be scrolled to, and no text is cut that does not tell the whole of it on request.
 */
class ScreensTest extends OnTheDemo {
  private static final int[][] SIZES = {{1280, 800}, {1024, 700}, {640, 400}, {2400, 1200}};

  /** What is wrong with the page that is seen, in words. */
  private static final String LOOK =
      """
      () => {
        const found = new Set()
        const words = (e) => `${e.tagName.toLowerCase()}.${[...e.classList].join('.')} “${(e.innerText ?? '').trim().slice(0, 40)}”`
        const scrolls = (e, axis) => {
          for (let up = e; up && up !== document.documentElement; up = up.parentElement) {
            const flow = getComputedStyle(up)[axis === 'x' ? 'overflowX' : 'overflowY']
            if (flow === 'auto' || flow === 'scroll') return true
          }
          return false
        }
        const tells = (e) => {
          for (let up = e; up; up = up.parentElement) if (up.title || up.getAttribute('aria-label')) return true
          return false
        }
        for (const e of document.body.querySelectorAll('*')) {
          const style = getComputedStyle(e)
          const box = e.getBoundingClientRect()
          if (box.width < 2 || box.height < 2 || style.visibility === 'hidden' || style.opacity === '0' || e.closest('.sr-only, [hidden], svg, .el-popper, canvas')) continue
          if (box.right > innerWidth + 1.5 && !scrolls(e.parentElement, 'x')) found.add(`leaves the window at the right: ${words(e)}`)
          if (box.bottom > innerHeight + 1.5 && !scrolls(e.parentElement, 'y')) found.add(`leaves the window below: ${words(e)}`)
          // Nobody looks for more at the side of a panel.
          if (e.scrollWidth > e.clientWidth + 1 && /auto|scroll/.test(style.overflowX) && e.clientWidth > 0 && !e.matches('.wide-table')) found.add(`scrolls sideways: ${words(e)}`)
          const hasText = [...e.childNodes].some((n) => n.nodeType === 3 && n.textContent.trim())
          const isCut = hasText && e.scrollWidth > e.clientWidth + 1 && style.overflowX !== 'visible' && style.overflowX !== 'auto' && style.display !== 'inline'
          if (isCut && !tells(e)) found.add(`cut: ${words(e)}`)
        }
        return [...found]
      }
      """;

  private final ApiClient api = new ApiClient(application);

  private long asset(String name) {
    for (JsonNode asset : api.json("/api/assets").get("assets")) {
      if (asset.get("name").asString().toLowerCase(java.util.Locale.ROOT).contains(name)) {
        return asset.get("id").asLong();
      }
    }
    throw new AssertionError("no asset " + name);
  }

  @Test
  void nothingIsCutAtAnySize() {
    long buoy = asset("buoy");
    String target = "/assets/" + buoy;
    List<String> paths = new ArrayList<>(List.of("/", "/many", "/trash", "/space", "/queue", "/guide"));
    for (String station : List.of("bring-in", "sort", "bake", "masks", "hand-off", "recipe", "review")) {
      paths.add(target + "/" + station);
    }
    List<String> wrong = new ArrayList<>();
    Page page = browser.openCoarse(application.url());
    for (String path : paths) {
      page.navigate(application.url() + path);
      page.locator("main").first().waitFor();
      page.waitForTimeout(700);
      for (int[] size : SIZES) {
        page.setViewportSize(size[0], size[1]);
        page.waitForTimeout(150);
        for (Object words : (List<?>) page.evaluate(LOOK)) {
          wrong.add("%s at %d × %d: %s".formatted(path, size[0], size[1], words));
        }
      }
    }
    assertThat(wrong).isEmpty();
  }
}
