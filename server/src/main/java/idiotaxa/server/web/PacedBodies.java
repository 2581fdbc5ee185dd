package idiotaxa.server.web;

import jakarta.servlet.ServletException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.concurrent.Semaphore;
import java.util.concurrent.atomic.AtomicBoolean;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ValveBase;
import org.apache.coyote.ActionCode;
import org.apache.coyote.InputBuffer;
import org.apache.tomcat.util.net.ApplicationBufferHandler;

/**
 * Stands before everything that reads: bodies come at a least rate, and what nobody has read when the answer is known (a
 * stranger's upload, say) is waited for only for moments and by few threads. Whoever goes on sending is cut off.
 */
final class PacedBodies extends ValveBase {
  /** Long enough for a page in the same building to finish what it sends and to read the answer. */
  private static final long DRAIN_NANOS = 3_000_000_000L;

  /** Threads that wait for what is not wanted. */
  private static final int DRAINS_AT_ONCE = 16;

  private final Semaphore drains = new Semaphore(DRAINS_AT_ONCE);

  PacedBodies() {
    super(true);
  }

  @Override
  public void invoke(Request request, Response response) throws IOException, ServletException {
    org.apache.coyote.Request coyote = request.getCoyoteRequest();
    InputBuffer own = coyote.getInputBuffer();
    coyote.setInputBuffer(new PacedInput(own));
    try {
      getNext().invoke(request, response);
      if (!request.isAsync() && !isRead(coyote)) {
        // The answer first: who reads it may stop sending.
        response.finishResponse();
        finish(coyote);
      }
    } finally {
      // The same object serves the next request of the connection.
      coyote.setInputBuffer(own);
    }
  }

  private static boolean isRead(org.apache.coyote.Request coyote) {
    AtomicBoolean isRead = new AtomicBoolean();
    coyote.action(ActionCode.REQUEST_BODY_FULLY_READ, isRead);
    return isRead.get();
  }

  private void finish(org.apache.coyote.Request coyote) {
    if (!drains.tryAcquire() || !drain(coyote)) {
      coyote.action(ActionCode.DISABLE_SWALLOW_INPUT, null);
    }
  }

  private boolean drain(org.apache.coyote.Request coyote) {
    try {
      long end = System.nanoTime() + DRAIN_NANOS;
      Thrown thrown = new Thrown();
      while (System.nanoTime() < end) {
        if (coyote.doRead(thrown) < 0) {
          return true;
        }
      }
      return false;
    } catch (IOException | SlowBodyException e) {
      return false;
    } finally {
      drains.release();
    }
  }

  /** Takes what comes and forgets it. */
  private static final class Thrown implements ApplicationBufferHandler {
    private ByteBuffer buffer = ByteBuffer.allocate(0);

    @Override
    public void setByteBuffer(ByteBuffer buffer) {
      this.buffer = buffer;
    }

    @Override
    public ByteBuffer getByteBuffer() {
      return buffer;
    }

    @Override
    public void expand(int size) {
      // Tomcat gives buffers of its own.
    }
  }
}
