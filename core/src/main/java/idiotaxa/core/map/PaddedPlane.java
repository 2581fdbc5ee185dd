package idiotaxa.core.map;

import java.util.List;

/** One value 0 … 65535 a texel of a sheet, as images need it: padded like the maps, 8 or 16 bits. */
public final class PaddedPlane {
  private static final int HALF_STEP = 128;
  private static final int STEP = 257;

  private final char[] values;

  private PaddedPlane(char[] values) {
    this.values = values;
  }

  /**
   * @param maps of the sheet, which say what is covered
   * @param values a texel each
   * @param radius px, 0 for none, or {@link NearestCovered#EVERYWHERE}
   */
  public static PaddedPlane of(SheetMaps maps, char[] values, int radius, int threads) {
    return allOf(maps, List.of(values), radius, threads).get(0);
  }

  /**
   * The same for several planes of one sheet: where padding comes from is searched for once.
   *
   * @param planes each with a value a texel
   * @return in their order
   */
  public static List<PaddedPlane> allOf(SheetMaps maps, List<char[]> planes, int radius, int threads) {
    if (radius == 0 || planes.isEmpty()) {
      return planes.stream().map(PaddedPlane::new).toList();
    }
    List<char[]> padded = planes.stream().map(char[]::clone).toList();
    Gaps gaps = Gaps.of(maps.groups(), maps.width(), maps.runs());
    NearestCovered.search(
        maps.groups(),
        gaps,
        maps.width(),
        maps.height(),
        radius,
        threads,
        (y, nearest) -> {
          int base = y * maps.width();
          char[] gapsOfRow = gaps.of(y);
          for (int p = 0; p < padded.size(); p++) {
            char[] values = planes.get(p);
            char[] out = padded.get(p);
            for (int g = 0; g < gapsOfRow.length; g += 2) {
              for (int x = gapsOfRow[g]; x < gapsOfRow[g + 1]; x++) {
                out[base + x] = nearest[x] == NearestCovered.NONE ? 0 : values[nearest[x]];
              }
            }
          }
        });
    return padded.stream().map(PaddedPlane::new).toList();
  }

  /**
   * A plane that covers all of its sheet, taken as it is.
   *
   * @param values 0 … 65535 a texel, rows down
   */
  public static PaddedPlane whole(char[] values) {
    return new PaddedPlane(values);
  }

  /** 0 … 255, the nearest to what the texel has. */
  public byte at8(int texel) {
    return (byte) ((values[texel] + HALF_STEP) / STEP);
  }

  /** 0 … 65535. */
  public char at16(int texel) {
    return values[texel];
  }
}
