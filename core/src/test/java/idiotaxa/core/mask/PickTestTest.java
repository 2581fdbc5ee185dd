package idiotaxa.core.mask;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.image.PixelImage;
import idiotaxa.core.map.PaddedMaps;
import idiotaxa.core.map.SheetImages;
import idiotaxa.core.map.SheetMaps;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Against trying all 129 tolerances on the pixels of the image. */
class PickTestTest {
  private static final Palette PALETTE =
      new Palette(
          "four",
          List.of(
              Group.of(1, "a", 0xC02020),
              Group.of(2, "b", 0x20C020),
              Group.of(3, "c", 0x707020),
              Group.of(4, "d", 0xC02828)));

  private static int[] pixels(PixelImage image) {
    byte[] bytes = new byte[3 * image.width() * image.height()];
    PixelImage.Rows rows = image.rows().get();
    for (int y = 0; y < image.height(); y++) {
      rows.row(y, bytes, 3 * y * image.width());
    }
    int[] rgb = new int[bytes.length / 3];
    for (int i = 0; i < rgb.length; i++) {
      rgb[i] = Rgb.of(bytes[3 * i] & 0xFF, bytes[3 * i + 1] & 0xFF, bytes[3 * i + 2] & 0xFF);
    }
    return rgb;
  }

  private static int channel(int[] rgb, int at, int width, int shift) {
    int sum = 0;
    for (int n : new int[] {at, at + 1, at + width, at + width + 1}) {
      sum += rgb[n] >> shift & 0xFF;
    }
    return (int) Math.round(sum / 4.0);
  }

  @ParameterizedTest
  @EnumSource(PickTest.Variant.class)
  void rangesAreThoseOfTryingEveryTolerance(PickTest.Variant variant) {
    SplittableRandom random = new SplittableRandom(14);
    for (int round = 0; round < 5; round++) {
      TexelIslands islands = RandomMaps.islands(random, 48, 36, 4);
      SheetMaps maps = RandomMaps.maps(random, islands, 4);
      PaddedMaps padded = maps.padded(2, 2);
      SheetImages images = new SheetImages(padded, PALETTE);
      int[] colors =
          pixels(variant == PickTest.Variant.FILTERED ? images.filteredIdMap() : images.idMap());
      int[] owners = new int[colors.length];
      for (int i = 0; i < owners.length; i++) {
        owners[i] = padded.groupAt(i);
      }
      if (variant == PickTest.Variant.HALVED) {
        int[] half = new int[colors.length / 4];
        int[] halfOwners = new int[half.length];
        for (int i = 0; i < half.length; i++) {
          int at = i / 24 * 2 * 48 + i % 24 * 2;
          half[i] = Rgb.of(channel(colors, at, 48, 16), channel(colors, at, 48, 8), channel(colors, at, 48, 0));
          halfOwners[i] = mostOf(owners[at], owners[at + 1], owners[at + 48], owners[at + 49]);
        }
        colors = half;
        owners = halfOwners;
      }
      List<PickTest.Result> results = PickTest.of(padded, PALETTE, variant, 2);
      for (int g = 0; g < 4; g++) {
        check(results.get(g), PALETTE.groups().get(g), colors, owners);
      }
    }
  }

  private static int mostOf(int... four) {
    for (int least = 3; least > 1; least--) {
      for (int value : four) {
        int wanted = value;
        if (java.util.Arrays.stream(four).filter(v -> v == wanted).count() >= least) {
          return value;
        }
      }
    }
    return four[0];
  }

  private static void check(PickTest.Result result, Group group, int[] colors, int[] owners) {
    long fewest = Long.MAX_VALUE;
    int from = -1;
    int to = -1;
    int limit = -1;
    for (int t = 0; t <= PickTest.MAX; t++) {
      long wrong = 0;
      for (int i = 0; i < colors.length; i++) {
        boolean isTaken = Rgb.distance(colors[i], group.color()) <= t;
        wrong += isTaken != (owners[i] == group.number()) ? 1 : 0;
      }
      if (wrong < fewest) {
        fewest = wrong;
        from = t;
      }
    }
    for (int t = from; t <= PickTest.MAX; t++) {
      long wrong = 0;
      for (int i = 0; i < colors.length; i++) {
        boolean isTaken = Rgb.distance(colors[i], group.color()) <= t;
        wrong += isTaken != (owners[i] == group.number()) ? 1 : 0;
      }
      if (wrong != fewest) {
        break;
      }
      to = t;
    }
    assertThat(result.from()).isEqualTo(from);
    assertThat(result.to()).isEqualTo(to);
    assertThat(result.wronglyTaken() + result.wronglyLeft()).isEqualTo(fewest);
    double nearest = PickTest.MAX + 1;
    for (int i = 0; i < colors.length; i++) {
      double distance = Rgb.distance(colors[i], group.color());
      if (owners[i] != group.number() && distance > to && Math.ceil(distance) <= PickTest.MAX) {
        nearest = Math.min(nearest, Math.ceil(distance));
      }
    }
    boolean isLimited = nearest <= PickTest.MAX;
    assertThat(result.limitedBy() >= 0).isEqualTo(isLimited);
    for (int i = 0; i < colors.length && limit != result.limitedBy(); i++) {
      if (owners[i] != group.number() && Math.ceil(Rgb.distance(colors[i], group.color())) == nearest) {
        limit = owners[i];
      }
    }
    assertThat(result.limitedBy()).isEqualTo(isLimited ? limit : -1);
  }
}
