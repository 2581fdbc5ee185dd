package idiotaxa.demo;

import idiotaxa.core.group.ColorProposer;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Look;
import idiotaxa.core.group.Palette;
import java.util.ArrayList;
import java.util.List;

/** The palette that all models of the scenario share. */
public final class SaltmarshPalette {
  static final int STEEL = 1;
  static final int RED_PAINT = 2;
  static final int WHITE_PAINT = 3;
  static final int TIMBER = 4;
  static final int ROPE = 5;
  static final int GLASS = 6;
  static final int BRASS = 7;
  static final int RUBBER = 8;
  static final int SOLAR = 9;

  private static final int BACKGROUND = 0x000000;

  private SaltmarshPalette() {}

  private record Entry(String name, Look look, String... keywords) {}

  private static final List<Entry> ENTRIES =
      List.of(
          new Entry(
              "galvanised steel",
              new Look(0x8A9094, 0.45, 1),
              "steel",
              "leg",
              "rung",
              "link",
              "platform",
              "eye"),
          new Entry("red band paint", new Look(0xA8322A, 0.4, 0), "red", "band"),
          new Entry("white band paint", new Look(0xE8E4DA, 0.4, 0), "white"),
          new Entry("weathered timber", new Look(0x8C7B66, 0.85, 0), "timber", "deck", "wood"),
          new Entry("tarred rope", new Look(0x3A2E24, 0.9, 0), "rope"),
          new Entry("lamp glass", new Look(0xBFD8D2, 0.08, 0), "glass"),
          new Entry("brass", new Look(0xB08D3E, 0.3, 1), "brass", "bolt", "cap", "base"),
          new Entry("rubber fender", new Look(0x22211F, 0.95, 0), "rubber", "fender"),
          new Entry("solar cell", new Look(0x16233F, 0.2, 0), "solar", "cell"));

  /** Nine groups whose ID colours were proposed against a black background, dealt out by their looks. */
  public static Palette create() {
    int[] looks = ENTRIES.stream().mapToInt(e -> e.look().baseColor()).toArray();
    int[] colors =
        ColorProposer.dealOut(
            ColorProposer.propose(new int[] {BACKGROUND}, ENTRIES.size()), looks);
    List<Group> groups = new ArrayList<>();
    for (int i = 0; i < colors.length; i++) {
      Entry entry = ENTRIES.get(i);
      groups.add(
          new Group(i + 1, entry.name(), colors[i], List.of(entry.keywords()), entry.look()));
    }
    return new Palette("Saltmarsh", groups);
  }
}
