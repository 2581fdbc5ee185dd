package idiotaxa.e2e;

import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.mesh.Mesh;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;

/** Models as the bytes of a file that an artist would choose. */
final class Glb {
  private Glb() {}

  static byte[] bytes(Mesh mesh) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try {
      GlbWriter.write(mesh, out);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toByteArray();
  }
}
