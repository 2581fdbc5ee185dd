package idiotaxa.core.unwrap;

import idiotaxa.core.work.Progress;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/**
 * Packs charts into a square grid of cells: the largest first, each at the lowest and then leftmost
 * place where it meets nothing, turned by whichever quarter fits best. Blocked places are found for 64 columns
 * at a time.
 */
final class ChartPacker {
  private final int side;
  private final int words;
  private final long[][] taken;

  /** What makes a chart come early. */
  enum Order {
    BOX_AREA,
    LONGEST_SIDE;

    int size(ChartMask mask) {
      return this == BOX_AREA ? mask.width * mask.height : Math.max(mask.width, mask.height);
    }
  }

  /** Where a chart's mask lies: cell of its lower left corner. */
  record Place(int x, int y, int quarters) {}

  ChartPacker(int side) {
    this.side = side;
    words = (side + 63) / 64;
    taken = new long[side][words];
  }

  /**
   * @param masks by chart and quarter
   * @param order which charts come first
   * @return a place for every chart, or null when they do not fit
   */
  Place[] pack(List<ChartMask[]> masks, Order order, Progress progress) {
    Place[] places = new Place[masks.size()];
    List<Integer> queue = new ArrayList<>();
    for (int i = 0; i < masks.size(); i++) {
      queue.add(i);
    }
    queue.sort(
        Comparator.<Integer>comparingInt(i -> -order.size(masks.get(i)[0]))
            .thenComparingInt(i -> i));
    int[] firstFree = new int[Turn.COUNT];
    int lastArea = Integer.MAX_VALUE;
    for (int i : queue) {
      progress.checkCancelled();
      ChartMask[] pair = masks.get(i);
      int area = pair[0].width * pair[0].height;
      if (area < lastArea / 2) {
        // Much smaller charts may go back into the gaps that larger ones left.
        Arrays.fill(firstFree, 0);
        lastArea = area;
      }
      places[i] = best(pair, firstFree);
      if (places[i] == null) {
        return null;
      }
      take(pair[places[i].quarters()], places[i]);
    }
    return places;
  }

  /** The place whose top edge is lowest. */
  private Place best(ChartMask[] pair, int[] firstFree) {
    Place best = null;
    int bestTop = Integer.MAX_VALUE / 2;
    for (int turn = 0; turn < Turn.COUNT; turn++) {
      ChartMask mask = pair[turn];
      Place place = lowest(mask, turn, firstFree[turn], bestTop - mask.height - 1);
      if (place != null && place.y() + mask.height < bestTop) {
        best = place;
        bestTop = place.y() + mask.height;
        firstFree[turn] = Math.max(firstFree[turn], place.y() - mask.height);
      }
    }
    return best;
  }

  private Place lowest(ChartMask mask, int quarters, int fromY, int toY) {
    int lastY = Math.min(side - mask.height, toY);
    int columns = side - mask.width + 1;
    long[] blocked = new long[words];
    for (int y = fromY; y <= lastY && columns > 0; y++) {
      int x = firstFree(mask, y, columns, blocked);
      if (x >= 0) {
        return new Place(x, y, quarters);
      }
    }
    return null;
  }

  /** The leftmost column where the mask fits at row y, −1 when there is none. */
  private int firstFree(ChartMask mask, int y, int columns, long[] blocked) {
    Arrays.fill(blocked, 0);
    for (int row = 0; row < mask.height; row++) {
      long[] occupied = taken[y + row];
      for (int w = 0; w < mask.rows[row].length; w++) {
        for (long bits = mask.rows[row][w]; bits != 0; ) {
          int start = Long.numberOfTrailingZeros(bits);
          long shifted = ~(bits >>> start);
          int run = shifted == 0 ? 64 : Long.numberOfTrailingZeros(shifted);
          blockRun(occupied, 64 * w + start, run, blocked);
          bits = start + run >= 64 ? 0 : bits & -1L << (start + run);
        }
      }
      if (isFull(blocked, columns)) {
        return -1;
      }
    }
    for (int x = 0; x < columns; x++) {
      if ((blocked[x >> 6] & 1L << x) == 0) {
        return x;
      }
    }
    return -1;
  }

  /** Column x is blocked when any of the cells x + from … x + from + run − 1 is taken. */
  private void blockRun(long[] occupied, int from, int run, long[] blocked) {
    for (int w = 0; w < words; w++) {
      long word = 0;
      long low = window(occupied, 64 * w + from);
      long high = window(occupied, 64 * w + from + 64);
      // Doubling: after each step a bit stands for twice as many cells.
      int done = 1;
      long a = low;
      long b = high;
      while (2 * done <= run) {
        a |= a >>> done | b << (64 - done);
        b |= b >>> done;
        done *= 2;
      }
      int rest = run - done;
      word |= a;
      if (rest > 0) {
        word |= a >>> rest | b << (64 - rest);
      }
      blocked[w] |= word;
    }
  }

  /** 64 cells from a column on; beyond the grid nothing is taken. */
  private long window(long[] occupied, int column) {
    int w = column >> 6;
    int shift = column & 63;
    long low = w < words ? occupied[w] >>> shift : 0;
    long high = shift != 0 && w + 1 < words ? occupied[w + 1] << (64 - shift) : 0;
    return low | high;
  }

  private static boolean isFull(long[] blocked, int columns) {
    for (int w = 0; 64 * w < columns; w++) {
      int left = columns - 64 * w;
      long wanted = left >= 64 ? -1L : (1L << left) - 1;
      if ((blocked[w] & wanted) != wanted) {
        return false;
      }
    }
    return true;
  }

  private void take(ChartMask mask, Place place) {
    for (int row = 0; row < mask.height; row++) {
      long[] occupied = taken[place.y() + row];
      for (int x = 0; x < mask.width; x++) {
        if ((mask.rows[row][x >> 6] & 1L << x) != 0) {
          int column = place.x() + x;
          occupied[column >> 6] |= 1L << column;
        }
      }
    }
  }
}
