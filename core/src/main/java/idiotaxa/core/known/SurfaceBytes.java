package idiotaxa.core.known;

import idiotaxa.core.alike.Surface;
import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;

/** A surface as bytes: float reach, int points with 3 shorts each in parts of the reach, int triangles with 3 ints each; big endian. */
public final class SurfaceBytes {
  private static final int STEPS = 32767;

  private SurfaceBytes() {}

  public static byte[] of(Surface surface) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (DataOutputStream data = new DataOutputStream(out)) {
      write(surface, data);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toByteArray();
  }

  static void write(Surface surface, DataOutputStream data) throws IOException {
    float reach = (float) surface.reach();
    data.writeFloat(reach);
    data.writeInt(surface.pointCount());
    for (float value : surface.points()) {
      data.writeShort(Math.round(Math.max(-1, Math.min(1, value / reach)) * STEPS));
    }
    data.writeInt(surface.triangleCount());
    for (int point : surface.triangles()) {
      data.writeInt(point);
    }
  }

  /**
   * @throws IllegalArgumentException when these are not the bytes of a surface
   */
  public static Surface read(ByteBuffer bytes) {
    try {
      float reach = bytes.getFloat();
      double[] points = new double[3 * count(bytes, 3 * Short.BYTES)];
      for (int i = 0; i < points.length; i++) {
        points[i] = (double) bytes.getShort() / STEPS * reach;
      }
      int[] triangles = new int[3 * count(bytes, 3 * Integer.BYTES)];
      for (int i = 0; i < triangles.length; i++) {
        triangles[i] = bytes.getInt();
        if (triangles[i] < 0 || triangles[i] >= points.length / 3) {
          throw new IllegalArgumentException("a triangle of a known piece asks for a point that is not there");
        }
      }
      return new Surface(points, triangles);
    } catch (BufferUnderflowException e) {
      throw new IllegalArgumentException("the bytes of a known piece end too early", e);
    }
  }

  private static int count(ByteBuffer bytes, int each) {
    int count = bytes.getInt();
    if (count < 0 || (long) count * each > bytes.remaining()) {
      throw new IllegalArgumentException("the bytes of a known piece end too early");
    }
    return count;
  }
}
