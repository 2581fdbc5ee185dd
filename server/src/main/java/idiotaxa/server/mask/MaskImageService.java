package idiotaxa.server.mask;

import idiotaxa.core.image.GreyImage;
import idiotaxa.core.mask.GreyImages;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.blob.BlobFiles;
import idiotaxa.server.blob.BlobStore;
import idiotaxa.server.cache.RecentResults;
import idiotaxa.server.web.NotFoundException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Grey images of the artist's own, that masks and packs use by name. */
@Service
public class MaskImageService {
  private static final int MAX_NAME = 200;
  private static final int KEPT = 4;

  private final AssetStore assets;
  private final MaskImageStore images;
  private final BlobStore blobs;
  private final BlobFiles files;
  private final TransactionTemplate transaction;
  private final RecentResults<Long, GreyImage> decoded = new RecentResults<>(KEPT);

  MaskImageService(
      AssetStore assets,
      MaskImageStore images,
      BlobStore blobs,
      BlobFiles files,
      TransactionTemplate transaction) {
    this.assets = assets;
    this.images = images;
    this.blobs = blobs;
    this.files = files;
    this.transaction = transaction;
  }

  /** A grey image with its size, px. */
  public record ImageView(long id, String name, int width, int height) {}

  /** By name. */
  public List<ImageView> list(long assetId) {
    return images.list(assetId, MaskImageStore.GREY).stream()
        .map(i -> new ImageView(i.id(), i.name(), i.width(), i.height()))
        .toList();
  }

  /**
   * Takes an image in under its file's name; one of that name is replaced.
   *
   * @throws idiotaxa.core.file.FormatException when it is no image or has colours
   */
  public long add(long assetId, String name, Path file) throws IOException {
    String plain = name.substring(name.lastIndexOf('/') + 1);
    if (plain.length() > MAX_NAME) {
      throw new IllegalArgumentException(
          "The image's name is longer than " + MAX_NAME + " characters; rename the file.");
    }
    GreyImage image = GreyImage.decode(plain, ByteBuffer.wrap(Files.readAllBytes(file)));
    long blob = blobs.put(file).id();
    return transaction.execute(
        status -> {
          assets.lock(assetId);
          return images.put(
              assetId, MaskImageStore.GREY, plain, image.width(), image.height(), blob);
        });
  }

  public void remove(long assetId, long imageId) {
    MaskImageStore.ImageRow row =
        images
            .find(imageId)
            .filter(i -> i.assetId() == assetId && i.kind().equals(MaskImageStore.GREY))
            .orElseThrow(() -> new NotFoundException("grey image of this asset", imageId));
    images.remove(assetId, row.kind(), row.name());
  }

  /** Those of an asset as they are now. */
  public GreyImages of(long assetId) {
    Map<String, Long> blobOfName =
        images.list(assetId, MaskImageStore.GREY).stream()
            .collect(Collectors.toMap(i -> i.name(), i -> i.blobId(), (a, b) -> b));
    return name ->
        Optional.ofNullable(blobOfName.get(name))
            .map(blob -> decoded.get(blob, id -> decode(name, id)));
  }

  private GreyImage decode(String name, long blobId) {
    try {
      return GreyImage.decode(name, ByteBuffer.wrap(Files.readAllBytes(files.file(blobId))));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
