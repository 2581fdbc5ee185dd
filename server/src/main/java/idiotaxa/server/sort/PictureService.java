package idiotaxa.server.sort;

import idiotaxa.core.work.ContentKey;
import idiotaxa.core.image.PixelImage;
import idiotaxa.core.image.PngWriter;
import idiotaxa.core.picture.ModelPicture;
import idiotaxa.core.work.Parallel;
import idiotaxa.server.asset.CachedMesh;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.blob.BlobFiles;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.group.GroupStore.GroupRow;
import idiotaxa.server.journal.FaceGroups;
import idiotaxa.server.journal.Journal;
import idiotaxa.server.web.NotFoundException;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;

/** Small pictures of models in their ID colours, for lists. */
@Service
public class PictureService {
  private static final int UNCLAIMED_COLOR = 0xE4E0D8;

  /** Raised when the same model is drawn otherwise. */
  private static final int FORMAT = 1;

  private final RevisionStore revisions;
  private final MeshCache meshes;
  private final GroupService groups;
  private final Journal journal;
  private final FaceGroups faceGroups;
  private final BlobFiles files;

  PictureService(
      RevisionStore revisions,
      MeshCache meshes,
      GroupService groups,
      Journal journal,
      FaceGroups faceGroups,
      BlobFiles files) {
    this.faceGroups = faceGroups;
    this.revisions = revisions;
    this.meshes = meshes;
    this.groups = groups;
    this.journal = journal;
    this.files = files;
  }

  /**
   * A PNG of a revision as it is sorted now. It is kept by what it shows, so that a catalogue of large models
   * reads none of them.
   */
  public Path png(long assetId, RevisionStore.RevisionRow revision, int width, int height) {
    long lastEntry = journal.lastEntry(assetId);
    List<GroupRow> rows = groups.list(assetId);
    ContentKey key =
        new ContentKey()
            .add(revisions.geometryKeys(List.of(revision)).get(revision.id()))
            .add("%d %d %d".formatted(assetId, revision.id(), lastEntry))
            .add(width, height);
    rows.forEach(g -> key.add(Long.toString(g.id())).add(g.group().color()));
    return files.file(
        "picture-%d-%s.png".formatted(FORMAT, key.hex()), out -> out.write(draw(faceGroups.ids(assetId, revision.id(), lastEntry), rows, revision.id(), width, height)));
  }

  private byte[] draw(int[] groupOfFace, List<GroupRow> rows, long revisionId, int width, int height)
      throws IOException {
    Map<Integer, Integer> colorOf = new HashMap<>();
    rows.forEach(g -> colorOf.put(Math.toIntExact(g.id()), g.group().color()));
    int[] colors = new int[groupOfFace.length];
    Arrays.setAll(colors, f -> colorOf.getOrDefault(groupOfFace[f], UNCLAIMED_COLOR));
    return png(ModelPicture.render(meshes.get(revisionId).mesh(), colors, width, height), width, height);
  }

  /** A PNG of one piece by itself, in one neutral colour. */
  public byte[] piecePng(long revisionId, int piece, int size) throws IOException {
    CachedMesh cached = meshes.get(revisionId);
    if (piece < 0 || piece >= cached.pieces().count()) {
      throw new NotFoundException("piece of this model", piece);
    }
    int[] colors = new int[cached.mesh().faceCount()];
    Arrays.fill(colors, UNCLAIMED_COLOR);
    int[] pieceOfFace = cached.pieces().ofFace();
    int[] pixels =
        ModelPicture.render(cached.mesh(), colors, f -> pieceOfFace[f] == piece, size, size);
    return png(pixels, size, size);
  }

  private static byte[] png(int[] pixels, int width, int height) throws IOException {
    PixelImage image =
        new PixelImage(
            width,
            height,
            PixelImage.Layout.RGB_8,
            true,
            () -> (y, out, offset) -> putRow(pixels, y, width, out, offset));
    ByteArrayOutputStream png = new ByteArrayOutputStream();
    PngWriter.write(image, Parallel.cores(), png);
    return png.toByteArray();
  }

  private static void putRow(int[] pixels, int y, int width, byte[] out, int offset) {
    for (int x = 0, at = offset; x < width; x++) {
      int rgb = pixels[y * width + x];
      out[at++] = (byte) (rgb >> 16);
      out[at++] = (byte) (rgb >> 8);
      out[at++] = (byte) rgb;
    }
  }
}
