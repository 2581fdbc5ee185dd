package idiotaxa.server.kept;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.handoff.HandoffWriter.WrittenFile;
import idiotaxa.server.TestSettings;
import idiotaxa.server.web.ConflictException;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class KeptFolderTest {
  @TempDir Path temp;
  private KeptFolder folder;
  private Path place;

  @BeforeEach
  void makeFolder() {
    folder = folder(temp.resolve("watched"));
    place = temp.resolve("watched/sign");
  }

  private static KeptFolder folder(Path path) {
    return new KeptFolder(TestSettings.with(null, null, path));
  }

  private TestPackage zip(String created, Map<String, String> contents) throws IOException {
    return TestPackage.in(temp, created, contents);
  }

  private List<KeptFolder.Replaced> bring(TestPackage zip, List<WrittenFile> before) {
    return folder.bring("sign", zip.file(), zip.files(), before, () -> true).orElseThrow();
  }

  private List<String> lying() throws IOException {
    try (Stream<Path> all = Files.walk(temp.resolve("watched"))) {
      return all.filter(Files::isRegularFile).map(p -> temp.resolve("watched").relativize(p).toString()).sorted().toList();
    }
  }

  @Test
  void onlyWhatIsAnotherOneIsReplaced() throws Exception {
    TestPackage first = zip("1", Map.of("a_id.png", "red", "masks/a.png", "one", "masks/b.png", "two"));
    assertThat(bring(first, List.of())).extracting(KeptFolder.Replaced::change).containsOnly("new").hasSize(4);
    Files.writeString(place.resolve("notes.txt"), "mine");
    FileTime old = FileTime.fromMillis(1_000_000);
    Files.setLastModifiedTime(place.resolve("a_id.png"), old);
    TestPackage second = zip("2", Map.of("a_id.png", "red", "masks/a.png", "changed", "masks/c.png", "three"));
    assertThat(bring(second, first.files()))
        .containsExactlyInAnyOrder(
            new KeptFolder.Replaced("masks/a.png", "changed"),
            new KeptFolder.Replaced("masks/b.png", "gone"),
            new KeptFolder.Replaced("masks/c.png", "new"),
            new KeptFolder.Replaced("manifest.json", "changed"));
    assertThat(Files.getLastModifiedTime(place.resolve("a_id.png"))).isEqualTo(old);
    assertThat(place.resolve("masks/a.png")).hasContent("changed");
    assertThat(lying())
        .containsExactly(
            ".sign.lock", "sign/a_id.png", "sign/manifest.json", "sign/masks/a.png", "sign/masks/c.png", "sign/notes.txt");
  }

  @Test
  void whatDiffersInItsTimeAloneStays() throws Exception {
    TestPackage first = zip("1", Map.of("a_id.png", "red"));
    bring(first, List.of());
    assertThat(bring(zip("2", Map.of("a_id.png", "red")), first.files())).isEmpty();
    assertThat(Files.readString(place.resolve("manifest.json"))).contains("\"created\":\"1\"");
  }

  @Test
  void whatSomebodyTookOrChangedIsBroughtBackAndWhatTheyMadeOfAGoneOneStays() throws Exception {
    TestPackage first = zip("1", Map.of("a_id.png", "red", "b.png", "blue"));
    bring(first, List.of());
    Files.delete(place.resolve("manifest.json"));
    Files.writeString(place.resolve("a_id.png"), "scribbled");
    assertThat(bring(first, first.files())).hasSize(2);
    assertThat(place.resolve("a_id.png")).hasContent("red");
    Files.writeString(place.resolve("b.png"), "painted by hand");
    bring(zip("2", Map.of("a_id.png", "red")), first.files());
    assertThat(place.resolve("b.png")).hasContent("painted by hand");
  }

  @Test
  void whileSomebodyElseWritesOrOnceItIsOldNothingIsTouched() throws Exception {
    TestPackage first = zip("1", Map.of("a_id.png", "red"));
    assertThat(folder.bring("sign", first.file(), first.files(), List.of(), () -> false)).isEmpty();
    assertThat(place).doesNotExist();
    try (FileChannel guard = FileChannel.open(temp.resolve("watched/.sign.lock"), StandardOpenOption.WRITE);
        var lock = guard.lock()) {
      assertThat(lock.isValid()).isTrue();
      assertThat(folder.bring("sign", first.file(), first.files(), List.of(), () -> true)).isEmpty();
    }
    assertThat(place).doesNotExist();
  }

  @Test
  void aFolderThatCannotBeWrittenToIsASentence() throws Exception {
    KeptFolder file = folder(Files.writeString(temp.resolve("file"), "no folder"));
    TestPackage first = zip("1", Map.of("a_id.png", "red"));
    assertThatThrownBy(() -> file.bring("sign", first.file(), first.files(), List.of(), () -> true))
        .isInstanceOf(ConflictException.class)
        .hasMessageContaining("cannot be written to");
  }

  @Test
  void aReaderNeverFindsAManifestThatDescribesSomethingElse() throws Exception {
    AtomicBoolean isOver = new AtomicBoolean();
    List<String> wrong = new ArrayList<>();
    int[] reads = new int[1];
    Thread reader =
        new Thread(
            () -> {
              while (!isOver.get()) {
                try {
                  wrong.addAll(TestPackage.misdescribed(place));
                  reads[0]++;
                } catch (Exception e) {
                  // The manifest went between two looks at it.
                }
              }
            });
    reader.start();
    List<WrittenFile> before = List.of();
    for (int i = 0; i < 60; i++) {
      Map<String, String> contents = new TreeMap<>();
      for (int f = 0; f < 12; f++) {
        contents.put("masks/" + (f + i) % 15 + ".png", "of " + i / (1 + f % 3));
      }
      TestPackage zip = zip("" + i, contents);
      bring(zip, before);
      before = zip.files();
    }
    isOver.set(true);
    reader.join();
    assertThat(wrong).isEmpty();
    assertThat(reads[0]).isPositive();
  }
}
