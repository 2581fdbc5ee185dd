package idiotaxa.server.journal;

import java.nio.ByteBuffer;

/**
 * One group goes into another and leaves the asset.
 *
 * @param into 0 for the unclaimed drawer: then the group's rules go as well
 */
public record GroupMerge(long from, long into) {
  public byte[] pack() {
    return ByteBuffer.allocate(2 * Long.BYTES).putLong(from).putLong(into).array();
  }

  public static GroupMerge unpack(byte[] packed) {
    ByteBuffer bytes = ByteBuffer.wrap(packed);
    return new GroupMerge(bytes.getLong(), bytes.getLong());
  }
}
