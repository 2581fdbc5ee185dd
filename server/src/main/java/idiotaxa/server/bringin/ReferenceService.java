package idiotaxa.server.bringin;

import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.blob.BlobFiles;
import idiotaxa.server.blob.BlobStore;
import idiotaxa.server.web.ConflictException;
import idiotaxa.server.web.NotFoundException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import org.springframework.stereotype.Service;

/** Reference pictures, pinned beside the stage. */
@Service
public class ReferenceService {
  private static final PictureStore.Place FIRST_PLACE = new PictureStore.Place(0.24, 0.58, 0.17);

  private final AssetStore assets;
  private final PictureStore pictures;
  private final BlobStore blobs;
  private final BlobFiles files;

  public ReferenceService(
      AssetStore assets, PictureStore pictures, BlobStore blobs, BlobFiles files) {
    this.assets = assets;
    this.pictures = pictures;
    this.blobs = blobs;
    this.files = files;
  }

  /** A picture's bytes with their type. */
  public record Content(Path file, String mediaType) {}

  /**
   * @throws IllegalArgumentException when the file is neither PNG nor JPEG
   */
  public long pin(long assetId, String name, Path file) throws IOException {
    assets.find(assetId).orElseThrow(() -> new NotFoundException("asset", assetId));
    return pictures.create(
        assetId, name, mediaType(name, file), blobs.put(file).id(), FIRST_PLACE);
  }

  /** Told by the first bytes, not by the name. */
  private static String mediaType(String name, Path file) throws IOException {
    byte[] head;
    try (InputStream in = Files.newInputStream(file)) {
      head = in.readNBytes(4);
    }
    if (head.length == 4 && head[0] == (byte) 0x89 && head[1] == 'P' && head[2] == 'N') {
      return "image/png";
    }
    if (head.length == 4 && head[0] == (byte) 0xFF && head[1] == (byte) 0xD8) {
      return "image/jpeg";
    }
    throw new IllegalArgumentException(
        name + " is neither PNG nor JPEG; save the picture as one of these.");
  }

  /**
   * @param version of the picture that this is based on
   * @throws IllegalArgumentException when the place lies outside of the stage
   * @throws ConflictException when somebody else moved it meanwhile
   */
  public void move(long pictureId, int version, double x, double y, double width) {
    boolean isInside = x >= -0.9 && x <= 1 && y >= -0.9 && y <= 1 && width >= 0.05 && width <= 1;
    if (!isInside) {
      throw new IllegalArgumentException("The picture would lie outside of the stage.");
    }
    if (!pictures.move(find(pictureId).id(), version, new PictureStore.Place(x, y, width))) {
      throw new ConflictException("The picture was moved by somebody else meanwhile; look at it again.");
    }
  }

  public void unpin(long pictureId) {
    pictures.delete(find(pictureId).id());
  }

  public Content content(long pictureId) {
    PictureStore.PictureRow row = find(pictureId);
    return new Content(files.file(row.blobId()), row.mediaType());
  }

  private PictureStore.PictureRow find(long pictureId) {
    return pictures
        .find(pictureId)
        .orElseThrow(() -> new NotFoundException("reference picture", pictureId));
  }
}
