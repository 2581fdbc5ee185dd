package idiotaxa.server.mask;

import idiotaxa.core.clean.CleanImage;
import idiotaxa.core.clean.CleanSettings;
import idiotaxa.core.clean.ImageCleaner;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.image.ImageDecoder;
import idiotaxa.core.image.PixelImage;
import idiotaxa.core.image.PngWriter;
import idiotaxa.core.image.TextureImage;
import idiotaxa.core.map.SheetImages;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.bake.ImageBakes;
import idiotaxa.server.blob.BlobFiles;
import idiotaxa.server.blob.BlobStore;
import idiotaxa.server.cache.RecentResults;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.web.NotFoundException;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** ID images from elsewhere: cleaned, looked at, and kept as bakes of their sheets. */
@Service
public class ForeignImageService {
  private static final int STRIPE = 8;

  private final AssetStore assets;
  private final MaskImageStore images;
  private final BlobStore blobs;
  private final BlobFiles files;
  private final GroupService groups;
  private final ImageBakes bakes;
  private final TransactionTemplate transaction;
  private final RecentResults<Asked, CleanImage> cleaned = new RecentResults<>(2);

  ForeignImageService(
      AssetStore assets,
      MaskImageStore images,
      BlobStore blobs,
      BlobFiles files,
      GroupService groups,
      ImageBakes bakes,
      TransactionTemplate transaction) {
    this.assets = assets;
    this.images = images;
    this.blobs = blobs;
    this.files = files;
    this.groups = groups;
    this.bakes = bakes;
    this.transaction = transaction;
  }

  private record Asked(long imageId, CleanSettings settings, Palette palette) {}

  /** A group of a cleaned image; {@code isKnown} when the asset has it already. */
  public record FoundGroup(int number, String name, String color, long texels, boolean isKnown) {}

  /**
   * What an image holds.
   *
   * @param tolerance distance within which colours counted as one, 8-bit RGB
   * @param filtered texels between two groups that went to the nearer one
   * @param noisy texels whose colour is not quite their group's
   * @param strays texels whose colour fits nothing around them
   */
  public record Cleaned(
      long id,
      String name,
      int width,
      int height,
      double tolerance,
      List<FoundGroup> groups,
      long filtered,
      long noisy,
      long strays) {}

  /**
   * Takes an image in.
   *
   * @throws idiotaxa.core.file.FormatException when it is neither PNG nor JPEG, or too large
   */
  public long add(long assetId, String name, Path file) throws IOException {
    String plain = name.substring(name.lastIndexOf('/') + 1);
    TextureImage image =
        ImageDecoder.decode(plain, "the image", ByteBuffer.wrap(Files.readAllBytes(file)));
    long blob = blobs.put(file).id();
    return transaction.execute(
        status -> {
          assets.lock(assetId);
          return images.put(
              assetId, MaskImageStore.FOREIGN, plain, image.width(), image.height(), blob);
        });
  }

  private MaskImageStore.ImageRow row(long imageId) {
    return images
        .find(imageId)
        .filter(i -> i.kind().equals(MaskImageStore.FOREIGN))
        .orElseThrow(() -> new NotFoundException("ID image", imageId));
  }

  private CleanImage clean(MaskImageStore.ImageRow row, CleanSettings settings) {
    Palette palette = groups.palette(row.assetId(), "asset");
    return cleaned.get(
        new Asked(row.id(), settings, palette),
        asked -> {
          try {
            ByteBuffer bytes = ByteBuffer.wrap(Files.readAllBytes(files.file(row.blobId())));
            return ImageCleaner.clean(
                ImageDecoder.decode(row.name(), "the image", bytes),
                palette,
                settings,
                Parallel.cores(),
                Progress.NONE);
          } catch (IOException e) {
            throw new UncheckedIOException(e);
          }
        });
  }

  public Cleaned look(long imageId, CleanSettings settings) {
    MaskImageStore.ImageRow row = row(imageId);
    CleanImage clean = clean(row, settings);
    int most = clean.groups().stream().mapToInt(Group::number).max().orElse(0);
    long[] texels = clean.maps().texelsOfGroup(most);
    List<FoundGroup> found = new ArrayList<>();
    for (Group g : clean.groups()) {
      found.add(
          new FoundGroup(
              g.number(),
              g.name(),
              Rgb.toHex(g.color()),
              texels[g.number()],
              clean.matched().contains(g.number())));
    }
    return new Cleaned(
        row.id(),
        row.name(),
        row.width(),
        row.height(),
        settings.tolerance(),
        found,
        clean.filtered(),
        clean.noisy(),
        clean.strays());
  }

  /** The crisp image, as PNG; what was snapped is pale, what is stray is striped. */
  public byte[] picture(long imageId, CleanSettings settings) {
    CleanImage clean = clean(row(imageId), settings);
    int[] colors = new Palette("", clean.groups()).colorTable(SheetImages.BACKGROUND);
    int width = clean.maps().width();
    PixelImage image =
        new PixelImage(
            width,
            clean.maps().height(),
            PixelImage.Layout.RGB_8,
            true,
            () ->
                (y, out, offset) -> {
                  int at = offset;
                  for (int i = y * width; i < (y + 1) * width; i++) {
                    char group = clean.maps().groups()[i];
                    int rgb = group < colors.length ? colors[group] : SheetImages.BACKGROUND;
                    int shown = marked(rgb, clean.changes()[i], i % width + y);
                    out[at++] = (byte) (shown >> 16);
                    out[at++] = (byte) (shown >> 8);
                    out[at++] = (byte) shown;
                  }
                });
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try {
      PngWriter.write(image, Parallel.cores(), out);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toByteArray();
  }

  private static int marked(int rgb, byte change, int place) {
    if (change == CleanImage.STRAY) {
      return place % STRIPE < STRIPE / 2 ? 0xFFFFFF : 0x161616;
    }
    return change == CleanImage.FILTERED ? rgb >> 1 & 0x7F7F7F | 0x808080 : rgb;
  }

  /**
   * Keeps what was found: groups that are missing are made, and the map becomes a bake of a sheet of the
   * asset's target.
   *
   * @return the bake
   */
  public long keep(long imageId, String sheet, CleanSettings settings) throws IOException {
    MaskImageStore.ImageRow row = row(imageId);
    CleanImage clean = clean(row, settings);
    return bakes.keep(row.assetId(), sheet, row.name(), clean);
  }
}
