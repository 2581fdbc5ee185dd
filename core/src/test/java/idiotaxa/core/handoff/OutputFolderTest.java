package idiotaxa.core.handoff;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is in a folder before and after runs of ours, whole ones and ones that fail. */
class OutputFolderTest {
  private static final String RECORD = "manifest.json";

  @TempDir private Path temp;

  /** Every file below a folder with its text. */
  private static Map<String, String> contents(Path folder) throws IOException {
    Map<String, String> out = new LinkedHashMap<>();
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path file : all.filter(Files::isRegularFile).sorted().toList()) {
        out.put(folder.relativize(file).toString(), Files.readString(file));
      }
    }
    return out;
  }

  private static PackageSink.Content text(String text) {
    return out -> out.write(text.getBytes(StandardCharsets.UTF_8));
  }

  private static String record(OutputFolder folder) {
    StringBuilder list = new StringBuilder();
    for (OutputFolder.Written file : folder.written()) {
      list.append(list.isEmpty() ? "" : ",")
          .append("{\"path\": \"%s\", \"bytes\": %d, \"sha256\": \"%s\"}".formatted(file.path(), file.bytes(), file.sha256()));
    }
    return "{\"format\": \"idiotaxa-handoff\", \"files\": [" + list + "]}";
  }

  private static List<String> run(Path folder, String... pathsAndTexts) throws IOException {
    try (OutputFolder out = OutputFolder.at(folder, RECORD)) {
      for (int i = 0; i < pathsAndTexts.length; i += 2) {
        out.put(pathsAndTexts[i], text(pathsAndTexts[i + 1]));
      }
      String record = record(out);
      out.put(RECORD, text(record));
      return out.finish();
    }
  }

  @Test
  void whatAnEarlierRunLeftAndThisOneDoesNotWriteGoes() throws IOException {
    Path folder = temp.resolve("a/b");
    assertThat(run(folder, "id.png", "one", "masks/steel.png", "s", "masks/rope.png", "r")).isEmpty();
    Files.writeString(folder.resolve("notes.txt"), "mine");
    assertThat(run(folder, "id.png", "two", "masks/steel.png", "s")).isEmpty();
    assertThat(contents(folder).keySet()).containsExactly("id.png", RECORD, "masks/steel.png", "notes.txt");
    assertThat(contents(folder)).containsEntry("id.png", "two");
    assertThat(run(folder, "id.png", "three")).isEmpty();
    assertThat(folder.resolve("masks")).doesNotExist();
  }

  @Test
  void whatSomebodyElsePutOrChangedThereIsKept() throws IOException {
    Path folder = temp.resolve("out");
    Files.createDirectories(folder);
    Files.writeString(folder.resolve("t.obj"), "by hand");
    assertThat(run(folder, "t.obj", "ours", "masks/a.png", "a", "masks/b.png", "b")).singleElement().asString().contains("t.obj", "t.obj.before");
    Files.writeString(folder.resolve("masks/a.png"), "painted");
    Files.writeString(folder.resolve("masks/b.png"), "painted too");
    assertThat(run(folder, "t.obj", "ours again", "masks/a.png", "a")).hasSize(2);
    assertThat(contents(folder))
        .containsEntry("t.obj.before", "by hand")
        .containsEntry("t.obj", "ours again")
        .containsEntry("masks/a.png.before", "painted")
        .containsEntry("masks/b.png", "painted too");
    // The same again is no change, and nobody else's file is touched by it.
    assertThat(run(folder, "t.obj", "ours again", "masks/a.png", "a")).isEmpty();
  }

  @Test
  void aRunThatFailsLeavesTheFolderAsItWas() throws IOException {
    Path folder = temp.resolve("out");
    run(folder, "id.png", "one", "masks/a.png", "a");
    Map<String, String> before = contents(folder);
    try (OutputFolder out = OutputFolder.at(folder, RECORD)) {
      out.put("id.png", text("two"));
      assertThatThrownBy(
              () ->
                  out.put(
                      "masks/a.png",
                      stream -> {
                        stream.write(1);
                        throw new IOException("No space left on device");
                      }))
          .isInstanceOf(CannotWriteException.class)
          .hasMessageContaining("a.png")
          .hasMessageContaining("No space left on device");
    }
    assertThat(contents(folder)).isEqualTo(before);
    try (OutputFolder out = OutputFolder.at(temp.resolve("new/deep"), RECORD)) {
      out.put("id.png", text("never"));
    }
    assertThat(temp.resolve("new")).doesNotExist();
  }

  @Test
  void whatWasReadIsNeverWrittenHoweverItIsSpelled() throws IOException {
    Path folder = Files.createDirectories(temp.resolve("out"));
    Path model = Files.writeString(folder.resolve("t.obj"), "v");
    Path elsewhere = Files.createDirectories(temp.resolve("elsewhere"));
    Path linked = Files.createSymbolicLink(temp.resolve("linked"), folder);
    Path linkToModel = Files.createSymbolicLink(elsewhere.resolve("link.obj"), model);
    Path hard = Files.createLink(elsewhere.resolve("hard.obj"), model);
    for (Path read :
        List.of(model, linked.resolve("t.obj"), folder.resolve("../out/./t.obj"), linkToModel, hard, folder.resolve("T.OBJ"))) {
      try (OutputFolder out = OutputFolder.at(folder, RECORD)) {
        assertThatThrownBy(() -> out.refuseToOverwrite(List.of(read), List.of("id.png", "t.obj")))
            .as("%s", read)
            .isInstanceOf(IllegalArgumentException.class)
            .hasMessageContaining("t.obj")
            .hasMessageContaining(read.toString());
        out.refuseToOverwrite(List.of(read), List.of("id.png", "masks/t.obj"));
      }
    }
    assertThat(contents(folder)).containsOnlyKeys("t.obj");
  }

  @Test
  void whatIsReadIsNotTakenAwayEitherAlthoughAnEarlierRunMadeIt() throws IOException {
    Path folder = temp.resolve("out");
    run(folder, "buoy.glb", "model", "id.png", "one");
    try (OutputFolder out = OutputFolder.at(folder, RECORD)) {
      out.refuseToOverwrite(List.of(folder.resolve("buoy.glb")), List.of("id.png"));
      out.put("id.png", text("two"));
      String record = record(out);
      out.put(RECORD, text(record));
      out.finish();
    }
    assertThat(contents(folder)).containsEntry("buoy.glb", "model").containsEntry("id.png", "two");
  }

  @Test
  void aRecordOfSomebodyElseMakesNothingOurs() throws IOException {
    Path folder = Files.createDirectories(temp.resolve("out"));
    for (String record : List.of("no json", "[]", "{\"files\": 3}", "{}")) {
      Files.writeString(folder.resolve(RECORD), record);
      Files.writeString(folder.resolve("id.png"), "of others " + record);
      assertThat(run(folder, "id.png", "ours")).hasSize(2);
      assertThat(contents(folder)).containsValue(record).containsValue("of others " + record);
    }
    // A list that leads out of the folder removes nothing there.
    Path outside = Files.writeString(temp.resolve("outside.txt"), "mine");
    Files.writeString(
        folder.resolve(RECORD), "{\"files\": [{\"path\": \"../outside.txt\", \"bytes\": 4, \"sha256\": \"\"}]}");
    run(folder, "id.png", "ours");
    assertThat(outside).exists();
  }

  @Test
  void aFileIsNoFolder() throws IOException {
    Path file = Files.writeString(temp.resolve("f"), "x");
    for (Path path : List.of(file, file.resolve("below"))) {
      assertThatThrownBy(() -> OutputFolder.at(path, RECORD))
          .isInstanceOf(IllegalArgumentException.class)
          .hasMessageContaining(file + " is a file");
    }
  }
}
