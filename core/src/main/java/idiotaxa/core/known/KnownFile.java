package idiotaxa.core.known;

import idiotaxa.core.alike.Fingerprint;
import idiotaxa.core.file.FormatException;
import java.io.BufferedOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Known pieces as a file: what they were sorted as, and of every kind its surface with points in 16 bits of its reach. Big
 * endian. Surfaces are read when somebody looks for them.
 *
 * <pre>
 * 16 bytes  "Idiotaxa known 1"
 * int       groups, each: palette, int number, name, int colour, int keywords and these
 * int       assets, each its name
 * int       kinds, each: double radius, 8 floats, int seen and these (int group, int asset, int pieces), surface
 * surface   float reach, int points, 3 shorts each, int triangles, 3 ints each
 * texts     int bytes, UTF-8
 * </pre>
 */
public final class KnownFile {
  private static final byte[] MAGIC = "Idiotaxa known 1".getBytes(StandardCharsets.US_ASCII);
  private static final int VALUES = 8;
  private static final String CURE = "make it again with ./idiotaxa known";

  private KnownFile() {}

  public static void write(KnownPieces known, OutputStream out) throws IOException {
    DataOutputStream data = new DataOutputStream(new BufferedOutputStream(out, 1 << 16));
    Map<KnownGroup, Integer> groups = new LinkedHashMap<>();
    Map<String, Integer> assets = new LinkedHashMap<>();
    for (KnownKind kind : known.kinds()) {
      for (Seen seen : kind.seen()) {
        groups.putIfAbsent(seen.group(), groups.size());
        assets.putIfAbsent(seen.asset(), assets.size());
      }
    }
    data.write(MAGIC);
    data.writeInt(groups.size());
    for (KnownGroup group : groups.keySet()) {
      writeText(group.palette(), data);
      data.writeInt(group.number());
      writeText(group.name(), data);
      data.writeInt(group.color());
      data.writeInt(group.keywords().size());
      for (String word : group.keywords()) {
        writeText(word, data);
      }
    }
    data.writeInt(assets.size());
    for (String asset : assets.keySet()) {
      writeText(asset, data);
    }
    data.writeInt(known.kinds().size());
    for (KnownKind kind : known.kinds()) {
      data.writeDouble(kind.fingerprint().radius());
      for (float value : kind.fingerprint().values()) {
        data.writeFloat(value);
      }
      data.writeInt(kind.seen().size());
      for (Seen seen : kind.seen()) {
        data.writeInt(groups.get(seen.group()));
        data.writeInt(assets.get(seen.asset()));
        data.writeInt(seen.pieces());
      }
      SurfaceBytes.write(kind.surface(), data);
    }
    data.flush();
  }

  private static void writeText(String text, DataOutputStream data) throws IOException {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    data.writeInt(bytes.length);
    data.write(bytes);
  }

  /**
   * @param file its name, for what is said
   * @param bytes of it, kept for as long as kinds are looked up
   * @throws FormatException when it is none, or ends too early
   */
  public static KnownPieces read(String file, ByteBuffer bytes) {
    ByteBuffer data = bytes.duplicate().order(ByteOrder.BIG_ENDIAN);
    try {
      return new Reader(file, data).read();
    } catch (BufferUnderflowException e) {
      throw new FormatException(file, "byte " + data.position(), "the file ends too early", CURE);
    }
  }

  private record Reader(String file, ByteBuffer data) {
    KnownPieces read() {
      byte[] magic = new byte[MAGIC.length];
      if (data.remaining() < magic.length) {
        throw refuse("this is no file of known pieces");
      }
      data.get(magic);
      if (!Arrays.equals(magic, MAGIC)) {
        throw refuse("this is no file of known pieces, or one of another version");
      }
      List<KnownGroup> groups = new ArrayList<>();
      for (int left = count(5 * Integer.BYTES); left > 0; left--) {
        groups.add(group());
      }
      List<String> assets = new ArrayList<>();
      for (int left = count(Integer.BYTES); left > 0; left--) {
        assets.add(text());
      }
      KnownPieces known = new KnownPieces();
      for (int left = count(Double.BYTES + VALUES * Float.BYTES); left > 0; left--) {
        known.add(kind(groups, assets));
      }
      known.sortIn();
      return known;
    }

    /** A count of things that need at least some bytes each. */
    private int count(int least) {
      int count = data.getInt();
      if (count < 0 || (long) count * least > data.remaining()) {
        throw refuse(count + " entries do not fit into what is left of the file");
      }
      return count;
    }

    private String text() {
      byte[] bytes = new byte[count(1)];
      data.get(bytes);
      return new String(bytes, StandardCharsets.UTF_8);
    }

    private KnownGroup group() {
      String palette = text();
      int number = data.getInt();
      String name = text();
      int color = data.getInt() & 0xFFFFFF;
      List<String> keywords = new ArrayList<>();
      for (int left = count(Integer.BYTES); left > 0; left--) {
        keywords.add(text());
      }
      return new KnownGroup(palette, number, name, color, keywords);
    }

    private KnownKind kind(List<KnownGroup> groups, List<String> assets) {
      double radius = data.getDouble();
      float[] values = new float[VALUES];
      for (int i = 0; i < VALUES; i++) {
        values[i] = data.getFloat();
      }
      List<Seen> seen = new ArrayList<>();
      for (int left = count(3 * Integer.BYTES); left > 0; left--) {
        int group = data.getInt();
        int asset = data.getInt();
        int pieces = data.getInt();
        if (group < 0 || group >= groups.size() || asset < 0 || asset >= assets.size() || pieces < 1) {
          throw refuse("it names a group or an asset that it does not have");
        }
        seen.add(new Seen(groups.get(group), assets.get(asset), pieces));
      }
      int from = data.position();
      data.getFloat();
      skip(3 * Short.BYTES);
      skip(3 * Integer.BYTES);
      ByteBuffer own = data.slice(from, data.position() - from);
      KnownKind kind = new KnownKind(new Fingerprint(radius, values), () -> SurfaceBytes.read(own.duplicate()));
      seen.forEach(kind::add);
      return kind;
    }

    /** Steps over a list of things of some bytes each. */
    private void skip(int each) {
      int bytes = each * count(each);
      data.position(data.position() + bytes);
    }

    private FormatException refuse(String problem) {
      return new FormatException(file, "byte " + data.position(), problem, CURE);
    }
  }
}
