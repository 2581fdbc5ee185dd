package idiotaxa.server.sort;

import idiotaxa.core.group.Group;
import idiotaxa.core.image.PixelImage;
import idiotaxa.core.image.PngWriter;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.picture.ModelPicture;
import idiotaxa.core.work.Parallel;
import idiotaxa.server.asset.CachedMesh;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.web.NotFoundException;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import org.springframework.stereotype.Service;

/** Small pictures of models in their ID colours, for lists. */
@Service
public class PictureService {
  private static final int UNCLAIMED_COLOR = 0xE4E0D8;

  private final MeshCache meshes;
  private final GroupService groups;

  public PictureService(MeshCache meshes, GroupService groups) {
    this.meshes = meshes;
    this.groups = groups;
  }

  /** A PNG of a revision as it is sorted now. */
  public byte[] png(long assetId, long revisionId, int width, int height) throws IOException {
    Mesh mesh = meshes.get(revisionId).mesh();
    Map<Integer, Integer> colorOfNumber = new HashMap<>();
    groups
        .list(assetId)
        .forEach(g -> colorOfNumber.put(g.group().number(), g.group().color()));
    colorOfNumber.put(Group.UNCLAIMED, UNCLAIMED_COLOR);
    int[] colors = groups.faceNumbers(assetId, revisionId);
    for (int f = 0; f < colors.length; f++) {
      colors[f] = colorOfNumber.get(colors[f]);
    }
    return png(ModelPicture.render(mesh, colors, width, height), width, height);
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
