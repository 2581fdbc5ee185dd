package idiotaxa.e2e;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import java.util.Locale;
import java.util.function.Predicate;
import tools.jackson.databind.JsonNode;

/**
 * Measures what an artist waits for on Sort with the demo source, in headless Chromium that draws in
 * software. Not a test; run by hand, see docs/performance.md.
 */
public final class SortTimes {
  private static final int RUNS = 8;
  /** Runs of five faces each. */
  private static final int FACE_RUNS = 20_000;

  private SortTimes() {}

  public static void main(String[] args) {
    RunningApplication application = RunningApplication.withDemo();
    ApiClient api = new ApiClient(application);
    long asset = api.json("/api/assets").get("assets").get(0).get("id").asLong();
    Predicate<JsonNode> areHiddenKnown =
        a -> {
          for (JsonNode revision : a.get("revisions")) {
            if (!revision.get("isHiddenKnown").asBoolean()) {
              return false;
            }
          }
          return true;
        };
    api.waitFor(asset, areHiddenKnown);
    measureClaims(api, asset);
    measurePictures(application, asset);
    System.exit(0);
  }

  private static void measureClaims(ApiClient api, long asset) {
    JsonNode state = api.json("/api/assets/" + asset);
    long source = state.get("revisions").get(1).get("id").asLong();
    for (int run = 0; run < RUNS; run++) {
      StringBuilder ranges = new StringBuilder();
      for (int i = 0; i < FACE_RUNS; i++) {
        int from = 11 * i + run;
        ranges.append(i == 0 ? "" : ",").append(from).append(',').append(from + 5);
      }
      long group = state.get("groups").get(run % state.get("groups").size()).get("id").asLong();
      String body = "{\"groupId\": " + group + ", \"faceRanges\": [" + ranges + "]}";
      long begin = System.nanoTime();
      api.post("/api/assets/" + asset + "/revisions/" + source + "/claims", body);
      print("claim of 100 000 faces in 20 000 runs, stored", begin);
    }
    long begin = System.nanoTime();
    api.post("/api/assets/" + asset + "/journal/steps", "{\"steps\": " + -RUNS + "}");
    print("eight steps undone", begin);
  }

  private static void measurePictures(RunningApplication application, long asset) {
    try (Browser browser = Browser.asAtAnArtists()) {
      for (int run = 0; run < 3; run++) {
        Page page = browser.open(application.url() + "/assets/" + asset + "/sort");
        StagePage artist = new StagePage(page);
        artist.waitForStage();
        page.locator(".which").click();
        long begin = System.nanoTime();
        page.getByRole(AriaRole.OPTION).getByText("source").click();
        page.locator("[data-testid=stage][data-ready=false]").waitFor();
        artist.waitForStage();
        print("first picture of the source on the stage", begin);
        page.close();
      }
    }
  }

  private static void print(String what, long begin) {
    System.out.printf(Locale.ROOT, "%s: %d ms%n", what, (System.nanoTime() - begin) / 1_000_000);
  }
}
