package idiotaxa.server.bake;

import java.nio.file.Path;
import idiotaxa.server.cache.RecentResults;
import idiotaxa.core.work.ContentKey;
import idiotaxa.core.map.PaddedMaps;
import idiotaxa.core.group.Palette;
import idiotaxa.core.image.PixelImage;
import idiotaxa.core.image.PngWriter;
import idiotaxa.core.map.NearestCovered;
import idiotaxa.core.map.SheetImages;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.map.SheetMapsFile;
import idiotaxa.core.work.Parallel;
import idiotaxa.server.blob.BlobFiles;
import idiotaxa.server.web.ConflictException;
import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** Images of baked sheets, made from the kept maps with the groups' present colours. */
@Service
public class BakeImages {
  /** Raised when the same maps are drawn otherwise. */
  private static final int FORMAT = 1;

  private final BakeService bakes;
  private final BlobFiles files;
  private final BakeGroups groups;
  private final JsonMapper json;
  private final RecentResults<Padding, PaddedMaps> padded = new RecentResults<>(1);
  private long lastBlob = -1;
  private SheetMaps lastMaps;

  public BakeImages(BakeService bakes, BlobFiles files, BakeGroups groups, JsonMapper json) {
    this.bakes = bakes;
    this.files = files;
    this.groups = groups;
    this.json = json;
  }

  /** The maps of a sheet that is done; the ones asked for last are kept in memory. */
  public synchronized SheetMaps maps(SheetRow sheet) throws IOException {
    if (sheet.mapsBlobId() == null) {
      throw new ConflictException("Sheet " + sheet.name() + " is not baked.");
    }
    if (lastBlob != sheet.mapsBlobId()) {
      try (InputStream in =
          new BufferedInputStream(Files.newInputStream(files.file(sheet.mapsBlobId())))) {
        lastMaps = SheetMapsFile.read(in);
        lastBlob = sheet.mapsBlobId();
      }
    }
    return lastMaps;
  }

  /**
   * An image as PNG, kept by what it shows: maps, padding, and the numbers and colours that groups have now.
   *
   * @param kind {@code id}, {@code index} or {@code mask}
   * @param groupNumber for a mask
   */
  public Path image(long bakeId, String sheetName, String kind, int groupNumber, boolean isPadded) throws IOException {
    BakeRow bake = bakes.get(bakeId);
    SheetRow sheet = bakes.sheet(bakeId, sheetName);
    // Says whether there are any, before a name is made of them.
    SheetMaps maps = maps(sheet);
    int padding = json.readValue(bake.settings(), BakeSettings.class).padding();
    int radius = isPadded ? padding < 0 ? NearestCovered.EVERYWHERE : padding : 0;
    Palette palette = groups.paletteOf(bake, "asset");
    ContentKey key =
        new ContentKey()
            .add(files.file(sheet.mapsBlobId()).getFileName().toString())
            .add(kind)
            .add(FORMAT, radius, kind.equals("mask") ? groupNumber : 0);
    palette.groups().forEach(g -> key.add(g.number(), g.color()));
    return files.file(
        "map-" + key.hex() + ".png",
        out -> PngWriter.write(of(kind, new SheetImages(padded(sheet, maps, radius), palette), groupNumber), Parallel.cores(), out));
  }

  private static PixelImage of(String kind, SheetImages images, int groupNumber) {
    return switch (kind) {
      case "id" -> images.idMap();
      case "index" -> images.indexMap();
      case "mask" -> images.mask(groupNumber);
      default -> throw new IllegalArgumentException("There is no image " + kind + ".");
    };
  }

  /** All images of a sheet are made of the same padding: the one asked for last is kept. */
  private PaddedMaps padded(SheetRow sheet, SheetMaps maps, int radius) {
    return padded.get(new Padding(sheet.mapsBlobId(), radius), key -> maps.padded(radius, Parallel.cores()));
  }

  private record Padding(long blobId, int radius) {}
}
