package idiotaxa.core.clean;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.image.TextureImage;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.work.Progress;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.List;
import java.util.SplittableRandom;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import org.junit.jupiter.api.Test;

/** Images made from a known map, spoilt in the usual ways. */
class ImageCleanerTest {
  private static final int SIZE = 256;
  private static final int[] COLORS = {
    0x000000, 0xE02020, 0x20C040, 0x3050F0, 0xF0E020, 0xE040E0, 0x20D0D0, 0xF0F0F0
  };
  private static final Palette NONE = new Palette("", List.of());
  private static final CleanSettings USUAL = new CleanSettings(CleanSettings.USUAL_TOLERANCE, 0);

  private final SplittableRandom random = new SplittableRandom(15);

  /** Round spots on a background, so that borders lie in every direction. */
  private int[] truth(int size) {
    int[] out = new int[size * size];
    for (int s = 0; s < 60; s++) {
      double x = random.nextDouble(size);
      double y = random.nextDouble(size);
      double radius = size * (0.03 + 0.09 * random.nextDouble());
      int value = s < 7 ? s + 1 : random.nextInt(COLORS.length);
      for (int i = 0; i < out.length; i++) {
        if (Math.hypot(i % size + 0.5 - x, i / size + 0.5 - y) < radius) {
          out[i] = value;
        }
      }
    }
    return out;
  }

  private static BufferedImage draw(int[] truth, int size) {
    BufferedImage image = new BufferedImage(size, size, BufferedImage.TYPE_INT_RGB);
    for (int i = 0; i < truth.length; i++) {
      image.setRGB(i % size, i / size, COLORS[truth[i]]);
    }
    return image;
  }

  /** Every {@code factor}² pixels become one, averaged. */
  private static BufferedImage shrink(BufferedImage from, int factor) {
    int size = from.getWidth() / factor;
    BufferedImage out = new BufferedImage(size, size, BufferedImage.TYPE_INT_RGB);
    for (int y = 0; y < size; y++) {
      for (int x = 0; x < size; x++) {
        int rgb = 0;
        for (int shift = 0; shift <= 16; shift += 8) {
          int sum = 0;
          for (int k = 0; k < factor * factor; k++) {
            sum += from.getRGB(x * factor + k % factor, y * factor + k / factor) >> shift & 0xFF;
          }
          rgb |= Math.round(sum / (float) (factor * factor)) << shift;
        }
        out.setRGB(x, y, rgb);
      }
    }
    return out;
  }

  /** How much of a texel of the shrunk image each colour has. */
  private static int[] votes(int[] fine, int size, int factor, int texel) {
    int small = size / factor;
    int[] votes = new int[COLORS.length];
    for (int k = 0; k < factor * factor; k++) {
      int x = texel % small * factor + k % factor;
      int y = texel / small * factor + k / factor;
      votes[fine[y * size + x]]++;
    }
    return votes;
  }

  private static CleanImage clean(BufferedImage image) {
    return ImageCleaner.clean(new TextureImage(image), NONE, USUAL, 2, Progress.NONE);
  }

  /** Share of texels whose group has the colour that the truth has, or one that has as much of the texel. */
  private static double right(CleanImage clean, int[] fine, int size, int factor) {
    int[] colorOf = new int[COLORS.length + 1];
    clean.groups().forEach(g -> colorOf[g.number()] = nearest(g.color()));
    int small = size / factor;
    int right = 0;
    for (int i = 0; i < small * small; i++) {
      int[] votes = votes(fine, size, factor, i);
      char group = clean.maps().groups()[i];
      int found = group == SheetMaps.UNCOVERED ? 0 : colorOf[group];
      right += votes[found] == java.util.Arrays.stream(votes).max().orElseThrow() ? 1 : 0;
    }
    return right / (double) (small * small);
  }

  /** Share of texels whose group has the colour that the truth has. */
  private static double right(CleanImage clean, int[] truth) {
    int[] colorOf = new int[COLORS.length + 1];
    clean.groups().forEach(g -> colorOf[g.number()] = nearest(g.color()));
    int right = 0;
    for (int i = 0; i < truth.length; i++) {
      char group = clean.maps().groups()[i];
      int found = group == SheetMaps.UNCOVERED ? 0 : colorOf[group];
      right += found == truth[i] ? 1 : 0;
    }
    return right / (double) truth.length;
  }

  private static int nearest(int color) {
    int best = 0;
    for (int c = 1; c < COLORS.length; c++) {
      boolean isNearer =
          idiotaxa.core.group.Rgb.distanceSq(color, COLORS[c])
              < idiotaxa.core.group.Rgb.distanceSq(color, COLORS[best]);
      best = isNearer ? c : best;
    }
    return best;
  }

  @Test
  void aCrispImageComesOutAsItIs() {
    int[] truth = truth(SIZE);
    CleanImage clean = clean(draw(truth, SIZE));
    assertThat(clean.groups()).hasSize(7);
    assertThat(right(clean, truth)).isEqualTo(1);
    assertThat(clean.filtered() + clean.noisy() + clean.strays()).isZero();
  }

  @Test
  void filteredBordersSnapToTheNearerSide() {
    int[] fine = truth(4 * SIZE);
    CleanImage clean = clean(shrink(draw(fine, 4 * SIZE), 4));
    assertThat(clean.groups()).hasSize(7);
    assertThat(right(clean, fine, 4 * SIZE, 4)).isGreaterThan(0.995);
    assertThat(clean.filtered()).isPositive();
  }

  @Test
  void aHalvedImageIsRightWhereItsTexelsAreNotMixed() {
    int[] fine = truth(2 * SIZE);
    CleanImage clean = clean(shrink(draw(fine, 2 * SIZE), 2));
    assertThat(clean.groups()).hasSize(7);
    assertThat(right(clean, fine, 2 * SIZE, 2)).isGreaterThan(0.995);
    int[] colorOf = new int[8];
    clean.groups().forEach(g -> colorOf[g.number()] = nearest(g.color()));
    for (int i = 0; i < SIZE * SIZE; i++) {
      int[] votes = votes(fine, 2 * SIZE, 2, i);
      char group = clean.maps().groups()[i];
      int found = group == SheetMaps.UNCOVERED ? 0 : colorOf[group];
      boolean isMixed = java.util.Arrays.stream(votes).noneMatch(v -> v == 4);
      assertThat(isMixed || votes[found] == 4).as("texel %d", i).isTrue();
    }
  }

  @Test
  void noiseMakesNoGroups() {
    int[] truth = truth(SIZE);
    BufferedImage image = draw(truth, SIZE);
    for (int i = 0; i < truth.length; i++) {
      int rgb = image.getRGB(i % SIZE, i / SIZE);
      int out = 0;
      for (int shift = 0; shift <= 16; shift += 8) {
        int value = (rgb >> shift & 0xFF) + random.nextInt(-5, 6);
        out |= Math.max(0, Math.min(255, value)) << shift;
      }
      image.setRGB(i % SIZE, i / SIZE, out);
    }
    CleanImage clean = clean(image);
    assertThat(clean.groups()).hasSize(7);
    assertThat(right(clean, truth)).isEqualTo(1);
    assertThat(clean.noisy()).isPositive();
  }

  @Test
  void aJpegOfGoodQualityIsRightButForAFewTexels() throws IOException {
    int[] truth = truth(SIZE);
    CleanImage clean = clean(jpeg(draw(truth, SIZE), 0.92f));
    assertThat(clean.groups()).hasSize(7);
    assertThat(right(clean, truth)).isGreaterThan(0.995);
  }

  @Test
  void aHalvedJpegOfPoorQualityHasTheRightGroups() throws IOException {
    int[] fine = truth(2 * SIZE);
    CleanImage clean = clean(jpeg(shrink(draw(fine, 2 * SIZE), 2), 0.75f));
    assertThat(clean.groups()).hasSize(7);
    assertThat(right(clean, fine, 2 * SIZE, 2)).isGreaterThan(0.97);
  }

  private static BufferedImage jpeg(BufferedImage image, float quality) throws IOException {
    ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
    ImageWriteParam settings = writer.getDefaultWriteParam();
    settings.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
    settings.setCompressionQuality(quality);
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    writer.setOutput(ImageIO.createImageOutputStream(bytes));
    writer.write(null, new IIOImage(image, null, null), settings);
    writer.dispose();
    return ImageIO.read(new ByteArrayInputStream(bytes.toByteArray()));
  }

  @Test
  void aLineOneTexelWideIsAGroupOfItsOwn() {
    int[] truth = new int[64 * 64];
    for (int i = 0; i < truth.length; i++) {
      int x = i % 64;
      truth[i] = x == 40 ? 5 : x > 8 ? 2 : 0;
    }
    CleanImage clean = clean(draw(truth, 64));
    assertThat(clean.groups()).hasSize(2);
    assertThat(right(clean, truth)).isEqualTo(1);
  }

  @Test
  void groupsOfThePaletteAreMatchedByColour() {
    int[] truth = truth(SIZE);
    Palette palette =
        new Palette("p", List.of(Group.of(4, "brass", 0xF0E025), Group.of(9, "rope", 0x123456)));
    CleanImage clean =
        ImageCleaner.clean(new TextureImage(draw(truth, SIZE)), palette, USUAL, 2, Progress.NONE);
    assertThat(clean.matched()).containsExactly(4);
    assertThat(clean.groups()).extracting(Group::number).contains(4, 10, 15).doesNotContain(9, 16);
    assertThat(clean.groups().get(0).name()).isEqualTo("brass");
  }

  @Test
  void aWantedNumberOfGroupsKeepsTheLargest() {
    int[] truth = truth(SIZE);
    CleanImage clean =
        ImageCleaner.clean(
            new TextureImage(draw(truth, SIZE)), NONE, new CleanSettings(24, 3), 2, Progress.NONE);
    assertThat(clean.groups()).hasSize(3);
    assertThat(clean.strays()).isPositive();
  }

  @Test
  void aPhotographIsRefused() {
    BufferedImage image = new BufferedImage(200, 200, BufferedImage.TYPE_INT_RGB);
    for (int i = 0; i < 200 * 200; i++) {
      image.setRGB(i % 200, i / 200, random.nextInt(0x1000000));
    }
    CleanSettings narrow = new CleanSettings(4, 0);
    TextureImage texture = new TextureImage(image);
    assertThatThrownBy(() -> ImageCleaner.clean(texture, NONE, narrow, 2, Progress.NONE))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("raise the tolerance");
  }

  /** Rows of one colour each, so many texels high. */
  private static BufferedImage rows(int type, int... argbAndHeights) {
    int height = 0;
    for (int k = 1; k < argbAndHeights.length; k += 2) {
      height += argbAndHeights[k];
    }
    BufferedImage image = new BufferedImage(64, height, type);
    int y = 0;
    for (int k = 0; k < argbAndHeights.length; k += 2) {
      for (int end = y + argbAndHeights[k + 1]; y < end; y++) {
        for (int x = 0; x < 64; x++) {
          image.setRGB(x, y, argbAndHeights[k]);
        }
      }
    }
    return image;
  }

  private static CleanImage clean(BufferedImage image, Palette palette, boolean isClosed, int background) {
    return ImageCleaner.clean(
        new TextureImage(image), palette, new CleanSettings(24, 0, isClosed, background), 2, Progress.NONE);
  }

  /** Colour of the group of the first texel of a row, −1 for none. */
  private static int colorAt(CleanImage clean, int y) {
    char number = clean.maps().groups()[y * 64];
    return number == SheetMaps.UNCOVERED
        ? -1
        : clean.groups().stream().filter(g -> g.number() == number).findFirst().orElseThrow().color();
  }

  @Test
  void whatIsCrispStaysAsItIs() {
    // A stripe of the very mean of its neighbours, two colours that are 20 apart, a dark one on black.
    BufferedImage image =
        rows(BufferedImage.TYPE_INT_RGB, 0, 4, 0xC00000, 20, 0x600060, 3, 0x0000C0, 20, 0x1400C0, 5, 0x140000, 2, 0, 4);
    CleanImage clean = clean(image, NONE, false, CleanSettings.FIND_OUT);
    assertThat(clean.groups()).extracting(Group::color).containsExactlyInAnyOrder(0xC00000, 0x600060, 0x0000C0, 0x1400C0, 0x140000);
    for (int y = 0; y < image.getHeight(); y++) {
      int rgb = image.getRGB(0, y) & 0xFFFFFF;
      assertThat(colorAt(clean, y)).as("row " + y).isEqualTo(rgb == 0 ? -1 : rgb);
    }
    assertThat(clean.filtered() + clean.noisy() + clean.strays()).isZero();
  }

  @Test
  void blackCanBeAGroup() {
    BufferedImage inside = rows(BufferedImage.TYPE_INT_RGB, 0xC00000, 20, 0, 20, 0x00C000, 20);
    for (int x = 0; x < 64; x += 63) {
      for (int y = 20; y < 40; y++) {
        inside.setRGB(x, y, 0xC00000);
      }
    }
    CleanImage found = clean(inside, NONE, false, CleanSettings.FIND_OUT);
    assertThat(found.groups()).extracting(Group::color).contains(0);
    BufferedImage onFrame = rows(BufferedImage.TYPE_INT_RGB, 0, 20, 0xC00000, 20);
    assertThat(clean(onFrame, NONE, false, CleanSettings.FIND_OUT).groups()).extracting(Group::color).containsExactly(0xC00000);
    assertThat(clean(onFrame, NONE, false, CleanSettings.NO_BACKGROUND).groups()).extracting(Group::color).contains(0);
    assertThat(clean(onFrame, NONE, false, 0xC00000).groups()).extracting(Group::color).containsExactly(0);
    Palette tar = new Palette("p", List.of(Group.of(1, "tar", 0), Group.of(2, "rust", 0xC00000)));
    CleanImage known = clean(onFrame, tar, true, CleanSettings.FIND_OUT);
    assertThat(colorAt(known, 0)).isZero();
    assertThat(colorAt(known, 30)).isEqualTo(0xC00000);
  }

  @Test
  void aPaletteIsClosed() {
    Palette palette = new Palette("p", List.of(Group.of(3, "one", 0xC00000), Group.of(7, "other", 0xC01400)));
    // The second is 20 from the first; the third is nobody's; the last is the first with noise.
    BufferedImage image = rows(BufferedImage.TYPE_INT_RGB, 0, 4, 0xC00000, 6, 0xC01400, 6, 0x00FF00, 6, 0xC40400, 6, 0, 4);
    CleanImage clean = clean(image, palette, true, CleanSettings.FIND_OUT);
    assertThat(clean.groups()).extracting(Group::number).containsExactly(3, 7);
    assertThat(colorAt(clean, 0)).isEqualTo(-1);
    assertThat(colorAt(clean, 5)).isEqualTo(0xC00000);
    assertThat(colorAt(clean, 11)).isEqualTo(0xC01400);
    assertThat(colorAt(clean, 23)).isEqualTo(0xC00000);
    assertThat(clean.strays()).isEqualTo(6 * 64);
    assertThat(clean.noisy()).isEqualTo(6 * 64);
    // What is said to be the background is no group, whatever the palette has.
    CleanImage less = clean(image, palette, true, 0xC01400);
    assertThat(less.groups()).extracting(Group::number).containsExactly(3);
    assertThat(colorAt(less, 11)).isEqualTo(-1);
  }

  @Test
  void whatIsTransparentIsBackgroundAndBlackIsNot() {
    BufferedImage image = rows(BufferedImage.TYPE_INT_ARGB, 0, 6, 0xFF000000, 6, 0xFFC00000, 6, 0x50C00000, 2, 0xB0C00000, 2, 0x00FFFFFF, 6);
    CleanImage clean = clean(image, NONE, false, CleanSettings.FIND_OUT);
    assertThat(clean.groups()).extracting(Group::color).containsExactlyInAnyOrder(0, 0xC00000);
    int[] wanted = {-1, 0, 0xC00000, -1, 0xC00000, -1};
    int[] at = {2, 8, 14, 19, 21, 25};
    for (int k = 0; k < at.length; k++) {
      assertThat(colorAt(clean, at[k])).as("row " + at[k]).isEqualTo(wanted[k]);
    }
  }
}
