package idiotaxa.server.bake;

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
import java.io.OutputStream;
import java.nio.file.Files;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** Images of baked sheets, made from the kept maps with the groups' present colours. */
@Service
public class BakeImages {
  private final BakeService bakes;
  private final BlobFiles files;
  private final BakeGroups groups;
  private final JsonMapper json;
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
   * @param kind {@code id}, {@code index} or {@code mask}
   * @param groupNumber for a mask
   */
  public void write(
      long bakeId, String sheetName, String kind, int groupNumber, boolean isPadded, OutputStream out)
      throws IOException {
    BakeRow bake = bakes.get(bakeId);
    SheetMaps maps = maps(bakes.sheet(bakeId, sheetName));
    int padding = json.readValue(bake.settings(), BakeSettings.class).padding();
    int radius = isPadded ? padding < 0 ? NearestCovered.EVERYWHERE : padding : 0;
    SheetImages images =
        new SheetImages(
            maps.padded(radius, Parallel.cores()), groups.paletteOf(bake, "asset"));
    PixelImage image =
        switch (kind) {
          case "id" -> images.idMap();
          case "index" -> images.indexMap();
          case "mask" -> images.mask(groupNumber);
          default -> throw new IllegalArgumentException("There is no image " + kind + ".");
        };
    PngWriter.write(image, Parallel.cores(), out);
  }
}
