package idiotaxa.server.blob;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.TestSettings;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Uploads that a crash cut short do not stay on the disk. */
class WorkFolderTest {
  @TempDir Path cache;

  private Path leftBy(String owner) throws IOException {
    Path folder = Files.createDirectories(cache.resolve("work-of-" + owner + "-1234").resolve("files7"));
    Files.write(folder.resolve("upload.tmp"), new byte[100]);
    return folder.getParent();
  }

  private WorkFolder start() throws IOException {
    return new WorkFolder(TestSettings.with(cache, null, null));
  }

  @Test
  void whatAProcessThatDiedLeftGoesAndWhatLivesStays() throws Exception {
    Process ended = new ProcessBuilder("true").start();
    ended.waitFor();
    Path dead = leftBy(Long.toString(ended.pid()));
    Path alive = leftBy(Long.toString(ProcessHandle.current().pid()));
    Path nobodys = leftBy("somebody");
    Path blob = Files.write(cache.resolve("blob"), new byte[1]);
    WorkFolder work = start();
    assertThat(dead).doesNotExist();
    assertThat(nobodys).doesNotExist();
    assertThat(alive).exists();
    assertThat(blob).exists();
    assertThat(work.path()).isEmptyDirectory();
  }

  @Test
  void twoOfOneProcessDoNotMeetAndEachTakesItsOwnAlong() throws IOException {
    WorkFolder one = start();
    WorkFolder other = start();
    Path kept = other.newFile(".tmp");
    Files.write(one.newFolder().resolve("a"), new byte[1]);
    one.close();
    assertThat(one.path()).doesNotExist();
    assertThat(kept).exists();
    other.close();
    assertThat(other.path()).doesNotExist();
  }
}
