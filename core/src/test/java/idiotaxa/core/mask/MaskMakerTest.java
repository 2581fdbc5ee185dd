package idiotaxa.core.mask;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.image.GreyImage;
import idiotaxa.core.image.PixelImage;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.mask.MaskPart.How;
import idiotaxa.core.work.Progress;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class MaskMakerTest {
  private static final int WIDTH = 40;
  private static final int HEIGHT = 30;

  private final SplittableRandom random = new SplittableRandom(13);
  private final TexelIslands islands = RandomMaps.islands(random, WIDTH, HEIGHT, 3);
  private final SheetMaps maps = RandomMaps.maps(random, islands, 4);
  private final MaskSheet sheet = RandomMaps.sheet(maps, islands);
  private final GreyImage ramp = ramp();

  private static GreyImage ramp() {
    char[] values = new char[WIDTH * HEIGHT];
    for (int i = 0; i < values.length; i++) {
      values[i] = (char) (257 * (i % WIDTH * 6));
    }
    return new GreyImage(WIDTH, HEIGHT, values);
  }

  private final GreyImages images =
      name -> name.equals("ramp-1001.png") ? Optional.of(ramp) : Optional.empty();

  private MaskMaker maker(MaskSpec... masks) {
    return new MaskMaker(null, List.of(masks), images, 2, Progress.NONE);
  }

  private static MaskSpec mask(String name, MaskPart... parts) {
    return new MaskSpec(name, List.of(parts), List.of(), 8);
  }

  private int share(int texel, int group) {
    return Planes.ofGroup(maps, group, 1)[texel] / 257;
  }

  @Test
  void partsAreAddedSubtractedAndIntersectedInOrder() {
    MaskSpec two = mask("two", MaskPart.ofGroup(1, How.ADD), MaskPart.ofGroup(2, How.ADD));
    MaskSpec most =
        mask(
            "most",
            MaskPart.ofMask("TWO", How.ADD),
            MaskPart.ofGroup(3, How.ADD),
            MaskPart.ofGroup(1, How.SUBTRACT),
            MaskPart.ofImage("ramp-{sheet}.png", How.INTERSECT));
    char[] plane = maker(two, most).make(most, List.of(sheet))[0];
    for (int i = 0; i < plane.length; i++) {
      int sum = Math.min(255, share(i, 1) + share(i, 2) + share(i, 3));
      int left = Math.max(0, sum - share(i, 1));
      assertThat(plane[i] / 257).isEqualTo(Math.min(left, ramp.values()[i] / 257));
    }
  }

  @Test
  void stepsFollowInTheirOrder() {
    List<MaskStep> growFirst =
        List.of(MaskStep.px(MaskStep.Kind.GROW, 3), MaskStep.invert(), MaskStep.tighten(0.2, 0.6));
    MaskSpec spec = new MaskSpec("a", List.of(MaskPart.ofGroup(1, How.ADD)), growFirst, 16);
    char[] expected =
        Planes.tightened(
            Planes.inverted(
                DiskGrowth.grow(Planes.ofGroup(maps, 1, 1), islands, 3, 1), islands, 1),
            0.2,
            0.6,
            1);
    assertThat(maker(spec).make(spec, List.of(sheet))[0]).isEqualTo(expected);
  }

  @Test
  void whatIsGoneIsSaidByName() {
    MaskSpec spec = mask("a", MaskPart.ofMask("rust", How.ADD));
    assertThatThrownBy(() -> maker(spec).make(spec, List.of(sheet)))
        .hasMessage("there is no mask rust; it was renamed or removed");
    MaskSpec pictured = mask("b", MaskPart.ofImage("soot.png", How.ADD));
    assertThatThrownBy(() -> maker(pictured).make(pictured, List.of(sheet)))
        .hasMessageContaining("soot.png is not there");
    MaskSpec self = mask("c", MaskPart.ofMask("c", How.ADD));
    assertThatThrownBy(() -> maker(self).make(self, List.of(sheet)))
        .hasMessage("the mask c uses itself");
    MaskSpec metric =
        new MaskSpec("d", List.of(), List.of(MaskStep.mm(MaskStep.Kind.GROW, 2)), 8);
    assertThatThrownBy(() -> maker(metric).make(metric, List.of(sheet)))
        .hasMessageContaining("give the distance in px");
  }

  @Test
  void aMaskNeedsAllSheetsWhenOneThatItUsesIsMeasuredOnTheSurface() {
    MaskSpec metric =
        new MaskSpec(
            "seam",
            List.of(MaskPart.ofGroup(1, How.ADD)),
            List.of(MaskStep.mm(MaskStep.Kind.GROW, 2)),
            8);
    MaskSpec user = mask("user", MaskPart.ofMask("seam", How.ADD));
    MaskSpec other = mask("other", MaskPart.ofGroup(1, How.ADD));
    assertThat(maker(metric, user).needsAllSheets(user)).isTrue();
    assertThat(maker(metric, other).needsAllSheets(other)).isFalse();
  }

  private static byte[] pixels(PixelImage image) {
    int bytes = image.width() * image.layout().bytesPerPixel();
    byte[] out = new byte[bytes * image.height()];
    PixelImage.Rows rows = image.rows().get();
    for (int y = 0; y < image.height(); y++) {
      rows.row(y, out, y * bytes);
    }
    return out;
  }

  @Test
  void packsHoldTheirWellsAndWhatEmptyOnesStandFor() {
    MaskSpec one = mask("one", MaskPart.ofGroup(1, How.ADD));
    PackSpec pack =
        new PackSpec(
            "tint",
            new PackSpec.Well(0, "one", null),
            new PackSpec.Well(0, null, "ramp-{sheet}.png"),
            null,
            null);
    MaskImages made = new MaskImages(maker(one), images, 0, 2);
    char[] plane = maker(one).make(one, List.of(sheet))[0];
    byte[] rgba = pixels(made.pack(pack, sheet, name -> name.equals("one") ? plane : null));
    for (int i = 0; i < WIDTH * HEIGHT; i++) {
      assertThat(rgba[4 * i] & 0xFF).isEqualTo(share(i, 1));
      assertThat(rgba[4 * i + 1] & 0xFF).isEqualTo(ramp.values()[i] / 257);
      assertThat(rgba[4 * i + 2] & 0xFF).isZero();
      assertThat(rgba[4 * i + 3] & 0xFF).isEqualTo(255);
    }
  }

  @Test
  void anImageOfSixteenBitsIsAMaskOfSixteenBits() {
    char[] fine = new char[WIDTH * HEIGHT];
    for (int i = 0; i < fine.length; i++) {
      fine[i] = (char) (97 * i + 3);
    }
    GreyImages one = name -> Optional.of(new GreyImage(WIDTH, HEIGHT, fine));
    MaskSpec spec = mask("fine", MaskPart.ofImage("fine.png", How.ADD));
    char[] plane = new MaskMaker(null, List.of(spec), one, 1, Progress.NONE).make(spec, List.of(sheet))[0];
    for (int i = 0; i < fine.length; i++) {
      assertThat(plane[i]).isEqualTo(islands.labels()[i] == TexelIslands.NONE ? (char) 0 : fine[i]);
    }
  }

  @Test
  void sixteenBitsAreTheWholeValueAndEightTheNearest() {
    MaskSpec spec =
        new MaskSpec(
            "a",
            List.of(MaskPart.ofGroup(1, How.ADD)),
            List.of(MaskStep.px(MaskStep.Kind.FEATHER, 6)),
            16);
    char[] plane = maker(spec).make(spec, List.of(sheet))[0];
    MaskImages made = new MaskImages(maker(spec), images, 0, 2);
    byte[] wide = pixels(made.mask(maps, plane, 16));
    byte[] narrow = pixels(made.mask(maps, plane, 8));
    for (int i = 0; i < plane.length; i++) {
      assertThat((wide[2 * i] & 0xFF) << 8 | wide[2 * i + 1] & 0xFF).isEqualTo(plane[i]);
      assertThat(narrow[i] & 0xFF).isEqualTo((int) Math.round(plane[i] / 257.0));
    }
  }

  @Test
  void paddingCopiesTheNearestCoveredTexel() {
    MaskSpec one = mask("one", MaskPart.ofGroup(1, How.ADD));
    char[] plane = maker(one).make(one, List.of(sheet))[0];
    byte[] padded = pixels(new MaskImages(maker(one), images, 4, 2).mask(maps, plane, 8));
    for (int i = 0; i < plane.length; i++) {
      double nearest = 99;
      for (int j = 0; j < plane.length; j++) {
        double d = Math.hypot(i % WIDTH - j % WIDTH, i / WIDTH - j / WIDTH);
        nearest = maps.groups()[j] == SheetMaps.UNCOVERED ? nearest : Math.min(nearest, d);
      }
      int value = padded[i] & 0xFF;
      if (nearest > 4) {
        assertThat(value).isZero();
      } else {
        double distance = nearest;
        int at = i;
        assertThat(java.util.stream.IntStream.range(0, plane.length))
            .as("texel %d", i)
            .anyMatch(
                j ->
                    maps.groups()[j] != SheetMaps.UNCOVERED
                        && plane[j] / 257 == value
                        && Math.hypot(at % WIDTH - j % WIDTH, at / WIDTH - j / WIDTH) == distance);
      }
    }
  }

  @Test
  void picturesKeepTheirMeanWhenTheyShrinkAndTheirBytesWhenTheyStay() {
    assertThat(ramp.resized(WIDTH, HEIGHT).values()).isEqualTo(ramp.values());
    GreyImage half = ramp.resized(WIDTH / 2, HEIGHT / 3);
    for (int i = 0; i < half.values().length; i++) {
      assertThat((int) half.values()[i]).isEqualTo(257 * (i % (WIDTH / 2) * 12 + 3));
    }
    char[] flat = new char[12];
    java.util.Arrays.fill(flat, (char) 51234);
    assertThat(new GreyImage(4, 3, flat).resized(9, 17).values()).containsOnly((char) 51234);
  }
}
