package idiotaxa.server.journal;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.TreeMap;
import org.roaringbitmap.RoaringBitmap;

/**
 * The claims that a revision begins with: those that it took over from the one before.
 *
 * @param byHand faces by the identity of the group that holds them by hand
 * @param freedAt faces by the position of the journal at which they were put into the unclaimed drawer, so
 *     that rules from before do not reach them
 * @param rules all of them in their order, as JSON
 */
public record CarriedClaims(
    Map<Long, RoaringBitmap> byHand, Map<Integer, RoaringBitmap> freedAt, String rules) {

  public byte[] pack() {
    try {
      ByteArrayOutputStream bytes = new ByteArrayOutputStream();
      DataOutputStream out = new DataOutputStream(bytes);
      writeBlock(out, new ClaimSet(byHand).pack());
      out.writeInt(freedAt.size());
      for (Map.Entry<Integer, RoaringBitmap> entry : freedAt.entrySet()) {
        out.writeInt(entry.getKey());
        entry.getValue().runOptimize();
        entry.getValue().serialize(out);
      }
      writeBlock(out, rules.getBytes(StandardCharsets.UTF_8));
      return bytes.toByteArray();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static void writeBlock(DataOutputStream out, byte[] block) throws IOException {
    out.writeInt(block.length);
    out.write(block);
  }

  static CarriedClaims unpack(byte[] packed) {
    try (DataInputStream in = new DataInputStream(new ByteArrayInputStream(packed))) {
      ClaimSet byHand = ClaimSet.unpack(in.readNBytes(in.readInt()));
      Map<Integer, RoaringBitmap> freedAt = new TreeMap<>();
      for (int left = in.readInt(); left > 0; left--) {
        int position = in.readInt();
        RoaringBitmap faces = new RoaringBitmap();
        faces.deserialize(in);
        freedAt.put(position, faces);
      }
      String rules = new String(in.readNBytes(in.readInt()), StandardCharsets.UTF_8);
      return new CarriedClaims(byHand.facesOfGroup(), freedAt, rules);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
