package idiotaxa.server.life;

import idiotaxa.server.blob.BlobFiles;
import idiotaxa.server.blob.BlobUseStore;
import idiotaxa.server.people.ForManagers;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What takes the space, for those who manage. */
@RestController
@RequestMapping("/api/space")
@ForManagers
class SpaceController {
  private static final int MOST_ASSETS = 50;

  private final BlobUseStore blobs;
  private final SpaceStore space;
  private final BlobFiles files;

  SpaceController(BlobUseStore blobs, SpaceStore space, BlobFiles files) {
    this.blobs = blobs;
    this.space = space;
    this.files = files;
  }

  /**
   * What takes the space, all of it in bytes.
   *
   * @param models files of models
   * @param maps what bakes left
   * @param packages hand-offs
   * @param images reference pictures, grey and ID images
   * @param unused what nothing points to any more; it is deleted after a grace time
   * @param database all tables and indexes on the database's disk
   * @param cache local copies of this process's machine
   * @param cacheLimit most that they may take
   * @param free what is left on the disk of the local copies
   * @param assets those that keep most, the largest first
   */
  record Space(
      long models,
      long maps,
      long packages,
      long images,
      long unused,
      long database,
      long cache,
      long cacheLimit,
      long free,
      List<SpaceStore.AssetSpace> assets) {}

  /** What takes the space. */
  @GetMapping
  Space space() {
    return new Space(
        blobs.bytes(BlobUseStore.Use.MODELS),
        blobs.bytes(BlobUseStore.Use.MAPS),
        blobs.bytes(BlobUseStore.Use.PACKAGES),
        blobs.bytes(BlobUseStore.Use.IMAGES),
        blobs.unusedBytes(),
        space.databaseBytes(),
        files.bytes(),
        files.limitBytes(),
        files.freeBytes(),
        space.largest(MOST_ASSETS));
  }
}
