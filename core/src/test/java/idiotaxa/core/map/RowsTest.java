package idiotaxa.core.map;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.image.PixelImage;
import idiotaxa.core.image.PngWriter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

/** Rows of images against what is told texel by texel; widths that are no multiple of a word of bits. */
class RowsTest {
  private static final int GROUPS = 5;
  private static final Palette PALETTE =
      new Palette(
          "p",
          List.of(
              Group.of(1, "a", 0xFF0000),
              Group.of(2, "b", 0x00FF00),
              Group.of(3, "c", 0x0000FF),
              Group.of(4, "d", 0xFFFF00),
              Group.of(5, "e", 0x8040C0)));

  private static SheetMaps maps(SplittableRandom random, int width, int height) {
    char[] groups = new char[width * height];
    int[] texels = new int[groups.length];
    int[] start = new int[groups.length + 1];
    char[] shared = new char[2 * groups.length];
    byte[] shares = new byte[2 * groups.length];
    int mixed = 0;
    for (int i = 0; i < groups.length; i++) {
      int kind = random.nextInt(8);
      groups[i] =
          kind == 0 ? SheetMaps.UNCOVERED : kind == 1 ? SheetMaps.MISSED : (char) random.nextInt(GROUPS + 1);
      if (kind > 4) {
        int share = random.nextInt(1, 255);
        int other = (groups[i] + 1 + random.nextInt(GROUPS)) % (GROUPS + 1);
        shared[2 * mixed] = groups[i];
        shares[2 * mixed] = (byte) share;
        shared[2 * mixed + 1] = (char) other;
        shares[2 * mixed + 1] = (byte) (255 - share);
        texels[mixed++] = i;
        start[mixed] = 2 * mixed;
      }
    }
    return new SheetMaps(
        width,
        height,
        groups,
        new Coverage(
            Arrays.copyOf(texels, mixed),
            Arrays.copyOf(start, mixed + 1),
            Arrays.copyOf(shared, 2 * mixed),
            Arrays.copyOf(shares, 2 * mixed)));
  }

  @Test
  void rowsAreWhatTheirTexelsAre() {
    SplittableRandom random = new SplittableRandom(3);
    for (int round = 0; round < 60; round++) {
      int width = random.nextInt(1, 150);
      int height = random.nextInt(1, 6);
      SheetMaps sheet = maps(random, width, height);
      PaddedMaps padded = sheet.padded(round % 2 == 0 ? 0 : 2, 2);
      SheetImages images = new SheetImages(padded, PALETTE);
      int[] colors = PALETTE.colorTable(0);
      PixelImage.Rows mask = images.mask(1, 3).rows().get();
      PixelImage.Rows filtered = images.filteredIdMap().rows().get();
      byte[] grey = new byte[width + 1];
      byte[] rgb = new byte[3 * width + 1];
      byte[] nobody = new byte[width];
      for (int y = 0; y < height; y++) {
        mask.row(y, grey, 1);
        filtered.row(y, rgb, 1);
        padded.nobodyRow(y, nobody);
        for (int x = 0; x < width; x++) {
          int texel = y * width + x;
          boolean[] isMeant = {false, true, false, true, false, false};
          assertThat(grey[x + 1] & 0xFF).isEqualTo(padded.coverageAt(texel, isMeant));
          int blend = padded.blendAt(texel, colors);
          int found =
              (rgb[3 * x + 1] & 0xFF) << 16 | (rgb[3 * x + 2] & 0xFF) << 8 | rgb[3 * x + 3] & 0xFF;
          assertThat(found).isEqualTo(blend);
          boolean[] isAny = {false, true, true, true, true, true};
          int claimed = padded.coverageAt(texel, isAny);
          assertThat((nobody[x] & 0xFF) + claimed).isIn(0, 255);
        }
      }
    }
  }

  @Test
  void whatIsNotToldToChangeIsAsInTheRowAbove() {
    SplittableRandom random = new SplittableRandom(11);
    for (int round = 0; round < 60; round++) {
      int width = random.nextInt(1, 200);
      int height = random.nextInt(2, 70);
      PaddedMaps padded = calm(random, width, height).padded(round % 3, 2);
      SheetImages images = new SheetImages(padded, PALETTE);
      for (PixelImage image : List.of(images.idMap(), images.filteredIdMap(), images.indexMap(), images.mask(2))) {
        PixelImage.ChangingRows rows = (PixelImage.ChangingRows) image.rows().get();
        int pixel = image.layout().bytesPerPixel();
        byte[] kept = new byte[pixel * width];
        byte[] whole = new byte[pixel * width];
        for (int y = 0; y < height; y++) {
          char[] changes = rows.changes(y);
          for (int s = 0; s < changes.length; s += 2) {
            assertThat((int) changes[s]).isLessThan(changes[s + 1]);
            rows.pixels(y, changes[s], changes[s + 1], kept, pixel * changes[s]);
          }
          rows.row(y, whole, 0);
          assertThat(kept).as("row %d", y).isEqualTo(whole);
        }
      }
    }
  }

  /** Over the border of a band of rows that one thread writes. */
  @Test
  void anImageWrittenByItsChangesHasTheSameBytes() throws IOException {
    SheetImages images = new SheetImages(calm(new SplittableRandom(4), 77, 530).padded(1, 2), PALETTE);
    for (PixelImage image : List.of(images.idMap(), images.filteredIdMap(), images.indexMap(), images.mask(1, 4))) {
      PixelImage.Rows changing = image.rows().get();
      PixelImage plain =
          new PixelImage(
              image.width(), image.height(), image.layout(), image.isColor(), () -> changing::row);
      assertThat(png(image)).isEqualTo(png(plain));
    }
  }

  private static byte[] png(PixelImage image) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    PngWriter.write(image, 2, out);
    return out.toByteArray();
  }

  @Test
  void rowsThatGoOnTellOfNoChange() {
    char[] groups = new char[500 * 3];
    Arrays.fill(groups, (char) 2);
    Arrays.fill(groups, 1000 + 250, 1000 + 260, (char) 3);
    RowChanges changes = new SheetMaps(500, 3, groups, Coverage.none()).padded(0, 1).changes();
    assertThat(changes.of(0)).isEqualTo(new char[] {0, 500});
    assertThat(changes.of(1)).isEmpty();
    assertThat(changes.of(2)).isEqualTo(new char[] {250, 260});
  }

  /** Rows that are mostly as above. */
  private static SheetMaps calm(SplittableRandom random, int width, int height) {
    SheetMaps wild = maps(random, width, height);
    char[] groups = wild.groups();
    for (int i = width; i < groups.length; i++) {
      groups[i] = random.nextInt(20) > 0 ? groups[i - width] : groups[i];
    }
    return new SheetMaps(width, height, groups, random.nextBoolean() ? wild.coverage() : Coverage.none());
  }

  @Test
  void groupsThatAreThereAreThoseOfTexelsAndOfShares() {
    SplittableRandom random = new SplittableRandom(5);
    for (int round = 0; round < 40; round++) {
      SheetMaps sheet = maps(random, random.nextInt(1, 5), 2);
      TreeSet<Integer> expected = new TreeSet<>();
      for (char group : sheet.groups()) {
        if (group > 0 && group < SheetMaps.MISSED) {
          expected.add((int) group);
        }
      }
      for (char group : sheet.coverage().groups()) {
        if (group > 0 && group < SheetMaps.MISSED) {
          expected.add((int) group);
        }
      }
      assertThat(sheet.presentGroups()).containsExactlyElementsOf(expected);
    }
  }
}
