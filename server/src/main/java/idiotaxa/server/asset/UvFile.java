package idiotaxa.server.asset;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** UVs of an automatic layout as they are kept: a count, then that many 32-bit floats. */
public final class UvFile {
  private UvFile() {}

  public static void write(float[] uvs, Path file) throws IOException {
    try (DataOutputStream out =
        new DataOutputStream(new BufferedOutputStream(Files.newOutputStream(file)))) {
      out.writeInt(uvs.length);
      for (float value : uvs) {
        out.writeFloat(value);
      }
    }
  }

  static float[] read(Path file) {
    try (DataInputStream in =
        new DataInputStream(new BufferedInputStream(Files.newInputStream(file)))) {
      float[] uvs = new float[in.readInt()];
      for (int i = 0; i < uvs.length; i++) {
        uvs[i] = in.readFloat();
      }
      return uvs;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
