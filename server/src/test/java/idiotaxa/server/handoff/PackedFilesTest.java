package idiotaxa.server.handoff;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.handoff.HandoffWriter.WrittenFile;
import idiotaxa.core.template.ReadyTemplates;
import java.util.List;
import org.junit.jupiter.api.Test;

class PackedFilesTest {
  private static final List<WrittenFile> BEFORE =
      List.of(
          new WrittenFile("a.png", 1, "1a"),
          new WrittenFile("b.png", 2, "2b"),
          new WrittenFile("c.png", 3, "3c"),
          new WrittenFile("manifest.json", 9, "9"));

  @Test
  void everyFileIsSameChangedNewOrGone() {
    List<WrittenFile> now =
        List.of(
            new WrittenFile("a.png", 1, "1a"),
            new WrittenFile("b.png", 2, "other"),
            new WrittenFile("d.png", 4, "4d"),
            new WrittenFile("manifest.json", 9, "8"));
    assertThat(PackedFiles.compare(now, BEFORE))
        .extracting(c -> c.path() + " " + c.change())
        .containsExactly(
            "a.png same", "b.png changed", "d.png new", "manifest.json null", "c.png gone");
    assertThat(PackedFiles.words(now, BEFORE)).isEqualTo("1 changed, 1 new, 1 gone");
  }

  @Test
  void theFirstAndTheSameAreSaid() {
    assertThat(PackedFiles.words(BEFORE, null)).isEqualTo("the first package");
    assertThat(PackedFiles.compare(BEFORE, null)).allMatch(c -> c.change() == null);
    // Only its manifest, which tells when it was made, is another.
    List<WrittenFile> again = PackedFiles.read(PackedFiles.write(BEFORE).replace("\"9\"", "\"7\""));
    assertThat(PackedFiles.words(again, BEFORE)).isEqualTo("nothing changed");
  }

  @Test
  void anOrderComesBackAsItWasAndAnOldOneIsASentence() {
    for (boolean isByItself : new boolean[] {true, false}) {
      HandoffOrder order =
          new HandoffOrder(
              "灯台",
              "B",
              new Palette("p", List.of(Group.of(7, "brass", 0xC08040))),
              ReadyTemplates.all().get(4),
              isByItself);
      assertThat(HandoffOrder.read(order.write())).isEqualTo(order);
    }
    assertThatThrownBy(() -> HandoffOrder.read("{\"hasMasks\": true, \"hasUnpadded\": true}"))
        .hasMessageContaining("before there were templates");
  }
}
