package idiotaxa.server.crash;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The short form, at other moments each time; the message of a failure has the seed that makes the same again. */
class CrashTest {
  private static final int SECONDS = 30;

  @TempDir Path folder;

  @Test
  void whatWasPromisedIsThereWhateverWasKilled() throws Exception {
    CrashRun run = new CrashRun(folder, System.nanoTime());
    run.kill(SECONDS);
    System.out.println(run.figures());
    assertThat(run.faults()).as(run.figures()).isEmpty();
  }
}
