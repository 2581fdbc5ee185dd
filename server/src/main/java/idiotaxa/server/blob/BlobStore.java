package idiotaxa.server.blob;

import static idiotaxa.server.db.Tables.STORED_BLOB;
import static idiotaxa.server.db.Tables.STORED_BLOB_CHUNK;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.HexFormat;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.support.TransactionTemplate;

/** Content-addressed bytes in chunks; the same content is kept once. */
@Repository
public class BlobStore {
  private static final int CHUNK_BYTES = 1 << 20;

  private final DSLContext db;
  private final TransactionTemplate transaction;
  private final Clock clock;

  BlobStore(DSLContext db, TransactionTemplate transaction, Clock clock) {
    this.db = db;
    this.transaction = transaction;
    this.clock = clock;
  }

  /** A blob without its bytes. */
  public record BlobInfo(long id, String sha256, long byteCount) {}

  /**
   * Stores a file's bytes, chunk by chunk, or finds the blob that has them already. Of several who store
   * the same at once one does; the others wait for it and find it. Until the grace time is over nobody deletes
   * what this gives, so that the caller can point to it.
   */
  public BlobInfo put(Path file) throws IOException {
    String sha256 = sha256(file);
    long bytes = Files.size(file);
    try {
      return touched(sha256).orElseGet(() -> transaction.execute(s -> insert(file, sha256, bytes)));
    } catch (DuplicateKeyException e) {
      // The other one has committed: only then is a key said to be taken.
      return touched(sha256).orElseThrow(() -> e);
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }
  }

  private BlobInfo insert(Path file, String sha256, long bytes) {
    long id =
        db.insertInto(STORED_BLOB)
            .set(STORED_BLOB.SHA256, sha256)
            .set(STORED_BLOB.BYTE_COUNT, bytes)
            .set(STORED_BLOB.CREATED_AT, LocalDateTime.now(clock))
            .set(STORED_BLOB.TOUCHED_AT, LocalDateTime.now(clock))
            .returning(STORED_BLOB.ID)
            .fetchSingle(STORED_BLOB.ID);
    try (InputStream in = Files.newInputStream(file)) {
      int ordinal = 0;
      for (byte[] chunk = in.readNBytes(CHUNK_BYTES);
          chunk.length > 0;
          chunk = in.readNBytes(CHUNK_BYTES)) {
        db.insertInto(STORED_BLOB_CHUNK).values(id, ordinal++, chunk).execute();
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return new BlobInfo(id, sha256, bytes);
  }

  private Optional<BlobInfo> touched(String sha256) {
    return find(sha256).filter(blob -> touch(blob.id()));
  }

  /**
   * Keeps a blob until its grace time is over, for somebody who is about to point to it.
   *
   * @return false when it has been deleted
   */
  public boolean touch(long id) {
    return db.update(STORED_BLOB).set(STORED_BLOB.TOUCHED_AT, LocalDateTime.now(clock)).where(STORED_BLOB.ID.eq(id)).execute() == 1;
  }

  private Optional<BlobInfo> find(String sha256) {
    return db.select(STORED_BLOB.ID, STORED_BLOB.SHA256, STORED_BLOB.BYTE_COUNT)
        .from(STORED_BLOB)
        .where(STORED_BLOB.SHA256.eq(sha256))
        .fetchOptional(r -> new BlobInfo(r.value1(), r.value2(), r.value3()));
  }

  /**
   * @throws org.jooq.exception.NoDataFoundException when there is no such blob
   */
  public BlobInfo get(long id) {
    return db.select(STORED_BLOB.ID, STORED_BLOB.SHA256, STORED_BLOB.BYTE_COUNT)
        .from(STORED_BLOB)
        .where(STORED_BLOB.ID.eq(id))
        .fetchSingle(r -> new BlobInfo(r.value1(), r.value2(), r.value3()));
  }

  /**
   * Copies a blob's bytes, one chunk in memory at a time.
   *
   * @throws IOException when they are not those that were stored
   */
  public void copyTo(long id, OutputStream out) throws IOException {
    BlobInfo blob = get(id);
    MessageDigest digest = sha256();
    long left = blob.byteCount();
    for (int ordinal = 0; left > 0; ordinal++) {
      byte[] chunk =
          db.select(STORED_BLOB_CHUNK.DATA)
              .from(STORED_BLOB_CHUNK)
              .where(STORED_BLOB_CHUNK.BLOB_ID.eq(id), STORED_BLOB_CHUNK.ORDINAL.eq(ordinal))
              .fetchSingle(STORED_BLOB_CHUNK.DATA);
      digest.update(chunk);
      out.write(chunk);
      left -= chunk.length;
    }
    if (!HexFormat.of().formatHex(digest.digest()).equals(blob.sha256())) {
      throw new IOException("blob " + id + " is not what was stored: the database's disk may be damaged");
    }
  }

  /** SHA-256 of a file, hexadecimal. */
  static String sha256(Path file) throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      MessageDigest digest = sha256();
      byte[] buffer = new byte[1 << 16];
      for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
        digest.update(buffer, 0, n);
      }
      return HexFormat.of().formatHex(digest.digest());
    }
  }

  private static MessageDigest sha256() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java platform has SHA-256", e);
    }
  }
}
