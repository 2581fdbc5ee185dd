package idiotaxa.server.kept;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.TestSettings;
import java.io.BufferedReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What becomes of a folder when the process that writes it is killed, or can write no further. */
class KeptFolderProcessTest {
  private static final int KILLS = 6;
  private static final long SEED = 7;

  @TempDir private Path temp;
  private Path watched;
  private Path place;
  private TestPackage one;
  private TestPackage other;

  @BeforeEach
  void makePackages() throws IOException {
    watched = Files.createDirectory(temp.resolve("watched"));
    place = watched.resolve("sign");
    one = TestPackage.in(temp, "1", contents("one", 40));
    other = TestPackage.in(temp, "2", contents("other", 33));
  }

  /** Many files, so that a process that is killed is mostly killed between two of them, and one that is larger than the others. */
  private static Map<String, String> contents(String word, int files) {
    Map<String, String> contents = new TreeMap<>();
    for (int f = 0; f < files; f++) {
      contents.put("masks/" + f + ".png", (f % 4 == 0 ? "same " : word + " ").repeat(200));
    }
    contents.put("sign_id.png", word.repeat(40_000));
    return contents;
  }

  private static List<String> writer(Path... arguments) {
    List<String> command =
        new ArrayList<>(
            List.of(
                System.getProperty("java.home") + "/bin/java",
                "-XX:TieredStopAtLevel=1",
                "-cp",
                System.getProperty("surefire.test.class.path", System.getProperty("java.class.path")),
                KeptWriter.class.getName()));
    Stream.of(arguments).map(Path::toString).forEach(command::add);
    return command;
  }

  private Map<String, Integer> lying() throws IOException {
    Map<String, Integer> found = new TreeMap<>();
    try (Stream<Path> all = Files.walk(watched)) {
      for (Path path : all.filter(Files::isRegularFile).toList()) {
        found.put(watched.relativize(path).toString(), Arrays.hashCode(Files.readAllBytes(path)));
      }
    }
    return found;
  }

  private void bring(TestPackage wanted) {
    KeptFolder folder = new KeptFolder(TestSettings.with(null, null, watched));
    assertThat(folder.bring("sign", wanted.file(), wanted.files(), List.of(), () -> true)).isPresent();
  }

  @Test
  void killedAtAnyMomentItLeavesNoManifestThatDescribesSomethingElse() throws Exception {
    Random random = new Random(SEED);
    for (int kill = 0; kill < KILLS; kill++) {
      Process process = new ProcessBuilder(writer(watched, one.file(), other.file())).redirectErrorStream(true).start();
      try (BufferedReader said = process.inputReader()) {
        assertThat(said.readLine()).isEqualTo("begins");
        Thread.sleep(100 + random.nextInt(100));
        process.destroyForcibly().waitFor();
      }
      assertThat(TestPackage.misdescribed(place)).isEmpty();
    }
    // The next one that looks brings it to what is wanted, whatever lay there.
    bring(one);
    assertThat(place.resolve("manifest.json")).exists();
    assertThat(TestPackage.misdescribed(place)).isEmpty();
  }

  /** The limit of a file's size stands for a full disk: the write ends in the middle of a file. */
  @Test
  void whereTheDiskIsFullWhatLayThereStaysWholeAndThatIsSaid() throws Exception {
    bring(one);
    Map<String, Integer> before = lying();
    List<String> command = new ArrayList<>(List.of("bash", "-c", "ulimit -f 64; exec \"$@\"", "bash"));
    command.addAll(writer(watched, other.file()));
    Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
    String said = new String(process.getInputStream().readAllBytes());
    assertThat(process.waitFor(60, TimeUnit.SECONDS)).isTrue();
    assertThat(said).contains("The hand-off folder " + watched + " cannot be written to");
    assertThat(lying()).isEqualTo(before);
  }
}
