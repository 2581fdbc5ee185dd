package idiotaxa.core.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FileNamesTest {
  @TempDir Path folder;

  @ParameterizedTest
  @CsvSource({
    "Lamp glass (blue), Lamp-glass-blue",
    "channel_marker_buoy, channel_marker_buoy",
    "ランタン, ランタン",
    "Бакен 3, Бакен-3",
    "a/b\\c:d*e, a-b-c-d-e",
    "../../etc, etc",
    "v1..2, v1-2",
    "'   ', unnamed",
    "CON, CON_"
  })
  void lettersOfEveryScriptStayAndUnsafeCharactersGo(String name, String expected) {
    assertThat(FileNames.clean(name)).isEqualTo(expected);
  }

  @Test
  void composedAndDecomposedLettersAreOneName() {
    assertThat(FileNames.clean("Laiton e\u0301")).isEqualTo(FileNames.clean("Laiton \u00e9"));
  }

  @Test
  void longNamesAreCutAtWholeCharacters() {
    String cut = FileNames.clean("灯".repeat(200));
    assertThat(cut.getBytes(StandardCharsets.UTF_8).length).isLessThanOrEqualTo(72);
    assertThat(cut).matches("灯+");
    assertThat(FileNames.clean("a".repeat(300))).hasSize(72);
  }

  @Test
  void namesThatDifferByCaseOnlyOrAreCutAlikeBecomeDistinct() {
    String longName = "deck plank ".repeat(20);
    List<String> names =
        List.of("Hull", "hull", "HULL", "hull-2", "rope", longName + "1", longName + "2", "?", "*");
    List<String> suffixes = List.of("1", "2", "3", "4", "5", "6", "7", "8", "9");
    List<String> out = FileNames.distinct(names, suffixes);
    Set<String> folded = new HashSet<>();
    out.forEach(name -> folded.add(FileNames.withoutCase(name)));
    assertThat(folded).hasSize(names.size());
    assertThat(out.get(4)).isEqualTo("rope");
    assertThat(out.get(3)).isEqualTo("hull-2");
  }

  @Test
  void pathsOfAnUploadStayInsideOfIt() {
    assertThat(UploadPath.clean("Buoy\\textures\\./hull.png")).isEqualTo("Buoy/textures/hull.png");
    assertThat(UploadPath.clean("/C/a.obj")).isEqualTo("C/a.obj");
    assertThat(UploadPath.resolve("models/", "../textures/a.png")).isEqualTo("textures/a.png");
    assertThatThrownBy(() -> UploadPath.clean("a/../../b")).hasMessageContaining("outside of the upload");
    assertThatThrownBy(() -> UploadPath.clean("x/".repeat(200) + "y")).hasMessageContaining("255");
    assertThat(UploadPath.sharedFolder(List.of("a/b/c.obj", "a/b/d/e.png", "a/bc/f"))).isEqualTo("a/");
    assertThat(UploadPath.sharedFolder(List.of("c.obj", "a/d.png"))).isEmpty();
  }

  @Test
  void filesOfOneBaseNameInTwoFoldersAreBothKept() throws Exception {
    Path obj = Files.writeString(folder.resolve("0"), "o");
    Path hull = Files.writeString(folder.resolve("1"), "hull");
    Path lamp = Files.writeString(folder.resolve("2"), "lamp");
    FileBundle bundle =
        FileBundle.of("buoy.obj", Map.of("buoy.obj", obj, "hull/map.png", hull, "lamp/map.png", lamp));
    assertThat(text(bundle, "hull/map.png")).isEqualTo("hull");
    assertThat(text(bundle, "lamp\\map.png")).isEqualTo("lamp");
    assertThatThrownBy(() -> bundle.open("D:/work/map.png"))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining("hull/map.png")
        .hasMessageContaining("lamp/map.png");
    assertThat(bundle.open("lost.png")).isEmpty();
  }

  private static String text(FileBundle bundle, String reference) {
    return StandardCharsets.UTF_8.decode(bundle.open(reference).orElseThrow()).toString();
  }

  @Test
  void budgetRefusesWhatASmallFileUnfoldsInto() {
    ReadBudget budget = new ReadBudget("a.glb", 15_000, 6L << 30);
    budget.check(16_000_000, "mesh 0");
    assertThatThrownBy(() -> budget.check(1_600_000_000L, "mesh 0"))
        .isInstanceOf(FormatException.class)
        .hasMessageContainingAll("a.glb", "mesh 0", "1,600 million", "15 KB");
    assertThatThrownBy(() -> new ReadBudget("b.glb", 1L << 30, 1L << 28).check(10_000_000, "mesh 1"))
        .hasMessageContaining("memory");
  }
}
