package idiotaxa.server.journal;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.LinkedHashMap;
import java.util.Map;
import org.roaringbitmap.RoaringBitmap;

/**
 * The claims of one journal entry: faces by the identity of the group that they go to, 0 for the
 * unclaimed drawer. Packed as a count, then id and bitmap of each.
 */
public record ClaimSet(Map<Long, RoaringBitmap> facesOfGroup) {
  public static final long UNCLAIMED = 0;

  public byte[] pack() {
    try {
      ByteArrayOutputStream bytes = new ByteArrayOutputStream();
      DataOutputStream out = new DataOutputStream(bytes);
      out.writeInt(facesOfGroup.size());
      for (Map.Entry<Long, RoaringBitmap> entry : facesOfGroup.entrySet()) {
        out.writeLong(entry.getKey());
        entry.getValue().runOptimize();
        entry.getValue().serialize(out);
      }
      return bytes.toByteArray();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  static ClaimSet unpack(byte[] packed) {
    try (DataInputStream in = new DataInputStream(new ByteArrayInputStream(packed))) {
      Map<Long, RoaringBitmap> faces = new LinkedHashMap<>();
      for (int left = in.readInt(); left > 0; left--) {
        long group = in.readLong();
        RoaringBitmap bitmap = new RoaringBitmap();
        bitmap.deserialize(in);
        faces.put(group, bitmap);
      }
      return new ClaimSet(faces);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
