package idiotaxa.core.clean;

import com.carrotsearch.hppc.IntArrayList;
import com.carrotsearch.hppc.IntIntHashMap;
import idiotaxa.core.group.ColorClusters;
import idiotaxa.core.group.ColorWeights;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.group.SpokenColors;
import idiotaxa.core.image.TextureImage;
import idiotaxa.core.map.Coverage;
import idiotaxa.core.map.SheetImages;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.atomic.AtomicIntegerArray;
import java.util.concurrent.atomic.LongAdder;

/**
 * Makes an ID image from elsewhere crisp. One of few colours that is crisp already stays as it is; with a closed palette its
 * colours are the groups. Of all others colours are gathered into clusters by how many texels have them.
 * A cluster is a group where it fills squares of 3 × 3 texels; one that does not is a group all the same
 * when it does not lie between two others that it touches, as a thin line does. What is left is what
 * filtering, noise and compression made of borders, and goes texel by texel to the nearest colour of those
 * groups that are near it.
 */
public final class ImageCleaner {
  /** Squares of 3 × 3 that make a cluster a group. */
  private static final int FEWEST_FILLED = 4;

  /** Of the largest cluster's squares: fewer are grain of a compression. */
  private static final double SMALLEST_SHARE = 2e-5;

  /** Texels of a thin group at least. */
  private static final int FEWEST_THIN = 8;

  /** Share of a thin group's texels that have one colour. */
  private static final double DRAWN_SHARE = 0.6;

  /** Share of a cluster's texels that lie between two groups, from which on it is a filtered border. */
  private static final double BLEND_SHARE = 0.6;

  /** Of a cluster's texels: a seam fills fewer squares of 3 × 3. */
  private static final double SEAM_SHARE = 0.45;

  private static final int MANY_TIMES = 10;

  /** How far smeared colours go, in tolerances. */
  private static final int SMEAR_TOLERANCES = 4;

  /** More distinct colours than this per cluster are grain: then nothing thin can be told from it. */
  private static final int CRISP_COLORS = 2048;

  /** How far a border's texel looks for its groups, px. */
  private static final int NEAR = 3;

  private static final char NONE = 0xFFFF;

  /** Of no cluster and no group. */
  private static final char TRANSPARENT = 0xFFFE;

  /** Of 255: what is more opaque is there. */
  private static final int HALF = 128;

  /** 8-bit RGB distance of colours that a palette does not tell apart. */
  private static final double SAME_COLOR = 2;

  private final TextureImage image;
  private final CleanSettings settings;
  private final int threads;
  private final Progress progress;
  private final int width;
  private final int height;
  private final ColorWeights colors;
  private final Palette palette;
  private final ImageColors clusters;
  private final boolean hasTransparent;
  private final char[] clusterOfTexel;
  private final boolean isGrainy;
  /** Whether all colours are groups (or the background), so that none has to be chosen. */
  private final boolean isDecided;
  /** Whether a cluster is a group. */
  private boolean[] isKept;

  private ImageCleaner(
      TextureImage image, Palette palette, CleanSettings settings, int threads, Progress progress) {
    this.image = image;
    this.palette = palette;
    this.settings = settings;
    this.threads = threads;
    this.progress = progress;
    width = image.width();
    height = image.height();
    colors = new ColorWeights();
    clusterOfTexel = new char[width * height];
    hasTransparent = markTransparent();
    int[] row = new int[width];
    for (int y = 0; y < height; y++) {
      image.row(y, row);
      for (int x = 0; x < width; x++) {
        // What stands behind what is transparent is nobody's colour.
        if (clusterOfTexel[y * width + x] != TRANSPARENT) {
          colors.add(row[x], 1);
        }
      }
    }
    isGrainy = colors.count() > CRISP_COLORS;
    progress.at("gathering colours", 0.3);
    boolean isCrisp = colors.count() <= Crispness.MOST_COLORS && settings.groupCount() == 0 && Crispness.isCrisp(image);
    isDecided = settings.isClosed() || isCrisp;
    clusters =
        settings.isClosed()
            ? ImageColors.closed(closedColors(), settings.tolerance())
            : isCrisp
                ? ImageColors.closed(colors.colors(), 0)
                : ImageColors.gathered(ColorClusters.of(colors, settings.tolerance()));
  }

  /** Whether there is anything through which one sees; its texels are no group's. */
  private boolean markTransparent() {
    boolean isAny = false;
    if (image.hasAlpha()) {
      int[] alpha = new int[width];
      for (int y = 0; y < height; y++) {
        image.alphaRow(y, alpha);
        for (int x = 0; x < width; x++) {
          boolean isThrough = alpha[x] < HALF;
          clusterOfTexel[y * width + x] = isThrough ? TRANSPARENT : 0;
          isAny |= isThrough;
        }
      }
    }
    return isAny;
  }

  /** Those of the palette, and what is no group beside them. */
  private int[] closedColors() {
    IntArrayList out = new IntArrayList();
    palette.groups().forEach(g -> out.add(g.color()));
    for (int candidate : new int[] {settings.background(), SheetImages.BACKGROUND, colorOfFrame()}) {
      boolean isNew = candidate >= 0;
      for (int i = 0; i < out.size() && isNew; i++) {
        isNew = Rgb.distance(out.get(i), candidate) > (i < palette.groups().size() ? SAME_COLOR : settings.tolerance());
      }
      boolean isAsked = candidate == settings.background() || settings.background() == CleanSettings.FIND_OUT && !hasTransparent;
      if (isNew && isAsked) {
        out.add(candidate);
      }
    }
    return out.toArray();
  }

  /** What more than half of the image's frame has, −1 for none. */
  private int colorOfFrame() {
    IntIntHashMap counts = new IntIntHashMap();
    int[] row = new int[width];
    int best = -1;
    for (int y = 0; y < height; y++) {
      image.row(y, row);
      boolean isWhole = y == 0 || y == height - 1;
      for (int x = 0; x < width; x += isWhole ? 1 : Math.max(1, width - 1)) {
        if (2L * counts.addTo(row[x], 1) > 2L * (width + height)) {
          best = row[x];
        }
      }
    }
    return best;
  }

  /**
   * @param palette whose groups are matched by colour; may be empty unless it is closed
   * @throws IllegalArgumentException when the image has more colours than an ID image can have
   */
  public static CleanImage clean(
      TextureImage image,
      Palette palette,
      CleanSettings settings,
      int threads,
      Progress progress) {
    if (settings.isClosed() && palette.groups().isEmpty()) {
      throw new IllegalArgumentException("there are no groups yet whose colours the image could have");
    }
    progress.at("counting colours", 0);
    ImageCleaner cleaner = new ImageCleaner(image, palette, settings, threads, progress);
    cleaner.readClusters();
    cleaner.choose();
    progress.at("snapping borders", 0.6);
    return cleaner.result();
  }

  /** Work on one row; {@code rgb} has its colours. */
  private interface RowWork {
    void run(int y, int[] rgb);
  }

  private void eachRow(RowWork work) {
    int[][] rows = new int[threads][];
    Parallel.run(
        height,
        threads,
        (y, worker) -> {
          if (rows[worker] == null) {
            rows[worker] = new int[width];
          }
          image.row(y, rows[worker]);
          work.run(y, rows[worker]);
        });
    progress.checkCancelled();
  }

  private void readClusters() {
    eachRow(
        (y, rgb) -> {
          int last = -1;
          char cluster = NONE;
          for (int x = 0; x < width; x++) {
            if (rgb[x] != last) {
              last = rgb[x];
              int found = clusters.of(last);
              cluster = found < 0 ? NONE : (char) found;
            }
            if (clusterOfTexel[y * width + x] != TRANSPARENT) {
              clusterOfTexel[y * width + x] = cluster;
            }
          }
        });
  }

  /** Decides which clusters are groups. */
  private void choose() {
    int count = clusters.count();
    if (isDecided) {
      isKept = new boolean[count];
      Arrays.fill(isKept, true);
      return;
    }
    int[] filled = countFilled(count);
    int most = Arrays.stream(filled).max().orElse(0);
    double least = Math.max(FEWEST_FILLED, isGrainy ? SMALLEST_SHARE * most : 0);
    isKept = new boolean[count];
    for (int c = 0; c < count; c++) {
      isKept[c] = filled[c] >= least;
    }
    dropBorders(filled);
    dropSmears(filled);
    keepThin();
    if (settings.groupCount() > 0) {
      keepHeaviest(filled);
    }
  }

  /** How many squares of 3 × 3 texels each cluster fills. */
  private int[] countFilled(int count) {
    AtomicIntegerArray filled = new AtomicIntegerArray(count);
    Parallel.run(
        Math.max(0, height - 2),
        threads,
        (row, worker) -> {
          int y = row + 1;
          for (int x = 1; x + 1 < width; x++) {
            int i = y * width + x;
            if (isClustered(clusterOfTexel[i]) && isFilled(i)) {
              filled.incrementAndGet(clusterOfTexel[i]);
            }
          }
        });
    int[] out = new int[count];
    Arrays.setAll(out, filled::get);
    return out;
  }

  private boolean isFilled(int i) {
    char c = clusterOfTexel[i];
    for (int row = i - width; row <= i + width; row += width) {
      if (clusterOfTexel[row - 1] != c
          || clusterOfTexel[row] != c
          || clusterOfTexel[row + 1] != c) {
        return false;
      }
    }
    return true;
  }

  /** A wide filter's border fills squares too: such a cluster lies between two that fill many more. */
  private void dropBorders(int[] filled) {
    long[] between = new long[filled.length];
    long[] texels = countBetween(between);
    for (int c = 0; c < filled.length; c++) {
      boolean isMostlyBorder = texels[c] > 0 && between[c] >= BLEND_SHARE * texels[c];
      if (isKept[c] && isMostlyBorder && filled[c] < 0.5 * texels[c]) {
        isKept[c] = false;
      }
    }
  }

  /**
   * A compression with coarser colour than light smears a group's colour along its borders: such a cluster is
   * a seam of a group many times its size whose colour is not far away.
   */
  private void dropSmears(int[] filled) {
    for (int c = 0; isGrainy && c < filled.length; c++) {
      boolean isSeam = isKept[c] && filled[c] < SEAM_SHARE * clusters.weight(c);
      for (int big = 0; isSeam && big < filled.length; big++) {
        boolean isOfIt =
            isKept[big]
                && filled[c] * MANY_TIMES < filled[big]
                && Rgb.distance(clusters.color(c), clusters.color(big))
                    <= SMEAR_TOLERANCES * settings.tolerance();
        if (isOfIt) {
          isKept[c] = false;
          break;
        }
      }
    }
  }

  /** Where there is no grain, a colour that is not a blend of what it touches is a thin group. */
  private void keepThin() {
    if (isGrainy) {
      return;
    }
    long[] between = new long[isKept.length];
    long[] texels = countBetween(between);
    for (int c = 0; c < isKept.length; c++) {
      // What blends three ways at a corner is of many colours; who drew a line used one.
      boolean isDrawn = colors.weightOf(clusters.color(c)) >= DRAWN_SHARE * texels[c];
      boolean isBorder = between[c] >= BLEND_SHARE * texels[c];
      if (!isKept[c] && texels[c] >= FEWEST_THIN && isDrawn && !isBorder) {
        isKept[c] = true;
      }
    }
  }

  /**
   * @param between gets for each cluster the texels that lie between two groups other than it, in the image
   *     and in colour
   * @return the texels of each cluster
   */
  private long[] countBetween(long[] between) {
    LongAdder[] found = new LongAdder[between.length];
    LongAdder[] all = new LongAdder[between.length];
    Arrays.setAll(found, c -> new LongAdder());
    Arrays.setAll(all, c -> new LongAdder());
    eachRow(
        (y, rgb) -> {
          int[] near = new int[(2 * NEAR + 1) * (2 * NEAR + 1)];
          for (int x = 0; x < width; x++) {
            char c = clusterOfTexel[y * width + x];
            if (!isClustered(c)) {
              continue;
            }
            all[c].increment();
            boolean isFlat = x > 0 && y > 0 && x + 1 < width && y + 1 < height && isFilled(y * width + x);
            if (!isFlat && isBlend(rgb[x], near, gather(x, y, c, near))) {
              found[c].increment();
            }
          }
        });
    for (int c = 0; c < between.length; c++) {
      between[c] = found[c].sum();
    }
    return Arrays.stream(all).mapToLong(LongAdder::sum).toArray();
  }

  /** Groups in the square around a texel but for one cluster; returns how many. */
  private int gather(int x, int y, int except, int[] near) {
    int count = 0;
    for (int ny = Math.max(0, y - NEAR); ny <= Math.min(height - 1, y + NEAR); ny++) {
      for (int nx = Math.max(0, x - NEAR); nx <= Math.min(width - 1, x + NEAR); nx++) {
        char c = clusterOfTexel[ny * width + nx];
        if (!isClustered(c) || c == except || !isKept[c]) {
          continue;
        }
        boolean isNew = true;
        for (int k = 0; k < count && isNew; k++) {
          isNew = near[k] != c;
        }
        if (isNew) {
          near[count++] = c;
        }
      }
    }
    return count;
  }

  private boolean isBlend(int rgb, int[] near, int count) {
    for (int a = 0; a < count; a++) {
      for (int b = 0; b < a; b++) {
        int one = clusters.color(near[a]);
        int other = clusters.color(near[b]);
        if (Rgb.distanceToBlend(rgb, one, other) <= settings.tolerance()) {
          return true;
        }
      }
    }
    return false;
  }

  private void keepHeaviest(int[] filled) {
    Integer[] order = new Integer[isKept.length];
    Arrays.setAll(order, c -> c);
    Arrays.sort(
        order,
        (a, b) ->
            filled[a] != filled[b]
                ? Integer.compare(filled[b], filled[a])
                : Double.compare(clusters.weight(b), clusters.weight(a)));
    int background = background();
    int kept = 0;
    for (int c : order) {
      boolean isWanted = isKept[c] && (c == background || kept < settings.groupCount());
      kept += isWanted && c != background ? 1 : 0;
      isKept[c] = isWanted;
    }
  }

  private static boolean isClustered(char cluster) {
    return cluster < TRANSPARENT;
  }

  /**
   * The cluster of the background, −1 for none: what is asked for; none where what is transparent is it; else black where the image's frame has
   * it; else what has most of the frame. With a closed palette none of its groups.
   */
  private int background() {
    if (settings.background() == CleanSettings.NO_BACKGROUND) {
      return -1;
    }
    if (settings.background() >= 0) {
      return nearestWithin(settings.background());
    }
    if (hasTransparent) {
      return -1;
    }
    long[] onFrame = new long[clusters.count()];
    long all = 0;
    for (int x = 0; x < width; x++) {
      all += count(onFrame, x) + count(onFrame, (height - 1) * width + x);
    }
    for (int y = 0; y < height; y++) {
      all += count(onFrame, y * width) + count(onFrame, y * width + width - 1);
    }
    int black = nearestWithin(SheetImages.BACKGROUND);
    if (black >= 0 && onFrame[black] > 0 && mayBeBackground(black)) {
      return black;
    }
    for (int c = 0; c < onFrame.length; c++) {
      if (isKept[c] && 2 * onFrame[c] > all && mayBeBackground(c)) {
        return c;
      }
    }
    // Nothing else of a closed palette is no group.
    return settings.isClosed() && black >= 0 && mayBeBackground(black) ? black : -1;
  }

  private boolean mayBeBackground(int cluster) {
    return !settings.isClosed() || cluster >= palette.groups().size();
  }

  /** Of those that are kept; the nearest to a colour within the tolerance, which in an exact image is that colour. */
  private int nearestWithin(int color) {
    int best = -1;
    double least = isDecided ? SAME_COLOR : settings.tolerance();
    for (int c = 0; c < clusters.count(); c++) {
      double distance = Rgb.distance(clusters.color(c), color);
      if (isKept[c] && distance <= least && (best < 0 || distance < least)) {
        least = distance;
        best = c;
      }
    }
    return best;
  }

  private int count(long[] onFrame, int texel) {
    if (isClustered(clusterOfTexel[texel])) {
      onFrame[clusterOfTexel[texel]]++;
    }
    return 1;
  }

  private CleanImage result() {
    int background = background();
    List<Group> groups = new ArrayList<>();
    List<Integer> matched = new ArrayList<>();
    char[] numberOfCluster = settings.isClosed() ? numberClosed(background, groups, matched) : number(background, groups, matched);
    char[] crisp = new char[clusterOfTexel.length];
    byte[] changes = new byte[clusterOfTexel.length];
    LongAdder[] counts = {new LongAdder(), new LongAdder(), new LongAdder(), new LongAdder()};
    boolean hasBorders = hasBorders();
    eachRow(
        (y, rgb) -> {
          int[] near = new int[(2 * NEAR + 1) * (2 * NEAR + 1)];
          for (int x = 0; x < width; x++) {
            int i = y * width + x;
            if (clusterOfTexel[i] == TRANSPARENT) {
              crisp[i] = SheetMaps.UNCOVERED;
              continue;
            }
            int cluster = snap(x, y, rgb[x], near, hasBorders);
            changes[i] = change(x, y, rgb[x], cluster, near);
            crisp[i] = cluster < 0 ? SheetMaps.UNCOVERED : numberOfCluster[cluster];
            counts[changes[i]].increment();
          }
        });
    return new CleanImage(
        new SheetMaps(width, height, crisp, Coverage.none()),
        groups,
        matched,
        counts[CleanImage.FILTERED].sum(),
        counts[CleanImage.NOISY].sum(),
        counts[CleanImage.STRAY].sum(),
        changes);
  }

  private boolean hasBorders() {
    for (char c : clusterOfTexel) {
      if (c == NONE || isClustered(c) && !isKept[c]) {
        return true;
      }
    }
    return false;
  }

  /** The cluster that a texel belongs to, −1 when there are no groups at all. */
  private int snap(int x, int y, int rgb, int[] near, boolean hasBorders) {
    char own = clusterOfTexel[y * width + x];
    boolean isGroup = own != NONE && isKept[own];
    if (isGroup && !(hasBorders && isAccident(x, y, rgb, own, near))) {
      return own;
    }
    int count = gather(x, y, isGroup ? own : -1, near);
    return count > 0 ? nearest(rgb, near, count) : nearestOfAll(rgb);
  }

  private int nearest(int rgb, int[] near, int count) {
    int best = near[0];
    for (int k = 1; k < count; k++) {
      if (Rgb.distanceSq(rgb, clusters.color(near[k])) < Rgb.distanceSq(rgb, clusters.color(best))) {
        best = near[k];
      }
    }
    return best;
  }

  private int nearestOfAll(int rgb) {
    int best = -1;
    int least = Integer.MAX_VALUE;
    for (int c = 0; c < isKept.length; c++) {
      int distance = Rgb.distanceSq(rgb, clusters.color(c));
      if (isKept[c] && distance < least) {
        least = distance;
        best = c;
      }
    }
    return best;
  }

  /**
   * Whether a texel has a group's colour only because two others blend to it: nothing of that group is
   * whole near it, and two groups between whose colours it lies are.
   */
  private boolean isAccident(int x, int y, int rgb, char own, int[] near) {
    for (int ny = Math.max(1, y - 2); ny <= Math.min(height - 2, y + 2); ny++) {
      for (int nx = Math.max(1, x - 2); nx <= Math.min(width - 2, x + 2); nx++) {
        if (clusterOfTexel[ny * width + nx] == own && isFilled(ny * width + nx)) {
          return false;
        }
      }
    }
    return isBlend(rgb, near, gather(x, y, own, near));
  }

  private byte change(int x, int y, int rgb, int cluster, int[] near) {
    if (cluster < 0) {
      return CleanImage.STRAY;
    }
    int color = clusters.color(cluster);
    if (rgb == color) {
      return CleanImage.KEPT;
    }
    if (clusterOfTexel[y * width + x] == cluster) {
      return CleanImage.NOISY;
    }
    // Ringing of a compression goes beyond both sides of a border.
    boolean isGrain = isGrainy && Rgb.distance(rgb, color) <= SMEAR_TOLERANCES * settings.tolerance();
    boolean isBorder = isGrain || isBlend(rgb, near, gather(x, y, -1, near));
    return isBorder ? CleanImage.FILTERED : CleanImage.STRAY;
  }

  /** The palette's own, but for one that is said to be the background; what is beside them is no group. */
  private char[] numberClosed(int background, List<Group> groups, List<Integer> matched) {
    char[] numbers = new char[isKept.length];
    Arrays.fill(numbers, SheetMaps.UNCOVERED);
    for (int c = 0; c < palette.groups().size(); c++) {
      if (c != background) {
        Group group = palette.groups().get(c);
        numbers[c] = (char) group.number();
        groups.add(group);
        matched.add(group.number());
      }
    }
    return numbers;
  }

  /** Numbers of the kept clusters; those that a palette has by colour get its groups. */
  private char[] number(int background, List<Group> groups, List<Integer> matched) {
    char[] numbers = new char[isKept.length];
    Arrays.fill(numbers, SheetMaps.UNCOVERED);
    boolean[] isTaken = new boolean[palette.maxNumber() + 1];
    for (int c = 0; c < isKept.length; c++) {
      Group group = isKept[c] && c != background ? match(clusters.color(c), isTaken) : null;
      if (group != null) {
        numbers[c] = (char) group.number();
        groups.add(group);
        matched.add(group.number());
        isTaken[group.number()] = true;
      }
    }
    int next = palette.maxNumber() + 1;
    SpokenColors names = new SpokenColors(palette.groups().stream().map(Group::name).toList());
    for (int c = 0; c < isKept.length; c++) {
      if (isKept[c] && c != background && numbers[c] == SheetMaps.UNCOVERED) {
        groups.add(Group.of(next, names.name(clusters.color(c)), clusters.color(c)));
        numbers[c] = (char) next++;
      }
    }
    return numbers;
  }

  private Group match(int color, boolean[] isTaken) {
    Group best = null;
    for (Group group : palette.groups()) {
      double distance = Rgb.distance(group.color(), color);
      boolean isNear = distance <= settings.tolerance() && !isTaken[group.number()];
      if (isNear && (best == null || distance < Rgb.distance(best.color(), color))) {
        best = group;
      }
    }
    return best;
  }
}
