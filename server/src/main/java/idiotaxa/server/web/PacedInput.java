package idiotaxa.server.web;

import java.io.IOException;
import org.apache.coyote.InputBuffer;
import org.apache.tomcat.util.net.ApplicationBufferHandler;

/**
 * A body that has to come at a least rate and within a total time, whoever reads it: also Tomcat itself, which takes
 * uploads apart below every filter. Only waiting counts, not what is done with the bytes.
 */
final class PacedInput implements InputBuffer {
  /** What a bad line brings easily. */
  static final long LEAST_BYTES_A_SECOND = 4096;

  /** Nothing is expected of the first seconds. */
  static final long GRACE_MS = 5_000;

  static final long LONGEST_MS = 2 * 3_600_000L;

  private static final long NANOS_A_MS = 1_000_000;
  private static final long MS_A_SECOND = 1000;

  private final InputBuffer in;
  private long waitedNanos;
  private long bytes;

  PacedInput(InputBuffer in) {
    this.in = in;
  }

  /**
   * @throws SlowBodyException when too little came for so much waiting
   */
  @Override
  public int doRead(ApplicationBufferHandler into) throws IOException {
    check();
    long began = System.nanoTime();
    int n;
    try {
      n = in.doRead(into);
    } finally {
      waitedNanos += System.nanoTime() - began;
    }
    bytes += Math.max(0, n);
    if (n >= 0) {
      check();
    }
    return n;
  }

  private void check() {
    long waitedMs = waitedNanos / NANOS_A_MS;
    long counted = waitedMs - GRACE_MS;
    if (counted > 0 && (waitedMs > LONGEST_MS || bytes * MS_A_SECOND < LEAST_BYTES_A_SECOND * counted)) {
      throw new SlowBodyException(waitedMs);
    }
  }

  @Override
  public int available() {
    return in.available();
  }
}
