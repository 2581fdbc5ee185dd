package idiotaxa.core.map;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.image.PixelImage;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Three texels: one of a group, one shared by two, one where nothing is. */
class FilteredMapTest {
  private static final Palette PALETTE =
      new Palette("p", List.of(Group.of(1, "a", 0xFF0000), Group.of(4, "b", 0x0080FF)));

  private static SheetMaps maps(int share) {
    Coverage coverage =
        new Coverage(
            new int[] {1},
            new int[] {0, 2},
            new char[] {1, 4},
            new byte[] {(byte) (255 - share), (byte) share});
    return new SheetMaps(3, 1, new char[] {1, 1, SheetMaps.UNCOVERED}, coverage);
  }

  private static int[] pixels(PixelImage image) {
    byte[] bytes = new byte[9];
    image.rows().get().row(0, bytes, 0);
    int[] rgb = new int[3];
    for (int x = 0; x < 3; x++) {
      rgb[x] = (bytes[3 * x] & 0xFF) << 16 | (bytes[3 * x + 1] & 0xFF) << 8 | bytes[3 * x + 2] & 0xFF;
    }
    return rgb;
  }

  @Test
  void sharedTexelsBlendByTheirTrueCoverages() {
    for (int share = 1; share < 255; share += 23) {
      SheetImages images = new SheetImages(maps(share).padded(0, 1), PALETTE);
      int red = 255 - share;
      int green = Math.round(128 * share / 255f);
      assertThat(pixels(images.filteredIdMap()))
          .containsExactly(0xFF0000, red << 16 | green << 8 | share, 0x000000);
      assertThat(pixels(images.idMap())).containsExactly(0xFF0000, 0xFF0000, 0x000000);
    }
  }

  @Test
  void paddingCopiesTheBlend() {
    int[] padded = pixels(new SheetImages(maps(100).padded(1, 1), PALETTE).filteredIdMap());
    assertThat(padded[2]).isEqualTo(padded[1]);
  }

  @Test
  void aPlaneIsWrittenAsItsNearestByte() {
    SheetMaps maps = maps(100);
    PaddedPlane plane = PaddedPlane.of(maps, new char[] {0, 128, 65535}, 0, 1);
    assertThat(plane.at8(0)).isZero();
    assertThat(plane.at8(1)).isZero();
    assertThat(plane.at8(2) & 0xFF).isEqualTo(255);
    for (int v = 0; v < 256; v++) {
      PaddedPlane exact = PaddedPlane.whole(new char[] {(char) (257 * v)});
      assertThat(exact.at8(0) & 0xFF).isEqualTo(v);
      assertThat((int) exact.at16(0)).isEqualTo(257 * v);
    }
  }
}
