package idiotaxa.e2e;

import com.microsoft.playwright.Page;

/** A page whose requests are answered late and out of order. */
final class LateAnswers {
  /** Every request of the page is answered late, by a sequence of its own; the stream of events is not. */
  private static final String LATE =
      """
      {
        const ask = window.fetch
        let seed = %d
        const random = () => (seed = (seed * 16807) %% 2147483647) / 2147483647
        window.isLate = false
        window.fetch = async (...request) => {
          const wait = window.isLate && String(request[0]).includes('/api/') ? 50 + %d * random() : 0
          const answer = await ask(...request)
          if (wait) await new Promise((done) => setTimeout(done, wait))
          return answer
        }
      }
      """;

  private LateAnswers() {}

  /**
   * To be added before the page is opened.
   *
   * @param latestMs the latest answers come so long after the earliest
   */
  static String script(int seed, int latestMs) {
    return LATE.formatted(seed, latestMs);
  }

  static void begin(Page page) {
    page.evaluate("window.isLate = true");
  }
}
