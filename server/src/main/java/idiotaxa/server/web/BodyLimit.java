package idiotaxa.server.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Locale;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.util.unit.DataSize;
import org.springframework.web.filter.OncePerRequestFilter;

/** Bounds bodies that are no uploads, whether or not they say how long they are; uploads have a limit of their own. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 20)
class BodyLimit extends OncePerRequestFilter {
  private final long most;

  BodyLimit(@Value("${idiotaxa.body-limit}") DataSize most) {
    this.most = most.toBytes();
  }

  @Override
  protected boolean shouldNotFilter(HttpServletRequest request) {
    String type = request.getContentType();
    return type != null && type.toLowerCase(Locale.ROOT).startsWith(MediaType.MULTIPART_FORM_DATA_VALUE);
  }

  @Override
  protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    if (request.getContentLengthLong() > most) {
      response.setStatus(413);
      response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
      response
          .getWriter()
          .write("{\"status\": 413, \"detail\": \"The request's body is larger than the %d bytes that are read.\"}".formatted(most));
      return;
    }
    chain.doFilter(request.getContentLengthLong() >= 0 ? request : new Bounded(request), response);
  }

  /** Of a body that does not say how long it is no more is read. */
  private final class Bounded extends HttpServletRequestWrapper {
    Bounded(HttpServletRequest request) {
      super(request);
    }

    @Override
    public ServletInputStream getInputStream() throws IOException {
      return new BoundedStream(super.getInputStream());
    }
  }

  private final class BoundedStream extends ServletInputStream {
    private final ServletInputStream in;
    private long left = most;

    BoundedStream(ServletInputStream in) {
      this.in = in;
    }

    @Override
    public int read() throws IOException {
      int next = in.read();
      count(next < 0 ? 0 : 1);
      return next;
    }

    @Override
    public int read(byte[] into, int offset, int length) throws IOException {
      int n = in.read(into, offset, length);
      count(Math.max(0, n));
      return n;
    }

    private void count(int bytes) {
      left -= bytes;
      if (left < 0) {
        throw new IllegalArgumentException("The request's body is larger than the " + most + " bytes that are read.");
      }
    }

    @Override
    public boolean isFinished() {
      return in.isFinished();
    }

    @Override
    public boolean isReady() {
      return in.isReady();
    }

    @Override
    public void setReadListener(ReadListener listener) {
      in.setReadListener(listener);
    }
  }
}
