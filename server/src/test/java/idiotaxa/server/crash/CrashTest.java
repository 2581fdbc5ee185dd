package idiotaxa.server.crash;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The short form, at the same moments each time and beside no other test; {@code ./idiotaxa bench crash} takes others. */
@Tag("alone")
class CrashTest {
  private static final int SECONDS = 12;
  private static final long SEED = 20_261_201L;

  @TempDir Path folder;

  @Test
  void whatWasPromisedIsThereWhateverWasKilled() throws Exception {
    CrashRun run = new CrashRun(folder, SEED);
    run.kill(SECONDS);
    System.out.println(run.figures());
    assertThat(run.faults()).as(run.figures()).isEmpty();
  }
}
