package idiotaxa.core.format;

import java.nio.ByteBuffer;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;

/**
 * Cuts an OBJ file into stretches of whole lines and reads some of them ahead, on other threads, while
 * the caller works on the one before. Only a few stretches are in memory at a time.
 */
final class ObjChunks {
  private static final int STRETCH_BYTES = 1 << 20;
  private static final int AHEAD = Runtime.getRuntime().availableProcessors();

  private final String file;
  private final ByteBuffer bytes;
  private final int stretchBytes;
  private final Deque<CompletableFuture<ObjChunk>> ahead = new ArrayDeque<>();
  private int next;

  ObjChunks(String file, ByteBuffer bytes) {
    this(file, bytes, STRETCH_BYTES);
  }

  /** For tests: stretches of at least {@code stretchBytes}. */
  ObjChunks(String file, ByteBuffer bytes, int stretchBytes) {
    this.file = file;
    this.bytes = bytes;
    this.stretchBytes = stretchBytes;
    next = bytes.position();
  }

  /** The next stretch in file order, null behind the last. */
  ObjChunk next() {
    while (ahead.size() <= AHEAD && next < bytes.limit()) {
      int from = next;
      next = endOfStretch(from);
      ByteBuffer stretch = bytes.slice(from, next - from);
      ahead.add(CompletableFuture.supplyAsync(() -> ObjChunk.read(file, stretch)));
    }
    if (ahead.isEmpty()) {
      return null;
    }
    try {
      return ahead.remove().join();
    } catch (CompletionException e) {
      if (e.getCause() instanceof Error error) {
        throw error;
      }
      throw e.getCause() instanceof RuntimeException cause ? cause : e;
    }
  }

  /** Behind the first line end that is not continued, from the stretch's least size on. */
  private int endOfStretch(int from) {
    long wanted = Math.min(bytes.limit(), (long) from + stretchBytes);
    for (int i = (int) wanted; i < bytes.limit(); i++) {
      if (isNewline(i) && !isContinued(i)) {
        return i + 1;
      }
    }
    return bytes.limit();
  }

  /** LF, or a CR that no LF follows. */
  private boolean isNewline(int i) {
    byte b = bytes.get(i);
    return b == '\n' || b == '\r' && i + 1 < bytes.limit() && bytes.get(i + 1) != '\n';
  }

  private boolean isContinued(int newline) {
    int i = newline - 1;
    if (i >= 0 && bytes.get(newline) == '\n' && bytes.get(i) == '\r') {
      i--;
    }
    return i >= 0 && bytes.get(i) == '\\';
  }
}
