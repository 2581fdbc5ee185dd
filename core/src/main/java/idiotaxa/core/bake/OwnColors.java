package idiotaxa.core.bake;

import idiotaxa.core.image.TextureImage;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.TexturePixel;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.TileBins;
import idiotaxa.core.raster.TileOwners;
import idiotaxa.core.raster.UvTriangles;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import java.util.Arrays;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * What a source looks like, laid out as on a sheet of the target: its textures where they are given, else
 * its vertex colours, else the base colours of its materials, at texel centres. To be compared with an ID map by eye.
 */
final class OwnColors {
  /** 0xRRGGBB where nothing is. */
  static final int NOTHING = 0x000000;

  private static final int MATERIAL_FREE = 0x808080;

  private final Mesh read;
  private final UvTriangles triangles;
  private final int width;
  private final int height;
  private final int[] colors;
  private final List<Optional<TextureImage>> textures;
  private final Map<TextureImage, int[]> pixels = new IdentityHashMap<>();

  /** Finds the point that is read for a point of the target. One instance a thread. */
  interface Finder {
    boolean find(int triangle, double w0, double w1, double w2);

    int triangle();

    double weight0();

    double weight1();
  }

  private OwnColors(
      Mesh target,
      Sheet sheet,
      Mesh read,
      List<Optional<TextureImage>> textures,
      int width,
      int height) {
    this.read = read;
    this.textures = textures;
    textures.stream()
        .flatMap(Optional::stream)
        .forEach(t -> pixels.computeIfAbsent(t, OwnColors::pixels));
    this.width = width;
    this.height = height;
    triangles = UvTriangles.of(target, sheet, width, height);
    colors = new int[width * height];
    Arrays.fill(colors, NOTHING);
  }

  private static int[] pixels(TextureImage texture) {
    int[] out = new int[texture.width() * texture.height()];
    int[] row = new int[texture.width()];
    for (int y = 0; y < texture.height(); y++) {
      texture.row(y, row);
      System.arraycopy(row, 0, out, y * row.length, row.length);
    }
    return out;
  }

  /**
   * One colour a texel, 0xRRGGBB, rows downwards.
   *
   * @param textures one a material of {@code read}, or none at all
   */
  static int[] of(
      Mesh target,
      Sheet sheet,
      Mesh read,
      List<Optional<TextureImage>> textures,
      Supplier<Finder> finders,
      SheetSettings settings,
      Progress progress) {
    OwnColors image =
        new OwnColors(target, sheet, read, textures, settings.width(), settings.height());
    TileBins bins = new TileBins(image.triangles, settings.width(), settings.height());
    Worker[] workers = new Worker[settings.threads()];
    Parallel.run(
        bins.count(),
        settings.threads(),
        (tile, w) -> {
          progress.checkCancelled();
          if (workers[w] == null) {
            workers[w] = image.new Worker(finders.get());
          }
          workers[w].paint(bins, tile);
        });
    return image.colors;
  }

  /** One thread's scratch. */
  private final class Worker {
    private final Finder finder;
    private final TileOwners owners = new TileOwners(triangles, width, height);
    private final boolean[] isMet = new boolean[triangles.count()];
    private final double[] weights = new double[3];

    Worker(Finder finder) {
      this.finder = finder;
    }

    void paint(TileBins bins, int tile) {
      owners.find(bins, tile, isMet);
      long steps = UvTriangles.STEPS;
      for (int y = owners.fromY(); y < owners.toY(); y++) {
        for (int x = owners.fromX(); x < owners.toX(); x++) {
          int owner = owners.at(x, y);
          if (owner == TileOwners.NOBODY) {
            continue;
          }
          triangles.weights(owner, x * steps + steps / 2, y * steps + steps / 2, weights);
          if (finder.find(
              triangles.meshTriangle(owner), weights[0], weights[1], weights[2])) {
            colors[y * width + x] = colorAt(finder);
          }
        }
      }
    }

    private int colorAt(Finder at) {
      int triangle = at.triangle();
      int material = read.faceMaterial()[read.triangleFace(triangle)];
      if (hasTexture(material, triangle)) {
        TextureImage image = textures.get(material).get();
        double w0 = at.weight0();
        double w1 = at.weight1();
        return pixels.get(image)[
            TexturePixel.at(
                read, triangle, w0, w1, 1 - w0 - w1, image.width(), image.height())];
      }
      if (!read.hasColors()) {
        return material == Mesh.NO_MATERIAL
            ? MATERIAL_FREE
            : read.materials().get(material).baseColor();
      }
      int rgb = 0;
      for (int shift = 16; shift >= 0; shift -= 8) {
        double value =
            at.weight0() * channel(triangle, 0, shift)
                + at.weight1() * channel(triangle, 1, shift)
                + (1 - at.weight0() - at.weight1()) * channel(triangle, 2, shift);
        rgb |= (int) Math.max(0, Math.min(255, Math.round(value))) << shift;
      }
      return rgb;
    }

    private boolean hasTexture(int material, int triangle) {
      return material != Mesh.NO_MATERIAL
          && material < textures.size()
          && textures.get(material).isPresent()
          && Float.isFinite(read.textureUv()[2 * read.triangleCorner(triangle, 0)]);
    }

    private int channel(int triangle, int corner, int shift) {
      return read.cornerColor()[read.triangleCorner(triangle, corner)] >> shift & 0xFF;
    }
  }
}
