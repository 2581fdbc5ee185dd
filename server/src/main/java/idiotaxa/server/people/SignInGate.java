package idiotaxa.server.people;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.concurrent.Semaphore;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Signing in is the one thing for which a body of somebody unknown is read: it is small, and only some are read at a time, so
 * that those who are slow keep nobody else waiting.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 30)
class SignInGate extends OncePerRequestFilter {
  /** A name of 80 characters and a password of 72 bytes, however they are escaped. */
  private static final long MOST_BYTES = 4096;

  private static final int AT_ONCE = 32;
  private static final int FROM_AN_ADDRESS = 8;
  private static final int MOST_ADDRESSES = 10_000;

  private final Semaphore all = new Semaphore(AT_ONCE);
  private final Cache<String, Semaphore> addresses =
      Caffeine.newBuilder().maximumSize(MOST_ADDRESSES).weakValues().build();

  @Override
  protected boolean shouldNotFilter(HttpServletRequest request) {
    return !"/api/sign-in".equals(request.getServletPath());
  }

  @Override
  protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    if (request.getContentLengthLong() < 0 || request.getContentLengthLong() > MOST_BYTES) {
      refuse(response, 413, "A name and a password are at most %d bytes, and the request has to say how many.".formatted(MOST_BYTES));
      return;
    }
    Semaphore own = addresses.get(Allowance.network(request.getRemoteAddr()), a -> new Semaphore(FROM_AN_ADDRESS));
    if (!own.tryAcquire()) {
      busy(response);
      return;
    }
    try {
      if (!all.tryAcquire()) {
        busy(response);
        return;
      }
      try {
        chain.doFilter(request, response);
      } finally {
        all.release();
      }
    } finally {
      own.release();
    }
  }

  private static void busy(HttpServletResponse response) throws IOException {
    response.setHeader(HttpHeaders.RETRY_AFTER, "2");
    refuse(response, 503, "Too many are signing in at the same moment; try again in 2 s.");
  }

  private static void refuse(HttpServletResponse response, int status, String detail) throws IOException {
    response.setStatus(status);
    response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
    response.getWriter().write("{\"status\": %d, \"detail\": \"%s\"}".formatted(status, detail));
  }
}
