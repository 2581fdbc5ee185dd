package idiotaxa.core.group;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** ID colours: how they are proposed, judged, cured and called. */
class PaletteCheckTest {
  private static final int BLACK = 0x000000;

  private static double score(int background, int... colors) {
    return ColorQuality.of(IntStream.concat(IntStream.of(background), Arrays.stream(colors)).toArray())
        .score();
  }

  @ParameterizedTest
  @CsvSource({"3, 120", "5, 130", "7, 127", "9, 88", "12, 80", "16, 55", "24, 30"})
  void proposedColoursKeepTheirDistance(int count, double atLeast) {
    int[] colors = ColorProposer.propose(new int[] {BLACK}, count);
    assertThat(colors).hasSize(count);
    assertThat(score(BLACK, colors)).isGreaterThanOrEqualTo(atLeast);
  }

  @Test
  void everyRowOfTheTableHasItsColoursApart() {
    for (int count = 1; count <= 32; count++) {
      int[] colors = ColorProposer.propose(new int[] {BLACK}, count);
      assertThat(colors).hasSize(count).doesNotHaveDuplicates();
      assertThat(score(BLACK, colors)).as("%d colours", count).isGreaterThan(count <= 24 ? 35 : 28);
    }
    assertThat(ColorProposer.propose(new int[] {BLACK}, 33)).hasSize(33).doesNotHaveDuplicates();
  }

  @Test
  void coloursBesideLockedOnesAreSearchedForAndAlwaysTheSame() {
    int[] locked = {0x808080, 0xFF0000, 0x00FF00, 0x2010E0};
    int[] found = ColorProposer.propose(locked, 3);
    int[] all = IntStream.concat(Arrays.stream(locked), Arrays.stream(found)).toArray();
    assertThat(ColorQuality.of(all).score()).isGreaterThan(69);
    assertThat(ColorProposer.propose(locked, 3)).isEqualTo(found);
    assertThat(ColorProposer.propose(locked, 0)).isEmpty();
  }

  @Test
  void manyColoursAreProposedAtOnceAndAllDiffer() {
    int[] many = ColorProposer.propose(new int[] {BLACK}, 300);
    assertThat(many).hasSize(300).doesNotHaveDuplicates().doesNotContain(BLACK);
    int[] all = IntStream.concat(IntStream.of(BLACK), Arrays.stream(many)).toArray();
    double nearest = Double.MAX_VALUE;
    for (int i = 0; i < all.length; i++) {
      for (int j = 0; j < i; j++) {
        nearest = Math.min(nearest, Rgb.distance(all[i], all[j]));
      }
    }
    assertThat(nearest).isGreaterThan(24);
    PaletteCheck.Result judged = PaletteCheck.of(groups(many), BLACK, Set.of());
    assertThat(judged.moves()).isEmpty();
  }

  @Test
  void coloursGoWhereTheyAreLookedFor() {
    int[] dealt =
        ColorProposer.dealOut(
            new int[] {0x00FF00, 0x2030F0, 0xFF0000}, new int[] {0xC02020, 0x30A040, 0x808080});
    assertThat(dealt).containsExactly(0xFF0000, 0x00FF00, 0x2030F0);
  }

  private static List<Group> groups(int... colors) {
    List<Group> groups = new ArrayList<>();
    for (int color : colors) {
      groups.add(Group.of(groups.size() + 1, "g" + groups.size(), color));
    }
    return groups;
  }

  @Test
  void nearPairsAndBlendsAreNamedAndCured() {
    List<Group> groups = groups(0xFF0000, 0xF81010, 0x00FF00, 0x808000);
    PaletteCheck.Result result = PaletteCheck.of(groups, BLACK, Set.of());
    assertThat(result.pairs()).hasSize(1);
    assertThat(result.pairs().get(0).one()).isEqualTo(1);
    assertThat(result.pairs().get(0).other()).isEqualTo(2);
    assertThat(result.pairs().get(0).distance()).isCloseTo(Math.sqrt(49 + 2 * 256), within(1e-9));
    assertThat(result.triples())
        .anyMatch(t -> t.picked() == 4 && t.one() == 1 && t.other() == 3);
    assertThat(result.moves()).isNotEmpty();
    assertThat(result.after().score()).isGreaterThan(PaletteCheck.LEAST_TOLERANCE);
  }

  @Test
  void lockedColoursStayAndTheBackgroundCounts() {
    List<Group> groups = groups(0x0A0A0A, 0xFFFFFF);
    PaletteCheck.Result free = PaletteCheck.of(groups, BLACK, Set.of());
    assertThat(free.pairs()).extracting(PaletteCheck.Pair::other).containsExactly(0);
    assertThat(free.moves()).extracting(PaletteCheck.Move::number).containsExactly(1);
    PaletteCheck.Result locked = PaletteCheck.of(groups, BLACK, Set.of(1, 2));
    assertThat(locked.moves()).isEmpty();
    assertThat(locked.after()).isEqualTo(locked.quality());
  }

  /** Sampled points of the lines come as near as the exact distance says, never nearer. */
  @Test
  void qualityAgreesWithBruteForce() {
    SplittableRandom random = new SplittableRandom(11);
    for (int round = 0; round < 40; round++) {
      int[] colors = random.ints(5, 0, 1 << 24).toArray();
      ColorQuality quality = ColorQuality.of(colors);
      double separation = 442;
      double clearance = 442;
      for (int a : colors) {
        for (int b : colors) {
          if (a != b) {
            separation = Math.min(separation, Rgb.distance(a, b));
            clearance = Math.min(clearance, sampledClearance(colors, a, b));
          }
        }
      }
      assertThat(quality.separation()).isEqualTo(separation);
      assertThat(quality.blendClearance()).isCloseTo(clearance, within(0.5));
      assertThat(quality.blendClearance()).isLessThanOrEqualTo(clearance + 1e-9);
    }
  }

  private static double sampledClearance(int[] colors, int a, int b) {
    double least = 442;
    for (int c : colors) {
      for (int s = 0; s <= 2000 && c != a && c != b; s++) {
        double t = s / 2000.0;
        double r = Rgb.red(a) + t * (Rgb.red(b) - Rgb.red(a)) - Rgb.red(c);
        double g = Rgb.green(a) + t * (Rgb.green(b) - Rgb.green(a)) - Rgb.green(c);
        double u = Rgb.blue(a) + t * (Rgb.blue(b) - Rgb.blue(a)) - Rgb.blue(c);
        least = Math.min(least, Math.sqrt(r * r + g * g + u * u));
      }
    }
    return least;
  }

  @ParameterizedTest
  @CsvSource({
    "#FF0000, red", "#0000AA, deep blue", "#A0FFFF, pale cyan", "#FF8000, orange",
    "#804000, brown", "#000000, black", "#FEFEFE, white", "#808080, grey", "#FF00FF, magenta",
    "#FF0010, red", "#00FF00, green"
  })
  void coloursHaveNamesToSay(String hex, String name) {
    assertThat(ColorName.of(Rgb.parse(hex))).isEqualTo(name);
  }

  @Test
  void tableForPeopleQuotesWhatItMust() {
    Group rope = new Group(5, "rope, \"tarred\"", 0x0088FF, List.of("hawser", "line"), Look.matt(0));
    Group odd = Group.of(6, "=1+1", 0xFF0000);
    assertThat(PaletteTable.write(new Palette("p", List.of(rope, odd))))
        .isEqualTo(
            "number,name,color,spoken color,keywords\r\n"
                + "5,\"rope, \"\"tarred\"\"\",#0088FF,sky blue,hawser line\r\n"
                + "6,'=1+1,#FF0000,red,\r\n");
  }
}
