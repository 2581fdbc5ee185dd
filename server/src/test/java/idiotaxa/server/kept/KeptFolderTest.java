package idiotaxa.server.kept;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.handoff.HandoffWriter.WrittenFile;
import idiotaxa.server.TestSettings;
import idiotaxa.server.web.ConflictException;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileTime;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class KeptFolderTest {
  private static final JsonMapper JSON = JsonMapper.builder().build();

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

  private record Zip(Path file, List<WrittenFile> files) {}

  /** A package of files with their contents and a manifest that describes them. */
  private Zip zip(String created, Map<String, String> contents) throws Exception {
    Path file = Files.createTempFile(temp, "package", ".zip");
    List<WrittenFile> files = new ArrayList<>();
    var manifest = JSON.createObjectNode().put("created", created);
    var listed = manifest.putArray("files");
    try (OutputStream out = Files.newOutputStream(file);
        ZipOutputStream zip = new ZipOutputStream(out)) {
      for (Map.Entry<String, String> entry : new TreeMap<>(contents).entrySet()) {
        files.add(put(zip, entry.getKey(), entry.getValue()));
        listed.addObject().put("path", entry.getKey()).put("sha256", files.get(files.size() - 1).sha256());
      }
      files.add(put(zip, "manifest.json", manifest.toString()));
    }
    return new Zip(file, files);
  }

  private static WrittenFile put(ZipOutputStream zip, String path, String content) throws Exception {
    byte[] bytes = content.getBytes(StandardCharsets.UTF_8);
    zip.putNextEntry(new ZipEntry(path));
    zip.write(bytes);
    return new WrittenFile(path, bytes.length, sha256(bytes));
  }

  private static String sha256(byte[] bytes) throws Exception {
    return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
  }

  private List<KeptFolder.Replaced> bring(Zip zip, List<WrittenFile> before) {
    return folder.bring("sign", zip.file, zip.files, before, () -> true).orElseThrow();
  }

  private List<String> lying() throws IOException {
    try (Stream<Path> all = Files.walk(temp.resolve("watched"))) {
      return all.filter(Files::isRegularFile).map(p -> temp.resolve("watched").relativize(p).toString()).sorted().toList();
    }
  }

  @Test
  void onlyWhatIsAnotherOneIsReplaced() throws Exception {
    Zip first = zip("1", Map.of("a_id.png", "red", "masks/a.png", "one", "masks/b.png", "two"));
    assertThat(bring(first, List.of())).extracting(KeptFolder.Replaced::change).containsOnly("new").hasSize(4);
    Files.writeString(place.resolve("notes.txt"), "mine");
    FileTime old = FileTime.fromMillis(1_000_000);
    Files.setLastModifiedTime(place.resolve("a_id.png"), old);
    Zip second = zip("2", Map.of("a_id.png", "red", "masks/a.png", "changed", "masks/c.png", "three"));
    assertThat(bring(second, first.files))
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
    Zip first = zip("1", Map.of("a_id.png", "red"));
    bring(first, List.of());
    assertThat(bring(zip("2", Map.of("a_id.png", "red")), first.files)).isEmpty();
    assertThat(Files.readString(place.resolve("manifest.json"))).contains("\"created\":\"1\"");
  }

  @Test
  void whatSomebodyTookOrChangedIsBroughtBackAndWhatTheyMadeOfAGoneOneStays() throws Exception {
    Zip first = zip("1", Map.of("a_id.png", "red", "b.png", "blue"));
    bring(first, List.of());
    Files.delete(place.resolve("manifest.json"));
    Files.writeString(place.resolve("a_id.png"), "scribbled");
    assertThat(bring(first, first.files)).hasSize(2);
    assertThat(place.resolve("a_id.png")).hasContent("red");
    Files.writeString(place.resolve("b.png"), "painted by hand");
    bring(zip("2", Map.of("a_id.png", "red")), first.files);
    assertThat(place.resolve("b.png")).hasContent("painted by hand");
  }

  @Test
  void whileSomebodyElseWritesOrOnceItIsOldNothingIsTouched() throws Exception {
    Zip first = zip("1", Map.of("a_id.png", "red"));
    assertThat(folder.bring("sign", first.file, first.files, List.of(), () -> false)).isEmpty();
    assertThat(place).doesNotExist();
    try (FileChannel guard = FileChannel.open(temp.resolve("watched/.sign.lock"), StandardOpenOption.WRITE);
        var lock = guard.lock()) {
      assertThat(lock.isValid()).isTrue();
      assertThat(folder.bring("sign", first.file, first.files, List.of(), () -> true)).isEmpty();
    }
    assertThat(place).doesNotExist();
  }

  @Test
  void aFolderThatCannotBeWrittenToIsASentence() throws Exception {
    KeptFolder file = folder(Files.writeString(temp.resolve("file"), "no folder"));
    Zip first = zip("1", Map.of("a_id.png", "red"));
    assertThatThrownBy(() -> file.bring("sign", first.file, first.files, List.of(), () -> true))
        .isInstanceOf(ConflictException.class)
        .hasMessageContaining("cannot be written to");
  }

  /** Files with what the manifest says of each, read as a tool would: the manifest before and after them. */
  private List<String> misdescribed() throws Exception {
    List<String> wrong = new ArrayList<>();
    byte[] before;
    try {
      before = Files.readAllBytes(place.resolve("manifest.json"));
    } catch (IOException e) {
      return wrong;
    }
    Map<String, String> said = new TreeMap<>();
    for (JsonNode file : JSON.readTree(before).get("files")) {
      said.put(file.get("path").asString(), file.get("sha256").asString());
    }
    List<String> found = new ArrayList<>();
    for (Map.Entry<String, String> entry : said.entrySet()) {
      try {
        if (!sha256(Files.readAllBytes(place.resolve(entry.getKey()))).equals(entry.getValue())) {
          found.add(entry.getKey());
        }
      } catch (IOException e) {
        found.add(entry.getKey());
      }
    }
    boolean isStillThere = Files.exists(place.resolve("manifest.json"));
    byte[] after = isStillThere ? Files.readAllBytes(place.resolve("manifest.json")) : new byte[0];
    return Arrays.equals(before, after) ? found : wrong;
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
                  wrong.addAll(misdescribed());
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
      Zip zip = zip("" + i, contents);
      bring(zip, before);
      before = zip.files;
    }
    isOver.set(true);
    reader.join();
    assertThat(wrong).isEmpty();
    assertThat(reads[0]).isPositive();
  }
}
