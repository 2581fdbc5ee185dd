package idiotaxa.server.known;

import idiotaxa.core.alike.Fingerprint;
import idiotaxa.core.alike.Surface;
import idiotaxa.core.known.KnownKind;
import idiotaxa.core.known.KnownPieces;
import idiotaxa.core.known.SurfaceBytes;
import idiotaxa.server.blob.BlobFiles;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import org.springframework.stereotype.Component;

/** All kinds that the studio knows, as this process read them last; surfaces are read when somebody looks for them. */
@Component
class KnownMemory {
  private final KnownStore store;
  private final BlobFiles files;
  private KnownStore.Stamp stamp;
  private KnownPieces pieces = new KnownPieces();

  KnownMemory(KnownStore store, BlobFiles files) {
    this.store = store;
    this.files = files;
  }

  /** As they are in the database now; not to be added to. */
  synchronized KnownPieces pieces() {
    KnownStore.Stamp now = store.stamp();
    if (!now.equals(stamp)) {
      KnownPieces all = new KnownPieces();
      for (KnownStore.KindRow row : store.kinds()) {
        all.add(new KnownKind(row.id(), read(row), () -> surface(row)));
      }
      all.sortIn();
      pieces = all;
      stamp = now;
    }
    return pieces;
  }

  static byte[] write(Fingerprint fingerprint) {
    ByteBuffer out = ByteBuffer.allocate(Float.BYTES * fingerprint.values().length);
    for (float value : fingerprint.values()) {
      out.putFloat(value);
    }
    return out.array();
  }

  private static Fingerprint read(KnownStore.KindRow row) {
    float[] values = new float[row.fingerprint().length / Float.BYTES];
    ByteBuffer.wrap(row.fingerprint()).asFloatBuffer().get(values);
    return new Fingerprint(row.radius(), values);
  }

  private Surface surface(KnownStore.KindRow row) {
    try {
      return SurfaceBytes.read(ByteBuffer.wrap(Files.readAllBytes(files.file(row.surfaceBlobId()))));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
