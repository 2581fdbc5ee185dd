package idiotaxa.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** Asks axe what of a page those who do not see or use no mouse cannot use. */
final class Accessible {
  private static final Path AXE = Path.of("../web/node_modules/axe-core/axe.min.js");

  private Accessible() {}

  /** Fails with what axe finds. */
  static void check(Page page) {
    try {
      page.evaluate(Files.readString(AXE));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    Object found =
        page.evaluate(
            "async () => (await axe.run(document)).violations"
                + ".map(v => v.id + ' ' + v.nodes.map(n => n.target.join(' ')).join(', '))");
    assertThat((List<?>) found).as(page.url()).isEmpty();
  }
}
